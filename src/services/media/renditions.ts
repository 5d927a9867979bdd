import { access, mkdir, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { LRUCache } from 'lru-cache';
import PQueue from 'p-queue';
import sharp from 'sharp';
import { pictureWidths } from '../../core/content/picture-widths';
import { parseEdit, seenPart, type PictureEdit } from '../../core/content/picture-edit';
import { isId, newId, type Id } from '../../core/ids';
import { mediaAddress, mediaById, originalOf, type MediaRow } from '../../store/media';
import type { Installation } from '../runtime/installation';
import { log } from '../runtime/log';
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
  /** How it is turned, straightened and cut before that; and as that is written. */
  edit: PictureEdit;
  editAs: string;
}

/** As what a size is made. */
type SizeFormat = 'webp' | 'avif';

/** How many sizes are made at once: the machine has other work. */
const making = new PQueue({ concurrency: 2 });
/** Behind everything that somebody waits for. */
const BESIDE = -1;
/** What is being made now, so that many who ask for one size wait for one making. */
const underWay = new Map<string, Promise<void>>();

/** Which size or crop a question asks for; undefined for none, and null where it makes no sense. */
export function renditionAsked(asked: URLSearchParams): Rendition | undefined | null {
  if (!asked.has('w')) return undefined;
  const width = Number(asked.get('w'));
  const share = (name: string) => Math.max(0, Math.min(1, Number(asked.get(name) ?? 0.5) || 0));
  const ratio = asked.has('r') ? Number(asked.get('r')) : undefined;
  const editAs = asked.get('e') ?? '';
  const edit = parseEdit(editAs);
  if (
    edit === undefined ||
    !pictureWidths.includes(width) ||
    (ratio !== undefined && !(ratio > 0.1 && ratio < 10))
  )
    return null;
  return { width, x: share('x'), y: share('y'), edit, editAs, ...(ratio === undefined ? {} : { ratio }) };
}

/** A size is told by what it is a size of: a medium may become another file. */
const nameOf = ({ hash }: MediaRow, { width, ratio, x, y, editAs }: Rendition, format: SizeFormat): string =>
  `${hash.slice(0, 8)}${editAs && `-${editAs}`}-${width}${ratio === undefined ? '' : `-${ratio.toFixed(3)}-${x.toFixed(2)}-${y.toFixed(2)}`}.${format}`;

/** Makes a size of a picture at a path. */
async function make(
  from: string,
  row: MediaRow,
  { width, ratio, x, y, edit, editAs }: Rendition,
  format: SizeFormat,
  to: string,
): Promise<void> {
  const limits = { limitInputPixels: mediaBounds.pixels };
  let picture = sharp(from, limits).autoOrient();
  const came = { width: row.width ?? 0, height: row.height ?? 0 };
  /** The part that is seen; cut once, whatever asks for it. */
  let seen = { left: 0, top: 0, ...came };
  if (editAs !== '' && came.width > 0 && came.height > 0) {
    seen = seenPart(edit, came.width, came.height);
    picture = sharp(await picture.rotate(edit.turn + edit.straighten).toBuffer(), limits);
  }
  const { width: w, height: h } = seen;
  if (ratio !== undefined && w > 0 && h > 0) {
    const crop = { width: Math.min(w, Math.round(h * ratio)), height: Math.min(h, Math.round(w / ratio)) };
    const between = (at: number, size: number, whole: number) =>
      Math.max(0, Math.min(whole - size, Math.round(at * whole - size / 2)));
    seen = {
      left: seen.left + between(x, crop.width, w),
      top: seen.top + between(y, crop.height, h),
      ...crop,
    };
  }
  if (w > 0 && h > 0 && (editAs !== '' || ratio !== undefined)) picture = picture.extract(seen);
  const sized = picture.resize({ width, withoutEnlargement: true });
  await (format === 'avif' ? sized.avif({ quality: 55, effort: 3 }) : sized.webp({ quality: 80 })).toFile(to);
}

const isThere = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/** Makes a file beside the pictures where it is not there yet; once, for all who ask meanwhile. */
export async function makeOnce(
  { renditions }: Installation,
  path: string,
  write: (half: string) => Promise<void>,
  priority = 0,
): Promise<void> {
  if (await renditions.has(path)) return;
  const made =
    underWay.get(path) ??
    making.add(
      async () => {
        await mkdir(dirname(path), { recursive: true });
        // Written beside and moved into place, so that nobody reads half a file.
        const half = `${path}.${newId()}.part`;
        await write(half);
        await rename(half, path);
        await renditions.made(path);
      },
      { priority },
    );
  underWay.set(path, made);
  await made.finally(() => underWay.delete(path));
}

