import { integer, key, table, text } from './table';

/** How somebody wants a table, as JSON: by the person and what the table is of. */
export const personTables = table('person_tables', {
  person: key(integer),
  name: key(text),
  says: text,
});
