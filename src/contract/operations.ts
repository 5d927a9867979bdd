import type { ClassConstructor } from 'class-transformer';
import type { Act } from '../core/roles';
import { ActsAnswer, ActsQuery, UndoAnswer } from './acts';
import {
  EntriesAnswer,
  EntriesImport,
  EntriesImported,
  EntriesQuery,
  EntryAnswer,
  EntryPatch,
  FindEntriesQuery,
  FoundEntries,
  KnownAnswer,
  KnownQuery,
  NewEntry,
  Publication,
  ReachAnswer,
  ReachedPages,
  RevisionsAnswer,
  ShownOnAnswer,
  ShownOnQuery,
} from './entries';
import { Destinations, GoToQuery } from './go-to';
import {
  GapsAnswer,
  GapsAsked,
  ListingAnswer,
  ListingFigures,
  ListingPatch,
  ListingResult,
  ListingTrial,
  ListingsAnswer,
  NewListing,
} from './listings';
import {
  ChangeSheet,
  ModelAnswer,
  ModelTrial,
  NumbersAnswer,
  PlacedPages,
  PlacedQuery,
  PlacementCounts,
  StartersAnswer,
  TypeFigures,
  TypeReach,
  WorkingModelAnswer,
  WorkingModelPut,
} from './model';
import { OverviewAnswer } from './overview';
import {
  Invitation,
  Leaving,
  LinkAnswer,
  LinkUse,
  NewPassword,
  NewPerson,
  OwnName,
  PasswordAgain,
  PersonLink,
  PersonPatch,
  RecoveryWords,
  SecondFactorAsked,
  SecondFactorBegun,
  SecondFactorConfirmed,
} from './people';
import { inputBounds } from './parse-input';
import {
  AddressAnswer,
  AddressQuery,
  NewPage,
  PageAnswer,
  PageMove,
  PagePatch,
  PagePreview,
  PlacesAnswer,
  PreviewQuery,
  SeenPage,
  SeenQuery,
  TreeAnswer,
} from './pages';
import {
  CategoriesAnswer,
  CategoryAnswer,
  CategoryCounts,
  CategoryImport,
  CategoryImportAnswer,
  CategoryMerge,
  CategoryMove,
  CategoryPatch,
  CategorySort,
  CategorySplit,
  DropQuery,
  NewCategory,
} from './categories';
import { MediaAnswer, MediaListAnswer, MediaPatch, MediaQuery, MediaUpload } from './media';
import { NewSite, SiteAnswer, SitePatch, SiteQuery, SitesAnswer } from './sites';
import { routes, type OperationName } from './routes';
import { OpenSessions, PeopleAnswer, PersonAnswer, SessionAnswer, SetUp, SignIn } from './session';

/**
 * One thing that can be asked over HTTP: what goes in, what comes out, and who may. Routes and OpenAPI are
 * made from it.
 */
export interface Operation<Body extends object = object, Query extends object = object, Answer = unknown> {
  id: OperationName;
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below `/api/v1`. */
  path: string;
  summary: string;
  /** What the person must be allowed; `anyone` needs no sign-in. */
  act: Act | 'anyone';
  body?: ClassConstructor<Body>;
  query?: ClassConstructor<Query>;
  answer?: ClassConstructor<Answer>;
  /** The most bytes its body may have, where that is not the usual. */
  mostBytes?: number;
  /** Takes a file as it is for its body, instead of JSON. */
  bytes?: boolean;
  status?: 200 | 201 | 204;
  /** Needs `If-Match` with the revision that was read. */
  guarded?: boolean;
}

class Nothing {}

type Told<B extends object, Q extends object, A> = Omit<Operation<B, Q, A>, 'id' | 'method' | 'path'>;

const define = <B extends object = Nothing, Q extends object = Nothing, A = void>(
  id: OperationName,
  told: Told<B, Q, A>,
): Operation<B, Q, A> => ({ id, ...routes[id], ...told });

