import type { Reader, WriteTransaction } from '../database';
import { raw, sql } from '../sql';
import type { IndexTable } from './shape';

/** How listings go through the visitors' side of an index table: what equals one value, in the order of a column. */
export interface Walk {
  indexTable: IndexTable;
  equal: string;
  sort: string;
}

const nameOf = ({ indexTable, equal, sort }: Walk): string => `walk_${indexTable.live}_${equal}_${sort}`;

const walkIndexes = async (reader: Reader): Promise<string[]> =>
  (
    await reader.all<{ name: string }>(
      sql`SELECT name FROM sqlite_master WHERE type = 'index' AND name GLOB 'walk_index_*'`,
    )
  ).map(({ name }) => name);

/** Of some walks, those that there is no index for yet, one of each. */
export async function missingWalks(reader: Reader, walks: readonly Walk[]): Promise<Walk[]> {
  const there = new Set(await walkIndexes(reader));
  return [...new Map(walks.map((walk) => [nameOf(walk), walk]))].flatMap(([name, walk]) =>
    there.has(name) ? [] : [walk],
  );
}

export async function makeWalkIndex(tx: WriteTransaction, walk: Walk): Promise<void> {
  const { indexTable, equal, sort } = walk;
  await tx.run(
    sql`CREATE INDEX ${raw(nameOf(walk))} ON ${raw(indexTable.live)} (${raw(equal)}, ${raw(sort)}, entry, live_from, live_until)`,
  );
}

/**
 * Makes the indexes by which listings are walked, and takes away those that none goes by any more. Listings that go the
 * same way share one. One test of equality leads: what else a listing asks is looked at on the way.
 */
export async function putWalkIndexes(tx: WriteTransaction, walks: readonly Walk[]): Promise<void> {
  const wanted = new Set(walks.map(nameOf));
  for (const name of await walkIndexes(tx)) if (!wanted.has(name)) await tx.run(sql`DROP INDEX ${raw(name)}`);
  for (const walk of await missingWalks(tx, walks)) await makeWalkIndex(tx, walk);
}
