import { pairSpots } from '../../../../../core/formats/sample/pair-spots';
import { typeFromSample } from '../../../../../core/formats/sample/make-type';
import { Misfits, type ColumnMisfits } from '../../../../../core/formats/sample/misfits';
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
import type { Json, JsonObject } from '../../../../../core/json';
import { kinds } from '../../../../../core/model/kinds';

/** What a file turned out to hold. */
export interface LookedFile {
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
  | { do: 'look'; files: File[] }
  | { do: 'try'; file: File; fields: ProposedField[]; title?: string | undefined }
  | { do: 'rows'; file: File }
  | { do: 'next' }
  | { do: 'stop' };
export type FromSample =
  | { told: 'progress'; file: string; share: number; rows: number }
  | { told: 'looked'; files: LookedFile[] }
  | { told: 'rows'; rows: JsonObject[]; share: number }
  | { told: 'tried'; misfits: [source: string, ColumnMisfits][] }
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

const isJson = ({ name }: File) => /\.(?:json|jsonl|ndjson)$/i.test(name);

/** Reads a file row by row, whichever sort it is of; a latitude and its longitude in two columns are one. */
async function read(
  file: File,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
) {
  const paired = { ...watching, row: (row: JsonObject) => watching.row(pairSpots(row)) };
  const head = await headOf(file);
  const encoding = encodingOf(head);
  if (!isJson(file)) return parseTable(file, paired, encoding);
  const parse = isJsonLines(new TextDecoder(encoding).decode(head)) ? parseJsonLines : parseJsonRows;
  return parse(textOf(file, encoding), paired);
}

async function schemaIn(file: File): Promise<JsonObject | undefined> {
  if (!isJson(file) || file.size > SCHEMA) return undefined;
  try {
    const value = JSON.parse(await file.text()) as Json;
    return isSchema(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

async function look(files: readonly File[]): Promise<LookedFile[]> {
  const looked: { file: LookedFile; columns: Map<string, Tally> }[] = [];
  for (const file of files) {
    const schema = await schemaIn(file);
    if (schema) {
      const fields = fieldsFromSchema(schema);
      const title = fields.find(({ kind }) => kinds[kind].mayTitle)?.source;
      looked.push({
        columns: new Map(),
        file: {
          name: file.name,
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
    const { rows, problems, told } = await read(file, {
      row(row) {
        for (const [name, value] of Object.entries(row))
          (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(value);
      },
      progress(done, seen) {
        say({
          told: 'progress',
          file: file.name,
          share: Math.min(1, done / Math.max(1, file.size)),
          rows: seen,
        });
        return !stopped;
      },
      // Between two pieces of a file, a message that says stop can come in.
      wait: () =>
        new Promise((resolve) => {
          setTimeout(resolve, 0);
        }),
    });
    const fields = proposeFields(columns, rows);
    const title = titleAmong(fields, columns);
    looked.push({
      columns,
      file: {
        name: file.name,
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
async function tryFields({ file, fields, title }: Extract<ToSample, { do: 'try' }>): Promise<void> {
  const { type, keys } = typeFromSample('Tried', fields, title, [], () => undefined);
  const misfits = new Misfits(fields, type, keys, new Date().toISOString().slice(0, 10));
  await read(file, {
    row: (row) => misfits.add(row),
    progress: () => !stopped,
    wait: () =>
      new Promise((resolve) => {
        setTimeout(resolve, 0);
      }),
  });
  if (!stopped) say({ told: 'tried', misfits: [...misfits.columns] });
}

async function rows(file: File): Promise<void> {
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
  await read(file, {
    row(row) {
      batch.push(row);
      if (batch.length < BATCH) return;
      waiting.push(batch);
      batch = [];
    },
    progress(done) {
      share = Math.min(1, done / Math.max(1, file.size));
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
      rows(data.file).catch(failed);
      return;
    case 'try':
      stopped = false;
      tryFields(data).catch(failed);
      return;
    case 'look':
      stopped = false;
      look(data.files).then((files) => say({ told: 'looked', files }), failed);
  }
};
