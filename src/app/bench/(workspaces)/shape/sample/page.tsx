'use client';
import { Button, LinearProgress } from '@mui/material';
import dayjs from 'dayjs';
import { useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState, type DragEvent, type ReactElement } from 'react';
import { pastedTable } from '../../../../../core/formats/rows/pasted-rows';
import { typeFromSample } from '../../../../../core/formats/sample/make-type';
import type { ContentType } from '../../../../../core/model/document';
import { singularOf } from '../../../../../core/model/plural';
import { addShape } from '../../../../../core/model/change/edit';
import { FileButton } from '../../../../../ui/file-button';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { useMay } from '../../../../../ui/shell/person';
import { Workspace } from '../../../../../ui/shell/workspace';
import { useTell } from '../../../../../ui/telling';
import { hrefOf } from '../lists';
import { ShapeOutline } from '../shape-outline';
import styles from '../shape.module.css';
import { useWorkingModel } from '../working-model';
import { Becomes } from './becomes';
import { begunInto, madeInto } from './begun-into';
import { IntoSheet } from './into-sheet';
import { PasteBox } from './paste-box';
import { ProposalSheet } from './proposal-sheet';
import { useSamples, type Sample } from './sample-state';
import type { FromSample, LookedFile, SampleSource, ToSample } from './sample.worker';
import { WhichLists } from './which-lists';
import { Link } from '../../../../../ui/link';

/** What the type of a file may be called: as the file, or the list in it. */
const nameOf = ({ name, source: { list } }: LookedFile) => {
  const last = list ? (list.only?.value ?? list.path.at(-1)) : undefined;
  const bare = (last ?? name.replace(/\.[^.]*$/, '')).replace(/[_-]+/g, ' ');
  return singularOf(bare.charAt(0).toUpperCase() + bare.slice(1));
};

/** Tells the sources that share their file with others. */
const isOneOf =
  (sources: readonly SampleSource[]) =>
  ({ file }: SampleSource): boolean =>
    sources.filter((each) => each.file === file).length > 1;

