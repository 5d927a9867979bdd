import type { FieldPath } from '../model/document';
import type { KindName } from '../model/kinds/kind';

/**
 * The named pieces of what a visitor sees of one thing, in the order in which a face draws them where nothing
 * else is said.
 */
export const partKeys = [
  'picture',
  'kicker',
  'heading',
  'date',
  'summary',
  'text',
  'figures',
  'facts',
  'further',
  'marks',
  'button',
  'link',
] as const;
export type PartKey = (typeof partKeys)[number];

export interface Format {
  /** Shorten to so many characters, at a word's end. */
  shorten?: number;
  /** Of several, only the first so many. */
  first?: number;
  /**
   * Dates and moments: the day in full, short, in numbers, the month and year, the year, the weekday with it, the time
   * alone, or the day as a large numeral with weekday and month beside it.
   */
  date?: (typeof dateFormats)[number];
  /** Dates and moments by a pattern of one's own (`date-pattern.ts`). */
  pattern?: string;
  /** Entries that are linked to: by their names in a line, in small as a card (as usual), or with all of their own face. */
  as?: (typeof linkedLooks)[number];
  /** Pictures: width to height, cropped around the focal point. */
  ratio?: number;
  /** Between several. */
  joint?: string;
}

export const linkedLooks = ['line', 'card', 'face'] as const;
export const dateFormats = [
  'long',
  'short',
  'numeric',
  'month',
  'year',
  'weekday',
  'time',
  'numeral',
] as const;

/** Where a part's words may come from: a field, or fixed words. */
export type Step = { field: FieldPath; format?: Format } | { words: string };
/** Steps in order; the first with a value wins. */
export type Chain = Step[];
/** What feeds each part. A part that shows several things has a chain for each. */
export type Mapping = Partial<Record<PartKey, Chain[]>>;

export interface Part {
  key: PartKey;
  label: string;
  /** How many chains it may have, each showing one thing beside the other. */
  chains: number;
  takes: readonly KindName[];
}

const short: readonly KindName[] = [
  'line',
  'number',
  'yesNo',
  'date',
  'moment',
  'choice',
  'category',
  'entry',
  'spot',
  'computed',
];

export const parts: Record<PartKey, Part> = {
  picture: { key: 'picture', label: 'Picture', chains: 1, takes: ['media'] },
  kicker: { key: 'kicker', label: 'Line above', chains: 3, takes: short },
  heading: { key: 'heading', label: 'Heading', chains: 1, takes: ['line', 'computed', 'entry', 'category'] },
  date: { key: 'date', label: 'Date', chains: 2, takes: ['date', 'moment'] },
  summary: {
    key: 'summary',
    label: 'Summary',
    chains: 1,
    takes: ['line', 'paragraphs', 'formatted', 'computed'],
  },
  text: { key: 'text', label: 'Text', chains: 1, takes: ['line', 'paragraphs', 'formatted'] },
  figures: { key: 'figures', label: 'Numbers', chains: 4, takes: ['number', 'computed'] },
  facts: { key: 'facts', label: 'Facts', chains: 12, takes: [...short, 'link', 'group', 'list'] },
  further: { key: 'further', label: 'Linked items', chains: 2, takes: ['list', 'entry', 'media'] },
  marks: { key: 'marks', label: 'Badges', chains: 6, takes: short },
  button: { key: 'button', label: 'Button', chains: 3, takes: ['link'] },
  link: { key: 'link', label: 'Link', chains: 4, takes: ['link', 'line', 'media', 'entry'] },
};

export const mappingBounds = { steps: 6, words: 200, shorten: 2000, path: 200 } as const;

/** Every field that a mapping reads, by the first id of its path. */
export function fieldsOfMapping(mapping: Mapping): FieldPath[] {
  const paths = partKeys.flatMap((key) =>
    (mapping[key] ?? []).flatMap((chain) =>
      chain.flatMap((step) => ('field' in step ? [step.field.split('.')[0] ?? step.field] : [])),
    ),
  );
  return [...new Set(paths)];
}
