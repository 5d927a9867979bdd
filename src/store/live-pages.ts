import type { Id } from '../core/ids';
import type { Reader } from './database';
import type { LiveVersion } from './records';
import { anyOf, raw, sql, type Sql } from './sql';

/** A page as visitors see it at a moment. */
export interface LivePage extends Omit<LiveVersion, 'publishedBy' | 'model'> {
  uuid: Id;
  type: Id;
  site: number;
  parent: number | null;
  position: string;
  address: string;
  /** The name of who let visitors see it. */
  publishedBy: string | null;
  /** The category whose words it holds, where it is one of those. */
  category: Id | null;
}

/**
 * From where live pages are sought. The first table leads (CROSS JOIN): left to itself, the planner begins from nearly
 * all of `live`, or from every record.
 */
const fromPlaces = sql`page_places p CROSS JOIN records r ON r.id = p.record`;
const fromTypes = sql`records r CROSS JOIN page_places p ON p.record = r.id`;
/** From a table of integer keys of pages. */
const fromKeys = (table: string): Sql =>
  sql`${raw(table)} k CROSS JOIN page_places p ON p.record = k.id CROSS JOIN records r ON r.id = p.record`;

const live = (now: number, from = fromPlaces, columns = sql``): Sql =>
  sql`SELECT v.id, v.record, v.starts, v.ends, v.title, v.body, v.published_at AS publishedAt, r.uuid, t.uuid AS type, p.site, p.parent, p.position, p.address, h.name AS publishedBy, c.uuid AS category${columns}
  FROM ${from} JOIN ids t ON t.n = r.type
  CROSS JOIN live v ON v.record = p.record AND v.starts <= ${now} AND v.ends > ${now} LEFT JOIN people h ON h.id = v.published_by
  LEFT JOIN category_words g ON g.record = p.record LEFT JOIN ids c ON c.n = g.category WHERE r.binned_at IS NULL`;

/** A page that visitors see, and where: enough to lead there. */
export type LivePlace = Pick<LivePage, 'record' | 'uuid' | 'parent' | 'title' | 'address' | 'category'>;

const placeColumns = sql`p.record, r.uuid, p.parent, v.title, p.address, c.uuid AS category`;
const liveAndCategory = (now: number): Sql =>
  sql`CROSS JOIN live v ON v.record = p.record AND v.starts <= ${now} AND v.ends > ${now}
     LEFT JOIN category_words g ON g.record = p.record LEFT JOIN ids c ON c.n = g.category`;

/** The pages that visitors see of a site, or of some types (by integer key) in every site. */
export const livePlaces = (
  reader: Reader,
  now: number,
  among: { site: number } | { types: readonly number[] },
): Promise<LivePlace[]> => {
  const [from, wanted] =
    'site' in among
      ? [fromPlaces, sql`p.site = ${among.site}`]
      : [fromTypes, sql`r.sort = 'page' AND r.type IN ${anyOf(among.types)}`];
  return reader.all(
    sql`SELECT ${placeColumns} FROM ${from} ${liveAndCategory(now)} WHERE r.binned_at IS NULL AND ${wanted} ORDER BY p.parent, p.position`,
  );
};
/** The pages that refer, as visitors see them now, to each of some things; in one role alone where it is named. */
export const livePlacesNaming = (
  reader: Reader,
  now: number,
  targets: readonly Id[],
  role?: string,
): Promise<(LivePlace & { target: Id; type: Id })[]> => {
  const as = role === undefined ? sql`` : sql`AND f.role = ${role}`;
  return reader.all(
    sql`SELECT f.target, t.uuid AS type, ${placeColumns}
     FROM refs f CROSS JOIN records r ON r.id = f.source AND r.sort = 'page' CROSS JOIN page_places p ON p.record = f.source JOIN ids t ON t.n = r.type
     ${liveAndCategory(now)} WHERE f.target IN ${anyOf(targets)} AND f.side = 1 ${as} AND r.binned_at IS NULL ORDER BY p.address`,
  );
};
export const livePageAt = (
  reader: Reader,
  site: number,
  now: number,
  address: string,
): Promise<LivePage | undefined> =>
  reader.one(sql`${live(now)} AND p.site = ${site} AND p.address = ${address}`);
/** The page with a category's own words below the one that says how such pages are. */
export const liveWordsOf = (
  reader: Reader,
  now: number,
  home: number,
  category: number,
): Promise<LivePage | undefined> =>
  reader.one(sql`${live(now)} AND p.parent = ${home} AND g.category = ${category}`);
/** The pages of some types (by integer key) that visitors see, the first made first. */
export const livePagesOfTypes = (
  reader: Reader,
  now: number,
  types: readonly number[],
): Promise<LivePage[]> =>
  reader.all(
    sql`${live(now, fromTypes)} AND r.sort = 'page' AND r.type IN ${anyOf(types)} AND g.record IS NULL ORDER BY p.record`,
  );
/** The pages that visitors see right below some pages (by integer key), in the order of the tree; `most` at most, or all. */
export const liveChildrenOfMany = (
  reader: Reader,
  now: number,
  parents: readonly number[],
  most?: number,
): Promise<LivePage[]> =>
  reader.all(
    sql`${live(now)} AND p.parent IN ${anyOf(parents)} AND g.record IS NULL ORDER BY p.parent, p.position LIMIT ${most ?? -1}`,
  );
export const livePagesByIds = (
  reader: Reader,
  now: number,
  records: readonly number[],
): Promise<LivePage[]> => reader.all(sql`${live(now)} AND p.record IN ${anyOf(records)} ORDER BY p.address`);
/** What stands in some slots of pages as visitors see them: their blocks as JSON; slots that hold nothing are left out. */
export const liveSlots = (
  reader: Reader,
  now: number,
  records: readonly number[],
  slots: readonly Id[],
): Promise<{ record: number; slot: Id; blocks: string }[]> =>
  reader.all(
    sql`SELECT v.record, s.key AS slot, s.value AS blocks FROM live v JOIN json_each(v.body, '$.slots') s
     WHERE v.record IN ${anyOf(records)} AND v.starts <= ${now} AND v.ends > ${now}
       AND s.key IN ${anyOf(slots)} AND s.value <> '[]'`,
  );
/** The pages below some (by integer key), each with the one of these that it stands below. */
export const liveBelow = (
  reader: Reader,
  now: number,
  records: readonly number[],
): Promise<(LivePage & { top: number })[]> =>
  reader.all(
    sql`WITH RECURSIVE below(id, top) AS (SELECT record, parent FROM page_places WHERE parent IN ${anyOf(records)} UNION ALL SELECT p.record, top FROM page_places p JOIN below ON p.parent = below.id)
    ${live(now, fromKeys('below'), sql`, k.top`)}`,
  );
/** The pages above one, from the top down; those that visitors do not see are left out. */
export const liveAbove = (reader: Reader, now: number, record: number): Promise<LivePage[]> =>
  reader.all(
    sql`WITH RECURSIVE above(id, depth) AS (SELECT parent, 1 FROM page_places WHERE record = ${record} UNION ALL SELECT p.parent, depth + 1 FROM page_places p JOIN above ON p.record = above.id WHERE p.parent IS NOT NULL)
    ${live(now, fromKeys('above'))} ORDER BY k.depth DESC`,
  );
