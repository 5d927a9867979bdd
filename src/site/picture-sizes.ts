import type { DrawnListing } from '../core/site/visitor-page';

/** How wide (px) what stands on a page is at most: the measure without its margins. */
export const MEASURE = 1120;

/** What a browser is told of how wide a picture is shown: in a narrow window as wide as that, else so many pixels. */
export const sizesOf = (wide: number): string => `(max-width: 700px) 100vw, ${Math.ceil(wide)}px`;

/** How many columns fit at most, as the stylesheet has it: none narrower than this (px). */
const leastOf = { airy: 340, usual: 270, dense: 200 } as const;

/** How wide (px) a picture is shown among the items of a listing that is so wide; the first of a lead is wider. */
export function widthOfItem(
  { arrangement, setOut: { density, columns } }: Pick<DrawnListing, 'arrangement' | 'setOut'>,
  wide: number,
  place: number,
): number {
  const least = leastOf[density ?? 'usual'];
  const fitting = Math.max(1, Math.min(columns ?? Infinity, Math.floor(wide / least)));
  switch (arrangement) {
    case 'cards':
      return wide / fitting;
    case 'strip':
      return least;
    case 'gallery':
      return wide / Math.max(1, Math.min(columns ?? Infinity, Math.floor(wide / 190)));
    case 'lead':
      return place === 0 ? wide * 0.56 : 104;
    case 'rows':
      return 190;
    case 'timeline':
      return 200;
    case 'table':
    case 'index':
      return 96;
    case 'slideshow':
      return wide;
  }
}
