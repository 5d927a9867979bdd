import { JSONParser } from '@streamparser/json';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import { rowOf } from './different-things';
import type { FoundList } from './find-lists';
import { keyedRow } from './keyed-rows';
import type { FileProblem, Watching } from './parse-table';

export interface JsonReading {
  rows: number;
  problems: FileProblem[];
  told: number;
}

/** Whether a JSON value is a JSON Schema of an object, rather than a sample of data. */
export const isSchema = (value: Json): value is JsonObject =>
  isJsonObject(value) &&
  isJsonObject(value.properties) &&
  (value.type === 'object' || value.$schema !== undefined);

/** How many levels deep a row may be. */
const DEEPEST = 12;

/** How many levels a value has, counted no further than one over the bound. */
function depthOf(value: Json): number {
  let level: Json[] = [value];
  for (let depth = 0; depth <= DEEPEST; depth += 1) {
    level = level.flatMap((each) => (typeof each === 'object' && each !== null ? Object.values(each) : []));
    if (level.length === 0) return depth;
  }
  return DEEPEST + 1;
}

/** The rows that are meant of a list, as they are read. */
const meantIn =
  (list: FoundList | undefined) =>
  (row: JsonObject): JsonObject | undefined =>
    list ? rowOf(list, row) : row;

/** Hands a row on, if it is one that is meant. */
function taker(
  reading: JsonReading,
  row: (row: JsonObject) => void,
  tell: (problem: FileProblem) => void,
  meant: (row: JsonObject) => JsonObject | undefined,
): (value: Json) => void {
  let place = 0;
  return (given) => {
    place += 1;
    const value = isJsonObject(given) ? meant(given) : given;
    if (value === undefined) return;
    if (!isJsonObject(value)) tell({ code: 'json', message: `Item ${place} is no object.` });
    else if (depthOf(value) > DEEPEST)
      tell({
        code: 'json',
        message: `Item ${place} is more than ${DEEPEST} levels deep, which no entry can be.`,
      });
    else {
      reading.rows += 1;
      row(value);
    }
  };
}

/**
 * Reads JSON lines: one object on each line. What is none is told by its line.
 */
export async function parseJsonLines(
  chunks: AsyncIterable<string>,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
  list?: FoundList,
): Promise<JsonReading> {
  const { reading, tell } = begun();
  const take = taker(reading, (row) => watching.row(row), tell, meantIn(list));
  let [line, rest, read] = [0, '', 0];
  const takeLine = (text: string) => {
    line += 1;
    if (text.trim() === '') return;
    try {
      take(JSON.parse(text) as Json);
    } catch {
      tell({ line, code: 'json', message: `Line ${line} is no JSON.` });
    }
  };
  for await (const chunk of chunks) {
    read += chunk.length;
    const lines = (rest + chunk).split('\n');
    rest = lines.pop() ?? '';
    lines.forEach(takeLine);
    if (watching.progress?.(read, reading.rows) === false) break;
    await watching.wait?.();
  }
  takeLine(rest);
  if (reading.rows === 0) tell({ code: 'empty', message: 'There is no object in it.' });
  return reading;
}

/** Whether a text, by its first lines, is JSON lines rather than one JSON value. */
export function isJsonLines(head: string): boolean {
  const [first = '', second = ''] = head.split('\n').filter((each) => each.trim() !== '');
  if (!second.trim().startsWith('{')) return false;
  try {
    return isJsonObject(JSON.parse(first) as Json);
  } catch {
    return false;
  }
}

function begun(): { reading: JsonReading; tell: (problem: FileProblem) => void } {
  const reading: JsonReading = { rows: 0, problems: [], told: 0 };
  return {
    reading,
    tell: (problem) => {
      reading.told += 1;
      if (reading.problems.length < 200) reading.problems.push(problem);
    },
  };
}

/**
 * Reads the rows of one list in a JSON text (RFC 8259), one after the other as a stream of text; without a list, the one
 * object that the text is. Of a list under codes each row also holds its code. What is no object is told by its place.
 */
export async function parseJsonRows(
  chunks: AsyncIterable<string>,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
  list?: FoundList,
): Promise<JsonReading> {
  const { reading, tell } = begun();
  const take = taker(reading, (row) => watching.row(row), tell, meantIn(list));
  // One object that holds no list is one row, put together of its members.
  const alone: JsonObject = {};
  const deep = (list?.path.length ?? 0) + 1;
  const parser = new JSONParser({ paths: [`$${'.*'.repeat(deep)}`], keepStack: false });
  parser.onValue = ({ value, stack, key }) => {
    if (!list) {
      if (typeof key === 'string') alone[key] = value as Json;
      return;
    }
    const way = stack.slice(1).map((step) => step.key);
    if (list.path.some((step, i) => way[i] !== step)) return;
    if (list.sort === 'list') return take(value as Json);
    if (typeof key !== 'string' || !isJsonObject(value as Json)) return;
    take(keyedRow(key, value as JsonObject));
  };
  let read = 0;
  try {
    for await (const chunk of chunks) {
      read += chunk.length;
      if (!parser.isEnded) parser.write(chunk);
      if (watching.progress?.(read, reading.rows) === false) break;
      await watching.wait?.();
    }
  } catch (error) {
    tell({
      code: 'json',
      message: `This is no JSON from item ${reading.rows + 1} on: ${error instanceof Error ? error.message : String(error)}`,
    });
  }
  if (!list && reading.told === 0 && Object.keys(alone).length > 0) take(alone);
  if (reading.rows === 0) tell({ code: 'empty', message: 'There is no object in it.' });
  return reading;
}
