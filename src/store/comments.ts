import type { Id } from '../core/ids';
import type { CommentState } from '../core/site/comments';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { comments } from './tables/comments';
import type { RowOf } from './tables/table';

export type CommentRow = RowOf<typeof comments.columns>;

const columns = sql`c.id, c.uuid, c.record, c.answers, c.name, c.words, c.first_words AS firstWords, c.language, c.state, c.at, c.person, c.visitor, c.revision`;

/** What visitors see of what was said on a record, the oldest first, at most so many. */
export const shownComments = (reader: Reader, on: Id, most: number): Promise<CommentRow[]> =>
  reader.all(
    sql`SELECT ${columns} FROM comments c WHERE c.record = (SELECT id FROM records WHERE uuid = ${on}) AND c.state = 'shown' ORDER BY c.at, c.id LIMIT ${most}`,
  );

/** How many comments of some state there are on a record. */
export const countOn = async (reader: Reader, record: number, state: CommentState): Promise<number> =>
  (
    await reader.one<{ n: number }>(
      sql`SELECT count(*) AS n FROM comments WHERE record = ${record} AND state = ${state}`,
    )
  )?.n ?? 0;

export const countByState = async (reader: Reader, state: CommentState): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM comments WHERE state = ${state}`))?.n ?? 0;

export const commentByUuid = (reader: Reader, uuid: Id): Promise<CommentRow | undefined> =>
  reader.one(sql`SELECT ${columns} FROM comments c WHERE c.uuid = ${uuid}`);

/** A comment with what it stands on, and whom it answers. */
export interface CommentInPlace extends CommentRow {
  on: Id;
  sort: 'entry' | 'page';
  type: Id;
  title: string;
  answersName: string | null;
}

const inPlace = sql`SELECT ${columns}, r.uuid AS "on", r.sort, t.uuid AS type, w.title, a.name AS answersName FROM comments c
  CROSS JOIN records r ON r.id = c.record CROSS JOIN ids t ON t.n = r.type CROSS JOIN working w ON w.record = r.id LEFT JOIN comments a ON a.id = c.answers`;

export const commentInPlace = (reader: Reader, uuid: Id): Promise<CommentInPlace | undefined> =>
  reader.one(sql`${inPlace} WHERE c.uuid = ${uuid}`);

/** The comments of a state, the newest first, and how many there are. */
export async function commentsPage(
  reader: Reader,
  { state, offset, limit }: { state: CommentState; offset: number; limit: number },
): Promise<{ total: number; rows: CommentInPlace[] }> {
  const [total, rows] = await Promise.all([
    countByState(reader, state),
    reader.all<CommentInPlace>(
      sql`${inPlace} WHERE c.id IN (SELECT id FROM comments WHERE state = ${state} ORDER BY at DESC, id DESC LIMIT ${limit} OFFSET ${offset})
       ORDER BY c.at DESC, c.id DESC`,
    ),
  ]);
  return { total, rows };
}

export const putComment = (
  tx: WriteTransaction,
  row: Omit<CommentRow, 'id' | 'revision' | 'firstWords' | 'visitor'> & { visitor?: Id | null },
): Promise<number> => tx.insert(comments, { ...row, firstWords: null, revision: 1 });

export const changeCommentRow = (
  tx: WriteTransaction,
  { id, words, firstWords, state, revision }: CommentRow,
): Promise<number> => tx.update(comments, { id }, { words, firstWords, state, revision: revision + 1 });

/** Takes a comment away for good, with what answers it. */
export const eraseComment = (tx: WriteTransaction, id: number): Promise<number> =>
  tx.run(sql`DELETE FROM comments WHERE id = ${id} OR answers = ${id}`);

/** What was said with an account, the oldest first, at most so many. */
export const commentsWith = (reader: Reader, visitor: Id, most: number): Promise<CommentInPlace[]> =>
  reader.all(sql`${inPlace} WHERE c.visitor = ${visitor} ORDER BY c.at, c.id LIMIT ${most}`);

/** Takes away what some rows are, with what answers it; answers on what it stood. */
async function eraseAll(tx: WriteTransaction, rows: readonly { id: number; on: Id }[]): Promise<Id[]> {
  const ids = anyOf(rows.map(({ id }) => id));
  await tx.run(sql`DELETE FROM comments WHERE id IN ${ids} OR answers IN ${ids}`);
  return rows.map(({ on }) => on);
}

const found = sql`SELECT c.id, r.uuid AS "on" FROM comments c JOIN records r ON r.id = c.record`;

/** Takes away all that was said with some accounts, with what answers it; answers on what it stood. */
export const eraseCommentsOf = async (tx: WriteTransaction, visitors: readonly Id[]): Promise<Id[]> =>
  eraseAll(tx, await tx.all(sql`${found} WHERE c.visitor IN ${anyOf(visitors)}`));

/** Takes away some of what was said before a moment (ms), with what answers it; answers on what it stood. */
export const eraseOldComments = async (tx: WriteTransaction, before: number, most: number): Promise<Id[]> =>
  eraseAll(tx, await tx.all(sql`${found} WHERE c.at < ${before} ORDER BY c.at LIMIT ${most}`));
