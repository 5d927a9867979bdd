import type { Id } from '../ids';
import type { HouseStyle } from '../model/document';

/** The first letter or number of a name, as it stands for the whole. */
const initialOf = (label: string): string => (/[\p{L}\p{N}]/u.exec(label)?.[0] ?? '').toUpperCase();

/** The mark of a site as SVG (64 units wide): the first letter of its name on the accent, with its corners and letters. */
export function siteIcon(label: string, { palette, dark, corners, type }: HouseStyle): string {
  const family =
    type.headings === 'reading' ? 'Literata, Georgia, serif' : "'Hanken Grotesk', Arial, sans-serif";
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64"><style>rect{fill:${palette.accent}}text{fill:${palette.onAccent};font:${type.weight ?? 600} 40px ${family}}@media (prefers-color-scheme:dark){rect{fill:${dark.accent}}text{fill:${dark.onAccent}}}</style><rect width="64" height="64" rx="${Math.min(32, corners * 1.5)}"/><text x="32" y="46" text-anchor="middle">${initialOf(label)}</text></svg>`;
}

/** In which sizes (px) the mark of a site is made of its picture: for tabs, first screens, and what devices install. */
export const iconSizes = [32, 180, 192, 512] as const;
export type IconSize = (typeof iconSizes)[number];

/** A mark in a size; one that may be cut to the shape of a device keeps away from its edges. */
export interface IconAsked {
  size: IconSize;
  isMaskable: boolean;
}

/** Where the mark of a site stands that is made of a picture (its id). */
export const iconAddress = (
  { key, picture }: { key: string; picture: Id },
  { size, isMaskable }: IconAsked,
): string =>
  `/site-icon.png?site=${encodeURIComponent(key)}&size=${size}${isMaskable ? '&cut' : ''}&v=${picture.slice(0, 8)}`;

/** Which mark an address asks for; nothing where there is none of the kind. */
export function iconAsked(asked: URLSearchParams): IconAsked | undefined {
  const size = iconSizes.find((each) => String(each) === asked.get('size'));
  return size && { size, isMaskable: asked.has('cut') };
}
