import { createHash } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type/core';
import sharp from 'sharp';
import type { MediaAnswer, MediaListAnswer, MediaPatch, MediaQuery } from '../contract/media';
import type { MediaSort } from '../core/content/known';
import { isId, newId, type Id } from '../core/ids';
import { changeMedia, findMedia, mediaAddress, mediaByHash, mediaById, putMedia, type MediaRow } from '../store/media';
import { note } from '../store/records';
import type { House } from './house';
import type { Person } from './people';
import { reachOfMedia } from './reach';
import { changedSince, notFound, Refusal, unreadable } from './refusal';

export const mediaBounds = { bytes: 40 * 1024 * 1024, pixels: 60_000_000 } as const;

/** What may be kept, by what its bytes say it is; the name of a file proves nothing. */
const accepted: Record<string, { sort: MediaSort; ending: string }> = {
  'image/jpeg': { sort: 'picture', ending: 'jpg' }, 'image/png': { sort: 'picture', ending: 'png' }, 'image/webp': { sort: 'picture', ending: 'webp' }, 'image/gif': { sort: 'picture', ending: 'gif' }, 'image/avif': { sort: 'picture', ending: 'avif' },
  'application/pdf': { sort: 'document', ending: 'pdf' },
  'audio/mpeg': { sort: 'sound', ending: 'mp3' }, 'audio/ogg': { sort: 'sound', ending: 'ogg' }, 'audio/wav': { sort: 'sound', ending: 'wav' },
  'video/mp4': { sort: 'film', ending: 'mp4' }, 'video/webm': { sort: 'film', ending: 'webm' },
};

const answer = (row: MediaRow): MediaAnswer => ({
  id: row.uuid, sort: row.sort, label: row.label, address: mediaAddress(row), mime: row.mime, bytes: row.bytes, alt: row.alt, revision: row.revision, ...(row.width && row.height ? { width: row.width, height: row.height } : {}),
});

const folderOf = (house: House, id: Id) => join(house.mediaFolder, id);

/** A name that can stand in an address and on any disk: its letters and digits, with the ending its bytes ask for. */
const fileName = (name: string, ending: string): string => `${name.replace(/\.[^.]*$/, '').normalize('NFKD').replace(/[^A-Za-z0-9]+/g, '-').replace(/^-+|-+$/g, '').slice(0, 60) || 'file'}.${ending}`;

async function sniffed(bytes: Buffer): Promise<{ sort: MediaSort; mime: string; ending: string; width: number | null; height: number | null }> {
  const found = await fileTypeFromBuffer(bytes);
  const kept = found && accepted[found.mime];
  if (!found || !kept) throw unreadable([{ path: '', code: 'sort', message: 'This is no picture, PDF, sound or film that can be kept. Pictures may be JPEG, PNG, WebP, GIF or AVIF.' }]);
  if (kept.sort !== 'picture') return { ...kept, mime: found.mime, width: null, height: null };
  try {
    const { width = 0, height = 0, autoOrient } = await sharp(bytes, { limitInputPixels: mediaBounds.pixels }).metadata();
    return { ...kept, mime: found.mime, width: autoOrient?.width ?? width, height: autoOrient?.height ?? height };
  } catch {
    throw unreadable([{ path: '', code: 'picture', message: `This picture cannot be read, or has more than ${mediaBounds.pixels / 1e6} million pixels.` }]);
  }
}

/** Keeps a file that was sent, by what its bytes say it is. The same bytes are kept once. */
export async function addMedia(house: House, person: Pick<Person, 'id'> | null, name: string, bytes: Buffer, alt = ''): Promise<MediaAnswer> {
  if (bytes.length === 0) throw unreadable([{ path: '', code: 'empty', message: 'This file is empty.' }]);
  if (bytes.length > mediaBounds.bytes) throw new Refusal(413, `A file may have at most ${mediaBounds.bytes / 1024 / 1024} MB.`);
  const { sort, mime, ending, width, height } = await sniffed(bytes);
  const hash = createHash('sha256').update(bytes).digest('hex');
  const same = await mediaByHash(house.content, hash);
  if (same) return answer(same);
  const uuid = newId();
  const file = fileName(name, ending);
  await mkdir(folderOf(house, uuid), { recursive: true });
  await writeFile(join(folderOf(house, uuid), file), bytes);
  return house.content.write(async (tx) => {
    await house.surrogates.know(tx, [uuid]);
    const row: MediaRow = { id: house.surrogates.of(uuid), uuid, sort, label: name.replace(/\.[^.]*$/, '').slice(0, 200) || file, file, mime, bytes: bytes.length, width, height, alt: alt.trim(), hash, revision: 1, madeAt: house.now() };
    await putMedia(tx, row, person?.id ?? null);
    if (person) await note(tx, house.now(), person.id, 'brought in a medium', null);
    return answer(row);
  });
}

