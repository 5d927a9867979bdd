import { integer, key, table } from './table';

/** Derived: which category stands below which, itself counted, and how deep. */
export const closure = table('closure', {
  ancestor: key(integer),
  descendant: key(integer),
  depth: integer,
});
