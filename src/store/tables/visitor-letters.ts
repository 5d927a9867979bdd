import { counted, integer, orNull, table, text } from './table';

/** Letters from visitors and to them, by the work that hands each over. */
export const visitorLetters = table('visitor_letters', {
  id: counted,
  letter: text,
  /** Whose account it belongs to; nobody's where they were not signed in. */
  visitor: orNull(integer),
  /** From whom it came, or to whom it went. */
  email: text,
  /** When (ms) it was written, by the product's clock. */
  at: integer,
  /** The title of the page that a message was written on; null for a letter to a visitor. */
  page: orNull(text),
  /** What was written, for whoever it belongs to (JSON); null where it is nobody's, and for a letter to them. */
  said: orNull(text),
});
