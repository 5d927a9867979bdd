import { soughtAsMatch, type Sought } from '../core/content/sought-words';
import type { Id } from '../core/ids';
import type { Reader, WriteTransaction } from './database';
import { anyOf, raw, sql, type Sql } from './sql';

/**
 * The words of each live version in one language lie in one row of the visitors' search, whose key says both: the
 * version's, and the number of the language among those of the model (0 is the main one).
 */
const BITS = 6;
const SHIFT = raw(String(BITS));
const LANGUAGE = raw(String(2 ** BITS - 1));

export interface LiveWords {
  version: number;
  language: number;
  title: string;
  words: string;
}

/** Forgets the words of some versions, be they there no more. */
export const dropVersionWords = (tx: WriteTransaction, versions: readonly number[]): Promise<number> =>
  tx.run(
    sql`DELETE FROM live_words WHERE rowid IN (SELECT d.id FROM json_each(${JSON.stringify(versions)}) v
     CROSS JOIN live_words_docsize d ON d.id BETWEEN (v.value << ${SHIFT}) AND (v.value << ${SHIFT}) + ${LANGUAGE})`,
  );

/** Forgets the words of every version of some records. */
export const dropLiveWords = (tx: WriteTransaction, records: readonly number[]): Promise<number> =>
  tx.run(
    sql`DELETE FROM live_words WHERE rowid IN (SELECT d.id FROM live v
     CROSS JOIN live_words_docsize d ON d.id BETWEEN (v.id << ${SHIFT}) AND (v.id << ${SHIFT}) + ${LANGUAGE}
     WHERE v.record IN ${anyOf(records)})`,
  );

/** Puts the words of the versions of some records in place of those that were there. */
export async function putLiveWords(
  tx: WriteTransaction,
  records: readonly number[],
  rows: readonly LiveWords[],
): Promise<void> {
  await dropLiveWords(tx, records);
  await tx.insertMany(
    'live_words',
    ['rowid', 'title', 'words'],
    rows.map(({ version, language, title, words }) => [version * 2 ** BITS + language, title, words]),
  );
}

/** Forgets the words of all versions. */
export const dropAllLiveWords = (tx: WriteTransaction): Promise<number> =>
  tx.run(sql`INSERT INTO live_words (live_words) VALUES ('delete-all')`);

/** A version that visitors see, in which something that is sought stands. */
export interface FoundVersion {
  record: number;
  uuid: Id;
  sort: string;
  type: Id;
  body: string;
  /** Where the page stands, and on which site; nothing for an entry. */
  address: string | null;
  site: number | null;
}

/** Among so many hits the best are sought; where there are more, those made last come first. */
const RANKED = 2_000;
/** How much more a word in the title counts. */
const TITLE = 8;

/**
 * What visitors see at a moment of some types, with the words that are sought in a language, or in the main one where it
 * says nothing in that: the best first, at most `most`.
 */
export async function liveWithWords(
  reader: Reader,
  sought: Sought,
  { language, types, now, most }: { language: number; types: readonly number[]; now: number; most: number },
): Promise<FoundVersion[]> {
  const match = soughtAsMatch(sought);
  if (match === '' || types.length === 0) return [];
  const counted = await reader.one<{ n: number }>(
    sql`SELECT count(*) AS n FROM (SELECT 1 FROM live_words WHERE live_words MATCH ${match} LIMIT ${RANKED + 1})`,
  );
  const order =
    (counted?.n ?? 0) > RANKED
      ? sql`live_words.rowid DESC`
      : sql`bm25(live_words, ${raw(String(TITLE))}.0, 1.0)`;
  return reader.all(
    sql`SELECT r.id AS record, r.uuid, r.sort, t.uuid AS type, v.body, p.address, p.site
     FROM live_words CROSS JOIN live v ON v.id = live_words.rowid >> ${SHIFT} AND v.starts <= ${now} AND v.ends > ${now}
     CROSS JOIN records r ON r.id = v.record AND r.binned_at IS NULL AND r.type IN ${anyOf(types)}
     JOIN ids t ON t.n = r.type LEFT JOIN page_places p ON p.record = r.id
     WHERE live_words MATCH ${match} AND ((live_words.rowid & ${LANGUAGE}) = ${language} OR ((live_words.rowid & ${LANGUAGE}) = 0
       AND NOT EXISTS (SELECT 1 FROM live_words_docsize d WHERE d.id = (v.id << ${SHIFT}) + ${language})))
     ORDER BY ${order} LIMIT ${most}`,
  );
}

/** The numbers of the languages in which a live version `v` says something, joined by commas. */
export const versionLanguages: Sql = sql`(SELECT group_concat(d.id & ${LANGUAGE}) FROM live_words_docsize d
  WHERE d.id BETWEEN (v.id << ${SHIFT}) AND (v.id << ${SHIFT}) + ${LANGUAGE})`;
