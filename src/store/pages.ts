import { anyOf, raw, sql, type Sql } from './sql';
import { FOREVER, type Span } from '../core/content/states';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { parseSought, soughtAsMatch } from '../core/content/sought-words';
import type { LiveVersion } from './records';
import { pagePlaces } from './tables/page-places';
import { sites as siteTable } from './tables/sites';
import type { RowOf } from './tables/table';

export interface SiteRow {
  id: number;
  uuid: Id;
  key: string;
  label: string;
  /** What its addresses begin with: nothing for the first site, `/friends` for another. */
  base: string;
  locale: string;
  timeZone: string;
  /** The medium whose picture stands for it. */
  picture: Id | null;
}

export const sites = (reader: Reader): Promise<SiteRow[]> =>
  reader.all(
    sql`SELECT id, uuid, key, label, base, locale, time_zone AS timeZone, picture FROM sites ORDER BY id`,
  );

export const makeSite = (tx: WriteTransaction, site: Omit<SiteRow, 'id'>, madeAt: number): Promise<number> =>
  tx.insert(siteTable, { ...site, madeAt });

export const changeSiteRow = (
  tx: WriteTransaction,
  id: number,
  { label, base, locale, timeZone, picture }: Omit<SiteRow, 'id' | 'uuid' | 'key'>,
): Promise<number> => tx.update(siteTable, { id }, { label, base, locale, timeZone, picture });

export const dropSite = (tx: WriteTransaction, id: number): Promise<number> => tx.remove(siteTable, { id });

