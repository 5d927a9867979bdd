'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { Fault } from '../../../../../core/faults';
import { modelText } from '../../../../../core/formats/model-text';
import { isJsonObject } from '../../../../../core/json';
import type { ModelDocument } from '../../../../../core/model/document';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { FileButton } from '../../../../../ui/file-button';
import { Frame } from '../../../../../ui/frame';
import { download } from '../../../../../ui/download';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../../ui/marks';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { ShapeOutline } from '../shape-outline';
import styles from '../shape.module.css';
import { useWorkingModel } from '../working-model';

const JSON_TYPE = 'application/json';

interface Chosen {
  name: string;
  document: ModelDocument;
  /** In how many things it differs from the model in force, and how many errors it has. */
  told?: { changes: number; errors: number };
}

/**
 * The model as a document: taken out, brought in, or begun from a small one. What is brought in becomes the
 * working copy, so that the change sheet tells what it would do.
 */
export default function DocumentPage(): ReactElement {
  const { document: working, inForce, mayChange, change, changes } = useWorkingModel();
  const tell = useTell();
  const { data: readyMade } = useAsk('readyMadeModels');
  const [chosen, setChosen] = useState<Chosen>();
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const read = async (file: File) => {
    setChosen(undefined);
    setFaults([]);
    try {
      const given: unknown = JSON.parse(await file.text());
      if (!isJsonObject(given)) throw new Error('it is no object.');
      const { document, changes: told, faults: found } = await ask('tryModel', { body: { document: given } });
      setChosen({
        name: file.name,
        document,
        told: { changes: told, errors: found.filter(({ weight }) => weight === 'error').length },
      });
    } catch (error) {
      setFaults(
        error instanceof Problem && error.faults.length > 0
          ? error.faults
          : [{ path: '', code: 'unreadable', message: `${file.name} cannot be read: ${wordsOf(error)}` }],
      );
    }
  };
  const take = ({ name, document }: Chosen) => {
    const before = working;
    change(() => document);
    setChosen(undefined);
    tell(`${name} is the working copy now.`, () => change(() => before));
  };
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Model document</h1>
          <p className={look.pencil}>
            The whole model as one JSON file, its parts always in one order, so that two versions compare line
            by line. <a href="/api/v1/model/schema">Its JSON Schema</a> says what may stand in it.
          </p>
        </div>
      </div>
      <Frame label="Take it out">
        <div className={styles.form}>
          <Eyebrow>Take it out</Eyebrow>
          <div className={look.acts}>
            <Button onClick={() => download('model.json', modelText(inForce), JSON_TYPE)}>
              The model in force
            </Button>
            {changes > 0 && (
              <Button onClick={() => download('model-working.json', modelText(working), JSON_TYPE)}>
                The working copy
              </Button>
            )}
          </div>
        </div>
      </Frame>
      {mayChange && (
        <Frame label="Bring one in">
          <div className={styles.form}>
            <Eyebrow>Bring one in</Eyebrow>
            <FileButton
              id="model-file"
              label="Choose a model document"
              accept=".json,application/json"
              onFiles={([file]) => {
                if (file) void read(file);
              }}
            />
            {faults.length > 0 && (
              <Note sort="error" role="alert">
                This is no model document. Nothing was changed.
              </Note>
            )}
            {faults.slice(0, 20).map(({ path, message }) => (
              <Note key={path + message} sort="error">
                {path && <Mono>{path}</Mono>} {message}
              </Note>
            ))}
            {chosen && (
              <>
                <p role="status">
                  {chosen.name} differs from the model in force in {chosen.told?.changes ?? 0}{' '}
                  {chosen.told?.changes === 1 ? 'thing' : 'things'}.
                  {chosen.told &&
                    chosen.told.errors > 0 &&
                    ` ${chosen.told.errors} ${chosen.told.errors === 1 ? 'error holds' : 'errors hold'} back putting it in force; the checks will tell.`}
                </p>
                <div>
                  <Button variant="contained" onClick={() => take(chosen)}>
                    Make it the working copy
                  </Button>
                </div>
              </>
            )}
          </div>
        </Frame>
      )}
      {mayChange && (
        <Frame label="The model of a ready-made site">
          <div className={styles.form}>
            <Eyebrow>The model of a ready-made site</Eyebrow>
            <ul className={styles.readyMade}>
              {readyMade?.items.map(({ key, label, purpose, document }) => (
                <li key={key}>
                  <strong>{label}</strong>
                  <p className={`${look.pencil} ${look.small}`}>{purpose}</p>
                  <p className={look.small}>
                    {document.contentTypes.map((type) => type.plural).join(', ')}; {document.pageTypes.length}{' '}
                    page types, {document.blockTypes.length} block types.
                  </p>
                  <Button size="small" onClick={() => take({ name: label, document })}>
                    Begin from {label}
                  </Button>
                </li>
              ))}
            </ul>
          </div>
        </Frame>
      )}
    </Workspace>
  );
}
