import type { RefSide } from '../refs';
import { integer, integerOf, key, table, text } from './table';

/** Derived: what each record refers to, in what is worked on (side 0) and in what visitors see (side 1). */
export const refs = table('refs', {
  source: key(integer),
  side: key(integerOf<RefSide>()),
  role: key(text),
  target: key(text),
  until: integer,
});
