import { anyOf, raw, sql, type Sql } from './sql';
import type { KnownMedia, MediaSort } from '../core/content/known';
import { parseEdit, sizeSeen, writeEdit } from '../core/content/picture-edit';
import { valuesIn, type LocalizedValues } from '../core/content/localized-values';
import type { Id } from '../core/ids';
import type { Condition } from '../core/mapping/rule/listing-rule';
import { mediumFields } from '../core/model/media-type';
import { liveNow } from './queries/live-now';
import { conditionSql } from './queries/condition-sql';
import type { Reader, WriteTransaction } from './database';
import type { QueryContext } from './queries/query-context';
import { mediaFiles } from './tables/media-files';
import { mediaOriginals } from './tables/media-originals';

/** The file of a medium as it is kept. It lies beside the database under the medium's id. */
export interface FileRow {
  sort: MediaSort;
  /** Its name in the folder of media. */
  file: string;
  mime: string;
  bytes: number;
  width: number | null;
  height: number | null;
  hash: string;
}

/** One medium: its file, and what is said of it. `record` is its integer key among the records. */
export interface MediaRow extends FileRow {
  record: number;
  uuid: Id;
  label: string;
  body: string;
  revision: number;
}

const select = sql`SELECT f.record, r.uuid, f.sort, f.file, f.mime, f.bytes, f.width, f.height, f.hash, w.title AS label, w.body, w.revision
  FROM media_files f JOIN records r ON r.id = f.record AND r.binned_at IS NULL JOIN working w ON w.record = f.record`;

export const mediaById = (reader: Reader, uuid: Id): Promise<MediaRow | undefined> =>
  reader.one<MediaRow>(sql`${select} WHERE r.uuid = ${uuid}`);
export const mediaByHash = (reader: Reader, hash: string): Promise<MediaRow | undefined> =>
  reader.one<MediaRow>(sql`${select} WHERE f.hash = ${hash}`);
export const mediaAmong = (reader: Reader, ids: readonly Id[]): Promise<MediaRow[]> =>
  reader.all<MediaRow>(sql`${select} WHERE r.uuid IN ${anyOf(ids)}`);

/** Which media are meant: those that visitors see, a condition lets through, and (where `unused`) nothing refers to. */
export interface MediaWanted {
  where: Condition;
  unused: boolean;
  /** Without what is only decoration. */
  needsWords: boolean;
}

function wantedSql(
  { indexTable, keyMap, now, today }: QueryContext,
  { where, unused, needsWords }: MediaWanted,
): Sql {
  const condition = conditionSql(where, { side: 'live', indexTable, keyMap, today, now, leading: 'filter' });
  const bare = unused
    ? sql`AND NOT EXISTS (SELECT 1 FROM records r CROSS JOIN refs f ON f.target = r.uuid WHERE r.id = s.entry) AND NOT EXISTS (SELECT 1 FROM records r CROSS JOIN sites t ON t.picture = r.uuid WHERE r.id = s.entry)`
    : sql``;
  const worded = needsWords
    ? sql`AND NOT EXISTS (SELECT 1 FROM working w WHERE w.record = s.entry AND w.body ->> ${`$.values."${mediumFields.decoration}"`} = 1)`
    : sql``;
  return sql`FROM ${raw(indexTable.live)} s WHERE ${condition} AND ${liveNow(now)} ${bare} ${worded}`;
}

/** Media that are wanted, the newest first: so many of those that came before `after` (an integer key; 0 for the first). */
export async function findMedia(
  reader: Reader,
  asked: QueryContext,
  wanted: MediaWanted,
  limit: number,
  after: number,
): Promise<MediaRow[]> {
  const before = after === 0 ? sql`1` : sql`s.entry < ${after}`;
  const found = sql`SELECT s.entry ${wantedSql(asked, wanted)} AND ${before} ORDER BY s.entry DESC LIMIT ${limit}`;
  return reader.all<MediaRow>(sql`${select} WHERE f.record IN (${found}) ORDER BY f.record DESC`);
}

