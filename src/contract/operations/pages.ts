import { Publication, ReachAnswer, Withdrawal } from '../entries';
import {
  AddressAnswer,
  AddressQuery,
  HomesAnswer,
  HomesQuery,
  NewPage,
  PageAnswer,
  PageMove,
  PagePatch,
  PagePreview,
  PlacesAnswer,
  PlaceVerdict,
  PreviewQuery,
  SeenPage,
  SeenQuery,
  TreeAnswer,
  TreeQuery,
  WaitingPlaceQuery,
  BinPageQuery,
} from '../pages';
import { GuideAnswer } from '../guide';
import { OldAddressesAnswer, OldAddressesQuery } from '../old-addresses';
import { NewSite, SiteAnswer, SitePatch, SiteQuery, SitesAnswer } from '../sites';
import { define } from './operation';

/** Sites, and the pages in their trees. */
export const pages = {
  guide: define('guide', {
    summary: 'The guide to the product, part by part',
    act: 'read',
    answer: GuideAnswer,
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
  oldAddresses: define('oldAddresses', {
    summary: 'Addresses that changed, with where each leads, why and since when',
    act: 'read',
    query: OldAddressesQuery,
    answer: OldAddressesAnswer,
  }),
  pages: define('pages', {
    summary: 'The trees of all sites, as they are, were or will be',
    act: 'read',
    query: TreeQuery,
    answer: TreeAnswer,
  }),
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
    act: 'correct',
    body: PagePatch,
    answer: PageAnswer,
    guarded: true,
  }),
  binPage: define('binPage', {
    summary: 'Put a page in the bin, alone or with all below it',
    act: 'arrange pages',
    query: BinPageQuery,
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
  submitPage: define('submitPage', {
    summary: 'Send the working version of a page for review',
    act: 'arrange pages',
    answer: PageAnswer,
    guarded: true,
  }),
  returnPage: define('returnPage', {
    summary: 'Give a page back to its writers, or take back what one sent for review',
    act: 'correct',
    answer: PageAnswer,
    guarded: true,
  }),
  withdrawPage: define('withdrawPage', {
    summary: 'Stop showing a page to visitors',
    act: 'arrange pages',
    query: Withdrawal,
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
  dropWaitingPlace: define('dropWaitingPlace', {
    summary: 'Give up a place that a page was to take',
    act: 'arrange pages',
    query: WaitingPlaceQuery,
    answer: PageAnswer,
    guarded: true,
  }),
  typesUnder: define('typesUnder', {
    summary: 'Which page types may stand under a page, and why not',
    act: 'read',
    answer: PlacesAnswer,
  }),
  homesFor: define('homesFor', {
    summary: 'Where in the tree a page may stand; of pages found by words also where not, and why',
    act: 'read',
    query: HomesQuery,
    answer: HomesAnswer,
  }),
  mayStandUnder: define('mayStandUnder', {
    summary: 'Whether a page may stand under another, and why not',
    act: 'read',
    answer: PlaceVerdict,
  }),
  pageReach: define('pageReach', {
    summary: 'What names a page, and which pages differ with it',
    act: 'read',
    answer: ReachAnswer,
  }),
};
