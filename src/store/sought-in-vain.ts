import type { Reader, WriteTransaction } from './database';
import { sql } from './sql';
import type { soughtInVain } from './tables/sought-in-vain';
import type { RowOf } from './tables/table';

export type SoughtInVainRow = RowOf<typeof soughtInVain.columns>;

/** How many are kept: those sought least, and longest ago, make room. */
const MOST_KEPT = 2_000;

/** Adds what was sought in vain to what was before. */
export async function addSoughtInVain(tx: WriteTransaction, rows: readonly SoughtInVainRow[]): Promise<void> {
  await tx.run(
    sql`INSERT INTO sought_in_vain (words, language, n, last_at)
     SELECT value ->> 'words', value ->> 'language', value ->> 'n', value ->> 'lastAt' FROM json_each(${JSON.stringify(rows)}) WHERE true
     ON CONFLICT (words, language) DO UPDATE SET n = n + excluded.n, last_at = excluded.last_at`,
  );
  await tx.run(
    sql`DELETE FROM sought_in_vain WHERE (words, language) IN
     (SELECT words, language FROM sought_in_vain ORDER BY n DESC, last_at DESC LIMIT -1 OFFSET ${MOST_KEPT})`,
  );
}

/** What was sought in vain most often, and how many there are. */
export async function soughtInVainPage(
  reader: Reader,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; rows: SoughtInVainRow[] }> {
  const [count, rows] = await Promise.all([
    reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM sought_in_vain`),
    reader.all<SoughtInVainRow>(
      sql`SELECT words, language, n, last_at AS lastAt FROM sought_in_vain ORDER BY n DESC, last_at DESC, words LIMIT ${limit} OFFSET ${offset}`,
    ),
  ]);
  return { total: count?.n ?? 0, rows };
}
