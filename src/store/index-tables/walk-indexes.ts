import type { WriteTransaction } from '../database';
import { raw, sql } from '../sql';
import type { IndexTable } from './shape';

/** How listings go through the visitors' side of an index table: what equals one value, in the order of a column. */
export interface Walk {
  indexTable: IndexTable;
  equal: string;
  sort: string;
}

const nameOf = ({ indexTable, equal, sort }: Walk): string => `walk_${indexTable.live}_${equal}_${sort}`;

const walkIndexes = async (tx: WriteTransaction): Promise<string[]> =>
  (
    await tx.all<{ name: string }>(
      sql`SELECT name FROM sqlite_master WHERE type = 'index' AND name GLOB 'walk_index_*'`,
    )
  ).map(({ name }) => name);

/**
 * Makes the indexes by which listings are walked, and takes away those that none goes by any more. Listings that go the
 * same way share one. One test of equality leads: what else a listing asks is looked at on the way.
 */
export async function putWalkIndexes(tx: WriteTransaction, walks: readonly Walk[]): Promise<void> {
  const wanted = new Map(walks.map((walk) => [nameOf(walk), walk]));
  const there = new Set(await walkIndexes(tx));
  for (const name of there) if (!wanted.has(name)) await tx.run(sql`DROP INDEX ${raw(name)}`);
  for (const [name, { indexTable, equal, sort }] of wanted)
    if (!there.has(name))
      await tx.run(
        sql`CREATE INDEX ${raw(name)} ON ${raw(indexTable.live)} (${raw(equal)}, ${raw(sort)}, live_from, live_until, entry)`,
      );
}
