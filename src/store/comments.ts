import type { Id } from '../core/ids';
import type { CommentState } from '../core/site/comments';
import type { Reader, WriteTransaction } from './database';
import { anyOf, anyOfFew, sql } from './sql';
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

/** How many comments there are on each of some records: those that visitors see, and those that wait. */
export async function countsOn(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, { shown: number; held: number }>> {
  const rows = await reader.all<{ record: number; shown: number; held: number }>(
    sql`SELECT record, sum(state = 'shown') AS shown, sum(state = 'held') AS held FROM comments
     WHERE record IN ${anyOf(records)} AND state IN ('shown', 'held') GROUP BY record`,
  );
  return new Map(rows.map(({ record, ...counts }) => [record, counts]));
}

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

const shownWith = (types: readonly number[], now: number) =>
  sql`FROM comments c CROSS JOIN records r ON r.id = c.record CROSS JOIN ids t ON t.n = r.type
   CROSS JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now}
   WHERE c.state = 'shown'
     AND (c.answers IS NULL OR EXISTS (SELECT 1 FROM comments a WHERE a.id = c.answers AND a.state = 'shown'))
     AND CASE WHEN r.sort = 'page' AND l.body ->> '$.settings.set.comments' IS NOT NULL
       THEN l.body ->> '$.settings.set.comments' <> 'off' ELSE r.type IN ${anyOfFew(types)} END`;

/** A comment that visitors see, with what it stands on as they see that. */
export interface CommentSeen extends CommentRow {
  on: Id;
  sort: 'entry' | 'page';
  type: Id;
  title: string;
  body: string;
}

/**
 * What visitors see of what was said, wherever they see what it stands on: the newest first, from `offset` on. `types`
 * (by integer key) are those on which it is shown; a page may say otherwise for itself.
 */
export const latestComments = (
  reader: Reader,
  { types, now, offset, limit }: { types: readonly number[]; now: number; offset: number; limit: number },
): Promise<CommentSeen[]> =>
  reader.all(
    sql`SELECT ${columns}, r.uuid AS "on", r.sort, t.uuid AS type, l.title, l.body ${shownWith(types, now)}
     ORDER BY c.at DESC, c.id DESC LIMIT ${limit} OFFSET ${offset}`,
  );

/** How many there are of them, not counted beyond `most`. */
export const countLatest = async (
  reader: Reader,
  types: readonly number[],
  now: number,
  most: number,
): Promise<number> =>
  (
    await reader.one<{ n: number }>(
      sql`SELECT count(*) AS n FROM (SELECT 1 ${shownWith(types, now)} LIMIT ${most})`,
    )
  )?.n ?? 0;

/** On what something was said at a moment (ms) or since, shown to visitors where they see that; the newest `most`. */
export const commentedSince = async (reader: Reader, since: number, most: number): Promise<Id[]> =>
  (
    await reader.all<{ uuid: Id }>(
      sql`SELECT DISTINCT r.uuid FROM (SELECT record FROM comments WHERE state = 'shown' AND at >= ${since}
       ORDER BY at DESC LIMIT ${most}) c JOIN records r ON r.id = c.record`,
    )
  ).map(({ uuid }) => uuid);

/** The comments of a state, the newest first, of one record or of all, and how many there are. */
export async function commentsPage(
  reader: Reader,
  {
    state,
    on,
    offset,
    limit,
  }: { state: CommentState; on?: number | undefined; offset: number; limit: number },
): Promise<{ total: number; rows: CommentInPlace[] }> {
  const which = on === undefined ? sql`state = ${state}` : sql`record = ${on} AND state = ${state}`;
  const [total, rows] = await Promise.all([
    on === undefined ? countByState(reader, state) : countOn(reader, on, state),
    reader.all<CommentInPlace>(
      sql`${inPlace} WHERE c.id IN (SELECT id FROM comments WHERE ${which} ORDER BY at DESC, id DESC LIMIT ${limit} OFFSET ${offset})
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
