import { integer, key, table } from './table';

/** In how many entries (those in the bin left out) each category stands by a field: in it alone, and in it or below it. */
export const categoryCounts = table('category_counts', {
  field: key(integer),
  category: key(integer),
  own: integer,
  whole: integer,
});
