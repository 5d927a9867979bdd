import type { Id } from '../ids';
import type { KindName } from './kinds/kind';

/**
 * The field set by which whoever writes may say how something is found and shared, and the group of the form it
 * stands in.
 */
export const foundSet = { key: 'found', label: 'Found and shared' } as const;

interface FoundPartWords {
  label: string;
  /** What is told where no field says anything. */
  otherwise: string;
  kinds: readonly KindName[];
}

const words: readonly KindName[] = ['line', 'paragraphs', 'computed', 'formatted'];

/**
 * What is told of a page where it is looked for and where it is shared: the title and the words of a search result, the
 * words and the picture of a card, the one address that counts, and whether search engines leave it out.
 */
export const found = {
  title: { label: 'Called in results', otherwise: 'its title', kinds: ['line', 'computed'] },
  description: { label: 'Told in results', otherwise: 'the summary of its appearance', kinds: words },
  cardTitle: {
    label: 'Called on the card',
    otherwise: 'what it is called in results',
    kinds: ['line', 'computed'],
  },
  cardWords: { label: 'Told on the card', otherwise: 'what is told in results', kinds: words },
  cardPicture: { label: 'Shown on the card', otherwise: 'the picture of its appearance', kinds: ['media'] },
  address: { label: 'Stands first at', otherwise: 'its own address', kinds: ['link'] },
  hidden: { label: 'Left out by search engines', otherwise: 'no', kinds: ['yesNo'] },
} as const satisfies Record<string, FoundPartWords>;

export type FoundPart = keyof typeof found;
export const foundParts = Object.keys(found) as FoundPart[];

/** How many fields may stand behind one another for one part. */
export const MOST_FOUND_FIELDS = 6;

/** Of each part the fields of the type itself that say it, the first with a value; without any it is told otherwise. */
export type FoundMapping = Partial<Record<FoundPart, Id[]>>;

/** The fields that a mapping names. */
export const fieldsFound = (mapping: FoundMapping | undefined): Id[] =>
  foundParts.flatMap((part) => mapping?.[part] ?? []);

/** A mapping that names only fields that stand; nothing where none is left. */
export function foundAmong(mapping: FoundMapping, stands: (field: Id) => boolean): FoundMapping | undefined {
  const left = foundParts.flatMap((part): [FoundPart, Id[]][] => {
    const fields = (mapping[part] ?? []).filter(stands);
    return fields.length > 0 ? [[part, fields]] : [];
  });
  return left.length > 0 ? Object.fromEntries(left) : undefined;
}
