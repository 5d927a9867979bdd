import { integer, table, text } from './table';

/** What was tried lately by whom, to bound it. */
export const attempts = table('attempts', {
  name: text,
  at: integer,
});
