import { integer, key, textOf, orNull, table, text } from './table';

/** What sorts of things an act changes. Records by their own sorts; categories, sites and the model beside them. */
export const actSorts = [
  'entry',
  'page',
  'listing',
  'medium',
  'shared',
  'category',
  'starter',
  'site',
  'address',
  'audience',
  'model',
] as const;
export type ActSort = (typeof actSorts)[number];

/** What an act did to each thing: how it was before and after, as JSON; null where it was not there. */
export const actChanges = table('act_changes', {
  act: key(integer),
  sort: key(textOf<ActSort>()),
  target: key(text),
  before: orNull(text),
  after: orNull(text),
});
