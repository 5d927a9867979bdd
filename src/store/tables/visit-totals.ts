import { integer, key, table, text } from './table';

/** How often each page was read in all. */
export const visitTotals = table('visit_totals', {
  page: key(text),
  n: integer,
});
