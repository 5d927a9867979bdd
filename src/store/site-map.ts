import type { Id } from '../core/ids';
import type { Reader } from './database';
import { versionLanguages } from './live-words';
import { anyOf, joined, raw, sql } from './sql';

/** One thing with an address of its own that visitors see, for those who list all of them. */
export interface MappedVersion {
  /** The last piece of an entry's address; the whole address of a page. */
  place: string;
  /** The site of a page, by its integer key; 0 for an entry. */
  site: number;
  publishedAt: number;
  /** The numbers of the languages in which it says something, joined by commas; 0 is the main one. */
  languages: string | null;
  /** The id of its picture, where its type has one. */
  picture: Id | null;
}

/** How many entries of a type have an address, seen or not. */
export const addressedEntries = async (reader: Reader, type: number): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM entry_slugs WHERE type = ${type}`))?.n ?? 0;

/** A field's value in a body, by its id; ids hold nothing that JSON paths or SQL would read as their own. */
const valueOf = (field: Id | undefined) =>
  field === undefined || !/^[\w-]+$/.test(field)
    ? sql`NULL`
    : sql`json_extract(v.body, ${raw(`'$.values."${field}".media'`)})`;

/** By which own fields something is left out: those that say so, and those that say where else it stands first. */
export interface LeftOutBy {
  hidden: readonly Id[];
  address: readonly Id[];
}

const firstOf = (fields: readonly Id[]) => {
  const values = fields
    .filter((field) => /^[\w-]+$/.test(field))
    .map((field) => `json_extract(v.body, '$.values."${field}"')`);
  return raw(`coalesce(${[...values, 'NULL', 'NULL'].join(', ')})`);
};

/** Whether a version is not left out. */
const isListed = ({ hidden, address }: LeftOutBy) =>
  sql`(${firstOf(hidden)} IS NOT 1 AND ${firstOf(address)} IS NULL)`;

/** The entries of a type that visitors see, of so many with an address behind some. */
export const mappedEntries = (
  reader: Reader,
  {
    type,
    picture,
    leftOutBy,
    now,
    from,
    most,
  }: { type: number; picture: Id | undefined; leftOutBy: LeftOutBy; now: number; from: number; most: number },
): Promise<MappedVersion[]> =>
  reader.all(
    sql`SELECT s.slug AS place, 0 AS site, v.published_at AS publishedAt, ${versionLanguages} AS languages, ${valueOf(picture)} AS picture
     FROM (SELECT record, slug FROM entry_slugs WHERE type = ${type} ORDER BY slug LIMIT ${most} OFFSET ${from}) s
     CROSS JOIN live v ON v.record = s.record AND v.starts <= ${now} AND v.ends > ${now} AND ${isListed(leftOutBy)}
     CROSS JOIN records r ON r.id = s.record AND r.binned_at IS NULL`,
  );

/** The pages of some types that visitors see, without those left out and those that only hold the words of a category. */
export const mappedPages = (
  reader: Reader,
  {
    types,
    now,
    from,
    most,
  }: { types: ReadonlyMap<number, LeftOutBy>; now: number; from: number; most: number },
): Promise<MappedVersion[]> =>
  reader.all(
    sql`SELECT p.address AS place, p.site, v.published_at AS publishedAt, ${versionLanguages} AS languages, NULL AS picture
     FROM page_places p CROSS JOIN records r ON r.id = p.record AND r.binned_at IS NULL AND r.type IN ${anyOf([...types.keys()])}
     CROSS JOIN live v ON v.record = p.record AND v.starts <= ${now} AND v.ends > ${now}
     WHERE p.record NOT IN (SELECT record FROM category_words) AND ${pagesListed(types)} ORDER BY p.record LIMIT ${most} OFFSET ${from}`,
  );

/** Whether the page of any of some types is not left out. */
const pagesListed = (types: ReadonlyMap<number, LeftOutBy>) => {
  const asked = [...types].filter(([, { hidden, address }]) => hidden.length + address.length > 0);
  const each = asked.map(([type, by]) => sql`(r.type <> ${type} OR ${isListed(by)})`);
  return joined(each, ' AND ', 'TRUE');
};

/** How many pages have a place. */
export const placedPages = async (reader: Reader): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM page_places`))?.n ?? 0;
