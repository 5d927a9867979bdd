import type { CollectionArrangement } from '../site/collection';
import type { Id } from '../ids';
import type { EmptyCategories, PageSource } from './document';

/** What fills the pages of a type, as answers that do not depend on which kind of source it is. */
export interface SourceAnswers {
  /** The content type whose entries it shows, each on a page of its own, and whether that page is the entry's home. */
  entryType?: Id;
  isHome: boolean;
  /** The scheme whose categories it shows, each on a page of its own, and what becomes of empty ones. */
  scheme?: Id;
  empty: EmptyCategories | 'shown';
  /** What is picked by hand: of which content types (none means any), and how it is set out. */
  picked?: { types: readonly Id[]; arrangement: CollectionArrangement };
  /** Whether a listing fills it: it must be chosen, may be chosen, or there is none. */
  listing: 'needed' | 'possible' | 'none';
  /** Whether editors compose it of blocks of their own. */
  isComposed: boolean;
  /** Whether each page is a place to go to, and does not only say how the pages of others are. */
  isPlace: boolean;
  /** For one that shows nothing itself: the field that says where it leads, or the first page below it. */
  leads?: { by: Id } | 'below';
}

const nothing: SourceAnswers = {
  isHome: false,
  empty: 'shown',
  listing: 'none',
  isComposed: false,
  isPlace: true,
};

/** Answers for a source. A new kind of source is a type error here. */
export function answersOf(source: PageSource): SourceAnswers {
  switch (source.kind) {
    case 'blocks':
      return { ...nothing, isComposed: true };
    case 'listing':
      return { ...nothing, listing: 'needed' };
    case 'collection': {
      const { types, arrangement = 'cards' } = source;
      return { ...nothing, picked: { types, arrangement } };
    }
    case 'category': {
      const { scheme, empty = 'shown' } = source;
      return { ...nothing, scheme, empty, listing: 'possible', isPlace: false };
    }
    case 'entry':
      return { ...nothing, entryType: source.type, isHome: source.home === true, isPlace: false };
    case 'heading':
      return { ...nothing, leads: 'below' };
    case 'link':
      return { ...nothing, leads: { by: source.field } };
  }
}