async function need(house: House, id: Id): Promise<MediaRow> {
  const row = isId(id) ? await mediaById(house.content, id) : undefined;
  if (!row) throw notFound('medium');
  return row;
}

export const medium = async (house: House, id: Id): Promise<MediaAnswer> => answer(await need(house, id));

export async function mediaList(house: House, { q = '', sort, limit = 60, after = 0 }: MediaQuery): Promise<MediaListAnswer> {
  const rows = await findMedia(house.content, sort ? [sort] : ['picture', 'document', 'sound', 'film'], q.trim(), limit, after);
  const last = rows.at(-1);
  return { items: rows.map(answer), ...(last && rows.length === limit ? { next: last.id } : {}) };
}

export async function changeMedium(house: House, person: Person, id: Id, revision: number, { label, alt }: MediaPatch): Promise<MediaAnswer> {
  const row = await need(house, id);
  if (row.revision !== revision) throw changedSince({ ...answer(row) } as never, {});
  const pages = await house.content.write(async (tx) => {
    await changeMedia(tx, row.id, label?.trim() ?? row.label, alt?.trim() ?? row.alt);
    await note(tx, house.now(), person.id, 'changed a medium', null);
    return reachOfMedia(tx, house, id);
  });
  house.rendered.renew(pages.map(({ uuid }) => uuid));
  return medium(house, id);
}

const widths = new Set([320, 640, 960, 1280, 1920, 1200]);

export interface MediaFile {
  bytes: Buffer;
  mime: string;
}

/** A picture in one of the sizes it can be had in, cropped to a ratio around a point; made once and kept. */
async function inSize(house: House, row: MediaRow, width: number, ratio: number | undefined, focus: { x: number; y: number }): Promise<MediaFile> {
  const name = `${width}${ratio === undefined ? '' : `-${ratio.toFixed(3)}-${focus.x.toFixed(2)}-${focus.y.toFixed(2)}`}.webp`;
  const folder = join(folderOf(house, row.uuid), 'sizes');
  const kept = await readFile(join(folder, name)).catch(() => undefined);
  if (kept) return { bytes: kept, mime: 'image/webp' };
  const from = sharp(join(folderOf(house, row.uuid), row.file), { limitInputPixels: mediaBounds.pixels }).autoOrient();
  const [w = 0, h = 0] = [row.width ?? 0, row.height ?? 0];
  let cropped = from;
  if (ratio !== undefined && w > 0 && h > 0) {
    const crop = { width: Math.min(w, Math.round(h * ratio)), height: Math.min(h, Math.round(w / ratio)) };
    const between = (at: number, size: number, whole: number) => Math.max(0, Math.min(whole - size, Math.round(at * whole - size / 2)));
    cropped = from.extract({ left: between(focus.x, crop.width, w), top: between(focus.y, crop.height, h), width: crop.width, height: crop.height });
  }
  const bytes = await cropped.resize({ width, withoutEnlargement: true }).webp({ quality: 80 }).toBuffer();
  await mkdir(folder, { recursive: true });
  // Written beside and moved into place, so that nobody reads half a file.
  const half = join(folder, `${newId()}.part`);
  await writeFile(half, bytes);
  await rename(half, join(folder, name));
  return { bytes, mime: 'image/webp' };
}

/** The file of a medium as visitors ask for it; undefined where there is none, or the question makes no sense. */
export async function mediaFile(house: House, id: Id, file: string, asked: URLSearchParams): Promise<MediaFile | undefined> {
  const row = isId(id) ? await mediaById(house.content, id) : undefined;
  // The workspaces know a picture in a text by its id alone.
  if (!row || (row.file !== file && file !== 'here')) return undefined;
  const width = Number(asked.get('w'));
  if (row.sort !== 'picture' || !asked.has('w')) return { bytes: await readFile(join(folderOf(house, id), row.file)), mime: row.mime };
  if (!widths.has(width)) return undefined;
  const share = (name: string) => Math.max(0, Math.min(1, Number(asked.get(name) ?? 0.5) || 0));
  const ratio = asked.has('r') ? Number(asked.get('r')) : undefined;
  if (ratio !== undefined && !(ratio > 0.1 && ratio < 10)) return undefined;
  return inSize(house, row, width, ratio, { x: share('x'), y: share('y') });
}
