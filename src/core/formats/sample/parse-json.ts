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

/**
 * Reads the objects of a JSON list (RFC 8259), one after the other as a stream of text. A list that stands in the
 * only member of an object is read too. What is no object is told by its place.
 */
export async function parseJsonRows(
  chunks: AsyncIterable<string>,
  watching: { row(row: JsonObject): void } & Pick<Watching, 'progress' | 'wait'>,
): Promise<JsonReading> {
  const reading: JsonReading = { rows: 0, problems: [], told: 0 };
  const tell = (problem: FileProblem) => {
    reading.told += 1;
    if (reading.problems.length < 200) reading.problems.push(problem);
  };
  const parser = new JSONParser({ paths: ['$.*', '$.*.*'], keepStack: false });
  let place = 0;
  parser.onValue = ({ value, stack, key }) => {
    // Rows stand right in a list, or in a list that is a member of the one object.
    const inTop = stack.length === 1;
    const inMember = stack.length === 2 && typeof stack[1]?.key === 'string';
    if (typeof key !== 'number' || !(inTop || inMember)) return;
    place += 1;
    if (isJsonObject(value as Json)) {
      reading.rows += 1;
      watching.row(value as JsonObject);
    } else tell({ code: 'json', message: `Item ${place} is no object.` });
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
      message: `This is no JSON from item ${place + 1} on: ${error instanceof Error ? error.message : String(error)}`,
    });
  }
  if (reading.rows === 0) tell({ code: 'empty', message: 'There is no list of objects in it.' });
  return reading;
}
