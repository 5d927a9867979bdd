import type { Block, Hints, SlotContents } from '../../core/content/blocks';
import type { LocalizedValues } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import type { SettingsLayer } from '../../core/model/settings';

/** What the store keeps as the body of a record, by its sort. */
export type EntryBody = LocalizedValues;
export interface PageBody extends LocalizedValues {
  /** The listing that fills the page. */
  listing?: Id;
  /** The entries picked by hand that fill it, in order. */
  picks?: Id[];
  /** The listing that they began with, and what it showed then. */
  began?: { listing: Id; entries: Id[] };
  /** What stands first here of listings that go by hand, in order, by listing. */
  byHand?: Record<Id, Id[]>;
  slots?: SlotContents;
  /** What was taken off it and is kept. */
  tray?: Block[];
  /** The layout it is set out in, where its type has several. */
  layout?: Id;
  settings?: SettingsLayer;
  /** What an editor is told to write in the page's own fields, where a starter left that to them. */
  hints?: Hints;
}
export interface ListingBody {
  rule: ListingRule;
  settings?: SettingsLayer;
}

// Bodies are written by the services alone, from input that was read at the door.
export const entryBody = (body: string): EntryBody => JSON.parse(body) as EntryBody;
export const pageBody = (body: string): PageBody => JSON.parse(body) as PageBody;
export const listingBody = (body: string): ListingBody => JSON.parse(body) as ListingBody;