/** How many pages stand in a site, or lie in the bin with their place in it. */
export const pagesInSite = async (reader: Reader, site: number): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM page_places WHERE site = ${site}`))?.n ?? 0;

/** A page's place in its site's tree, with enough of the page to draw the tree. */
export interface PlacedPage {
  record: number;
  uuid: Id;
  type: Id;
  site: number;
  parent: number | null;
  position: string;
  slug: string;
  address: string;
  title: string;
  revision: number;
  stage: 'draft' | 'review';
  /** The category whose words it holds, where it is one of those; its address is then told by the category's place. */
  category: Id | null;
}

const select = sql`SELECT p.record, r.uuid, t.uuid AS type, p.site, p.parent, p.position, p.slug, p.address, w.title, w.revision, w.stage, c.uuid AS category
  FROM page_places p CROSS JOIN records r ON r.id = p.record CROSS JOIN working w ON w.record = p.record JOIN ids t ON t.n = r.type
  LEFT JOIN category_words g ON g.record = p.record LEFT JOIN ids c ON c.n = g.category`;

/**
 * The pages that stand in the trees of all sites, one site after the other, each page after its parent's
 * earlier children.
 */
export const tree = (reader: Reader): Promise<PlacedPage[]> =>
  reader.all(sql`${select} WHERE r.binned_at IS NULL ORDER BY p.site, p.parent, p.position`);

/** The integer keys of pages by their ids. */
export const keysOfPages = async (reader: Reader, pages: readonly Id[]): Promise<number[]> =>
  (
    await reader.all<{ id: number }>(
      sql`SELECT r.id FROM records r WHERE r.uuid IN ${anyOf(pages)} AND +r.sort = 'page'`,
    )
  ).map(({ id }) => id);

/** The pages at the tops of all sites. */
export const topPages = (reader: Reader): Promise<PlacedPage[]> =>
  reader.all(sql`${select} WHERE p.parent IS NULL AND r.binned_at IS NULL ORDER BY p.site`);

/** The pages right below each of some pages (by integer key), in their order. */
export const standingBelow = (reader: Reader, parents: readonly number[]): Promise<PlacedPage[]> =>
  reader.all(
    sql`${select} WHERE p.parent IN ${anyOf(parents)} AND r.binned_at IS NULL ORDER BY p.parent, p.position`,
  );

/** Some pages (by integer key) with all above them. */
export const withThoseAbove = (reader: Reader, records: readonly number[]): Promise<PlacedPage[]> =>
  reader.all(
    sql`WITH RECURSIVE above(id) AS (SELECT value FROM json_each(${JSON.stringify(records)})
       UNION SELECT p.parent FROM above JOIN page_places p ON p.record = above.id WHERE p.parent IS NOT NULL)
    ${select} WHERE p.record IN (SELECT id FROM above) AND r.binned_at IS NULL ORDER BY p.site, p.parent, p.position`,
  );

/** The pages that have words in their titles, or addresses that begin so: the first by their addresses, by integer key. */
export const pagesSought = async (
  reader: Reader,
  sought: { words: string } | { begins: string },
  most: number,
): Promise<number[]> => {
  const [from, which] =
    'words' in sought
      ? [
          sql`record_search s CROSS JOIN page_places p ON p.record = s.rowid`,
          sql`s.record_search MATCH ${soughtAsMatch(parseSought(sought.words))}`,
        ]
      : [
          sql`sites CROSS JOIN page_places p ON p.site = sites.id`,
          // Nothing sorts behind what begins with a text but this.
          sql`p.address >= ${sought.begins} AND p.address < ${`${sought.begins}\uffff`}`,
        ];
  const rows = await reader.all<{ record: number }>(
    sql`SELECT p.record FROM ${from} CROSS JOIN records r ON r.id = p.record WHERE ${which} AND r.binned_at IS NULL ORDER BY p.site, p.address LIMIT ${most}`,
  );
  return rows.map(({ record }) => record);
};

/** How many pages of each type stand right below each of some pages, by integer key. */
export const typesBelow = (
  reader: Reader,
  parents: readonly number[],
): Promise<{ parent: number; type: Id; n: number }[]> =>
  reader.all(
    sql`SELECT p.parent, t.uuid AS type, count(*) AS n FROM page_places p CROSS JOIN records r ON r.id = p.record JOIN ids t ON t.n = r.type
     WHERE p.parent IN ${anyOf(parents)} AND r.binned_at IS NULL GROUP BY p.parent, r.type`,
  );

/** How many pages there are of each type; those that hold the words of one category are not counted. */
export const countsOfPages = (reader: Reader): Promise<{ type: Id; n: number }[]> =>
  reader.all(
    sql`SELECT t.uuid AS type, count(*) AS n FROM records r JOIN ids t ON t.n = r.type
     WHERE r.sort = 'page' AND r.binned_at IS NULL AND r.id NOT IN (SELECT record FROM category_words) GROUP BY r.type`,
  );

/** The pages of some types (by integer key) but for those that hold the words of one category: the first by their addresses. */
export const pagesOfTypes = (reader: Reader, types: readonly number[], most: number): Promise<PlacedPage[]> =>
  reader.all(
    sql`SELECT p.record, r.uuid, t.uuid AS type, p.site, p.parent, p.position, p.slug, p.address, w.title, w.revision, w.stage, NULL AS category
     FROM records r CROSS JOIN page_places p ON p.record = r.id CROSS JOIN working w ON w.record = r.id JOIN ids t ON t.n = r.type
     WHERE r.sort = 'page' AND r.type IN ${anyOf(types)} AND r.binned_at IS NULL AND r.id NOT IN (SELECT record FROM category_words)
     ORDER BY p.site, p.address LIMIT ${most}`,
  );

/** How many pages stand in the tree of each site: what lies in the bin is told by how its address begins. */
export const pagesBySite = async (reader: Reader): Promise<Map<number, number>> =>
  new Map(
    (
      await reader.all<{ id: number; n: number }>(
        sql`SELECT s.id, (SELECT count(*) FROM page_places WHERE site = s.id AND address NOT BETWEEN 'bin:' AND 'bin;') AS n FROM sites s`,
      )
    ).map(({ id, n }) => [id, n]),
  );

/** Every page with its place, also those in the bin. */
export const everyPlace = (reader: Reader): Promise<PlacedPage[]> => reader.all(select);

/** What pages say themselves of whether they stand in the navigation, by integer key. */
export const navigationSaid = async (reader: Reader): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ record: number; said: string }>(
        sql`SELECT record, json_extract(body, '$.settings.set.inNavigation') AS said FROM working
         WHERE json_extract(body, '$.settings.set.inNavigation') IS NOT NULL`,
      )
    ).map(({ record, said }) => [record, said]),
  );

/** The titles that visitors read of pages at a moment (ms), by integer key. */
export const titlesAt = async (reader: Reader, at: number): Promise<Map<number, string>> =>
  new Map(
    (
      await reader.all<{ record: number; title: string }>(
        sql`SELECT l.record, l.title FROM page_places p CROSS JOIN live l ON l.record = p.record AND l.starts <= ${at} AND l.ends > ${at}`,
      )
    ).map(({ record, title }) => [record, title]),
  );

/** When versions of records are seen, by integer key. */
async function spansIn(reader: Reader, rows: Sql): Promise<Map<number, Span[]>> {
  const found = new Map<number, Span[]>();
  for (const { record, starts, ends } of await reader.all<Span & { record: number }>(rows)) {
    const spans = found.get(record);
    if (spans) spans.push({ starts, ends });
    else found.set(record, [{ starts, ends }]);
  }
  return found;
}

/** When versions of the pages that stand in the trees are seen; of those alone that were published by a moment (ms). */
export const spansOfPages = (reader: Reader, publishedBy = FOREVER): Promise<Map<number, Span[]>> =>
  spansIn(
    reader,
    sql`SELECT l.record, l.starts, l.ends FROM page_places p CROSS JOIN live l ON l.record = p.record AND l.published_at <= ${publishedBy} ORDER BY l.record, l.starts`,
  );

/** When versions of some pages (by integer key) are seen. */
export const spansOfSome = (reader: Reader, records: readonly number[]): Promise<Map<number, Span[]>> =>
  spansIn(
    reader,
    sql`SELECT record, starts, ends FROM live WHERE record IN ${anyOf(records)} ORDER BY record, starts`,
  );

/** A page's place as it is told whether another may stand below it. */
export type Home = Pick<PlacedPage, 'record' | 'uuid' | 'type' | 'parent' | 'title' | 'address'>;

/**
 * The pages that stand in a site, by their addresses: those after one, of some types alone (by integer key), or those that
 * have words in their titles.
 */
export function homesIn(
  reader: Reader,
  site: number,
  { after, most, types, words }: { after: string; most: number; types?: readonly number[]; words?: string },
): Promise<Home[]> {
  const of = types ? sql`AND r.type IN ${anyOf(types)}` : sql``;
  const named =
    words === undefined
      ? sql``
      : sql`AND p.record IN (SELECT rowid FROM record_search WHERE record_search MATCH ${soughtAsMatch(parseSought(words))})`;
  return reader.all(
    sql`SELECT p.record, r.uuid, t.uuid AS type, p.parent, w.title, p.address
     FROM page_places p CROSS JOIN records r ON r.id = p.record AND r.binned_at IS NULL ${of} CROSS JOIN working w ON w.record = p.record JOIN ids t ON t.n = r.type
     WHERE p.site = ${site} AND p.address > ${after} ${named} ORDER BY p.address LIMIT ${most}`,
  );
}

/** Of some pages each with those above it, from itself up, by integer key. */
export async function trailsOf(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, { record: number; id: Id; title: string }[]>> {
  const trails = new Map<number, { record: number; id: Id; title: string }[]>(
    records.map((record) => [record, []]),
  );
  const rows = await reader.all<{ of: number; record: number; id: Id; title: string }>(
    sql`WITH RECURSIVE above(of, id, step) AS (
       SELECT value, value, 0 FROM json_each(${JSON.stringify(records)})
       UNION ALL SELECT of, p.parent, step + 1 FROM above JOIN page_places p ON p.record = above.id WHERE p.parent IS NOT NULL)
     SELECT above.of, above.id AS record, r.uuid AS id, w.title FROM above JOIN records r ON r.id = above.id JOIN working w ON w.record = r.id ORDER BY of, step`,
  );
  for (const { of, ...page } of rows) trails.get(of)?.push(page);
  return trails;
}

/** How many pages of a type stand right below each of some pages, but for one, by integer key. */
export const countsBelow = async (
  reader: Reader,
  parents: readonly number[],
  type: number,
  but: number,
): Promise<Map<number, number>> =>
  new Map(
    (
      await reader.all<{ parent: number; n: number }>(
        sql`SELECT p.parent, count(*) AS n FROM page_places p CROSS JOIN records r ON r.id = p.record
         WHERE p.parent IN ${anyOf(parents)} AND r.type = ${type} AND r.binned_at IS NULL AND p.record <> ${but}
           AND p.record NOT IN (SELECT record FROM category_words) GROUP BY p.parent`,
      )
    ).map(({ parent, n }) => [parent, n]),
  );

export const placeOf = (reader: Reader, record: number): Promise<PlacedPage | undefined> =>
  reader.one(sql`${select} WHERE p.record = ${record}`);

/** Where some pages stand, by their integer keys; pages they stand below and categories by their ids. */
export const placesOfMany = async (
  reader: Reader,
  records: readonly number[],
): Promise<
  Map<
    number,
    Pick<PlaceRow, 'site' | 'position' | 'slug' | 'address'> & { parent: Id | null; category: Id | null }
  >
> =>
  new Map(
    (
      await reader.all<
        { record: number } & Pick<PlaceRow, 'site' | 'position' | 'slug' | 'address'> & {
            parent: Id | null;
            category: Id | null;
          }
      >(
        sql`SELECT p.record, p.site, a.uuid AS parent, p.position, p.slug, p.address, c.uuid AS category FROM page_places p
         LEFT JOIN records a ON a.id = p.parent LEFT JOIN category_words g ON g.record = p.record LEFT JOIN ids c ON c.n = g.category
         WHERE p.record IN ${anyOf(records)}`,
      )
    ).map(({ record, ...place }) => [record, place]),
  );

/** The pages outside the bin that stand below some pages, or hold the words of some categories: each with which of them. */
export const pagesStandingOn = (
  reader: Reader,
  things: readonly Id[],
): Promise<{ on: Id; uuid: Id; title: string }[]> =>
  reader.all(
    sql`SELECT a.uuid AS "on", r.uuid, w.title FROM records a CROSS JOIN page_places p ON p.parent = a.id CROSS JOIN records r ON r.id = p.record
       CROSS JOIN working w ON w.record = r.id WHERE a.uuid IN ${anyOf(things)} AND r.binned_at IS NULL
     UNION ALL SELECT c.uuid, r.uuid, w.title FROM ids c CROSS JOIN category_words g ON g.category = c.n CROSS JOIN records r ON r.id = g.record
       CROSS JOIN working w ON w.record = r.id WHERE c.uuid IN ${anyOf(things)} AND r.binned_at IS NULL`,
  );

export const pageAt = (reader: Reader, site: number, address: string): Promise<PlacedPage | undefined> =>
  reader.one(sql`${select} WHERE p.site = ${site} AND p.address = ${address} AND r.binned_at IS NULL`);

export const childrenOf = (reader: Reader, site: number, parent: number | null): Promise<PlacedPage[]> =>
  reader.all(
    sql`${select} WHERE p.site = ${site} AND p.parent IS ${parent} AND r.binned_at IS NULL ORDER BY p.position`,
  );

/** The page and all below it. */
export const branchOf = (reader: Reader, record: number): Promise<PlacedPage[]> =>
  reader.all(
    sql`WITH RECURSIVE below(id) AS (SELECT ${record} UNION ALL SELECT c.record FROM page_places c JOIN below ON c.parent = below.id)
    ${select} WHERE p.record IN (SELECT id FROM below) AND r.binned_at IS NULL`,
  );

/** What stands below some pages at any depth, but for these themselves, by its addresses. */
export const branchesOf = (reader: Reader, pages: readonly Id[]): Promise<PlacedPage[]> =>
  reader.all(
    sql`WITH RECURSIVE below(id) AS (
       SELECT p.record FROM records r CROSS JOIN page_places p ON p.parent = r.id WHERE r.uuid IN ${anyOf(pages)}
       UNION SELECT c.record FROM page_places c JOIN below ON c.parent = below.id)
    ${select} WHERE p.record IN (SELECT id FROM below) AND r.binned_at IS NULL AND r.uuid NOT IN ${anyOf(pages)} ORDER BY p.address`,
  );

/** A page and those above it, from itself up. */
export const pagesAbove = (reader: Reader, record: number): Promise<{ id: Id; title: string }[]> =>
  reader.all(
    sql`WITH RECURSIVE above(id, step) AS (SELECT ${record}, 0 UNION ALL SELECT p.parent, step + 1 FROM page_places p JOIN above ON p.record = above.id WHERE p.parent IS NOT NULL)
    SELECT r.uuid AS id, w.title FROM above JOIN records r ON r.id = above.id JOIN working w ON w.record = r.id ORDER BY step`,
  );

/** The titles of pages that are there, by their ids. */
export const titlesOf = async (reader: Reader, pages: readonly Id[]): Promise<Map<Id, string>> =>
  new Map(
    (
      await reader.all<{ id: Id; title: string }>(
        sql`SELECT r.uuid AS id, w.title FROM records r JOIN working w ON w.record = r.id WHERE +r.sort = 'page' AND +r.binned_at IS NULL AND r.uuid IN ${anyOf(pages)}`,
      )
    ).map(({ id, title }) => [id, title]),
  );

/** How many pages of a type stand in a site, or right below one place of it (null: at its top), but for one. */
export const countOfType = async (
  reader: Reader,
  { site, parent }: { site: number; parent?: number | null },
  type: number,
  but: number | null,
): Promise<number> => {
  const there = parent === undefined ? sql`` : sql`AND p.parent IS ${parent}`;
  return (
    (
      await reader.one<{ n: number }>(
        sql`SELECT count(*) AS n FROM page_places p CROSS JOIN records r ON r.id = p.record WHERE p.site = ${site} ${there} AND r.type = ${type} AND r.binned_at IS NULL AND p.record IS NOT ${but} AND p.record NOT IN (SELECT record FROM category_words)`,
      )
    )?.n ?? 0
  );
};

export type PlaceRow = RowOf<typeof pagePlaces.columns>;

/** Puts pages in their places, or gives them new ones. */
export const putPlaces = (tx: WriteTransaction, rows: readonly PlaceRow[]): Promise<void> =>
  tx.put(pagePlaces, rows);

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
