import type { pages as operations } from '../../../../contract/operations/pages';
import {
  addRedirect,
  answerRedirect,
  changeRedirect,
  redirects,
  importRedirects,
  listedRedirects,
  nowhere,
  putAway,
  removeRedirect,
} from '../../../../services/redirects';
import { guide } from '../../../../services/guide';
import { withInstead } from '../../../../services/instead';
import { pageReach } from '../../../../services/reach';
import {
  addPage,
  addressFor,
  addSite,
  binPage,
  changePage,
  dropWaitingPlace,
  changeSite,
  homesFor,
  mayStandUnder,
  changeSeveral,
  copyPage,
  fillOnce,
  movePage,
  page,
  pagesAtMoment,
  pagesBelow,
  pagesByType,
  publishPage,
  returnPage,
  submitPage,
  removeSite,
  sitesOf,
  siteTree,
  siteTreeAt,
  treeSeen,
  typesUnder,
  withdrawPage,
} from '../../../../services/pages';
import { oldAddresses, soughtInVain, pagePreview, seenPage } from '../../../../services/visitor';
import type { HandlersOf } from './call';

export const pagesHandlers: HandlersOf<typeof operations> = {
  guide: () => guide(),
  sites: ({ installation }) => sitesOf(installation),
  addSite: ({ installation, person, body }) => addSite(installation, person, body),
  changeSite: ({ installation, person, path, body }) => changeSite(installation, person, path('id'), body),
  removeSite: ({ installation, person, path }) => removeSite(installation, person, path('id')),
  redirects: ({ installation, query }) => redirects(installation, query),
  allRedirects: ({ installation }) => listedRedirects(installation),
  redirect: ({ installation, path }) => answerRedirect(installation, path('id')),
  addRedirect: ({ installation, person, body }) => addRedirect(installation, person, body),
  changeRedirect: ({ installation, person, body, revision, path }) =>
    changeRedirect(installation, person, path('id'), revision, body),
  removeRedirect: ({ installation, person, revision, path }) =>
    removeRedirect(installation, person, path('id'), revision),
  importRedirects: ({ installation, person, body }) => importRedirects(installation, person, body),
  nowhere: ({ installation, query }) => nowhere(installation, query),
  putAway: ({ installation, body }) => putAway(installation, body.addresses),
  oldAddresses: ({ installation, query }) => oldAddresses(installation, query),
  soughtInVain: ({ installation, query }) => soughtInVain(installation, query),
  pages: ({ installation, query: { at } }) =>
    at === undefined ? siteTree(installation) : siteTreeAt(installation, at),
  treeSeen: ({ installation, query }) => treeSeen(installation, query),
  pagesBelow: ({ installation, query: { ids } }) => pagesBelow(installation, ids),
  pagesByType: ({ installation, query }) => pagesByType(installation, query),
  pagesAtMoment: ({ installation, query }) => pagesAtMoment(installation, query),
  addPage: ({ installation, person, body }) => addPage(installation, person, body),
  addressFor: ({ installation, query }) => addressFor(installation, query),
  topTypes: ({ installation, query }) => typesUnder(installation, null, query.site),
  page: ({ installation, path }) => page(installation, path('id')),
  seenPage: ({ installation, query }) => seenPage(installation, query),
  pagePreview: ({ installation, path, query }) => pagePreview(installation, path('id'), query),
  changePage: ({ installation, person, path, revision, body }) =>
    changePage(installation, person, path('id'), revision, body),
  binPage: ({ installation, person, path, revision, query }) =>
    withInstead(installation, person, { id: path('id'), instead: query.instead, what: 'binned a page' }, () =>
      binPage(installation, person, path('id'), revision, query),
    ),
  publishPage: ({ installation, person, path, revision, body }) =>
    publishPage(installation, person, path('id'), revision, body),
  withdrawPage: ({ installation, person, path, revision, query }) =>
    withInstead(
      installation,
      person,
      { id: path('id'), instead: query.instead, what: 'withdrew a page' },
      () => withdrawPage(installation, person, path('id'), revision, query),
    ),
  submitPage: ({ installation, person, path, revision }) =>
    submitPage(installation, person, path('id'), revision),
  returnPage: ({ installation, person, path, revision }) =>
    returnPage(installation, person, path('id'), revision),
  dropWaitingPlace: ({ installation, person, path, revision, query }) =>
    dropWaitingPlace(installation, person, path('id'), revision, query),
  changeSeveralPages: ({ installation, person, body }) => changeSeveral(installation, person, body),
  copyPage: ({ installation, person, path, body }) => copyPage(installation, person, path('id'), body),
  fillOnce: ({ installation, person, body }) => fillOnce(installation, person, body),
  movePage: ({ installation, person, path, revision, body }) =>
    movePage(installation, person, path('id'), revision, body),
  typesUnder: ({ installation, path }) => typesUnder(installation, path('id')),
  homesFor: ({ installation, path, query }) => homesFor(installation, path('id'), query),
  mayStandUnder: ({ installation, path }) => mayStandUnder(installation, path('id'), path('parent')),
  pageReach: ({ installation, path }) => pageReach(installation, path('id')),
};
