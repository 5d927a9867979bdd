import { join } from 'node:path';
import { fileTypeFromBuffer } from 'file-type/core';
import sharp from 'sharp';
import type { MediaSort } from '../../core/content/known';
import type { Id } from '../../core/ids';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';

export const mediaBounds = { bytes: 40 * 1024 * 1024, pixels: 60_000_000 } as const;

/** What may be kept, by what its bytes say it is; the name of a file proves nothing. */
const accepted: Record<string, { sort: MediaSort; ending: string }> = {
  'image/jpeg': { sort: 'picture', ending: 'jpg' },
  'image/png': { sort: 'picture', ending: 'png' },
  'image/webp': { sort: 'picture', ending: 'webp' },
  'image/gif': { sort: 'picture', ending: 'gif' },
  'image/avif': { sort: 'picture', ending: 'avif' },
  'application/pdf': { sort: 'document', ending: 'pdf' },
  'audio/mpeg': { sort: 'sound', ending: 'mp3' },
  'audio/ogg': { sort: 'sound', ending: 'ogg' },
  'audio/wav': { sort: 'sound', ending: 'wav' },
  'video/mp4': { sort: 'film', ending: 'mp4' },
  'video/webm': { sort: 'film', ending: 'webm' },
  'text/vtt': { sort: 'document', ending: 'vtt' },
};

/** How a file of the words that are spoken in a film begins (W3C WebVTT, section 4.1). */
const SPOKEN = /^\ufeff?WEBVTT(?:[ \t\r\n]|$)/;

/** What the bytes of a file say it is; words that are spoken are text, and say so in their first line. */
async function typeOf(bytes: Buffer): Promise<string | undefined> {
  const found = await fileTypeFromBuffer(bytes);
  if (found) return found.mime;
  const head = bytes.subarray(0, 64).toString('utf8');
  return SPOKEN.test(head) && !bytes.includes(0) ? 'text/vtt' : undefined;
}

/** Where the file of a medium lies, and the sizes that were made of it. */
export const folderOf = (installation: Installation, id: Id) => join(installation.mediaFolder, id);

/** A name that can stand in an address and on any disk: its letters and digits, with the ending its bytes ask for. */
export const fileName = (name: string, ending: string): string =>
  `${
    name
      .replace(/\.[^.]*$/, '')
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'file'
  }.${ending}`;

/** What a file is by its bytes; refuses what cannot be kept. */
export async function sniffed(
  bytes: Buffer,
): Promise<{ sort: MediaSort; mime: string; ending: string; width: number | null; height: number | null }> {
  const mime = await typeOf(bytes);
  const kept = mime === undefined ? undefined : accepted[mime];
  if (mime === undefined || !kept)
    throw invalidInput([
      {
        path: '',
        code: 'sort',
        message:
          'This is no picture, PDF, sound, film or file of spoken words (WebVTT) that can be taken. Pictures may be JPEG, PNG, WebP, GIF or AVIF.',
      },
    ]);
  if (kept.sort !== 'picture') return { ...kept, mime, width: null, height: null };
  try {
    const picture = sharp(bytes, { limitInputPixels: mediaBounds.pixels, failOn: 'truncated' });
    const { width = 0, height = 0, autoOrient } = await picture.metadata();
    // Only decoding it whole tells of a file that was cut short.
    await picture.stats();
    return {
      ...kept,
      mime,
      width: autoOrient?.width ?? width,
      height: autoOrient?.height ?? height,
    };
  } catch {
    throw invalidInput([
      {
        path: '',
        code: 'picture',
        message: `This picture cannot be read to its end, or has more than ${mediaBounds.pixels / 1e6} million pixels.`,
      },
    ]);
  }
}
