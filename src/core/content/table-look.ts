/** Of a table those alone that one changed last oneself, that are given to one, or in which something is to fix. */
export const tableOnly = ['mine', 'given', 'toFix'] as const;
export type TableOnly = (typeof tableOnly)[number];

/** The most fields that a table shows beside the title. */
export const MOST_COLUMNS = 20;
