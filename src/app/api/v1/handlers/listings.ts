import type { listings as operations } from '../../../../contract/operations/listings';
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
} from '../../../../services/listings';
import { withInstead } from '../../../../services/instead';
import type { HandlersOf } from './call';

export const listingsHandlers: HandlersOf<typeof operations> = {
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
};
