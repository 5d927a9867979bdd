import { counted, integer, orNull, table, text } from './table';

/** What somebody asked of a table, kept under a name: for themselves, or shared with all. */
export const keptViews = table('kept_views', {
  id: counted,
  uuid: text,
  person: integer,
  shared: integer,
  label: text,
  /** The content type (by id) whose table it is of; null for the table of all content. */
  type: orNull(text),
  /** What is asked, as it stands in the table's address behind the question mark. */
  asks: text,
  madeAt: integer,
});
