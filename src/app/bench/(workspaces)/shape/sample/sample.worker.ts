import { pairSpots } from '../../../../../core/formats/sample/pair-spots';
import { typeFromSample } from '../../../../../core/formats/sample/make-type';
import { Misfits, type ColumnMisfits } from '../../../../../core/formats/sample/misfits';
import { DifferentThings } from '../../../../../core/formats/sample/different-things';
import { findLists, type FoundList } from '../../../../../core/formats/sample/find-lists';
import { fieldsFromSchema } from '../../../../../core/formats/sample/from-schema';
import {
  proposeFields,
  referenceOf,
  titleAmong,
  type ProposedField,
} from '../../../../../core/formats/sample/propose-fields';
import {
  isJsonLines,
  isSchema,
  parseJsonLines,
  parseJsonRows,
} from '../../../../../core/formats/sample/parse-json';
import {
  encodingOf,
  parseTable,
  type FileProblem,
  type Watching,
} from '../../../../../core/formats/sample/parse-table';
import { Tally } from '../../../../../core/formats/sample/tally';
import { NamesInRows } from '../../../../../core/formats/rows/names-in-rows';
import type { Id } from '../../../../../core/ids';
import type { Json, JsonObject } from '../../../../../core/json';
import type { Field } from '../../../../../core/model/document';
import { nameOfSource } from './name-of-source';
import { kinds } from '../../../../../core/model/kinds';

/** A file that is read; of one with several lists, one of these. */
export interface SampleSource {
  file: File;
  list?: FoundList;
}

/** What a file, or one list in it, turned out to hold. */
export interface LookedFile {
  source: SampleSource;
  /** What it is called: the file, and the list in it where there are several. */
  name: string;
  sort: 'table' | 'json' | 'schema';
  rows: number;
  fields: ProposedField[];
  title?: string;
  problems: FileProblem[];
  /** How many problems there were in all. */
  told: number;
}

export type ToSample =
  | { do: 'find'; files: File[] }
  | { do: 'look'; sources: SampleSource[] }
  | { do: 'try'; source: SampleSource; fields: ProposedField[]; title?: string | undefined }
  | { do: 'try into'; source: SampleSource; columns: readonly ProposedField[]; fields: readonly Field[] }
  | { do: 'names'; source: SampleSource; columns: readonly ProposedField[]; fields: readonly Field[] }
  | { do: 'rows'; source: SampleSource }
  | { do: 'next' }
  | { do: 'stop' };
export type FromSample =
  | { told: 'progress'; file: string; share: number; rows: number }
  | { told: 'found'; sources: SampleSource[] }
  | { told: 'looked'; files: LookedFile[] }
  | { told: 'rows'; rows: JsonObject[]; share: number }
  | { told: 'tried'; misfits: [source: string, ColumnMisfits][] }
  | { told: 'names'; names: [field: Id, counts: [name: string, rows: number][]][]; tooMany: Id[] }
  | { told: 'end' }
  | { told: 'failed'; words: string };

/** Rows that are handed over at once; the next come when these are done with. */
const BATCH = 200;
/** A schema is a small thing: what is larger is data, and is read as a stream. */
const SCHEMA = 2_000_000;

let stopped = false;
let goOn: (() => void) | undefined;
const say = (message: FromSample) => self.postMessage(message);

/** How much of a file tells its encoding and its sort. */
const HEAD = 65_536;
const headOf = async (file: File): Promise<Uint8Array> =>
  new Uint8Array(await file.slice(0, HEAD).arrayBuffer());

async function* textOf(file: File, encoding: string): AsyncIterable<string> {
  const reader = file.stream().pipeThrough(new TextDecoderStream(encoding)).getReader();
  for (let { value, done } = await reader.read(); !done; { value, done } = await reader.read())
    if (value) yield value;
}

