import type { Id } from '../core/ids';
import type { Reader } from './database';
import { versionLanguages } from './live-words';
import { anyOf, raw, sql } from './sql';

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

/** The entries of a type that visitors see, of so many with an address behind some. */
export const mappedEntries = (
  reader: Reader,
  {
    type,
    picture,
    now,
    from,
    most,
  }: { type: number; picture: Id | undefined; now: number; from: number; most: number },
): Promise<MappedVersion[]> =>
  reader.all(
    sql`SELECT s.slug AS place, 0 AS site, v.published_at AS publishedAt, ${versionLanguages} AS languages, ${valueOf(picture)} AS picture
     FROM (SELECT record, slug FROM entry_slugs WHERE type = ${type} ORDER BY slug LIMIT ${most} OFFSET ${from}) s
     CROSS JOIN live v ON v.record = s.record AND v.starts <= ${now} AND v.ends > ${now}
     CROSS JOIN records r ON r.id = s.record AND r.binned_at IS NULL`,
  );

/** The pages of some types that visitors see, without those that only hold the words of a category. */
export const mappedPages = (
  reader: Reader,
  { types, now, from, most }: { types: readonly number[]; now: number; from: number; most: number },
): Promise<MappedVersion[]> =>
  reader.all(
    sql`SELECT p.address AS place, p.site, v.published_at AS publishedAt, ${versionLanguages} AS languages, NULL AS picture
     FROM page_places p CROSS JOIN records r ON r.id = p.record AND r.binned_at IS NULL AND r.type IN ${anyOf(types)}
     CROSS JOIN live v ON v.record = p.record AND v.starts <= ${now} AND v.ends > ${now}
     WHERE p.record NOT IN (SELECT record FROM category_words) ORDER BY p.record LIMIT ${most} OFFSET ${from}`,
  );

/** How many pages have a place. */
export const placedPages = async (reader: Reader): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n FROM page_places`))?.n ?? 0;
