/** Entries of the content types: the table, the form, publishing, bringing in, and where one is shown. */

export { bringInBulk } from './bulk';
export { findEntries, knownByIds } from './find';
export { entryRevisions } from './history';
export { importEntries } from './import';
export { shownOn } from './shown-on';
export { entries } from './table';
export {
  addEntry,
  binEntry,
  changeEntry,
  entry,
  publishEntry,
  restoreEntry,
  returnEntry,
  submitEntry,
  withdrawEntry,
} from './write';
