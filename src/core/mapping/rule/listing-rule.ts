import type { State } from '../../content/states';
import type { Id } from '../../ids';
import { isJsonObject, type Json } from '../../json';
import type { FieldPath } from '../../model/document';
import type { Comparison } from '../../model/kinds';
import type { SettingsLayer } from '../../model/settings';
import type { Arrangement, SetOut } from '../arrangement/arrangement';
import type { Mapping } from '../parts';
import type { FieldsHere } from './here-value';

/** One question to one field. Values are kept as the field keeps them: choices by id. */
export interface Test {
  field: FieldPath;
  is: Comparison;
  value?: Json;
}
/** Whether it is one of these entries, or the one on whose own page the listing stands. */
export interface IsEntry {
  entry: 'here' | Id[];
}
/**
 * Whether its own page stands below one of these pages, or below the one on which the listing stands; right
 * below it, where only children count. What has no page stands below none.
 */
export interface StandsUnder {
  under: 'here' | Id[];
  only?: 'children';
}
/**
 * Whether its own page stands in one of these sites, or in that of the page on which the listing stands. What
 * has no page stands in none.
 */
export interface InSite {
  site: 'here' | Id[];
}
/** Whether one of these people let visitors see it; where drafts are asked, whether one of them changed it last. */
export interface ByAuthor {
  author: Id[];
}
/**
 * Whether something in it is said in one of these languages, or in that of the page. In the main language
 * everything is.
 */
export interface InLanguage {
  language: 'here' | string[];
}
/** Whether it is in one of these states. Whatever visitors see is published for them. */
export interface InState {
  state: State[];
}
/**
 * Whether one of its entry links that are kept for filtering names one of these entries, the one on whose page the
 * listing stands, or one of those that a field of the entry or page there names.
 */
export interface LinksTo {
  linksTo: 'here' | FieldsHere | Id[];
}
/** What is asked of a thing besides its fields. */
export type MetadataTest = IsEntry | StandsUnder | InSite | ByAuthor | InLanguage | InState | LinksTo;
export type Condition =
  { all: Condition[] } | { any: Condition[] } | { not: Condition } | MetadataTest | Test;

/** The moments that can be sorted by besides fields: when an entry was last published, last changed. */
export const momentOrders = ['published', 'changed'] as const;
export type MomentOrder = (typeof momentOrders)[number];
/**
 * What may come before everything else in an order: what was read most, and what an editor placed first where
 * the listing stands.
 */
export const leadingOrders = { visits: 'down', byHandHere: 'up' } as const;
export type LeadingOrder = keyof typeof leadingOrders;
export type MetadataOrder = MomentOrder | LeadingOrder;
export interface OrderKey {
  by: FieldPath | MetadataOrder;
  direction: 'up' | 'down';
}

/** An entry that a listing shows whatever its conditions say: at a place (from 1), or before all that have none. */
export interface Pin {
  entry: Id;
  place?: number;
}

/**
 * A field by which visitors filter, and how its values are put together: in spans that begin at some steps, least
 * first, or by months or years.
 */
export interface FacetRule {
  field: FieldPath;
  steps?: (number | string)[];
  by?: 'month' | 'year';
}

/** Says that a listing leads to all that it shows, at an address of its own. */
export const OWN_LIST = 'own';

/** A listing: which entries, in what order, how many, shown how. */
export interface ListingRule {
  /** The content types whose entries it takes, and the page types whose pages, by id. At least one. */
  from: Id[];
  where: Condition;
  order: OrderKey[];
  /** From 1 to `listingBounds.limit`, or all of them, in pages. */
  limit: number | 'all';
  /** Entries that are shown whatever the conditions say. */
  pins?: Pin[];
  /** Entries that are never shown. */
  leaveOut?: Id[];
  /** How many are passed over before the first that is shown. */
  skip?: number;
  /** Leaves out what the listings above it on the same page show. */
  notAbove?: boolean;
  /** The page with the full list, to which it leads; or all that it shows, at an address of its own. */
  fullList?: Id | typeof OWN_LIST;
  /** The fields by which visitors may filter, where a page of its own shows the listing. */
  facets?: (FieldPath | FacetRule)[];
  /**
   * How many stand on one page of results, where a page of its own shows the listing. From 1 to
   * `listingBounds.perPage`.
   */
  perPage?: number;
  heading: string;
  /** The heading in other languages, by locale. */
  headings?: Record<string, string>;
  arrangement: Arrangement;
  /** What is chosen of the arrangement. */
  setOut?: SetOut;
  mapping: Mapping;
  /** What it sets itself of the settings that site and type leave open. */
  settings?: SettingsLayer;
}

export const listingBounds = {
  limit: 1000,
  perPage: 200,
  tests: 60,
  depth: 6,
  order: 4,
  heading: 160,
  values: 100,
  pins: 50,
  leaveOut: 200,
  skip: 1000,
  sources: 12,
  byHand: 500,
  /** Comments on one page: each names what it stands on to whoever keeps the page. */
  comments: 50,
} as const;

export const everyEntry: Condition = { all: [] };

export const isMomentOrder = (by: string): by is MomentOrder => momentOrders.some((each) => each === by);
export const isLeadingOrder = (by: string): by is LeadingOrder => by in leadingOrders;
/** Whether it is no field that is sorted by. */
export const isMetadataOrder = (by: string): by is MetadataOrder => isMomentOrder(by) || isLeadingOrder(by);

/** Every test in a condition, in reading order. */
export function testsOf(condition: Condition): Test[] {
  if ('all' in condition) return condition.all.flatMap(testsOf);
  if ('any' in condition) return condition.any.flatMap(testsOf);
  if ('not' in condition) return testsOf(condition.not);
  return 'field' in condition ? [condition] : [];
}

/** Every test in a condition of what is asked besides fields, in reading order. */
export function metadataTestsOf(condition: Condition): MetadataTest[] {
  if ('all' in condition) return condition.all.flatMap(metadataTestsOf);
  if ('any' in condition) return condition.any.flatMap(metadataTestsOf);
  if ('not' in condition) return metadataTestsOf(condition.not);
  return 'field' in condition ? [] : [condition];
}

/** Whether the passing of days alone can change which entries the condition lets through. */
export const turnsWithTheDay = (condition: Condition): boolean =>
  testsOf(condition).some(({ value }) => [value].flat().some((each) => isJsonObject(each) && 'now' in each));
