/** Entries of the content types: the table, the form, publishing, bringing in, and where one is shown. */

export { allContent, allCounts } from './all-content';
export { bringInBulk } from './bulk';
export { earlierSources } from './earlier-sources';
export { entryCards } from './cards';
export { findEntries, knownByIds } from './find';
export { importEntries, tryRows } from './import';
export { makeNames, namesMatched } from './names';
export { changeMany, manyStep, tryMany, type ManyPosition } from './many/many';
export { changeView, dropView, keepView, keptViews } from './kept-views';
export { keepOwnAllTable, keepOwnTable, ownAllTable, ownTable } from './own-table';
export { settleEntries } from './publish';
export { shownOn } from './shown-on';
export { entries } from './table';
export {
  addEntry,
  binEntry,
  changeEntry,
  copyEntry,
  entry,
  freshEntry,
  publishEntry,
  restoreEntry,
  returnEntry,
  submitEntry,
  withdrawEntry,
} from './write';