/** Content types made from files: what they hold is proposed with its evidence, and the architect corrects it. */
export default function SamplePage(): ReactElement {
  const { document, mayChange, change, changes } = useWorkingModel();
  const model = useModel();
  const mayWrite = useMay('write entries');
  const { samples, setSamples } = useSamples();
  const tell = useTell();
  const intoAsked = useSearchParams().get('into') ?? undefined;
  const [progress, setProgress] = useState<{ file: string; share: number; rows: number }>();
  const [problem, setProblem] = useState<string>();
  const [asked, setAsked] = useState<readonly SampleSource[]>([]);
  const [over, setOver] = useState(false);
  const worker = useRef<Worker>(undefined);
  useEffect(() => () => worker.current?.terminate(), []);
  const begun = (looked: LookedFile): Sample => {
    const sample = { looked, label: nameOf(looked), without: new Set<string>() };
    const wanted = intoAsked && model.contentTypeByKey(intoAsked);
    // Who makes no types can only bring rows into one that is there.
    const type = wanted || (mayChange ? undefined : model.contentTypes[0]);
    return type && looked.sort !== 'schema' ? { ...sample, into: begunInto(looked, type) } : sample;
  };
  const reading = (question: ToSample) => {
    setProblem(undefined);
    setAsked([]);
    worker.current?.terminate();
    const made = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    worker.current = made;
    made.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'progress') return setProgress(data);
      setProgress(undefined);
      if (data.told === 'failed') setProblem(data.words);
      if (data.told === 'looked') setSamples(() => data.files.map(begun));
      // Of a file with several lists it is asked which are meant.
      if (data.told === 'found' && data.sources.some(isOneOf(data.sources))) setAsked(data.sources);
      else if (data.told === 'found') reading({ do: 'look', sources: data.sources });
    };
    made.postMessage(question);
  };
  const begin = (files: readonly File[]) => {
    const taken = files.filter(({ name }) => /\.(csv|tsv|txt|json|jsonl|ndjson)$/i.test(name));
    if (taken.length === 0) return setProblem('These are no tables (CSV, TSV) and no JSON.');
    setProgress({ file: taken[0]?.name ?? '', share: 0, rows: 0 });
    return reading({ do: 'find', files: taken });
  };
  const put = (next: Sample) =>
    setSamples((all) => all.map((sample) => (sample.looked.name === next.looked.name ? next : sample)));
  const make = () => {
    const before = document;
    const made = new Map<string, { type: ContentType; keys: Map<string, string> }>();
    const taken = document.contentTypes.map(({ key }) => key);
    // Those that others refer to are made first, so that the others can name them.
    const open = samples.filter((sample) => !sample.made && !sample.into);
    for (const sample of [...open].sort(
      (a, b) =>
        Number(a.looked.fields.some(({ refersTo }) => refersTo)) -
        Number(b.looked.fields.some(({ refersTo }) => refersTo)),
    )) {
      const fields = sample.looked.fields.filter(({ source }) => !sample.without.has(source));
      const result = typeFromSample(
        sample.label.trim() || nameOf(sample.looked),
        fields,
        sample.looked.title,
        taken,
        (file) => made.get(file)?.type.id ?? samples.find(({ looked }) => looked.name === file)?.into?.type,
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
        return result ? { ...sample, made: true, into: madeInto(result.type, result.keys) } : sample;
      }),
    );
    tell(
      made.size === 1 ? 'The type is in the working copy.' : `${made.size} types are in the working copy.`,
      () => {
        change(() => before);
        setSamples((all) =>
          all.map(({ made: isMade, into, ...sample }) =>
            isMade ? sample : { ...sample, ...(into ? { into } : {}) },
          ),
        );
      },
    );
  };
  const into = intoAsked === undefined ? undefined : model.contentTypeByKey(intoAsked);
  const paste = (text: string) => {
    // Rows for a type that is there need no line that names the columns.
    const saying = { today: dayjs().format('YYYY-MM-DD'), locale: model.locale };
    const table = into ? pastedTable(text, into.fields, saying) : text;
    begin([new File([table], 'Pasted rows.tsv', { type: 'text/tab-separated-values' })]);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    begin([...event.dataTransfer.files]);
  };
  const open = samples.filter(({ into, looked }) => !into && looked.fields.length > 0).length;
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>{into ? 'Entries' : 'The whole model'}</span>
          </div>
          <h1>{into ? `Bring in ${into.definition.plural.toLowerCase()}` : 'Start from a sample'}</h1>
          <p className={look.pencil}>
            Tables (CSV, TSV), rows pasted from a spreadsheet, lists of objects (JSON, JSON lines)
            {into ? '' : ' or a JSON Schema'}. They are read in this browser, row by row, however large;
            nothing is sent until you bring entries in.
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
      {mayWrite ? (
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
          <PasteBox onPaste={paste} />
        </div>
      ) : (
        <div className={look.empty}>
          <strong>Only architects and editors bring entries in.</strong>
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
      {asked.length > 0 && (
        <WhichLists
          key={asked.map(({ file }) => file.name).join(' ')}
          sources={asked}
          onRead={(sources) => reading({ do: 'look', sources })}
        />
      )}
      {samples.map((sample) => {
        const { looked, into, made } = sample;
        const working = document.contentTypes.find(({ id }) => id === into?.type);
        const type = into && model.contentType(into.type);
        return (
          <Frame key={looked.name} label={looked.name}>
            <div className={styles.form}>
              <p className={look.small}>
                <b>{looked.name}</b>,{' '}
                {looked.sort === 'schema' ? 'a JSON Schema' : `${looked.rows.toLocaleString('en')} rows`}
                {looked.told > 0 &&
                  `, ${looked.told} ${looked.told === 1 ? 'thing' : 'things'} wrong with it`}
              </p>
              {made && working ? (
                <p>
                  It is the content type{' '}
                  <Link href={hrefOf('contentTypes', working.key)}>{working.label}</Link>
                  {type ? '.' : ' in the working copy.'}
                </p>
              ) : (
                <Becomes
                  sample={sample}
                  types={looked.sort === 'schema' ? [] : model.contentTypes}
                  mayMake={mayChange}
                  onChange={put}
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
              {made && !type && looked.rows > 0 && (
                <p className={`${look.pencil} ${look.small}`}>
                  Its {looked.rows.toLocaleString('en')} rows can be brought in as entries as soon as the type
                  is in force.
                </p>
              )}
            </div>
            {!into && <ProposalSheet sample={sample} onChange={put} />}
            {into && type && looked.rows > 0 && (
              <IntoSheet sample={{ ...sample, into }} samples={samples} type={type} onChange={put} />
            )}
          </Frame>
        );
      })}
    </Workspace>
  );
}
