import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import type { LiveVersion } from './records';

/** Which of some entries have a slug already. */
export const withSlugs = async (reader: Reader, records: readonly number[]): Promise<Set<number>> =>
  new Set(
    (
      await reader.all<{ record: number }>(
        'SELECT record FROM entry_slugs WHERE record IN (SELECT value FROM json_each($1))',
        [JSON.stringify(records)],
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
        "SELECT s.slug FROM json_each($2) w CROSS JOIN entry_slugs s ON s.type = $1 AND s.slug >= w.value AND s.slug < w.value || '.'",
        [type, JSON.stringify(words)],
      )
    ).map(({ slug }) => slug),
  );

export const putSlugs = (
  tx: WriteTransaction,
  type: number,
  slugs: readonly { record: number; slug: string }[],
): Promise<void> =>
  tx.insertMany(
    'entry_slugs',
    ['record', 'type', 'slug'],
    slugs.map(({ record, slug }) => [record, type, slug]),
  );

/** The slugs of entries, by their ids. */
export const slugsOf = async (reader: Reader, entries: readonly Id[]): Promise<Map<Id, string>> =>
  new Map(
    (
      await reader.all<{ uuid: Id; slug: string }>(
        'SELECT r.uuid, s.slug FROM records r JOIN entry_slugs s ON s.record = r.id WHERE r.uuid IN (SELECT value FROM json_each($1))',
        [JSON.stringify(entries)],
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
    `SELECT v.id, v.record, v.starts, v.ends, v.title, v.body, v.published_at AS publishedAt, r.uuid, h.name AS publishedBy FROM entry_slugs s JOIN records r ON r.id = s.record AND r.binned_at IS NULL
     JOIN live v ON v.record = s.record AND v.starts <= $3 AND v.ends > $3 LEFT JOIN people h ON h.id = v.published_by WHERE s.type = $1 AND s.slug = $2`,
    [type, slug, now],
  );
