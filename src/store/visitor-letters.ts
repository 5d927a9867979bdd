import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, joined, sql } from './sql';
import { visitorLetters } from './tables/visitor-letters';
import type { RowOf } from './tables/table';

export type VisitorLetterRow = RowOf<typeof visitorLetters.columns>;
/** By what a letter is found in the outbox: the id of its work, and when (ms) it was written. */
export type LetterKey = Pick<VisitorLetterRow, 'letter' | 'at'>;

export const putVisitorLetter = (
  tx: WriteTransaction,
  letter: Omit<VisitorLetterRow, 'id'>,
): Promise<number> => tx.insert(visitorLetters, letter);

const columns = sql`id, letter, visitor, email, at, page, said`;

/** The messages that were written with an account, the newest first, at most so many. */
export const messagesWith = (reader: Reader, visitor: number, most: number): Promise<VisitorLetterRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM visitor_letters WHERE visitor = ${visitor} AND said IS NOT NULL ORDER BY id DESC LIMIT ${most}`,
  );

/** Messages, the newest first, and how many there are: all, or those from an address. */
export async function messagesPage(
  reader: Reader,
  { offset, limit, email }: { offset: number; limit: number; email?: string },
): Promise<{ total: number; rows: VisitorLetterRow[] }> {
  const found = joined(
    [sql`page IS NOT NULL`, ...(email === undefined ? [] : [sql`email = ${email}`])],
    ' AND ',
    '1',
  );
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM visitor_letters WHERE ${found}`),
    reader.all<VisitorLetterRow>(
      sql`SELECT ${columns} FROM visitor_letters WHERE ${found} ORDER BY id DESC LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}

export const messageByLetter = (reader: Reader, letter: Id): Promise<LetterKey | undefined> =>
  reader.one(sql`SELECT letter, at FROM visitor_letters WHERE letter = ${letter} AND page IS NOT NULL`);

/** All letters from some visitors and to them. */
export const lettersOf = (reader: Reader, visitors: readonly number[]): Promise<LetterKey[]> =>
  reader.all(sql`SELECT letter, at FROM visitor_letters WHERE visitor IN ${anyOf(visitors)}`);

/** Forgets letters, with the work that hands them over, whether it is done or not. */
export async function dropLetters(tx: WriteTransaction, letters: readonly LetterKey[]): Promise<void> {
  const keys = anyOf(letters.map(({ letter }) => letter));
  await tx.run(sql`DELETE FROM jobs WHERE uuid IN ${keys}`);
  await tx.run(sql`DELETE FROM visitor_letters WHERE letter IN ${keys}`);
}

/** Forgets letters that were written before a moment (ms). */
export const dropLettersBefore = (tx: WriteTransaction, before: number): Promise<number> =>
  tx.run(sql`DELETE FROM visitor_letters WHERE at < ${before}`);
