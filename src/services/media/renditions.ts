import { access, mkdir, rename } from 'node:fs/promises';
import { join } from 'node:path';
import PQueue from 'p-queue';
import sharp from 'sharp';
import { pictureWidths } from '../../core/content/picture-widths';
import { isId, newId, type Id } from '../../core/ids';
import { mediaAddress, mediaById, originalOf, type MediaRow } from '../../store/media';
import type { Installation } from '../runtime/installation';
import { folderOf, mediaBounds } from './files';

/** A file as it can be sent: where it lies, and what it is. */
export interface MediaFile {
  path: string;
  mime: string;
}

/** A size or crop of a picture. `ratio` is width by height, around a point given as shares of the whole. */
export interface Rendition {
  width: number;
  ratio?: number;
  x: number;
  y: number;
}

/** How many sizes are made at once: the machine has other work. */
const making = new PQueue({ concurrency: 2 });
/** What is being made now, so that many who ask for one size wait for one making. */
const underWay = new Map<string, Promise<void>>();

/** Which size or crop a question asks for; undefined for none, and null where it makes no sense. */
export function renditionAsked(asked: URLSearchParams): Rendition | undefined | null {
  if (!asked.has('w')) return undefined;
  const width = Number(asked.get('w'));
  const share = (name: string) => Math.max(0, Math.min(1, Number(asked.get(name) ?? 0.5) || 0));
  const ratio = asked.has('r') ? Number(asked.get('r')) : undefined;
  if (!pictureWidths.includes(width) || (ratio !== undefined && !(ratio > 0.1 && ratio < 10))) return null;
  return { width, x: share('x'), y: share('y'), ...(ratio === undefined ? {} : { ratio }) };
}

/** A size is told by what it is a size of: a medium may become another file. */
const nameOf = ({ hash }: MediaRow, { width, ratio, x, y }: Rendition): string =>
  `${hash.slice(0, 8)}-${width}${ratio === undefined ? '' : `-${ratio.toFixed(3)}-${x.toFixed(2)}-${y.toFixed(2)}`}.webp`;

/** Makes a size of a picture at a path. */
async function make(
  from: string,
  row: MediaRow,
  { width, ratio, x, y }: Rendition,
  to: string,
): Promise<void> {
  let picture = sharp(from, { limitInputPixels: mediaBounds.pixels }).autoOrient();
  const [w = 0, h = 0] = [row.width ?? 0, row.height ?? 0];
  if (ratio !== undefined && w > 0 && h > 0) {
    const crop = { width: Math.min(w, Math.round(h * ratio)), height: Math.min(h, Math.round(w / ratio)) };
    const between = (at: number, size: number, whole: number) =>
      Math.max(0, Math.min(whole - size, Math.round(at * whole - size / 2)));
    const [left, top] = [between(x, crop.width, w), between(y, crop.height, h)];
    picture = picture.extract({ left, top, ...crop });
  }
  // Written beside and moved into place, so that nobody reads half a file.
  const half = `${to}.${newId()}.part`;
  await picture.resize({ width, withoutEnlargement: true }).webp({ quality: 80 }).toFile(half);
  await rename(half, to);
}

/**
 * A picture in one of the sizes it can be had in; made once, and kept while it is used. Undefined where the picture itself
 * lies there no more.
 */
async function inSize(
  installation: Installation,
  row: MediaRow,
  rendition: Rendition,
): Promise<MediaFile | undefined> {
  const folder = join(folderOf(installation, row.uuid), 'sizes');
  const path = join(folder, nameOf(row, rendition));
  const { renditions } = installation;
  if (!(await renditions.has(path))) {
    const original = join(folderOf(installation, row.uuid), row.file);
    const isThere = await access(original).then(
      () => true,
      () => false,
    );
    if (!isThere) return undefined;
    const made =
      underWay.get(path) ??
      making.add(async () => {
        await mkdir(folder, { recursive: true });
        await make(original, row, rendition, path);
        await renditions.made(path);
      });
    underWay.set(path, made);
    await made.finally(() => underWay.delete(path));
  }
  return { path, mime: 'image/webp' };
}

/** The file of a medium, in a size where one is asked for; undefined where there is none. */
export async function mediaFile(
  installation: Installation,
  id: Id,
  file: string,
  rendition: Rendition | undefined,
): Promise<MediaFile | undefined> {
  const row = isId(id) ? await mediaById(installation.content, id) : undefined;
  // The workspaces know a picture in a text by its id alone.
  if (!row || (row.file !== file && file !== 'here')) return undefined;
  if (row.sort === 'picture' && rendition) return inSize(installation, row, rendition);
  return { path: join(folderOf(installation, row.uuid), row.file), mime: row.mime };
}

/** Where the file lies that took the place of one that a medium was before. */
export async function fileInItsPlace(
  { content }: Pick<Installation, 'content'>,
  id: Id,
  file: string,
): Promise<string | undefined> {
  const row = isId(id) ? await mediaById(content, id) : undefined;
  return row && (await originalOf(content, row.record, file)) ? mediaAddress(row) : undefined;
}
