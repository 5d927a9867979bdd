import type { Id } from '../core/ids';
import type { ListingRule } from '../core/mapping/listing-rule';
import type { Values } from '../core/content/values';

/** What the store keeps as the body of a record, by its sort. */
export interface EntryBody {
  values: Values;
}
export interface PageBody {
  values: Values;
  /** The listing that fills the page. */
  listing?: Id;
}
export interface ListingBody {
  rule: ListingRule;
}

// Bodies are written by the services alone, from input that was read at the door.
export const entryBody = (body: string): EntryBody => JSON.parse(body) as EntryBody;
export const pageBody = (body: string): PageBody => JSON.parse(body) as PageBody;
export const listingBody = (body: string): ListingBody => JSON.parse(body) as ListingBody;
