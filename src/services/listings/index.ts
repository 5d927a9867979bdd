/** Listings: edited and tried, published, and what one brings in any place. */

export { wordsOfListings } from './named';
export { listing, listings } from './listings';
export { listingResult, tryListing, tryListingFigures, tryListingGaps } from './trials';
export { addListing, binListing, changeListing, publishListing } from './write';
