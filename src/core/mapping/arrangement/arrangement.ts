import type { PartKey } from '../parts';

/** How a listing sets many faces out. */
export const arrangements = [
  'cards',
  'rows',
  'lead',
  'strip',
  'index',
  'table',
  'timeline',
  'gallery',
  'slideshow',
] as const;
export type Arrangement = (typeof arrangements)[number];

export const densities = ['airy', 'usual', 'dense'] as const;
export type Density = (typeof densities)[number];

/** What an architect may choose of an arrangement; what is left out is as the arrangement has it. */
export interface SetOut {
  /** The most columns, where the slot is wide enough for them. */
  columns?: number;
  density?: Density;
  /** Width to height of every picture, in the place of what the mapping says. */
  ratio?: number;
}
export const setOutKeys = ['columns', 'density', 'ratio'] as const;
export const setOutBounds = { columns: { least: 1, most: 6 }, ratio: { least: 0.4, most: 4 } } as const;

interface ArrangementKind {
  label: string;
  purpose: string;
  /** What of it may be chosen. */
  takes: readonly (keyof SetOut)[];
  /** The part without which it says little: what it is looked at, grouped or found by. */
  livesBy?: PartKey;
}

export const arrangementKinds: Record<Arrangement, ArrangementKind> = {
  cards: {
    label: 'Cards',
    purpose: 'Side by side, each with its picture on top.',
    takes: ['columns', 'density', 'ratio'],
  },
  rows: {
    label: 'Rows',
    purpose: 'One below the other, words beside the heading.',
    takes: ['density', 'ratio'],
  },
  lead: {
    label: 'Lead and rows',
    purpose: 'The first one large, the others as rows beside or below it.',
    takes: ['density', 'ratio'],
  },
  strip: {
    label: 'Strip',
    purpose: 'One line of cards that is moved along sideways.',
    takes: ['density', 'ratio'],
  },
  index: {
    label: 'Index',
    purpose: 'Names by their first letters, in columns.',
    takes: ['columns', 'density'],
    livesBy: 'heading',
  },
  table: { label: 'Table', purpose: 'A row for each, a column for each part.', takes: ['density'] },
  timeline: {
    label: 'Timeline',
    purpose: 'By month, the days along a line.',
    takes: ['density', 'ratio'],
    livesBy: 'date',
  },
  gallery: {
    label: 'Gallery',
    purpose: 'Pictures close together, each opening larger.',
    takes: ['columns', 'density', 'ratio'],
    livesBy: 'picture',
  },
  slideshow: {
    label: 'Slideshow',
    purpose: 'One after the other, by hand or in turn.',
    takes: ['ratio'],
    livesBy: 'picture',
  },
};
