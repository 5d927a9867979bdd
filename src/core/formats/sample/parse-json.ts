import { JSONParser } from '@streamparser/json';
import { isJsonObject, type Json, type JsonObject } from '../../json';
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

/** Hands a row on, if it is one. */
function taker(
  reading: JsonReading,
  row: (row: JsonObject) => void,
  tell: (problem: FileProblem) => void,
): (value: Json) => void {
  let place = 0;
  return (value) => {
    place += 1;
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
): Promise<JsonReading> {
  const { reading, tell } = begun();
  const take = taker(reading, (row) => watching.row(row), tell);
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
 * Reads the objects of a JSON list (RFC 8259), one after the other as a stream of text. A list that stands in the
 * only member of an object is read too. What is no object is told by its place.
 */
export async function parseJsonRows(
  chunks: AsyncIterable<string>,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
): Promise<JsonReading> {
  const { reading, tell } = begun();
  const take = taker(reading, (row) => watching.row(row), tell);
  // One object that holds no list of objects is one row.
  const alone: JsonObject = {};
  const parser = new JSONParser({ paths: ['$.*', '$.*.*'], keepStack: false });
  parser.onValue = ({ value, stack, key }) => {
    // Rows stand right in a list, or in a list that is a member of the one object.
    const inTop = stack.length === 1;
    const inMember = stack.length === 2 && typeof stack[1]?.key === 'string';
    // A list of objects is read by its items; the object around it is none.
    if (inTop && typeof key === 'string') alone[key] = value as Json;
    if (typeof key !== 'number' || !(inTop || inMember)) return;
    if (inMember && !isJsonObject(value as Json)) return;
    take(value as Json);
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
  if (reading.rows === 0 && reading.told === 0 && Object.keys(alone).length > 0) take(alone);
  if (reading.rows === 0) tell({ code: 'empty', message: 'There is no list of objects in it.' });
  return reading;
}
