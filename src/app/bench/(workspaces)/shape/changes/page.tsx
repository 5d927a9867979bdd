'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useEffect, useState, type ReactElement } from 'react';
import type { ChangeRow, ChangeSheet } from '../../../../../contract/model';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import { useGoing } from '../../../../../ui/going';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { ShapeOutline } from '../shape-outline';
import styles from '../shape.module.css';
import type { ModelDocument } from '../../../../../core/model/document';
import { hrefOf } from '../lists';
import { useWorkingModel } from '../working-model';

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
const touched = ({ touches, touched: what }: ChangeRow) =>
  what === 'nothing yet'
    ? 'nothing changes yet'
    : what === 'pages'
      ? count(touches, 'page', 'pages')
      : count(touches, 'entry', 'entries');

/** Everything that putting the working copy in force will change, counted on what is there. */
export default function ChangesPage(): ReactElement {
  const { document, inForce, changes, settle, apply, drop, saving } = useWorkingModel();
  const { begin } = useGoing();
  const tell = useTell();
  const [sheet, setSheet] = useState<ChangeSheet>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [asking, setAsking] = useState(false);
  useEffect(() => {
    let here = true;
    const count = async () => {
      await settle();
      const counted = await ask('changeSheet');
      if (here) setSheet(counted);
    };
    count().catch((error: unknown) => here && setProblem(wordsOf(error)));
    return () => {
      here = false;
    };
  }, [document, settle]);
  const act = async (what: () => Promise<void>, done: string, after: ModelDocument) => {
    const on = begin();
    setBusy(true);
    setProblem(undefined);
    try {
      await what();
      tell(done);
      // Straight to where one ends up: a second step on the way would take back what was pressed meanwhile.
      const [first] = after.contentTypes;
      on(first ? hrefOf('contentTypes', first.key) : '/bench/shape');
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const errors = sheet?.faults.filter(({ weight }) => weight === 'error') ?? [];
  const warnings = sheet?.faults.filter(({ weight }) => weight === 'warning') ?? [];
  return (
    <Workspace
      outline={<ShapeOutline />}
      outlineLabel="Types"
      reach={
        <>
          <section>
            <Eyebrow>What holds it back</Eyebrow>
            {errors.length === 0 ? (
              <p className={look.small}>{sheet ? 'Nothing.' : 'Counting…'}</p>
            ) : (
              errors.map((fault) => (
                <Note key={fault.path + fault.message} sort="error">
                  {fault.message}
                </Note>
              ))
            )}
          </section>
          {warnings.length > 0 && (
            <section>
              <Eyebrow end={warnings.length}>Checks</Eyebrow>
              {warnings.map((fault) => (
                <Note key={fault.path + fault.message}>{fault.message}</Note>
              ))}
            </section>
          )}
        </>
      }
      reachLabel="Checks"
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>Working copy against revision {sheet?.base ?? ''}</Eyebrow>
          <h1>Change sheet</h1>
          <p className={look.pencil}>
            {!sheet
              ? 'Counting…'
              : changes === 0
                ? 'Nothing differs from the model in force.'
                : `${count(sheet.changes.length, 'change', 'changes')}. ${count(sheet.entries, 'entry', 'entries')}, ${count(sheet.pages, 'page', 'pages')} of the visitors’ site and ${count(sheet.listings, 'listing', 'listings')} follow.`}
          </p>
        </div>
        {changes > 0 && (
          <div className={look.acts}>
            <Button disabled={busy} onClick={() => setAsking(true)}>
              Drop the working copy
            </Button>
            <Button
              variant="contained"
              disabled={busy || !sheet || errors.length > 0 || saving === 'not saved'}
              onClick={() => void act(apply, 'The model is in force.', document)}
            >
              {busy ? 'Putting in force…' : 'Put in force'}
            </Button>
          </div>
        )}
      </div>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {sheet && changes > 0 && (
        <Frame label="Changes">
          <ul>
            {sheet.changes.map((row) => (
              <li className={styles.change} key={row.title + row.sort}>
                <span className={look.pencil}>{row.sort.charAt(0).toUpperCase() + row.sort.slice(1)}</span>
                <div>
                  <h2>{row.title}</h2>
                  <p className={`${look.pencil} ${look.small}`}>{row.detail}</p>
                </div>
                <span>
                  {touched(row)}
                  {row.listings.length > 0 && (
                    <>
                      <br />
                      {row.listings.join(', ')}
                    </>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </Frame>
      )}
      <Dialog open={asking} onClose={() => setAsking(false)} aria-labelledby="drop">
        <DialogTitle id="drop">Drop {count(changes, 'change', 'changes')}?</DialogTitle>
        <DialogContent>
          The working copy goes back to the model in force. What was changed in it is gone; entries and pages
          are not touched.
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsking(false)}>Leave it</Button>
          <Button
            color="error"
            onClick={() => {
              setAsking(false);
              void act(drop, 'The working copy is dropped.', inForce);
            }}
          >
            Drop it
          </Button>
        </DialogActions>
      </Dialog>
    </Workspace>
  );
}
