import type { ActSort } from '../acts';
import { integer, key, textOf, orNull, table, text } from './table';

/** What an act did to each thing: how it was before and after, as JSON; null where it was not there. */
export const actChanges = table('act_changes', {
  act: key(integer),
  sort: key(textOf<ActSort>()),
  target: key(text),
  before: orNull(text),
  after: orNull(text),
});
