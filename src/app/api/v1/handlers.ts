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
} from '../../../services/redirects';
import { guide } from '../../../services/guide';
import {
  applyWorking,
  changeSheet,
  dropWorking,
  fieldNumbers,
  keepWorking,
  model,
  placedPages,
  placementCounts,
  tryModel,
  typeFigures,
  typeReach,
  working,
} from '../../../services/model';
import {
  addListing,
  binListing,
  changeListing,
  listing,
  listingResult,
  listings,
  publishListing,
  tryListing,
  tryListingFigures,
  tryListingGaps,
  wordsOfListings,
} from '../../../services/listings';
import {
  addCategory,
  categoriesOf,
  categoryCounts,
  changeCategory,
  importCategories,
  mergeCategory,
  moveCategory,
  removeCategory,
  sortCategories,
  splitCategory,
} from '../../../services/categories';
import { insteadOf, mergeEntries, withInstead } from '../../../services/instead';
import {
  addMedia,
  binMedium,
  changeMedium,
  mediaList,
  medium,
  mediumReach,
  replaceFile,
} from '../../../services/media';
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
  allContent,
  earlierSources,
  changeView,
  dropView,
  keepView,
  keptViews,
  keepOwnAllTable,
  keepOwnTable,
  ownAllTable,
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
} from '../../../services/entries';
import {
  addSharedBlock,
  binSharedBlock,
  changeSharedBlock,
  copySharedBlock,
  placeSharedBlock,
  publishSharedBlock,
  returnSharedBlock,
  sharedBlock,
  sharedBlocks,
  sharedPlaces,
  submitSharedBlock,
  withdrawSharedBlock,
} from '../../../services/shared';
import { addStarter, changeStarter, forgetStarter, starter, starters } from '../../../services/starters';
import { entryReach, pageReach, schemeReach, sharedReach } from '../../../services/reach';
import {
  beginInstallation,
  beginning,
  madeUpAnswer,
  putStepsAway,
  readyMadeModels,
  takeMadeUpAway,
} from '../../../services/ready-made';
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
} from '../../../services/pages';
import type { Operation, operations } from '../../../contract/operations';
import type { SessionAnswer } from '../../../contract/session';
import { type Installation, Refusal } from '../../../services/runtime';
import { bin, emptyBin, keepInBin, restoreFromBin } from '../../../services/bin';
import { acts, undoAct } from '../../../services/acts';
import {
  addNote,
  answerNote,
  colleagues,
  endGivenWork,
  giveWork,
  notes,
  settleNote,
  looked,
  today,
  waiting,
} from '../../../services/review';
import { nameVersion, version, versions } from '../../../services/versions';
import { longWork, stopLongWork, tryLongWorkAgain } from '../../../services/long-work';
import { goTo, overview } from '../../../services/overview';
import {
  oldAddresses,
  soughtInVain,
  pagePreview,
  sharedPreview,
  starterPreview,
  seenPage,
  draftLinks,
  endDraftLink,
  makeDraftLink,
} from '../../../services/visitor';
import {
  allPeople,
  askSecondFactor,
  asksSecondFactor,
  beginSecondFactor,
  changeOwnLetters,
  changePassword,
  changePerson,
  confirmSecondFactor,
  endSecondFactor,
  endSessionsOfPerson,
  hereNow,
  invite,
  letLeave,
  linkAnswer,
  openSessions,
  type Person,
  personAnswer,
  sendLink,
  setUp,
  type SignedIn,
  signIn,
  signOut,
  useLink,
} from '../../../services/people';
import { endedSession, startedSession, type Reply } from './session-cookie';

/** One call, read and allowed: what a handler needs of it. */
export interface Call<Body, Query> {
  installation: Installation;
  person: Person;
  body: Body;
  query: Query;
  /** A file that was sent as it is. */
  bytes: Buffer;
  /** A piece of the path, by its name in the operation. */
  path(name: string): string;
  /** The revision named by `If-Match`. */
  revision: number;
  /** Where the call came from, and by which browser. */
  from: { address: string; agent: string; secure: boolean };
}

