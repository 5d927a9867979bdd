/** What stands in the place of something that goes from where visitors see it, or into the bin. */

export { insteadOf } from './options';
export { withInstead } from './give';
export { mergeEntries } from './merge';
