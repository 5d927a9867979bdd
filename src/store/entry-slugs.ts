import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import type { LiveVersion } from './records';
import { entrySlugs } from './tables/entry-slugs';

/** Which of some entries have a slug already. */
export const withSlugs = async (reader: Reader, records: readonly number[]): Promise<Set<number>> =>
  new Set(
    (
      await reader.all<{ record: number }>(
        sql`SELECT record FROM entry_slugs WHERE record IN ${anyOf(records)}`,
      )
    ).map(({ record }) => record),
  );

/**
 * The slugs of a type that are one of these words, or one with a number behind it. The words lead (CROSS
 * JOIN): the planner would walk the whole type for each.
 */
export const slugsLike = async (
  reader: Reader,
  type: number,
  words: readonly string[],
): Promise<Set<string>> =>
  new Set(
    (
      await reader.all<{ slug: string }>(
        sql`SELECT s.slug FROM json_each(${JSON.stringify(words)}) w CROSS JOIN entry_slugs s ON s.type = ${type} AND s.slug >= w.value AND s.slug < w.value || '.'`,
      )
    ).map(({ slug }) => slug),
  );

export const putSlugs = (
  tx: WriteTransaction,
  type: number,
  slugs: readonly { record: number; slug: string }[],
): Promise<void> =>
  tx.insertAll(
    entrySlugs,
    slugs.map(({ record, slug }) => ({ record, type, slug })),
  );

/** The slugs of entries, by their ids. */
export const slugsOf = async (reader: Reader, entries: readonly Id[]): Promise<Map<Id, string>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; slug: string }>(
        sql`SELECT r.uuid, s.slug FROM records r JOIN entry_slugs s ON s.record = r.id WHERE r.uuid IN ${anyOf(entries)}`,
      )
    ).map(({ uuid, slug }) => [uuid, slug]),
  );

/** The entry of a type that visitors see under a slug. */
export const liveEntryBySlug = (
  reader: Reader,
  type: number,
  slug: string,
  now: number,
): Promise<
  (Omit<LiveVersion, 'publishedBy' | 'model'> & { uuid: Id; publishedBy: string | null }) | undefined
> =>
  reader.one(
    sql`SELECT v.id, v.record, v.starts, v.ends, v.title, v.body, v.published_at AS publishedAt, r.uuid, h.name AS publishedBy FROM entry_slugs s JOIN records r ON r.id = s.record AND r.binned_at IS NULL
     JOIN live v ON v.record = s.record AND v.starts <= ${now} AND v.ends > ${now} LEFT JOIN people h ON h.id = v.published_by WHERE s.type = ${type} AND s.slug = ${slug}`,
  );

/** The entry of a type that bears a slug, whether visitors see it or not. */
export const entryBySlug = async (reader: Reader, type: number, slug: string): Promise<Id | undefined> =>
  (
    await reader.one<{ uuid: Id }>(
      sql`SELECT r.uuid FROM entry_slugs s JOIN records r ON r.id = s.record WHERE s.type = ${type} AND s.slug = ${slug}`,
    )
  )?.uuid;
