import { differingLocalized, languagesOf, type LocalizedValues } from '../content/localized-values';
import type { Id } from '../ids';
import { isMomentOrder, metadataTestsOf, type ListingRule } from '../mapping/rule/listing-rule';
import { matches, type IsUnder, type Subject } from '../mapping/rule/matches';
import { facetPath } from '../mapping/rule/facets';
import { fieldsOfMapping } from '../mapping/parts';
import { linksIn } from '../mapping/rule/links';
import type { Field } from '../model/document';
import { allIn } from '../mapping/rule/pins';

/** A listing that visitors see, as reach asks it. */
export interface LiveListing {
  id: Id;
  rule: ListingRule;
}

/** What visitors saw of an entry or page and will see: what it says, or nothing where it is not shown. */
export interface EntryChange {
  id: Id;
  type: Id;
  before: LocalizedValues | undefined;
  after: LocalizedValues | undefined;
}

/**
 * What membership in a listing may hang on besides what the entry says: the tree of categories, what it links
 * to, below which pages and in which site its own stands, the main language.
 */
export interface MembershipContext {
  isUnder?: IsUnder;
  linked?: Subject['linked'];
  isBelow?: Subject['isBelow'];
  site?: Subject['site'];
  locale?: string;
  /** The fields of its type, for what it links to. */
  fields?: readonly Field[];
}

/** An entry or page that visitors see, as conditions ask it. */
export const subjectOf = (
  id: Id,
  localized: LocalizedValues,
  { linked, isBelow, site, locale, fields }: MembershipContext,
): Subject => ({
  id,
  state: 'published',
  languages: [...(locale === undefined ? [] : [locale]), ...languagesOf(localized)],
  ...(linked ? { linked } : {}),
  ...(isBelow ? { isBelow } : {}),
  ...(site === undefined ? {} : { site }),
  ...(fields ? { linksTo: linksIn(fields, localized.values) } : {}),
});

/**
 * Whether what a listing shows can differ after an entry changed, its rule as the type of the entry
 * understands it: the entry comes in, goes out, or stays in and differs in a field that the listing shows or
 * sorts by. A listing by the moment of publishing differs with every publication of an entry in it, one by
 * authors with every publication. What the rule takes from its place must have been settled.
 */
export function listingDiffers(
  { rule }: LiveListing,
  change: EntryChange,
  today: string,
  around: MembershipContext = {},
): boolean {
  if (!rule.from.includes(change.type)) return false;
  if (metadataTestsOf(rule.where).some((test) => 'author' in test))
    return change.before !== undefined || change.after !== undefined;
  const shown = allIn(rule);
  const passes = (localized: LocalizedValues | undefined) =>
    localized !== undefined &&
    matches(shown, localized.values, today, around.isUnder, subjectOf(change.id, localized, around));
  const [was, is] = [passes(change.before), passes(change.after)];
  if (!was || !is || !change.before || !change.after) return was !== is;
  if (rule.order.some(({ by }) => isMomentOrder(by))) return true;
  const read = new Set([
    ...rule.order.flatMap(({ by }) => by.split('.')),
    ...fieldsOfMapping(rule.mapping),
    ...(rule.facets ?? []).map(facetPath),
  ]);
  return differingLocalized(change.before, change.after).some((field) => read.has(field));
}
