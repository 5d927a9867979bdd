import type { KnownMedia, MediaSort } from '../core/content/known';
import type { Id } from '../core/ids';
import type { Asker, Tx } from './database';

/** One medium as it is kept; its file lies beside the database under its own id. */
export interface MediaRow {
  id: number;
  uuid: Id;
  sort: MediaSort;
  label: string;
  /** The name of its file in the folder of media. */
  file: string;
  mime: string;
  bytes: number;
  width: number | null;
  height: number | null;
  alt: string;
  hash: string;
  revision: number;
  madeAt: number;
}

const select = 'SELECT id, uuid, sort, label, file, mime, bytes, width, height, alt, hash, revision, made_at AS madeAt FROM media';

export const mediaById = (asker: Asker, uuid: Id): Promise<MediaRow | undefined> => asker.one<MediaRow>(`${select} WHERE uuid = $1 AND binned_at IS NULL`, [uuid]);
export const mediaByHash = (asker: Asker, hash: string): Promise<MediaRow | undefined> => asker.one<MediaRow>(`${select} WHERE hash = $1 AND binned_at IS NULL`, [hash]);

/** Media of some sorts whose name holds the words, the newest first. */
export function findMedia(asker: Asker, sorts: readonly MediaSort[], words: string, limit: number, after: number): Promise<MediaRow[]> {
  return asker.all<MediaRow>(
    `${select} WHERE binned_at IS NULL AND sort IN (SELECT value FROM json_each($1)) AND ($2 = '' OR instr(lower(label), lower($2)) > 0) AND ($3 = 0 OR id < $3) ORDER BY id DESC LIMIT $4`,
    [JSON.stringify(sorts), words, after, limit],
  );
}

export const putMedia = (tx: Tx, medium: MediaRow, by: number | null): Promise<number> =>
  tx.run('INSERT INTO media (id, uuid, sort, label, file, mime, bytes, width, height, alt, hash, revision, made_at, made_by) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)',
    [medium.id, medium.uuid, medium.sort, medium.label, medium.file, medium.mime, medium.bytes, medium.width, medium.height, medium.alt, medium.hash, medium.revision, medium.madeAt, by]);

export const changeMedia = (tx: Tx, id: number, label: string, alt: string): Promise<number> => tx.run('UPDATE media SET label = $1, alt = $2, revision = revision + 1 WHERE id = $3', [label, alt, id]);

/** Where visitors get a medium. A picture is asked for by width; what is there never changes under its address. */
export const mediaAddress = ({ uuid, file }: Pick<MediaRow, 'uuid' | 'file'>): string => `/media/${uuid}/${encodeURIComponent(file)}`;

export const knownMedia = (row: MediaRow): KnownMedia => ({
  sort: row.sort, label: row.label, address: mediaAddress(row), alt: row.alt, ...(row.width && row.height ? { width: row.width, height: row.height } : {}),
});

export const mediaAmong = (asker: Asker, ids: readonly Id[]): Promise<MediaRow[]> =>
  asker.all<MediaRow>(`${select} WHERE uuid IN (SELECT value FROM json_each($1)) AND binned_at IS NULL`, [JSON.stringify(ids)]);
