import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { isId, newId, type Id } from '../../core/ids';
import { mediaById, type MediaRow } from '../../store/media';
import type { Installation } from '../runtime/installation';
import { folderOf, mediaBounds } from './files';

const widths = new Set([320, 640, 960, 1280, 1920, 1200]);

export interface MediaFile {
  bytes: Buffer;
  mime: string;
}

/** A picture in one of the sizes it can be had in, cropped to a ratio around a point; made once and kept. */
async function inSize(
  installation: Installation,
  row: MediaRow,
  width: number,
  ratio: number | undefined,
  focus: { x: number; y: number },
): Promise<MediaFile> {
  const name = `${width}${ratio === undefined ? '' : `-${ratio.toFixed(3)}-${focus.x.toFixed(2)}-${focus.y.toFixed(2)}`}.webp`;
  const folder = join(folderOf(installation, row.uuid), 'sizes');
  const kept = await readFile(join(folder, name)).catch(() => undefined);
  if (kept) return { bytes: kept, mime: 'image/webp' };
  const from = sharp(join(folderOf(installation, row.uuid), row.file), {
    limitInputPixels: mediaBounds.pixels,
  }).autoOrient();
  const [w = 0, h = 0] = [row.width ?? 0, row.height ?? 0];
  let cropped = from;
  if (ratio !== undefined && w > 0 && h > 0) {
    const crop = { width: Math.min(w, Math.round(h * ratio)), height: Math.min(h, Math.round(w / ratio)) };
    const between = (at: number, size: number, whole: number) =>
      Math.max(0, Math.min(whole - size, Math.round(at * whole - size / 2)));
    cropped = from.extract({
      left: between(focus.x, crop.width, w),
      top: between(focus.y, crop.height, h),
      width: crop.width,
      height: crop.height,
    });
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
export async function mediaFile(
  installation: Installation,
  id: Id,
  file: string,
  asked: URLSearchParams,
): Promise<MediaFile | undefined> {
  const row = isId(id) ? await mediaById(installation.content, id) : undefined;
  // The workspaces know a picture in a text by its id alone.
  if (!row || (row.file !== file && file !== 'here')) return undefined;
  const width = Number(asked.get('w'));
  if (row.sort !== 'picture' || !asked.has('w'))
    return { bytes: await readFile(join(folderOf(installation, id), row.file)), mime: row.mime };
  if (!widths.has(width)) return undefined;
  const share = (name: string) => Math.max(0, Math.min(1, Number(asked.get(name) ?? 0.5) || 0));
  const ratio = asked.has('r') ? Number(asked.get('r')) : undefined;
  if (ratio !== undefined && !(ratio > 0.1 && ratio < 10)) return undefined;
  return inSize(installation, row, width, ratio, { x: share('x'), y: share('y') });
}
