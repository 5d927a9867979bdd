import type { Id } from '../core/ids';
import { SIGNED_IN, type SeenBy } from '../core/site/audience';
import type { Reader, WriteTransaction } from './database';
import type { IndexTable } from './index-tables/shape';
import { sql } from './sql';
import { audiences } from './tables/audiences';

interface AudienceRow {
  record: number;
  audience: string;
  asks: 0 | 1;
}

function seenByOf(rows: readonly AudienceRow[]): SeenBy | undefined {
  if (rows.length === 0) return undefined;
  return {
    groups: rows.flatMap(({ audience }) => (audience === SIGNED_IN ? [] : [audience])),
    ...(rows.some(({ asks }) => asks === 1) ? { asks: true } : {}),
  };
}

/** For whom a record itself is, where not for everyone. */
export const audienceOf = async (reader: Reader, record: number): Promise<SeenBy | undefined> =>
  seenByOf(
    await reader.all<AudienceRow>(sql`SELECT record, audience, asks FROM audiences WHERE record = ${record}`),
  );

/** For whom a record is, and a page all that it stands below: itself first, then upwards, with the type of each. */
export async function audiencesUp(
  reader: Reader,
  record: number,
): Promise<{ id: Id; title: string; type: Id | null; seenBy: SeenBy | undefined }[]> {
  const rows = await reader.all<AudienceRow & { id: Id; title: string; type: Id | null; step: number }>(
    sql`WITH RECURSIVE up(id, step) AS (SELECT ${record}, 0
       UNION ALL SELECT p.parent, step + 1 FROM up JOIN page_places p ON p.record = up.id WHERE p.parent IS NOT NULL)
     SELECT up.id AS record, r.uuid AS id, w.title, t.uuid AS type, up.step, g.audience, g.asks FROM up JOIN records r ON r.id = up.id
       JOIN working w ON w.record = up.id LEFT JOIN ids t ON t.n = r.type LEFT JOIN audiences g ON g.record = up.id ORDER BY up.step`,
  );
  const steps = [...new Map(rows.map((row) => [row.record, row])).values()];
  return steps.map(({ id, title, type, record: at }) => ({
    ...{ id, title, type },
    seenBy: seenByOf(rows.filter((row) => row.record === at && row.audience !== null)),
  }));
}

/** Says for whom a record is; for everyone where nothing is said. */
export async function putAudience(
  tx: WriteTransaction,
  record: number,
  seenBy: SeenBy | undefined,
): Promise<void> {
  await tx.remove(audiences, { record });
  if (!seenBy) return;
  const asks = seenBy.asks ? (1 as const) : (0 as const);
  const named = seenBy.groups.length > 0 ? [...new Set(seenBy.groups)] : [SIGNED_IN];
  await tx.insertAll(
    audiences,
    named.map((audience) => ({ record, audience, asks })),
  );
}

/** Has a copy be for those for whom what it was copied from is. */
export const copyAudience = (tx: WriteTransaction, from: number, to: number): Promise<number> =>
  tx.run(
    sql`INSERT OR IGNORE INTO audiences (record, audience, asks) SELECT ${to}, audience, asks FROM audiences WHERE record = ${from}`,
  );

/** Whether anything is not for everyone. */
export const hasAudiences = async (reader: Reader): Promise<boolean> =>
  (await reader.one(sql`SELECT 1 AS one FROM audiences LIMIT 1`)) !== undefined;

/** What is not seen: what is closed to an audience by itself or by its type, and pages below such. */
export interface Closed {
  /** Types (by integer key) of which nothing is seen. */
  types: readonly number[];
  /** The groups of whoever reads; nothing for who is not signed in. */
  groups: readonly Id[] | undefined;
}

const literal = (words: string): string => `'${words.replaceAll("'", "''")}'`;

/** Whether a record (an SQL expression) is closed by what is said of it alone. */
function closed(record: string, { groups }: Closed): string {
  const theirs = groups === undefined ? [] : [SIGNED_IN, ...groups];
  return `EXISTS (SELECT 1 FROM main.audiences g WHERE g.record = ${record}
    GROUP BY g.record HAVING max(g.audience IN (${theirs.map(literal).join(', ')})) = 0)`;
}

/** Whether a page, or one above it, is closed; of anything else, whether it is. */
function closedUp(record: string, to: Closed): string {
  const ofType =
    to.types.length === 0
      ? '0'
      : `EXISTS (SELECT 1 FROM main.records c WHERE c.id = up.id AND c.type IN (${to.types.join(', ')}))`;
  return `EXISTS (WITH RECURSIVE up(id) AS (VALUES(${record})
      UNION ALL SELECT p.parent FROM up JOIN main.page_places p ON p.record = up.id WHERE p.parent IS NOT NULL)
    SELECT 1 FROM up WHERE ${closed('up.id', to)} OR ${ofType})`;
}

/** A table of rows of one type without those that an audience does not see. */
function indexView({ live, holds, n }: IndexTable & { n: number }, to: Closed): string {
  const all = `SELECT * FROM main.${live} i`;
  if (to.types.includes(n)) return `${all} WHERE 0`;
  return `${all} WHERE NOT ${holds === 'pages' ? closedUp('i.entry', to) : closed('i.entry', to)}`;
}

/**
 * Views (SQL) that stand before the tables of what visitors see and leave out what an audience may not: whatever
 * asks through a
 * connection that has them is answered by no row that is for others alone.
 */
export const seenByViews = (indexTables: readonly (IndexTable & { n: number })[], to: Closed): string =>
  [
    ['live', `SELECT * FROM main.live l WHERE NOT ${closedUp('l.record', to)}`],
    ...indexTables.map((each) => [each.live, indexView(each, to)]),
  ]
    .map(([name, select]) => `CREATE TEMP VIEW ${name} AS ${select};`)
    .join('\n');