/** Between two pieces of a file, a message that says stop can come in. */
const aMoment = () =>
  new Promise<void>((resolve) => {
    setTimeout(resolve, 0);
  });

const isJson = ({ name }: File) => /\.(?:json|jsonl|ndjson)$/i.test(name);

/** Reads a file row by row, whichever sort it is of; a latitude and its longitude in two columns are one. */
async function read(
  { file, list }: SampleSource,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
) {
  const paired = { ...watching, row: (row: JsonObject) => watching.row(pairSpots(row)) };
  const head = await headOf(file);
  const encoding = encodingOf(head);
  if (!isJson(file)) return parseTable(file, paired, encoding);
  const parse = isJsonLines(new TextDecoder(encoding).decode(head)) ? parseJsonLines : parseJsonRows;
  return parse(textOf(file, encoding), paired, list);
}

/** How many lists of a file are looked through for different things. */
const LOOKED_THROUGH = 12;

/** The lists of each file, where it is a JSON file that has some: those that hold different things by each of these. */
async function find(files: readonly File[]): Promise<SampleSource[]> {
  const sources: SampleSource[] = [];
  for (const file of files) {
    if (!isJson(file) || (await schemaIn(file))) {
      sources.push({ file });
      continue;
    }
    const head = await headOf(file);
    const encoding = encodingOf(head);
    const lists = isJsonLines(new TextDecoder(encoding).decode(head))
      ? [oneList]
      : await findLists(textOf(file, encoding));
    if (lists.length === 0) sources.push({ file });
    for (const [i, list] of lists.entries()) {
      const things = new DifferentThings();
      if (i < LOOKED_THROUGH)
        await read(
          { file, list },
          { row: (row) => things.add(row), progress: () => !stopped, wait: aMoment },
        );
      sources.push(...things.parts(list).map((part) => ({ file, list: part })));
    }
  }
  return sources;
}

/** JSON lines are one list. */
const oneList: FoundList = { path: [], sort: 'list', rows: 0, members: [] };