/** Formats in which a picture can say more than it shows, each with its ending. */
const telling: Readonly<Record<string, 'jpeg' | 'png' | 'webp' | 'avif'>> = {
  'image/jpeg': 'jpeg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/avif': 'avif',
};
/** By the mark of a file: whether it says more. */
const known = new LRUCache<string, boolean>({ max: 10_000 });

/** Whether a picture says more than it shows: where and when it was taken, with what, by whom. */
async function saysMore(row: MediaRow, original: string): Promise<boolean> {
  if (telling[row.mime] === undefined) return false;
  const told = known.get(row.hash);
  if (told !== undefined) return told;
  const { exif, xmp, iptc } = await sharp(original).metadata();
  const more = [exif, xmp, iptc].some((each) => each !== undefined);
  known.set(row.hash, more);
  return more;
}

/** A picture whole, without what it says besides what it shows; itself where it says no more. */
async function bare(installation: Installation, row: MediaRow): Promise<MediaFile | undefined> {
  const original = join(folderOf(installation, row.uuid), row.file);
  const format = telling[row.mime];
  if (!(await isThere(original))) return undefined;
  if (format === undefined || !(await saysMore(row, original))) return { path: original, mime: row.mime };
  const path = join(folderOf(installation, row.uuid), 'sizes', `${row.hash.slice(0, 8)}-whole.${format}`);
  await makeOnce(installation, path, async (half) => {
    // Turned as it says it is to be seen, since it says that no more.
    await sharp(original, { limitInputPixels: mediaBounds.pixels })
      .autoOrient()
      .toFormat(format, { quality: 90 })
      .toFile(half);
  });
  return { path, mime: row.mime };
}

/** How often a size is asked for until it is worth packing tighter: AVIF takes many times as long to make. */
const WORTH_AVIF = 3;
/** By the path of a size: how often it was asked for by browsers that take AVIF. */
const asked = new LRUCache<string, number>({ max: 5_000 });

/**
 * A picture in one of the sizes it can be had in; made once, and kept while it is used. As WebP at first; as AVIF for
 * browsers that take it, once it was asked for often enough to be made beside other work. Undefined where the picture
 * itself lies there no more.
 */
async function inSize(
  installation: Installation,
  row: MediaRow,
  rendition: Rendition,
  takesAvif: boolean,
): Promise<MediaFile | undefined> {
  const { renditions } = installation;
  const pathAs = (format: SizeFormat) =>
    join(folderOf(installation, row.uuid), 'sizes', nameOf(row, rendition, format));
  const [path, tighter] = [pathAs('webp'), pathAs('avif')];
  if (takesAvif && (await renditions.has(tighter))) return { path: tighter, mime: 'image/avif' };
  const original = join(folderOf(installation, row.uuid), row.file);
  if (!(await renditions.has(path)) && !(await isThere(original))) return undefined;
  await makeOnce(installation, path, (half) => make(original, row, rendition, 'webp', half));
  if (takesAvif) {
    const times = (asked.get(path) ?? 0) + 1;
    asked.set(path, times);
    if (times === WORTH_AVIF)
      makeOnce(installation, tighter, (half) => make(original, row, rendition, 'avif', half), BESIDE).catch(
        (error: unknown) => log.warn({ error }, 'A picture is not packed tighter.'),
      );
  }
  return { path, mime: 'image/webp' };
}

/**
 * The file of a medium, in a size where one is asked for, or `bare` of what it says besides what it shows; undefined where
 * there is none.
 */
export async function mediaFile(
  installation: Installation,
  id: Id,
  file: string,
  rendition: Rendition | 'bare' | undefined,
  takesAvif = false,
): Promise<MediaFile | undefined> {
  const row = isId(id) ? await mediaById(installation.content, id) : undefined;
  // The workspaces know a picture in a text by its id alone.
  if (!row || (row.file !== file && file !== 'here')) return undefined;
  if (row.sort === 'picture' && rendition)
    return rendition === 'bare' ? bare(installation, row) : inSize(installation, row, rendition, takesAvif);
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
