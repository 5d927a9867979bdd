import { join } from 'node:path';
import sharp from 'sharp';
import { styleOfSite } from '../../core/model/site-style';
import type { IconAsked } from '../../core/site/site-icon';
import { mediaById } from '../../store/media';
import type { SiteRow } from '../../store/sites';
import type { Installation } from '../runtime/installation';
import { folderOf, mediaBounds } from './files';
import { makeOnce, type MediaFile } from './renditions';

/** Of a mark that devices may cut to their own shape: how much of it they leave in any case (W3C, maskable icons). */
const SAFE = 0.8;
/** Dots per inch at which a drawing becomes a picture: large enough for the largest mark. */
const DENSITY = 300;

/**
 * The mark of a site out of the picture that stands for it: square, of a size (px), as PNG. Made once. Undefined where the
 * site has no picture, or it is gone.
 */
export async function siteIconFile(
  installation: Installation,
  { picture, key }: SiteRow,
  { size, isMaskable }: IconAsked,
): Promise<MediaFile | undefined> {
  const row = picture === null ? undefined : await mediaById(installation.content, picture);
  if (row?.sort !== 'picture') return undefined;
  const { paper } = styleOfSite(installation.model.document, key).palette;
  const own = isMaskable ? Math.round((size * SAFE) / 2) * 2 : size;
  const room = (size - own) / 2;
  const folder = folderOf(installation, row.uuid);
  const named = `${row.hash.slice(0, 8)}-mark-${size}${isMaskable ? `-in-${paper.slice(1)}` : ''}.png`;
  const path = join(folder, 'sizes', named);
  await makeOnce(installation, path, async (half) => {
    const mark = sharp(join(folder, row.file), { limitInputPixels: mediaBounds.pixels, density: DENSITY })
      .autoOrient()
      .resize({ width: own, height: own, fit: 'cover' });
    const whole = isMaskable
      ? mark
          .flatten({ background: paper })
          .extend({ top: room, bottom: room, left: room, right: room, background: paper })
      : mark;
    await whole.png().toFile(half);
  });
  return { path, mime: 'image/png' };
}
