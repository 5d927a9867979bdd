import type { Operation, operations } from '../../../contract/operations';
import type { House } from '../../../services/house';
import { addEntry, binEntry, changeEntry, entries, entry, entryReach, entryRevisions, publishEntry, restoreEntry, returnEntry, submitEntry, withdrawEntry } from '../../../services/entries';
import { findEntries, knownByIds } from '../../../services/find-entries';
import { importEntries } from '../../../services/import-entries';
import { goTo } from '../../../services/go-to';
import { listingResult, tryListing, tryListingFigures, tryListingGaps } from '../../../services/listing-trials';
import { addListing, binListing, changeListing, listing, listings, publishListing } from '../../../services/listings';
import { applyWorking, changeSheet, dropWorking, fieldNumbers, keepWorking, model, placedPages, placementCounts, tryModel, typeFigures, typeReach, working } from '../../../services/model';
import { addCategory, categoriesOf, categoryCounts, changeCategory, importCategories, mergeCategory, moveCategory, removeCategory, sortCategories, splitCategory, schemeReach } from '../../../services/categories';
import { addSite, changeSite, removeSite, sitesOf } from '../../../services/sites';
import { addMedia, changeMedium, medium, mediaList, mediumReach } from '../../../services/media';
import { shownOn } from '../../../services/shown-on';
import { starters } from '../../../services/starters';
import { overview } from '../../../services/overview';
import { addPage, addressFor, binPage, changePage, homesFor, movePage, page, publishPage, siteTree, typesUnder, withdrawPage } from '../../../services/pages';
import { seenPage } from '../../../services/seen-page';
import { pagePreview } from '../../../services/visitor';
import { addPerson, allPeople, openSessions, personAnswer, setUp, signIn, signOut, type Person, type SignedIn } from '../../../services/people';
import { endedSession, startedSession, type Reply } from './session-cookie';

