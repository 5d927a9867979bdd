import { isJsonObject, type JsonObject } from '../../json';

/** The name of what holds the code under which a row stands: one that the row itself has not. */
const codeName = (row: JsonObject): string =>
  ['Code', 'Code of it', 'Its code'].find((name) => !(name in row)) ?? 'The code';

/** A row that stands under a code, with the code in it. */
export const keyedRow = (code: string, row: JsonObject): JsonObject => ({ [codeName(row)]: code, ...row });

/** The members of an object that are objects, as rows, each with the code under which it stands. */
export const keyedRows = (value: JsonObject): JsonObject[] =>
  Object.entries(value).flatMap(([code, row]) => (isJsonObject(row) ? [keyedRow(code, row)] : []));
