'use client';
import { Button, LinearProgress } from '@mui/material';
import { useEffect, useRef, useState, type DragEvent, type ReactElement } from 'react';
import { typeFromSample } from '../../../../../core/formats/sample/make-type';
import type { ContentType } from '../../../../../core/model/document';
import { addShape } from '../../../../../core/model/change/edit';
import { FileButton } from '../../../../../ui/file-button';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { TextBox } from '../../../../../ui/text-box';
import { hrefOf } from '../lists';
import { ShapeOutline } from '../shape-outline';
import styles from '../shape.module.css';
import { useWorkingModel } from '../working-model';
import { BringIn } from './bring-in';
import { ProposalSheet } from './proposal-sheet';
import { useSamples, type Sample } from './sample-state';
import type { FromSample, ToSample } from './sample.worker';
import { Link } from '../../../../../ui/link';

const nameOf = (file: string) => {
  const bare = file.replace(/\.[^.]*$/, '').replace(/[_-]+/g, ' ');
  return bare.charAt(0).toUpperCase() + bare.slice(1);
};

/** Content types made from files: what they hold is proposed with its evidence, and the architect corrects it. */
export default function SamplePage(): ReactElement {
  const { document, mayChange, change, changes } = useWorkingModel();
  const { samples, setSamples } = useSamples();
  const tell = useTell();
  const [progress, setProgress] = useState<{ file: string; share: number; rows: number }>();
  const [problem, setProblem] = useState<string>();
  const [over, setOver] = useState(false);
  const worker = useRef<Worker>(undefined);
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = (files: readonly File[]) => {
    const taken = files.filter(({ name }) => /\.(csv|tsv|txt|json|jsonl|ndjson)$/i.test(name));
    if (taken.length === 0) return setProblem('These are no tables (CSV, TSV) and no JSON.');
    setProblem(undefined);
    worker.current?.terminate();
    const reading = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    worker.current = reading;
    reading.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'progress') return setProgress(data);
      setProgress(undefined);
      if (data.told === 'failed') setProblem(data.words);
      if (data.told === 'looked')
        setSamples(() =>
          data.files.flatMap((looked): Sample[] => {
            const file = taken.find(({ name }) => name === looked.name);
            return file ? [{ file, looked, label: nameOf(looked.name), without: new Set() }] : [];
          }),
        );
    };
    setProgress({ file: taken[0]?.name ?? '', share: 0, rows: 0 });
    reading.postMessage({ do: 'look', files: [...taken] } satisfies ToSample);
    return undefined;
  };
  const put = (next: Sample) =>
    setSamples((all) => all.map((sample) => (sample.file === next.file ? next : sample)));
  const make = () => {
    const before = document;
    const made = new Map<string, { type: ContentType; keys: Map<string, string> }>();
    const taken = document.contentTypes.map(({ key }) => key);
    // Those that others refer to are made first, so that the others can name them.
    const open = samples.filter((sample) => !sample.made);
    for (const sample of [...open].sort(
      (a, b) =>
        Number(a.looked.fields.some(({ refersTo }) => refersTo)) -
        Number(b.looked.fields.some(({ refersTo }) => refersTo)),
    )) {
      const fields = sample.looked.fields.filter(({ source }) => !sample.without.has(source));
      const result = typeFromSample(
        sample.label.trim() || nameOf(sample.looked.name),
        fields,
        sample.looked.title,
        taken,
        (file) => made.get(file)?.type.id ?? samples.find(({ looked }) => looked.name === file)?.made?.type,
      );
      made.set(sample.looked.name, result);
      taken.push(result.type.key);
    }
    change((model) =>
      [...made.values()].reduce((next, { type }) => addShape(next, 'contentTypes', type), model),
    );
    setSamples((all) =>
      all.map((sample) => {
        const result = made.get(sample.looked.name);
        return result ? { ...sample, made: { type: result.type.id, keys: result.keys } } : sample;
      }),
    );
    tell(
      made.size === 1 ? 'The type is in the working copy.' : `${made.size} types are in the working copy.`,
      () => {
        change(() => before);
        setSamples((all) => all.map(({ made: _made, ...sample }) => sample));
      },
    );
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    begin([...event.dataTransfer.files]);
  };
  const open = samples.filter(({ made }) => !made).length;
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>The whole model</span>
          </div>
          <h1>Start from a sample</h1>
          <p className={look.pencil}>
            Tables (CSV, TSV), lists of objects (JSON, JSON lines) or a JSON Schema. They are read in this
            browser, row by row, however large; nothing is sent until you bring entries in.
          </p>
        </div>
        {mayChange && (open > 0 || changes > 0) && (
          <div className={look.acts}>
            {changes > 0 && (
              <Button
                component={Link}
                href="/bench/shape/changes"
                variant={open > 0 ? 'outlined' : 'contained'}
              >
                Change sheet
              </Button>
            )}
            {open > 0 && (
              <Button variant="contained" onClick={make}>
                {open === 1 ? 'Make the type' : `Make ${open} types`}
              </Button>
            )}
          </div>
        )}
      </div>
      {mayChange ? (
        <div
          className={styles.drop}
          data-over={over}
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={drop}
        >
          <span>Drop files here, or</span>
          <FileButton
            id="sample-files"
            label="Choose files"
            multiple
            accept=".csv,.tsv,.txt,.json,.jsonl,.ndjson"
            onFiles={begin}
          />
        </div>
      ) : (
        <div className={look.empty}>
          <strong>Only an architect makes types.</strong>
        </div>
      )}
      {progress && (
        <div role="status">
          <LinearProgress
            variant="determinate"
            value={progress.share * 100}
            aria-label={`Reading ${progress.file}`}
          />
          <p className={look.small}>
            {progress.file}: {progress.rows.toLocaleString('en')} rows so far.{' '}
            <Button
              size="small"
              onClick={() => worker.current?.postMessage({ do: 'stop' } satisfies ToSample)}
            >
              Stop, and take what was read
            </Button>
          </p>
        </div>
      )}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {samples.map((sample) => {
        const type = document.contentTypes.find(({ id }) => id === sample.made?.type);
        const { looked } = sample;
        return (
          <Frame key={looked.name} label={looked.name}>
            <div className={styles.form}>
              <p className={look.small}>
                <b>{looked.name}</b>,{' '}
                {looked.sort === 'schema' ? 'a JSON Schema' : `${looked.rows.toLocaleString('en')} rows`}
                {looked.told > 0 &&
                  `, ${looked.told} ${looked.told === 1 ? 'thing' : 'things'} wrong with it`}
              </p>
              {type ? (
                <p>
                  It is the content type <Link href={hrefOf('contentTypes', type.key)}>{type.label}</Link> in
                  the working copy.
                </p>
              ) : (
                <TextBox
                  id={`sample-${looked.name}`}
                  label="Name of the type"
                  value={sample.label}
                  onChange={(label) => put({ ...sample, label })}
                  slotProps={{ input: { maxLength: 80 } }}
                />
              )}
              {looked.problems.slice(0, 12).map(({ line, code, message }, i) => (
                <Note key={`${line ?? ''} ${code} ${i}`} sort="attention">
                  {message}
                </Note>
              ))}
              {looked.told > 12 && (
                <p className={`${look.pencil} ${look.small}`}>…and {looked.told - 12} more.</p>
              )}
              <BringIn sample={sample} samples={samples} onDone={(entries) => put({ ...sample, entries })} />
            </div>
            {!sample.made && <ProposalSheet sample={sample} onChange={put} />}
          </Frame>
        );
      })}
    </Workspace>
  );
}
