import { anyOf, sql } from './sql';
import type { Id } from '../core/ids';
import type { Reader } from './database';

export interface KnownEntryRow {
  uuid: Id;
  type: Id;
  title: string;
  /** What visitors see of it, where they see it. */
  live: string | null;
}

// The plus keeps the planner from walking every entry or page there is to find a few by their ids.

/** Entries outside the bin by their ids, as visitors see them at a moment. */
export const entriesAmong = (reader: Reader, ids: readonly Id[], now: number): Promise<KnownEntryRow[]> =>
  reader.all(
    sql`SELECT r.uuid, t.uuid AS type, coalesce(l.title, w.title) AS title, l.body AS live
     FROM records r JOIN ids t ON t.n = r.type JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now}
     WHERE r.uuid IN ${anyOf(ids)} AND +r.sort = 'entry' AND +r.binned_at IS NULL`,
  );

export interface KnownPageRow extends KnownEntryRow {
  address: string;
  /** The address of the page above it. */
  above: string | null;
  category: Id | null;
}

/** Pages outside the bin by their ids, as visitors see them at a moment. */
export const pagesAmong = (reader: Reader, ids: readonly Id[], now: number): Promise<KnownPageRow[]> =>
  reader.all(
    sql`SELECT r.uuid, t.uuid AS type, coalesce(l.title, w.title) AS title, p.address, a.address AS above,
       c.uuid AS category, l.body AS live
     FROM records r JOIN ids t ON t.n = r.type JOIN page_places p ON p.record = r.id
     JOIN working w ON w.record = r.id LEFT JOIN page_places a ON a.record = p.parent
     LEFT JOIN category_words g ON g.record = r.id LEFT JOIN ids c ON c.n = g.category
     LEFT JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now}
     WHERE r.uuid IN ${anyOf(ids)} AND +r.sort = 'page' AND +r.binned_at IS NULL`,
  );

/**
 * Shared blocks outside the bin by their ids: as they are worked on, as visitors see them at a moment, and
 * whether they ever did or will.
 */
export const sharedAmong = (
  reader: Reader,
  ids: readonly Id[],
  now: number,
): Promise<{ uuid: Id; title: string; body: string; live: string | null; wasSeen: 0 | 1 }[]> =>
  reader.all(
    sql`SELECT r.uuid, w.title, w.body, l.body AS live, EXISTS (SELECT 1 FROM live v WHERE v.record = r.id) AS wasSeen
     FROM records r JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now}
     WHERE r.uuid IN ${anyOf(ids)} AND +r.sort = 'shared' AND +r.binned_at IS NULL`,
  );

/** What entries, pages and media outside the bin are called, by their ids, as visitors see them at a moment. */
export const titlesAmong = (
  reader: Reader,
  ids: readonly Id[],
  now: number,
): Promise<{ uuid: Id; title: string }[]> =>
  reader.all(
    sql`SELECT r.uuid, coalesce(l.title, w.title) AS title FROM records r JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= ${now} AND l.ends > ${now}
     WHERE r.uuid IN ${anyOf(ids)} AND +r.binned_at IS NULL`,
  );

/** Entries by their ids, the bin counted, with what they are called. */
export const entryTitles = (
  reader: Reader,
  ids: readonly Id[],
): Promise<{ id: Id; type: Id; title: string }[]> =>
  reader.all(
    sql`SELECT r.uuid AS id, t.uuid AS type, w.title FROM records r JOIN ids t ON t.n = r.type
     JOIN working w ON w.record = r.id WHERE +r.sort = 'entry' AND r.uuid IN ${anyOf(ids)}`,
  );

/** The ids that stand behind some integer keys. */
export const idsByKeys = async (reader: Reader, keys: readonly number[]): Promise<Map<number, Id>> =>
  new Map(
    (await reader.all<{ n: number; uuid: Id }>(sql`SELECT n, uuid FROM ids WHERE n IN ${anyOf(keys)}`)).map(
      ({ n, uuid }) => [n, uuid],
    ),
  );
