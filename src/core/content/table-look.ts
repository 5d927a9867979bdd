/** Of a table those alone that one changed last oneself, that are given to one, or in which something is to fix. */
export const tableOnly = ['mine', 'given', 'toFix'] as const;
export type TableOnly = (typeof tableOnly)[number];

/** Of media those alone that nothing refers to, or that are pictures without alternative text. */
export const mediaOnly = ['unused', 'lacking'] as const;

/** What any content is sorted by, whatever its type. */
export const allSorts = ['title', 'changed', 'date'] as const;

/** By what a table is sorted, as it is asked: with a minus before it the other way round. */
export const sortAsked = (sort: string): { by: string; direction: 'up' | 'down' } =>
  sort.startsWith('-') ? { by: sort.slice(1), direction: 'down' } : { by: sort, direction: 'up' };

/** The most fields that a table shows beside the title. */
export const MOST_COLUMNS = 20;

/** How narrow and how wide (px) a column may be made. */
export const columnWidths = { least: 60, most: 900 } as const;

/** What of itself any content can be told by in the table of all content, besides its name, its state and its type. */
export const allMarks = ['date', 'changedBy', 'changed', 'comments'] as const;
export type AllMark = (typeof allMarks)[number];
/** Those with which that table begins. */
export const firstMarks: readonly AllMark[] = ['date', 'changedBy', 'changed'];
export const isAllMark = (column: string): column is AllMark => allMarks.some((mark) => mark === column);