export const operations = {
  signIn: define('signIn', {
    summary: 'Sign in',
    act: 'anyone',
    body: SignIn,
    answer: SessionAnswer,
    status: 201,
  }),
  session: define('session', { summary: 'Who is signed in', act: 'read', answer: SessionAnswer }),
  signOut: define('signOut', { summary: 'Sign out', act: 'read', status: 204 }),
  sessions: define('sessions', { summary: 'Your open sessions', act: 'read', answer: OpenSessions }),
  endSession: define('endSession', { summary: 'End one of your sessions', act: 'read', status: 204 }),
  setUp: define('setUp', {
    summary: 'Make the first architect, once',
    act: 'anyone',
    body: SetUp,
    answer: SessionAnswer,
    status: 201,
  }),
  people: define('people', { summary: 'Who works here', act: 'keep people', answer: PeopleAnswer }),
  invite: define('invite', {
    summary: 'Invite a person, who chooses a password by a link',
    act: 'keep people',
    body: NewPerson,
    answer: Invitation,
    status: 201,
  }),
  changePerson: define('changePerson', {
    summary: 'Change the name or the role of a person',
    act: 'keep people',
    body: PersonPatch,
    answer: PersonAnswer,
  }),
  sendLink: define('sendLink', {
    summary: 'Send a person a link to choose a new password by',
    act: 'keep people',
    answer: PersonLink,
  }),
  endSessionsOf: define('endSessionsOf', {
    summary: 'End every session of a person',
    act: 'keep people',
    status: 204,
  }),
  letLeave: define('letLeave', {
    summary: 'Let a person leave; drafts may be handed over',
    act: 'keep people',
    body: Leaving,
    status: 204,
  }),
  askSecondFactor: define('askSecondFactor', {
    summary: 'Ask a second factor of everyone, or of nobody',
    act: 'keep people',
    body: SecondFactorAsked,
    status: 204,
  }),
  link: define('link', { summary: 'Whom a link is for', act: 'anyone', answer: LinkAnswer }),
  useLink: define('useLink', {
    summary: 'Choose a password by a link',
    act: 'anyone',
    body: LinkUse,
    answer: SessionAnswer,
    status: 201,
  }),
  changeOwnName: define('changeOwnName', {
    summary: 'Change your name',
    act: 'read',
    body: OwnName,
    answer: PersonAnswer,
  }),
  changePassword: define('changePassword', {
    summary: 'Change your password; your other sessions end',
    act: 'read',
    body: NewPassword,
    status: 204,
  }),
  beginSecondFactor: define('beginSecondFactor', {
    summary: 'Begin a second factor: a secret for an app that shows codes',
    act: 'read',
    answer: SecondFactorBegun,
  }),
  confirmSecondFactor: define('confirmSecondFactor', {
    summary: 'Turn the second factor on, by a code of the app',
    act: 'read',
    body: SecondFactorConfirmed,
    answer: RecoveryWords,
  }),
  endSecondFactor: define('endSecondFactor', {
    summary: 'Turn the second factor off',
    act: 'read',
    body: PasswordAgain,
    status: 204,
  }),

  model: define('model', { summary: 'The model in force', act: 'read', answer: ModelAnswer }),
  workingModel: define('workingModel', {
    summary: 'The working copy, with its faults',
    act: 'shape the model',
    answer: WorkingModelAnswer,
  }),
  keepWorkingModel: define('keepWorkingModel', {
    mostBytes: inputBounds.large,
    summary: 'Keep the working copy',
    act: 'shape the model',
    body: WorkingModelPut,
    answer: WorkingModelAnswer,
    guarded: true,
  }),
  dropWorkingModel: define('dropWorkingModel', {
    summary: 'Go back to the model in force',
    act: 'shape the model',
    status: 204,
    guarded: true,
  }),
  changeSheet: define('changeSheet', {
    summary: 'What putting the working copy in force would change',
    act: 'shape the model',
    answer: ChangeSheet,
  }),
  applyModel: define('applyModel', {
    summary: 'Put the working copy in force',
    act: 'shape the model',
    answer: ModelAnswer,
    guarded: true,
  }),
  typeFigures: define('typeFigures', {
    summary: 'Coverage of the fields of a content type, from real content',
    act: 'read',
    answer: TypeFigures,
  }),
  typeReach: define('typeReach', {
    summary: 'What a type, field set or scheme reaches: entries, pages, listings',
    act: 'read',
    answer: TypeReach,
  }),
  placementCounts: define('placementCounts', {
    summary: 'How many pages of each type stand under each',
    act: 'read',
    answer: PlacementCounts,
  }),
  placedPages: define('placedPages', {
    summary: 'The pages that stand as some placements say, at most 60 of them',
    act: 'read',
    query: PlacedQuery,
    answer: PlacedPages,
  }),
  tryModel: define('tryModel', {
    mostBytes: inputBounds.large,
    summary: 'Read a model document and tell what is wrong with it, without keeping it',
    act: 'shape the model',
    body: WorkingModelPut,
    answer: ModelTrial,
    status: 200,
  }),
  starters: define('starters', {
    summary: 'Small models to begin from',
    act: 'read',
    answer: StartersAnswer,
  }),
  fieldNumbers: define('fieldNumbers', {
    summary: 'The numbers a field holds, least first, at most 2,000 of them',
    act: 'read',
    answer: NumbersAnswer,
  }),

  entries: define('entries', {
    summary: 'Entries of a type, filtered and in order',
    act: 'read',
    query: EntriesQuery,
    answer: EntriesAnswer,
  }),
  shownOn: define('shownOn', {
    summary: 'Where visitors see entries',
    act: 'read',
    query: ShownOnQuery,
    answer: ShownOnAnswer,
  }),
  findEntries: define('findEntries', {
    summary: 'Entries by the words in their titles, to link to',
    act: 'read',
    query: FindEntriesQuery,
    answer: FoundEntries,
  }),
  known: define('known', {
    summary: 'What is kept of things that values refer to, by their ids',
    act: 'read',
    query: KnownQuery,
    answer: KnownAnswer,
  }),
  addEntry: define('addEntry', {
    summary: 'Make an entry',
    act: 'write entries',
    body: NewEntry,
    answer: EntryAnswer,
    status: 201,
  }),
  importEntries: define('importEntries', {
    mostBytes: inputBounds.large,
    summary: 'Make drafts from rows that come from outside',
    act: 'write entries',
    body: EntriesImport,
    answer: EntriesImported,
    status: 201,
  }),
  entry: define('entry', { summary: 'One entry', act: 'read', answer: EntryAnswer }),
  changeEntry: define('changeEntry', {
    summary: 'Change the working version of an entry',
    act: 'write entries',
    body: EntryPatch,
    answer: EntryAnswer,
    guarded: true,
  }),
  binEntry: define('binEntry', {
    summary: 'Put an entry in the bin; visitors no longer see it',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  restoreEntry: define('restoreEntry', {
    summary: 'Take an entry out of the bin, as a draft',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  publishEntry: define('publishEntry', {
    summary: 'Let visitors see the working version',
    act: 'publish',
    body: Publication,
    answer: EntryAnswer,
    guarded: true,
  }),
  withdrawEntry: define('withdrawEntry', {
    summary: 'Stop showing an entry to visitors',
    act: 'publish',
    answer: EntryAnswer,
    guarded: true,
  }),
  submitEntry: define('submitEntry', {
    summary: 'Send the working version for review',
    act: 'write entries',
    answer: EntryAnswer,
    guarded: true,
  }),
  returnEntry: define('returnEntry', {
    summary: 'Give the working version back to its writers',
    act: 'review',
    answer: EntryAnswer,
    guarded: true,
  }),
  entryRevisions: define('entryRevisions', {
    summary: 'Kept versions of an entry, newest first',
    act: 'read',
    answer: RevisionsAnswer,
  }),
  entryReach: define('entryReach', {
    summary: 'Where an entry shows, and which pages would differ',
    act: 'read',
    answer: ReachAnswer,
  }),

  listings: define('listings', { summary: 'All listings', act: 'read', answer: ListingsAnswer }),
  addListing: define('addListing', {
    summary: 'Make a listing',
    act: 'keep listings',
    body: NewListing,
    answer: ListingAnswer,
    status: 201,
  }),
  tryListing: define('tryListing', {
    summary: 'What a rule would give now, without keeping it',
    act: 'read',
    body: ListingTrial,
    answer: ListingResult,
    status: 200,
  }),
  tryListingGaps: define('tryListingGaps', {
    summary: 'What in a rule’s result shows nothing in a part',
    act: 'read',
    body: GapsAsked,
    answer: GapsAnswer,
    status: 200,
  }),
  tryListingFigures: define('tryListingFigures', {
    summary: 'Coverage and counts of a rule, without keeping it',
    act: 'read',
    body: ListingTrial,
    answer: ListingFigures,
    status: 200,
  }),
  listing: define('listing', { summary: 'One listing', act: 'read', answer: ListingAnswer }),
  changeListing: define('changeListing', {
    summary: 'Change the working version of a listing',
    act: 'keep listings',
    body: ListingPatch,
    answer: ListingAnswer,
    guarded: true,
  }),
  publishListing: define('publishListing', {
    summary: 'Put the working version in force on every page that shows it',
    act: 'keep listings',
    answer: ListingAnswer,
    guarded: true,
  }),
  binListing: define('binListing', {
    summary: 'Put a listing in the bin, if no page shows it',
    act: 'keep listings',
    status: 204,
    guarded: true,
  }),
  listingResult: define('listingResult', {
    summary: 'What visitors see of a listing now',
    act: 'read',
    answer: ListingResult,
  }),

  sites: define('sites', { summary: 'The sites of this installation', act: 'read', answer: SitesAnswer }),
  addSite: define('addSite', {
    summary: 'Make a site beside the first, with addresses of its own',
    act: 'shape the model',
    body: NewSite,
    answer: SiteAnswer,
    status: 201,
  }),
  changeSite: define('changeSite', {
    summary: 'Rename a site',
    act: 'shape the model',
    body: SitePatch,
    answer: SiteAnswer,
  }),
  removeSite: define('removeSite', {
    summary: 'Take away a site in which nothing stands',
    act: 'shape the model',
    status: 204,
  }),
  pages: define('pages', { summary: 'The trees of all sites', act: 'read', answer: TreeAnswer }),
  addPage: define('addPage', {
    summary: 'Make a page at a place where its type may stand',
    act: 'arrange pages',
    body: NewPage,
    answer: PageAnswer,
    status: 201,
  }),
  addressFor: define('addressFor', {
    summary: 'The address a title would get at a place',
    act: 'read',
    query: AddressQuery,
    answer: AddressAnswer,
  }),
  topTypes: define('topTypes', {
    summary: 'Which page types may stand at the top of a site, and why not',
    act: 'read',
    query: SiteQuery,
    answer: PlacesAnswer,
  }),
  page: define('page', { summary: 'One page', act: 'read', answer: PageAnswer }),
  pagePreview: define('pagePreview', {
    summary: 'What a page would be drawn from if its working version were published',
    act: 'read',
    query: PreviewQuery,
    answer: PagePreview,
  }),
  seenPage: define('seenPage', {
    summary: 'A visitor’s page with where each piece of it comes from',
    act: 'read',
    query: SeenQuery,
    answer: SeenPage,
  }),
  changePage: define('changePage', {
    summary: 'Change the working version or the address of a page',
    act: 'arrange pages',
    body: PagePatch,
    answer: PageAnswer,
    guarded: true,
  }),
  binPage: define('binPage', {
    summary: 'Put a page without pages below it in the bin',
    act: 'arrange pages',
    status: 204,
    guarded: true,
  }),
  publishPage: define('publishPage', {
    summary: 'Let visitors see the working version',
    act: 'arrange pages',
    body: Publication,
    answer: PageAnswer,
    guarded: true,
  }),
  withdrawPage: define('withdrawPage', {
    summary: 'Stop showing a page to visitors',
    act: 'arrange pages',
    answer: PageAnswer,
    guarded: true,
  }),
  movePage: define('movePage', {
    summary: 'Give a page another place',
    act: 'arrange pages',
    body: PageMove,
    answer: PageAnswer,
    guarded: true,
  }),
  typesUnder: define('typesUnder', {
    summary: 'Which page types may stand under a page, and why not',
    act: 'read',
    answer: PlacesAnswer,
  }),
  homesFor: define('homesFor', {
    summary: 'Where in the tree a page may stand, and why not elsewhere',
    act: 'read',
    answer: PlacesAnswer,
  }),

  // Folders are kept by those who write, every other scheme by those who shape the model; the service tells them apart.
  categories: define('categories', {
    summary: 'The categories of a scheme, in reading order',
    act: 'read',
    answer: CategoriesAnswer,
  }),
  addCategory: define('addCategory', {
    summary: 'Make a category',
    act: 'write entries',
    body: NewCategory,
    answer: CategoryAnswer,
    status: 201,
  }),
  categoryCounts: define('categoryCounts', {
    summary: 'How many entries stand in each category, with and without what is below it',
    act: 'read',
    answer: CategoryCounts,
  }),
  schemeReach: define('schemeReach', {
    summary: 'The visitor pages that may differ when a category of the scheme changes',
    act: 'read',
    answer: ReachedPages,
  }),
  sortCategories: define('sortCategories', {
    summary: 'Put categories in the order of their names',
    act: 'write entries',
    body: CategorySort,
    answer: CategoriesAnswer,
    status: 200,
  }),
  importCategories: define('importCategories', {
    mostBytes: inputBounds.large,
    summary: 'Read categories from an indented list or a table of levels',
    act: 'write entries',
    body: CategoryImport,
    answer: CategoryImportAnswer,
    status: 200,
  }),
  changeCategory: define('changeCategory', {
    summary: 'Rename a category, or change its address or fields',
    act: 'write entries',
    body: CategoryPatch,
    answer: CategoryAnswer,
    guarded: true,
  }),
  moveCategory: define('moveCategory', {
    summary: 'Give a category another place',
    act: 'write entries',
    body: CategoryMove,
    answer: CategoryAnswer,
    guarded: true,
  }),
  mergeCategory: define('mergeCategory', {
    summary: 'Make a category part of another, entries and all',
    act: 'write entries',
    body: CategoryMerge,
    answer: CategoryAnswer,
    guarded: true,
  }),
  splitCategory: define('splitCategory', {
    summary: 'Make a category beside another, to which some of its entries go',
    act: 'write entries',
    body: CategorySplit,
    answer: CategoryAnswer,
    guarded: true,
    status: 201,
  }),
  removeCategory: define('removeCategory', {
    summary: 'Take a category away; its entries go to another, or lose it',
    act: 'write entries',
    query: DropQuery,
    status: 204,
    guarded: true,
  }),
  media: define('media', {
    summary: 'Media by name, sort and folder, the newest first',
    act: 'read',
    query: MediaQuery,
    answer: MediaListAnswer,
  }),
  addMedia: define('addMedia', {
    summary: 'Bring in a file; what it is, its bytes tell',
    act: 'write entries',
    query: MediaUpload,
    bytes: true,
    answer: MediaAnswer,
    status: 201,
  }),
  medium: define('medium', { summary: 'One medium', act: 'read', answer: MediaAnswer }),
  mediumReach: define('mediumReach', {
    summary: 'What shows a medium, and the visitor pages on which it stands',
    act: 'read',
    answer: ReachAnswer,
  }),
  changeMedium: define('changeMedium', {
    summary: 'Change what is said of a medium: its name, alternative text, folder, categories and tags',
    act: 'write entries',
    body: MediaPatch,
    answer: MediaAnswer,
    guarded: true,
  }),

  acts: define('acts', {
    summary: 'What people did, the newest first',
    act: 'read',
    query: ActsQuery,
    answer: ActsAnswer,
  }),
  undoAct: define('undoAct', {
    summary: 'Take an act back; what others changed since stays, and is told',
    act: 'read',
    answer: UndoAnswer,
  }),
  overview: define('overview', {
    summary: 'What waits in each workspace',
    act: 'read',
    answer: OverviewAnswer,
  }),
  goTo: define('goTo', {
    summary: 'Types, entries, listings and pages by the words in their names',
    act: 'read',
    query: GoToQuery,
    answer: Destinations,
  }),
};
