import type { DrawnListing } from '../../core/site/visitor-page';
import type { Level } from '../face';

/** What every arrangement is drawn from. */
export interface Arranged {
  listing: DrawnListing;
  /** Of the headings of items; those of groups stand one above. */
  level: Level;
  locale: string;
  /** What the ids of its parts begin with, so that two listings of a page do not share any. */
  id: string;
  /** Name the entry and field behind each part, for an editor who points at it. */
  traced: boolean;
  /** How wide (px) the listing stands in a wide window. */
  wide: number;
  /** Whether nothing that shows a picture stands before it on the page. */
  first: boolean;
}

export const entryOf = (traced: boolean, id: string) => (traced ? { 'data-entry': id } : {});

/** The classes that say how dense it stands, and in how many columns at most. */
export const setOutClasses = ({ arrangement, setOut: { density, columns } }: DrawnListing): string =>
  [arrangement, density && density !== 'usual' ? density : '', columns ? `most-${columns}` : '']
    .filter(Boolean)
    .join(' ');