type Handler<O> =
  O extends Operation<infer B, infer Q, infer A>
    ? (call: Call<B, Q>) => Promise<A | Reply<A>> | A | Reply<A>
    : never;

async function sessionAnswer(installation: Installation, person: Person): Promise<SessionAnswer> {
  const needsSecondFactor = !person.guarded && (await asksSecondFactor(installation));
  return { person: personAnswer(person), endsAt: new Date(person.endsAt).toISOString(), needsSecondFactor };
}

const signedIn = async (installation: Installation, { person, token }: SignedIn, secure: boolean) =>
  startedSession(await sessionAnswer(installation, person), token, person.endsAt, secure);

/** What answers each operation. A missing one is a type error. */
export const handlers: { [K in keyof typeof operations]: Handler<(typeof operations)[K]> } = {
  signIn: async ({ installation, body, from }) =>
    signedIn(installation, await signIn(installation, body, from.address, from.agent), from.secure),
  session: ({ installation, person }) => sessionAnswer(installation, person),
  signOut: async ({ installation, person, from }) => {
    await signOut(installation, person, person.session);
    return endedSession(from.secure);
  },
  sessions: ({ installation, person }) => openSessions(installation, person),
  endSession: async ({ installation, person, path }) => signOut(installation, person, path('id')),
  setUp: async ({ installation, body, from }) =>
    signedIn(installation, await setUp(installation, body, from.address, from.agent), from.secure),
  people: ({ installation }) => allPeople(installation),
  invite: ({ installation, person, body }) => invite(installation, person, body),
  changePerson: ({ installation, path, body }) => changePerson(installation, path('id'), body),
  sendLink: ({ installation, person, path }) => sendLink(installation, person, path('id')),
  endSessionsOf: ({ installation, path }) => endSessionsOfPerson(installation, path('id')),
  letLeave: ({ installation, person, path, body }) => letLeave(installation, person, path('id'), body.heir),
  askSecondFactor: ({ installation, body }) => askSecondFactor(installation, body.asked),
  link: ({ installation, path }) => linkAnswer(installation, path('word')),
  useLink: async ({ installation, path, body, from }) => {
    await installation.attempts.count(from.address, 'a link');
    const done = await useLink(installation, path('word'), body.password, from.agent);
    if (!done) throw new Refusal(403, 'The password is saved. Sign in with it, and with your second factor.');
    return signedIn(installation, done, from.secure);
  },
  changeOwnName: ({ installation, person, body }) => changePerson(installation, person.uuid, body),
  changeOwnLetters: ({ installation, person, body }) => changeOwnLetters(installation, person, body),
  changePassword: ({ installation, person, body }) => changePassword(installation, person, body),
  beginSecondFactor: ({ installation, person }) => beginSecondFactor(installation, person),
  confirmSecondFactor: ({ installation, person, body }) => confirmSecondFactor(installation, person, body),
  endSecondFactor: ({ installation, person, body }) => endSecondFactor(installation, person, body.password),

  model: ({ installation }) => model(installation),
  workingModel: ({ installation }) => working(installation),
  keepWorkingModel: ({ installation, person, revision, body }) =>
    keepWorking(installation, person, revision, body.document),
  dropWorkingModel: ({ installation, revision }) => dropWorking(installation, revision),
  changeSheet: ({ installation }) => changeSheet(installation),
  applyModel: ({ installation, person, revision }) => applyWorking(installation, person, revision),
  typeFigures: ({ installation, path }) => typeFigures(installation, path('id')),
  typeReach: ({ installation, path }) => typeReach(installation, path('id')),
  placedPages: ({ installation, query }) => placedPages(installation, query.cells),
  placementCounts: ({ installation }) => placementCounts(installation),
  tryModel: ({ installation, body }) => tryModel(installation, body.document),
  readyMadeModels: () => readyMadeModels(),

  beginning: ({ installation }) => beginning(installation),
  beginInstallation: ({ installation, person, body }) => beginInstallation(installation, person, body),
  putStepsAway: ({ installation, body }) => putStepsAway(installation, body),
  madeUp: ({ installation }) => madeUpAnswer(installation),
  takeMadeUpAway: ({ installation, person }) => takeMadeUpAway(installation, person),

  fieldNumbers: async ({ installation, path }) => ({
    values: await fieldNumbers(installation, path('id'), path('field')),
  }),

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
  allContent: ({ installation, person, query }) => allContent(installation, query, person),
  ownAllTable: ({ installation, person }) => ownAllTable(installation, person),
  keepOwnAllTable: ({ installation, person, body }) => keepOwnAllTable(installation, person, body),
  keptViews: ({ installation, person }) => keptViews(installation, person),
  keepView: ({ installation, person, body }) => keepView(installation, person, body),
  changeView: ({ installation, person, path, body }) => changeView(installation, person, path('id'), body),
  dropView: ({ installation, person, path }) => dropView(installation, person, path('id')),
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

  listings: ({ installation }) => listings(installation),
  wordsOfListings: ({ installation }) => wordsOfListings(installation),
  addListing: ({ installation, person, body }) => addListing(installation, person, body),
  tryListing: ({ installation, body }) => tryListing(installation, body),
  tryListingFigures: ({ installation, body }) => tryListingFigures(installation, body),
  tryListingGaps: ({ installation, body }) => tryListingGaps(installation, body),
  listing: ({ installation, path }) => listing(installation, path('id')),
  changeListing: ({ installation, person, path, revision, body }) =>
    changeListing(installation, person, path('id'), revision, body),
  publishListing: ({ installation, person, path, revision }) =>
    publishListing(installation, person, path('id'), revision, {}),
  binListing: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned a listing' }, () =>
      binListing(installation, person, path('id'), revision, instead),
    ),
  listingResult: ({ installation, path }) => listingResult(installation, path('id')),

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
  pagesByType: ({ installation, query: { told } }) => pagesByType(installation, told),
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

  sharedBlocks: ({ installation }) => sharedBlocks(installation),
  addSharedBlock: ({ installation, person, body }) => addSharedBlock(installation, person, body),
  sharedBlock: ({ installation, path }) => sharedBlock(installation, path('id')),
  changeSharedBlock: ({ installation, person, path, revision, body }) =>
    changeSharedBlock(installation, person, path('id'), revision, body),
  binSharedBlock: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned a shared block' }, () =>
      binSharedBlock(installation, person, path('id'), revision),
    ),
  copySharedBlock: ({ installation, person, path }) => copySharedBlock(installation, person, path('id')),
  publishSharedBlock: ({ installation, person, path, revision, body }) =>
    publishSharedBlock(installation, person, path('id'), revision, body),
  withdrawSharedBlock: ({ installation, person, path, revision, query }) =>
    withInstead(
      installation,
      person,
      { id: path('id'), instead: query.instead, what: 'turned off a shared block' },
      () => withdrawSharedBlock(installation, person, path('id'), revision, query),
    ),
  submitSharedBlock: ({ installation, person, path, revision }) =>
    submitSharedBlock(installation, person, path('id'), revision),
  returnSharedBlock: ({ installation, person, path, revision }) =>
    returnSharedBlock(installation, person, path('id'), revision),
  sharedPreview: ({ installation, path, query }) => sharedPreview(installation, path('id'), query),
  sharedReach: ({ installation, path }) => sharedReach(installation, path('id')),
  sharedPlaces: ({ installation, path, query }) => sharedPlaces(installation, path('id'), query),
  placeSharedBlock: ({ installation, person, path, body }) =>
    placeSharedBlock(installation, person, path('id'), body),

  starters: ({ installation }) => starters(installation),
  addStarter: ({ installation, person, body }) => addStarter(installation, person, body),
  starter: ({ installation, path }) => starter(installation, path('id')),
  changeStarter: ({ installation, person, path, revision, body }) =>
    changeStarter(installation, person, path('id'), revision, body),
  forgetStarter: ({ installation, person, path, revision }) =>
    forgetStarter(installation, person, path('id'), revision),
  starterPreview: ({ installation, path }) => starterPreview(installation, path('id')),

  categories: ({ installation, path }) => categoriesOf(installation, path('id')),
  addCategory: ({ installation, person, path, body }) => addCategory(installation, person, path('id'), body),
  categoryCounts: ({ installation, path }) => categoryCounts(installation, path('id')),
  schemeReach: ({ installation, path }) => schemeReach(installation, path('id')),
  sortCategories: ({ installation, person, path, body }) =>
    sortCategories(installation, person, path('id'), body.parent),
  importCategories: ({ installation, person, path, body }) =>
    importCategories(installation, person, path('id'), body),
  changeCategory: ({ installation, person, path, revision, body }) =>
    changeCategory(installation, person, path('id'), revision, body),
  moveCategory: ({ installation, person, path, revision, body }) =>
    moveCategory(installation, person, path('id'), revision, body),
  mergeCategory: ({ installation, person, path, revision, body }) =>
    mergeCategory(installation, person, path('id'), revision, body.into),
  splitCategory: ({ installation, person, path, revision, body }) =>
    splitCategory(installation, person, path('id'), revision, body.label, body.entries),
  removeCategory: ({ installation, person, path, revision, query }) =>
    removeCategory(installation, person, path('id'), revision, query.to),
  media: ({ installation, query }) => mediaList(installation, query),
  addMedia: ({ installation, person, query, bytes }) => addMedia(installation, person, query, bytes),
  medium: ({ installation, path }) => medium(installation, path('id')),
  mediumReach: ({ installation, path }) => mediumReach(installation, path('id')),
  binMedium: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned a medium' }, () =>
      binMedium(installation, person, path('id'), revision),
    ),
  insteadOf: ({ installation, path, query }) => insteadOf(installation, path('id'), query),
  replaceFile: ({ installation, person, path, revision, query, bytes }) =>
    replaceFile(installation, person, path('id'), revision, query, bytes),
  changeMedium: ({ installation, person, path, revision, body }) =>
    changeMedium(installation, person, path('id'), revision, body),

  acts: ({ installation, query }) => acts(installation, query),
  longWork: ({ installation, person, query }) => longWork(installation, person, query),
  stopLongWork: ({ installation, person, path }) => stopLongWork(installation, person, path('id')),
  tryLongWorkAgain: ({ installation, person, path }) => tryLongWorkAgain(installation, person, path('id')),
  notes: ({ installation, path }) => notes(installation, path('id')),
  addNote: ({ installation, person, path, body }) => addNote(installation, person, path('id'), body),
  answerNote: ({ installation, person, path, body }) => answerNote(installation, person, path('id'), body),
  settleNote: ({ installation, person, path, body }) => settleNote(installation, person, path('id'), body),
  giveWork: ({ installation, person, path, body }) => giveWork(installation, person, path('id'), body),
  endGivenWork: ({ installation, path }) => endGivenWork(installation, path('id')),
  colleagues: ({ installation }) => colleagues(installation),
  waiting: ({ installation }) => waiting(installation),
  looked: ({ installation, person }) => looked(installation, person),
  today: ({ installation, person }) => today(installation, person),
  draftLinks: ({ installation, path }) => draftLinks(installation, path('id')),
  makeDraftLink: ({ installation, person, path, body }) =>
    makeDraftLink(installation, person, path('id'), body),
  endDraftLink: ({ installation, path }) => endDraftLink(installation, path('id')),
  versions: ({ installation, path, query }) => versions(installation, path('id'), query),
  version: ({ installation, path, query }) => version(installation, path('id'), query),
  nameVersion: ({ installation, path, body }) =>
    nameVersion(installation, path('id'), Number(path('number')), body),
  bin: ({ installation, query }) => bin(installation, query),
  restoreFromBin: ({ installation, person, path }) => restoreFromBin(installation, person, path('id')),
  emptyBin: ({ installation, person, body }) => emptyBin(installation, person, body),
  keepInBin: ({ installation, body }) => keepInBin(installation, body),
  undoAct: ({ installation, person, path }) => undoAct(installation, person, path('id')),
  overview: ({ installation, person }) => overview(installation, person),
  hereNow: ({ installation, person, body }) => hereNow(installation, person, body),
  goTo: ({ installation, query }) => goTo(installation, query.q ?? ''),
};
