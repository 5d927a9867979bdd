import { integer, integerOf, key, table, text } from './table';

/** For whom records are, where not for everyone: a group's id, or `SIGNED_IN`. */
export const audiences = table('audiences', {
  record: key(integer),
  audience: key(text),
  /** Whether others are asked to sign in. */
  asks: integerOf<0 | 1>(),
});
