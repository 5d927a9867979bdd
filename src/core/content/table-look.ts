/** Of a table those alone that one changed last oneself, that are given to one, or in which something is to fix. */
export const tableOnly = ['mine', 'given', 'toFix'] as const;
export type TableOnly = (typeof tableOnly)[number];

/** Of media those alone that nothing refers to, or that are pictures without alternative text. */
export const mediaOnly = ['unused', 'lacking'] as const;

/** What all content is sorted by; with a minus before it the other way round. */
export const allSorts = ['title', '-title', 'changed', '-changed', 'date', '-date'] as const;
export type AllSort = (typeof allSorts)[number];

/** The most fields that a table shows beside the title. */
export const MOST_COLUMNS = 20;
