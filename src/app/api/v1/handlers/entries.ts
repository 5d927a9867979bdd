import type { entries as operations } from '../../../../contract/operations/entries';
import { mergeEntries, withInstead } from '../../../../services/instead';
import {
  addEntry,
  binEntry,
  changeEntry,
  entries,
  entry,
  entryCards,
  findEntries,
  importEntries,
  makeNames,
  namesMatched,
  changeMany,
  settleEntries,
  earlierSources,
  keepOwnTable,
  ownTable,
  tryMany,
  tryRows,
  knownByIds,
  publishEntry,
  copyEntry,
  restoreEntry,
  returnEntry,
  shownOn,
  submitEntry,
  withdrawEntry,
} from '../../../../services/entries';
import { entryReach } from '../../../../services/reach';
import type { HandlersOf } from './call';

export const entriesHandlers: HandlersOf<typeof operations> = {
  entries: ({ installation, person, query }) => entries(installation, query, person),
  shownOn: ({ installation, query }) => shownOn(installation, query),
  findEntries: ({ installation, query }) => findEntries(installation, query),
  entryCards: ({ installation, query }) => entryCards(installation, query.ids),
  known: ({ installation, query }) => knownByIds(installation, query.ids),
  addEntry: ({ installation, person, body }) => addEntry(installation, person, body),
  tryRows: ({ installation, person, path, body }) => tryRows(installation, person, path('id'), body),
  mergeEntries: ({ installation, person, path, revision, body }) =>
    mergeEntries(installation, person, path('id'), revision, body),
  earlierSources: ({ installation, path }) => earlierSources(installation, path('id'), path('locale')),
  ownTable: ({ installation, person, path }) => ownTable(installation, person, path('id')),
  keepOwnTable: ({ installation, person, path, body }) =>
    keepOwnTable(installation, person, path('id'), body),
  tryMany: ({ installation, person, path, body }) => tryMany(installation, person, path('id'), body),
  changeMany: ({ installation, person, path, body }) => changeMany(installation, person, path('id'), body),
  tryManyOfAll: ({ installation, person, body }) => tryMany(installation, person, undefined, body),
  changeManyOfAll: ({ installation, person, body }) => changeMany(installation, person, undefined, body),
  settleEntries: ({ installation, person, path, body }) =>
    settleEntries(installation, person, path('id'), body),
  matchNames: ({ installation, path, body }) => namesMatched(installation, path('id'), body),
  makeNames: ({ installation, person, path, body }) => makeNames(installation, person, path('id'), body),
  importEntries: ({ installation, person, path, body }) =>
    importEntries(installation, person, path('id'), body),
  entry: ({ installation, path }) => entry(installation, path('id')),
  changeEntry: ({ installation, person, path, revision, body }) =>
    changeEntry(installation, person, path('id'), revision, body),
  binEntry: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned an entry' }, () =>
      binEntry(installation, person, path('id'), revision),
    ),
  copyEntry: ({ installation, person, path }) => copyEntry(installation, person, path('id')),
  restoreEntry: ({ installation, person, path, revision }) =>
    restoreEntry(installation, person, path('id'), revision),
  publishEntry: ({ installation, person, path, revision, body }) =>
    publishEntry(installation, person, path('id'), revision, body),
  withdrawEntry: ({ installation, person, path, revision, query }) =>
    withInstead(
      installation,
      person,
      { id: path('id'), instead: query.instead, what: 'withdrew an entry' },
      () => withdrawEntry(installation, person, path('id'), revision, query),
    ),
  submitEntry: ({ installation, person, path, revision }) =>
    submitEntry(installation, person, path('id'), revision),
  returnEntry: ({ installation, person, path, revision }) =>
    returnEntry(installation, person, path('id'), revision),
  entryReach: ({ installation, path }) => entryReach(installation, path('id')),
};