/** How many media are wanted. */
export const countMedia = async (reader: Reader, asked: QueryContext, wanted: MediaWanted): Promise<number> =>
  (await reader.one<{ n: number }>(sql`SELECT count(*) AS n ${wantedSql(asked, wanted)}`))?.n ?? 0;

/** Keeps the first file of a medium. */
export async function putFile(tx: WriteTransaction, record: number, file: FileRow): Promise<void> {
  await tx.insert(mediaFiles, { record, ...file });
  await putOriginal(tx, record, file);
}

/** Keeps a file that a medium may be. */
export const putOriginal = (tx: WriteTransaction, record: number, file: FileRow): Promise<void> =>
  tx.put(mediaOriginals, [{ record, ...file }]);

/** The file that a medium was under a name. */
export const originalOf = (reader: Reader, record: number, file: string): Promise<FileRow | undefined> =>
  reader.find(mediaOriginals, { record, file });

/** Lets media be the files that are named, where they are others now and those are there. */
export const putCurrentFiles = (
  tx: WriteTransaction,
  named: readonly (readonly [record: number, file: string])[],
): Promise<number> =>
  tx.run(
    sql`UPDATE media_files SET sort = o.sort, file = o.file, mime = o.mime, bytes = o.bytes, width = o.width, height = o.height, hash = o.hash
     FROM json_each(${JSON.stringify(named)}) d JOIN media_originals o ON o.record = d.value ->> 0 AND o.file = d.value ->> 1
     WHERE media_files.record = d.value ->> 0 AND media_files.file <> d.value ->> 1`,
  );

/** Where visitors get a medium. A picture is asked for by width; what is there never changes under its address. */
export const mediaAddress = ({ uuid, file }: Pick<MediaRow, 'uuid' | 'file'>): string =>
  `/media/${uuid}/${encodeURIComponent(file)}`;

/** What is said of a medium. Written by the services alone. */
export const mediumValues = ({ body }: Pick<MediaRow, 'body'>): LocalizedValues =>
  JSON.parse(body) as LocalizedValues;

const words = (value: unknown): string => (typeof value === 'string' ? value : '');

/** How a picture is seen, where that is not as it came, and how large (px) it came then. */
function seenAs(
  { width, height }: Pick<MediaRow, 'width' | 'height'>,
  said: unknown,
): Pick<KnownMedia, 'width' | 'height' | 'edit' | 'came'> {
  if (!width || !height) return {};
  const edit = typeof said === 'string' && said !== '' ? parseEdit(said) : undefined;
  return edit
    ? { ...sizeSeen(edit, width, height), edit: writeEdit(edit), came: { width, height } }
    : { width, height };
}

/** The media that a medium names beside itself: the picture before a film plays, and the words that are spoken. */
export function mediaBeside(row: MediaRow, language?: string): { poster?: Id; spoken?: Id } {
  if (row.sort !== 'film' && row.sort !== 'sound') return {};
  const values = valuesIn(mediumValues(row), language);
  const named = (field: Id): Id | undefined => {
    const value = values[field];
    return value !== null && typeof value === 'object' && 'media' in value && typeof value.media === 'string'
      ? value.media
      : undefined;
  };
  const [poster, spoken] = [named(mediumFields.poster), named(mediumFields.spoken)];
  return { ...(poster ? { poster } : {}), ...(spoken ? { spoken } : {}) };
}

/** What is kept of a medium, named and described in a language. */
export function knownMedia(row: MediaRow, language?: string): KnownMedia {
  const values = valuesIn(mediumValues(row), language);
  const [caption, credit] = [words(values[mediumFields.caption]), words(values[mediumFields.credit])];
  return {
    sort: row.sort,
    label: words(values[mediumFields.name]) || row.label,
    address: mediaAddress(row),
    alt: words(values[mediumFields.alt]),
    ...(values[mediumFields.decoration] === true ? { decoration: true } : {}),
    ...(caption ? { caption } : {}),
    ...(credit ? { credit } : {}),
    ...seenAs(row, values[mediumFields.edit]),
  };
}
