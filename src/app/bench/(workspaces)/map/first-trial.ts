import type { ListingPlace, PlacedListing } from '../../../../contract/listings';
import type { JsonObject } from '../../../../core/json';

/** The first page of the tree that shows a listing: where it is tried, as long as nothing else is asked for. */
export const shownOn = ({ pages }: Pick<PlacedListing, 'pages'>): ListingPlace => {
  const page = pages.find(({ sort }) => sort === 'page')?.id;
  return page === undefined ? {} : { page };
};

/** What is tried of a listing when it is opened: its rule as it is kept. */
export const firstTrial = (listing: PlacedListing): { rule: JsonObject; at: ListingPlace } => ({
  rule: listing.rule,
  at: shownOn(listing),
});
