import type { WriteTransaction } from './database';
import { anyOf, sql, type Sql } from './sql';
import { olderTranslations } from './tables/older-translations';

/** Puts the languages in which records are older than their source in place of those that were noted. */
export async function putOlder(
  tx: WriteTransaction,
  records: readonly number[],
  rows: readonly { record: number; language: number }[],
): Promise<void> {
  await tx.run(sql`DELETE FROM older_translations WHERE record IN ${anyOf(records)}`);
  await tx.insertAll(olderTranslations, rows);
}

/** Whether something of a record (named by SQL) is older than its source in a language. */
export const isOlderIn = (record: Sql, language: number): Sql =>
  sql`EXISTS (SELECT 1 FROM older_translations o WHERE o.record = ${record} AND o.language = ${language})`;