/** One call, read and allowed: what a handler needs of it. */
export interface Call<Body, Query> {
  house: House;
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

type Handler<O> = O extends Operation<infer B, infer Q, infer A> ? (call: Call<B, Q>) => Promise<A | Reply<A>> | A | Reply<A> : never;

const signedIn = ({ person, token }: SignedIn, secure: boolean) =>
  startedSession({ person: personAnswer(person), endsAt: new Date(person.endsAt).toISOString() }, token, person.endsAt, secure);

/** What answers each operation. A missing one is a type error. */
export const handlers: { [K in keyof typeof operations]: Handler<(typeof operations)[K]> } = {
  signIn: async ({ house, body, from }) => signedIn(await signIn(house, body, from.address, from.agent), from.secure),
  session: ({ person }) => ({ person: personAnswer(person), endsAt: new Date(person.endsAt).toISOString() }),
  signOut: async ({ house, person, from }) => {
    await signOut(house, person, person.session);
    return endedSession(from.secure);
  },
  sessions: ({ house, person }) => openSessions(house, person),
  endSession: async ({ house, person, path }) => signOut(house, person, path('id')),
  setUp: async ({ house, body, from }) => signedIn(await setUp(house, body, from.agent), from.secure),
  people: ({ house }) => allPeople(house),
  addPerson: async ({ house, body }) => personAnswer(await addPerson(house, body)),

  model: ({ house }) => model(house),
  workingModel: ({ house }) => working(house),
  keepWorkingModel: ({ house, person, revision, body }) => keepWorking(house, person, revision, body.document),
  dropWorkingModel: ({ house, person, revision }) => dropWorking(house, person, revision),
  changeSheet: ({ house }) => changeSheet(house),
  applyModel: ({ house, person, revision }) => applyWorking(house, person, revision),
  typeFigures: ({ house, path }) => typeFigures(house, path('id')),
  typeReach: ({ house, path }) => typeReach(house, path('id')),
  placedPages: ({ house, query }) => placedPages(house, query.cells),
  placementCounts: ({ house }) => placementCounts(house),
  tryModel: ({ house, body }) => tryModel(house, body.document),
  starters: () => starters(),
  fieldNumbers: async ({ house, path }) => ({ values: await fieldNumbers(house, path('id'), path('field')) }),

  entries: ({ house, query }) => entries(house, query),
  shownOn: ({ house, query }) => shownOn(house, query),
  findEntries: ({ house, query }) => findEntries(house, query),
  known: ({ house, query }) => knownByIds(house, query.ids),
  addEntry: ({ house, person, body }) => addEntry(house, person, body),
  importEntries: ({ house, person, path, body }) => importEntries(house, person, path('id'), body),
  entry: ({ house, path }) => entry(house, path('id')),
  changeEntry: ({ house, person, path, revision, body }) => changeEntry(house, person, path('id'), revision, body),
  binEntry: ({ house, person, path, revision }) => binEntry(house, person, path('id'), revision),
  restoreEntry: ({ house, person, path, revision }) => restoreEntry(house, person, path('id'), revision),
  publishEntry: ({ house, person, path, revision, body }) => publishEntry(house, person, path('id'), revision, body),
  withdrawEntry: ({ house, person, path, revision }) => withdrawEntry(house, person, path('id'), revision),
  submitEntry: ({ house, person, path, revision }) => submitEntry(house, person, path('id'), revision),
  returnEntry: ({ house, person, path, revision }) => returnEntry(house, person, path('id'), revision),
  entryRevisions: ({ house, path }) => entryRevisions(house, path('id')),
  entryReach: ({ house, path }) => entryReach(house, path('id')),

  listings: ({ house }) => listings(house),
  addListing: ({ house, person, body }) => addListing(house, person, body),
  tryListing: ({ house, body }) => tryListing(house, body),
  tryListingFigures: ({ house, body }) => tryListingFigures(house, body),
  tryListingGaps: ({ house, body }) => tryListingGaps(house, body),
  listing: ({ house, path }) => listing(house, path('id')),
  changeListing: ({ house, person, path, revision, body }) => changeListing(house, person, path('id'), revision, body),
  publishListing: ({ house, person, path, revision }) => publishListing(house, person, path('id'), revision, {}),
  binListing: ({ house, person, path, revision }) => binListing(house, person, path('id'), revision),
  listingResult: ({ house, path }) => listingResult(house, path('id')),

  sites: ({ house }) => sitesOf(house),
  addSite: ({ house, person, body }) => addSite(house, person, body),
  changeSite: ({ house, person, path, body }) => changeSite(house, person, path('id'), body),
  removeSite: ({ house, person, path }) => removeSite(house, person, path('id')),
  pages: ({ house }) => siteTree(house),
  addPage: ({ house, person, body }) => addPage(house, person, body),
  addressFor: ({ house, query }) => addressFor(house, query),
  topTypes: ({ house, query }) => typesUnder(house, null, query.site),
  page: ({ house, path }) => page(house, path('id')),
  seenPage: ({ house, query }) => seenPage(house, query),
  pagePreview: ({ house, path, query }) => pagePreview(house, path('id'), query),
  changePage: ({ house, person, path, revision, body }) => changePage(house, person, path('id'), revision, body),
  binPage: ({ house, person, path, revision }) => binPage(house, person, path('id'), revision),
  publishPage: ({ house, person, path, revision, body }) => publishPage(house, person, path('id'), revision, body),
  withdrawPage: ({ house, person, path, revision }) => withdrawPage(house, person, path('id'), revision),
  movePage: ({ house, person, path, revision, body }) => movePage(house, person, path('id'), revision, body),
  typesUnder: ({ house, path }) => typesUnder(house, path('id')),
  homesFor: ({ house, path }) => homesFor(house, path('id')),

  categories: ({ house, path }) => categoriesOf(house, path('id')),
  addCategory: ({ house, person, path, body }) => addCategory(house, person, path('id'), body),
  categoryCounts: ({ house, path }) => categoryCounts(house, path('id')),
  schemeReach: ({ house, path }) => schemeReach(house, path('id')),
  sortCategories: ({ house, person, path, body }) => sortCategories(house, person, path('id'), body.parent),
  importCategories: ({ house, person, path, body }) => importCategories(house, person, path('id'), body),
  changeCategory: ({ house, person, path, revision, body }) => changeCategory(house, person, path('id'), revision, body),
  moveCategory: ({ house, person, path, revision, body }) => moveCategory(house, person, path('id'), revision, body),
  mergeCategory: ({ house, person, path, revision, body }) => mergeCategory(house, person, path('id'), revision, body.into),
  splitCategory: ({ house, person, path, revision, body }) => splitCategory(house, person, path('id'), revision, body.label, body.entries),
  removeCategory: ({ house, person, path, revision, query }) => removeCategory(house, person, path('id'), revision, query.to),
  media: ({ house, query }) => mediaList(house, query),
  addMedia: ({ house, person, query, bytes }) => addMedia(house, person, query, bytes),
  medium: ({ house, path }) => medium(house, path('id')),
  mediumReach: ({ house, path }) => mediumReach(house, path('id')),
  changeMedium: ({ house, person, path, revision, body }) => changeMedium(house, person, path('id'), revision, body),

  overview: ({ house }) => overview(house),
  goTo: ({ house, query }) => goTo(house, query.q ?? ''),
};