async function schemaIn(file: File): Promise<JsonObject | undefined> {
  if (!isJson(file) || file.size > SCHEMA) return undefined;
  try {
    const value = JSON.parse(await file.text()) as Json;
    return isSchema(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

async function look(sources: readonly SampleSource[]): Promise<LookedFile[]> {
  const looked: { file: LookedFile; columns: Map<string, Tally> }[] = [];
  for (const source of sources) {
    const { file } = source;
    const name = nameOfSource(source, sources.filter((each) => each.file === file).length > 1);
    const schema = await schemaIn(file);
    if (schema) {
      const fields = fieldsFromSchema(schema);
      const title = fields.find(({ kind }) => kinds[kind].mayTitle)?.source;
      looked.push({
        columns: new Map(),
        file: {
          source,
          name,
          sort: 'schema',
          rows: 0,
          fields,
          problems: [],
          told: 0,
          ...(title === undefined ? {} : { title }),
        },
      });
      continue;
    }
    const columns = new Map<string, Tally>();
    const { rows, problems, told } = await read(source, {
      row(row) {
        for (const [name, value] of Object.entries(row))
          (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(value);
      },
      progress(done, seen) {
        say({
          told: 'progress',
          file: name,
          share: Math.min(1, done / Math.max(1, file.size)),
          rows: seen,
        });
        return !stopped;
      },
      wait: aMoment,
    });
    const fields = proposeFields(columns, rows);
    const title = titleAmong(fields, columns);
    looked.push({
      columns,
      file: {
        source,
        name,
        sort: isJson(file) ? 'json' : 'table',
        rows,
        fields,
        problems,
        told,
        ...(title === undefined ? {} : { title }),
      },
    });
  }
  const keyed = looked.map(({ file, columns }) => ({
    name: file.name,
    keys: [...columns.values()].flatMap(({ unique, filled }) =>
      unique && filled === file.rows && filled > 1 ? [unique] : [],
    ),
  }));
  return looked.map(({ file, columns }) => ({
    ...file,
    fields: file.fields.map((field): ProposedField => {
      const tally = columns.get(field.source);
      const found =
        tally && field.source !== file.title
          ? referenceOf(
              tally,
              keyed.filter(({ name }) => name !== file.name),
            )
          : undefined;
      return found
        ? {
            ...field,
            kind: 'entry',
            refersTo: found.name,
            evidence: `${found.agree} different values all name a row of ${found.name}`,
          }
        : field;
    }),
  }));
}

/** Holds every row of a file against the fields that are proposed now. */
async function tryFields({ source, fields, title }: Extract<ToSample, { do: 'try' }>): Promise<void> {
  const { type, keys } = typeFromSample('Tried', fields, title, [], () => undefined);
  await tryRows(source, new Misfits(fields, type, keys, today()));
}

const today = () => new Date().toISOString().slice(0, 10);

/** Holds every row of a file against the fields of a type that its columns fill. */
function tryInto({ source, columns, fields }: Extract<ToSample, { do: 'try into' }>): Promise<void> {
  const keys = new Map(columns.map(({ source }, i) => [source, fields[i]?.key ?? '']));
  return tryRows(source, new Misfits(columns, { fields: [...fields] }, keys, today()));
}

async function tryRows(source: SampleSource, misfits: Misfits): Promise<void> {
  await read(source, {
    row: (row) => misfits.add(row),
    progress: () => !stopped,
    wait: aMoment,
  });
  if (!stopped) say({ told: 'tried', misfits: [...misfits.columns] });
}

/** Finds every name that the rows of a file hold, by the field that it is looked up for. */
async function findNames({ source, columns, fields }: Extract<ToSample, { do: 'names' }>): Promise<void> {
  const found = new NamesInRows(columns, fields);
  await read(source, { row: (row) => found.add(row), progress: () => !stopped, wait: aMoment });
  if (stopped) return;
  const names = [...found.names].map(([field, counts]): [Id, [string, number][]] => [field, [...counts]]);
  say({ told: 'names', names, tooMany: [...found.tooMany] });
}

async function rows(source: SampleSource): Promise<void> {
  let batch: JsonObject[] = [];
  let share = 0;
  const waiting: JsonObject[][] = [];
  const handOver = async () => {
    for (let next = waiting.shift(); next && !stopped; next = waiting.shift()) {
      say({ told: 'rows', rows: next, share });
      await new Promise<void>((resolve) => {
        goOn = resolve;
      });
    }
  };
  await read(source, {
    row(row) {
      batch.push(row);
      if (batch.length < BATCH) return;
      waiting.push(batch);
      batch = [];
    },
    progress(done) {
      share = Math.min(1, done / Math.max(1, source.file.size));
      return !stopped;
    },
    wait: handOver,
  });
  if (batch.length > 0) waiting.push(batch);
  share = 1;
  await handOver();
  say({ told: 'end' });
}

self.onmessage = ({ data }: MessageEvent<ToSample>) => {
  const failed = (error: unknown) =>
    say({ told: 'failed', words: error instanceof Error ? error.message : String(error) });
  switch (data.do) {
    case 'stop':
      stopped = true;
      goOn?.();
      return;
    case 'next':
      goOn?.();
      return;
    case 'rows':
      stopped = false;
      rows(data.source).catch(failed);
      return;
    case 'try':
      stopped = false;
      tryFields(data).catch(failed);
      return;
    case 'try into':
      stopped = false;
      tryInto(data).catch(failed);
      return;
    case 'names':
      stopped = false;
      findNames(data).catch(failed);
      return;
    case 'find':
      stopped = false;
      find(data.files).then((sources) => say({ told: 'found', sources }), failed);
      return;
    case 'look':
      stopped = false;
      look(data.sources).then((files) => say({ told: 'looked', files }), failed);
  }
};
