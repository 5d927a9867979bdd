import { anyOf, joined, sql, type Sql } from './sql';
import { FOREVER, type Span } from '../core/content/states';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { parseSought, soughtAsMatch } from '../core/content/sought-words';
import { pagePlaces } from './tables/page-places';
import type { RowOf } from './tables/table';

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

/** What is sought of pages: words in their titles, or how their addresses begin. */
export type PagesSought = { words: string } | { begins: string };

/** Nothing sorts behind what begins with a text but this. */
const beginsSql = (begins: string): Sql => sql`p.address >= ${begins} AND p.address < ${`${begins}\uffff`}`;
const wordsSql = (words: string): Sql => sql`s.record_search MATCH ${soughtAsMatch(parseSought(words))}`;

/** The pages that are sought: the first by their addresses, by integer key. */
export const pagesSought = async (reader: Reader, sought: PagesSought, most: number): Promise<number[]> => {
  const [from, which] =
    'words' in sought
      ? [sql`record_search s CROSS JOIN page_places p ON p.record = s.rowid`, wordsSql(sought.words)]
      : [sql`sites CROSS JOIN page_places p ON p.site = sites.id`, beginsSql(sought.begins)];
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

/**
 * Pages of some types (by integer key) but for those that hold the words of one category, and one that is left
 * out (by id).
 */
export interface OfTypes {
  types: readonly number[];
  sought?: PagesSought;
  except?: Id;
}

function ofTypesSql({ types, sought, except }: OfTypes): Sql {
  const found = sought && 'words' in sought ? sought.words : undefined;
  const pages = sql`CROSS JOIN page_places p ON p.record = r.id WHERE r.sort = 'page' AND r.type IN ${anyOf(types)} AND r.binned_at IS NULL AND r.id NOT IN (SELECT record FROM category_words)`;
  return joined(
    [
      found === undefined
        ? sql`FROM records r ${pages}`
        : sql`FROM record_search s CROSS JOIN records r ON r.id = s.rowid ${pages} AND ${wordsSql(found)}`,
      ...(sought && 'begins' in sought ? [beginsSql(sought.begins)] : []),
      ...(except === undefined ? [] : [sql`r.uuid <> ${except}`]),
    ],
    ' AND ',
  );
}

/** Such pages: the first by their addresses. */
export const pagesOfTypes = (reader: Reader, asked: OfTypes, most: number): Promise<PlacedPage[]> =>
  reader.all(
    sql`${select} WHERE p.record IN (SELECT p.record ${ofTypesSql(asked)} ORDER BY p.site, p.address LIMIT ${most}) ORDER BY p.site, p.address`,
  );

/** How many such pages there are. */
export const countOfTypes = async (reader: Reader, asked: OfTypes): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n ${ofTypesSql(asked)}`))?.n ?? 0;

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
