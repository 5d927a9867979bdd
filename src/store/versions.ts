import type { Span } from '../core/content/states';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import { versionNames } from './tables/version-names';

/** A kept working version of a record, with what it said. */
export interface KeptVersion {
  number: number;
  title: string;
  body: string;
  /** The revision of the model under which it was written. */
  model: number;
  at: number;
  by: string | null;
  why: string;
  name: string | null;
}

const kept = sql`SELECT v.number, v.title, v.body, v.model, v.at, p.name AS by, v.why, n.name
  FROM revisions v JOIN records r ON r.id = v.record LEFT JOIN people p ON p.id = v.person
  LEFT JOIN version_names n ON n.target = r.uuid AND n.number = v.number`;

/** The versions of a record before a number (0: all of them), the newest first. */
export const versionsOf = (
  reader: Reader,
  record: number,
  { before, most }: { before: number; most: number },
): Promise<KeptVersion[]> =>
  reader.all<KeptVersion>(
    sql`${kept} WHERE v.record = ${record} ${before > 0 ? sql`AND v.number < ${before}` : sql``} ORDER BY v.number DESC LIMIT ${most}`,
  );

export const versionOf = (reader: Reader, record: number, number: number): Promise<KeptVersion | undefined> =>
  reader.one<KeptVersion>(sql`${kept} WHERE v.record = ${record} AND v.number = ${number}`);

export async function countVersions(reader: Reader, record: number): Promise<number> {
  const found = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM revisions WHERE record = ${record}`,
  );
  return found?.n ?? 0;
}

/** When visitors saw, see or will see what a record said at a version: the newest that was kept when it was published. */
export const versionsShown = (
  reader: Reader,
  record: number,
): Promise<(Span & { number: number | null })[]> =>
  reader.all(
    sql`SELECT l.starts, l.ends,
       (SELECT v.number FROM revisions v WHERE v.record = l.record AND v.at <= l.published_at ORDER BY v.number DESC LIMIT 1) AS number
     FROM live l WHERE l.record = ${record} ORDER BY l.starts`,
  );

/** Gives a version a name; without one it has none any more. */
export async function nameVersion(
  tx: WriteTransaction,
  target: Id,
  number: number,
  name: string,
): Promise<void> {
  if (name === '') await tx.remove(versionNames, { target, number });
  else await tx.put(versionNames, [{ target, number, name }]);
}

/** The names of some versions of one thing. */
export const namesOfVersions = async (
  reader: Reader,
  target: Id,
  numbers: readonly number[],
): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ number: number; name: string }>(
        sql`SELECT number, name FROM version_names WHERE target = ${target} AND number IN ${anyOf(numbers)}`,
      )
    ).map(({ number, name }) => [number, name]),
  );

const DAY = 86_400_000;

/**
 * Savings that need not be kept any more, of the records between two keys: those before a moment that were followed on the
 * same day (UTC) by another saving of the same person. What bears a name, and what visitors saw, stays.
 */
export const versionsToThin = (
  reader: Reader,
  { from, to, before }: { from: number; to: number; before: number },
): Promise<{ record: number; number: number }[]> =>
  reader.all(
    sql`SELECT record, number FROM (
       SELECT v.record, v.number, v.body,
         lead(v.number) OVER (PARTITION BY v.record, v.person, v.at / ${DAY} ORDER BY v.number) AS later
       FROM revisions v WHERE v.record > ${from} AND v.record <= ${to} AND v.why = 'saved' AND v.at < ${before}) v
     WHERE later IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM live l WHERE l.record = v.record AND l.body = v.body)
       AND NOT EXISTS (SELECT 1 FROM version_names n JOIN records r ON r.uuid = n.target WHERE r.id = v.record AND n.number = v.number)`,
  );

export async function forgetVersions(
  tx: WriteTransaction,
  versions: readonly { record: number; number: number }[],
): Promise<void> {
  const given = JSON.stringify(versions.map(({ record, number }) => [record, number]));
  await tx.run(
    sql`DELETE FROM revisions WHERE (record, number) IN (SELECT d.value ->> 0, d.value ->> 1 FROM json_each(${given}) d)`,
  );
}
