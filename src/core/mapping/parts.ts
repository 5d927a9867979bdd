import type { FieldPath } from '../model/document';
import type { KindName } from '../model/kinds/kind';

/** The named pieces of what a visitor sees of one thing, in the order in which a face draws them. */
export const partKeys = ['kicker', 'heading', 'date', 'summary', 'text', 'figures', 'marks'] as const;
export type PartKey = (typeof partKeys)[number];

export interface Format {
  /** Shorten to so many characters, at a word's end. */
  shorten?: number;
  /** Of several, only the first so many. */
  first?: number;
}

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
  /** A face without it would name nothing. */
  needed: boolean;
}

const short: readonly KindName[] = ['line', 'number', 'yesNo', 'date', 'choice'];

export const parts: Record<PartKey, Part> = {
  kicker: { key: 'kicker', label: 'Kicker', chains: 3, takes: short, needed: false },
  heading: { key: 'heading', label: 'Heading', chains: 1, takes: ['line'], needed: true },
  date: { key: 'date', label: 'Date', chains: 2, takes: ['date'], needed: false },
  summary: { key: 'summary', label: 'Summary', chains: 1, takes: ['line', 'paragraphs'], needed: false },
  text: { key: 'text', label: 'Text', chains: 1, takes: ['line', 'paragraphs'], needed: false },
  figures: { key: 'figures', label: 'Figures', chains: 4, takes: ['number'], needed: false },
  marks: { key: 'marks', label: 'Marks', chains: 6, takes: short, needed: false },
};

export const mappingBounds = { steps: 6, words: 200, shorten: 2000 } as const;

/** Every field that a mapping reads. */
export function fieldsOfMapping(mapping: Mapping): FieldPath[] {
  const paths = partKeys.flatMap((key) => (mapping[key] ?? []).flatMap((chain) => chain.flatMap((step) => ('field' in step ? [step.field] : []))));
  return [...new Set(paths)];
}
