import { integer, integerOf, key, table, text } from './table';

/** What is worked on refers from side 0, what visitors see or will see from side 1. */
export type RefSide = 0 | 1;

/** Derived: what each record refers to, in what is worked on (side 0) and in what visitors see (side 1). */
export const refs = table('refs', {
  source: key(integer),
  side: key(integerOf<RefSide>()),
  role: key(text),
  target: key(text),
  until: integer,
});
