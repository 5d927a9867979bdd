import {
  GapsAnswer,
  GapsAsked,
  PlacedListing,
  ListingFigures,
  ListingPatch,
  ListingResult,
  ListingTrial,
  ListingsAnswer,
  NewListing,
  WordsOfListings,
} from '../listings';
import { Instead } from '../instead';
import { define } from './operation';

/** Listings: tried, kept and published. */
export const listings = {
  listings: define('listings', { summary: 'All listings', act: 'read', answer: ListingsAnswer }),
  addListing: define('addListing', {
    summary: 'Make a listing',
    act: 'keep listings',
    body: NewListing,
    answer: PlacedListing,
    status: 201,
  }),
  wordsOfListings: define('wordsOfListings', {
    summary: 'What listings in force, and sites, name on visitors’ pages',
    act: 'read',
    answer: WordsOfListings,
  }),
  tryListing: define('tryListing', {
    summary: 'What a rule would give now, without saving it',
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
    summary: 'Coverage and counts of a rule, without saving it',
    act: 'read',
    body: ListingTrial,
    answer: ListingFigures,
    status: 200,
  }),
  listing: define('listing', { summary: 'One listing', act: 'read', answer: PlacedListing }),
  changeListing: define('changeListing', {
    summary: 'Change the working version of a listing',
    act: 'keep listings',
    body: ListingPatch,
    answer: PlacedListing,
    guarded: true,
  }),
  publishListing: define('publishListing', {
    summary: 'Put the working version in force on every page that shows it',
    act: 'keep listings',
    answer: PlacedListing,
    guarded: true,
  }),
  binListing: define('binListing', {
    summary: 'Put a listing in the bin, if no page shows it',
    act: 'keep listings',
    query: Instead,
    status: 204,
    guarded: true,
  }),
  listingResult: define('listingResult', {
    summary: 'What visitors see of a listing now',
    act: 'read',
    answer: ListingResult,
  }),
};
