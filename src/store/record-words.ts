import { soughtAsMatch, type Sought } from '../core/content/sought-words';
import type { Reader, WriteTransaction } from './database';
import { anyOf, raw, sql, type Sql } from './sql';

/**
 * The words of each record in one language lie in one row of the search, whose key says both: the record's, and the number
 * of the language among those of the model (0 is the main one).
 */
const BITS = 6;

export interface RecordWords {
  record: number;
  language: number;
  words: string;
}

const rowOf = ({ record, language }: RecordWords): number => record * 2 ** BITS + language;

/** The record of a row `f` of the search. */
export const recordOfWords: Sql = raw(`(f.rowid >> ${BITS})`);

/** The rows `f` of the search that are of a record (named by SQL). */
export const ofRecord = (record: Sql): Sql =>
  sql`f.rowid BETWEEN (${record} << ${raw(String(BITS))}) AND (${record} << ${raw(String(BITS))}) + ${raw(String(2 ** BITS - 1))}`;

/** How many letters of a word lie in the search as its beginning (migration 037). */
const BEGINNING = 4;

/**
 * Whether hits are read one by one, so that asking of one record takes no longer where very many have the words. Longer
 * beginnings are gone through as a whole first.
 */
export const hitsComeSingly = ({ beginnings }: Sought): boolean =>
  beginnings.every((word) => [...word].length <= BEGINNING);

/** Whether a row `f` of the search is of a language. */
export const ofLanguage = (language: number): Sql =>
  sql`(f.rowid & ${raw(String(2 ** BITS - 1))}) = ${language}`;

/** Whether a record (named by SQL) says nothing in a language. */
export const saysNothingIn = (record: Sql, language: number): Sql =>
  sql`NOT EXISTS (SELECT 1 FROM record_words_docsize d WHERE d.id = ${record} * ${raw(String(2 ** BITS))} + ${language})`;

/** Forgets the words of some records. */
export const dropWords = (tx: WriteTransaction, records: readonly number[]): Promise<number> =>
  tx.run(
    sql`DELETE FROM record_words WHERE rowid IN (SELECT d.id FROM json_each(${JSON.stringify(records)}) r
     CROSS JOIN record_words_docsize d ON d.id BETWEEN r.value << ${raw(String(BITS))} AND (r.value << ${raw(String(BITS))}) + ${raw(String(2 ** BITS - 1))})`,
  );

/** Puts the words of some records in place of those that were there. */
export async function putWords(
  tx: WriteTransaction,
  records: readonly number[],
  rows: readonly RecordWords[],
): Promise<void> {
  await dropWords(tx, records);
  await tx.insertMany(
    'record_words',
    ['rowid', 'words'],
    rows.map((row) => [rowOf(row), row.words]),
  );
}

/** Forgets all words. */
export const dropAllWords = (tx: WriteTransaction): Promise<number> =>
  tx.run(sql`INSERT INTO record_words (record_words) VALUES ('delete-all')`);

/** In which languages each of some records has words, as they lie in the search. */
export const languagesOfWords = (records: readonly number[]): Sql =>
  sql`SELECT w.id >> ${raw(String(BITS))} AS record, w.id & ${raw(String(2 ** BITS - 1))} AS language FROM record_words_docsize w WHERE w.id >> ${raw(String(BITS))} IN ${anyOf(records)}`;

/** Among so many hits the best are sought; where there are more, those made last come first. */
const RANKED = 2_000;

/** Records outside the bin that have the words that are sought, in any language, by their integer keys. */
export async function recordsWithWords(reader: Reader, sought: Sought, most: number): Promise<number[]> {
  const match = soughtAsMatch(sought);
  if (match === '') return [];
  const counted = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM (SELECT 1 FROM record_words WHERE record_words MATCH ${match} LIMIT ${RANKED + 1})`,
  );
  const order = raw((counted?.n ?? 0) > RANKED ? 'f.rowid DESC' : 'f.rank');
  const rows = await reader.all<{ record: number }>(
    sql`SELECT ${recordOfWords} AS record FROM record_words f CROSS JOIN records r ON r.id = ${recordOfWords} AND r.binned_at IS NULL
     WHERE f.words MATCH ${match} ORDER BY ${order} LIMIT ${most * 2}`,
  );
  return [...new Set(rows.map(({ record }) => record))].slice(0, most);
}
