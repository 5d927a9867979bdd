import type { HouseStyle } from '../model/document';

/** The first letter or number of a name, as it stands for the whole. */
const initialOf = (label: string): string => (/[\p{L}\p{N}]/u.exec(label)?.[0] ?? '').toUpperCase();

/** The mark of a site as SVG (64 units wide): the first letter of its name on the accent, with its corners and letters. */
export function siteIcon(label: string, { palette, dark, corners, type }: HouseStyle): string {
  const family =
    type.headings === 'reading' ? 'Literata, Georgia, serif' : "'Hanken Grotesk', Arial, sans-serif";
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 64 64"><style>rect{fill:${palette.accent}}text{fill:${palette.onAccent};font:${type.weight ?? 600} 40px ${family}}@media (prefers-color-scheme:dark){rect{fill:${dark.accent}}text{fill:${dark.onAccent}}}</style><rect width="64" height="64" rx="${Math.min(32, corners * 1.5)}"/><text x="32" y="46" text-anchor="middle">${initialOf(label)}</text></svg>`;
}
