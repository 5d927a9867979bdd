import type { Values } from '../../content/values';
import type { Id } from '../../ids';
import type { Json } from '../../json';
import type { Field } from '../../model/document';
import { kindFor } from '../../model/kinds';
import { hereValue, type HereValue } from './here-value';
import { metadataTestsOf, testsOf, type Condition } from './listing-rule';

/** Where a listing stands, as far as its rule may ask. */
export interface PlaceContext {
  /** The category whose page it is. */
  category?: Id;
  /** The entry whose own page it is. */
  entry?: { id: Id; values: Values };
  /** The site in which the page stands. */
  site?: Id;
  /** What the page itself says. */
  page?: { id: Id; values: Values };
  /** The language of the page, where it is not the main one. */
  language?: string;
}

/** What a condition takes from its place, each once. The language of the page is no place. */
export function asksOfPlace(condition: Condition): ('category' | 'entry' | 'page')[] {
  const asked = testsOf(condition).flatMap(({ value }) => {
    const here = hereValue(value)?.here;
    return here === undefined ? [] : [here === 'this entry' ? 'entry' : here];
  });
  const standing = metadataTestsOf(condition).flatMap((test) =>
    ('entry' in test && test.entry === 'here') || ('linksTo' in test && test.linksTo === 'here')
      ? ['entry' as const]
      : 'linksTo' in test && !Array.isArray(test.linksTo) && test.linksTo !== 'here'
        ? [test.linksTo.here]
        : ('under' in test && test.under === 'here') || ('site' in test && test.site === 'here')
          ? ['page' as const]
          : [],
  );
  return [...new Set([...asked, ...standing])];
}

/** The values that a place gives; none where it has nothing of the kind. */
function given(value: HereValue, place: PlaceContext): Json[] {
  if (value.here === 'category') return place.category === undefined ? [] : [place.category];
  if (value.here === 'this entry') return place.entry ? [place.entry.id] : [];
  const values = place[value.here]?.values ?? {};
  const localized = value.fields
    .map((id) => values[id] as Json | undefined)
    .find((each) => each !== undefined);
  return Array.isArray(localized) ? localized : localized === undefined ? [] : [localized];
}

/**
 * A condition with everything that it takes from its place put in. Where the place has nothing of the kind,
 * there is nothing to compare with.
 */
export function bindPlace(condition: Condition, place: PlaceContext): Condition {
  if ('all' in condition) return { all: condition.all.map((inner) => bindPlace(inner, place)) };
  if ('any' in condition) return { any: condition.any.map((inner) => bindPlace(inner, place)) };
  if ('not' in condition) return { not: bindPlace(condition.not, place) };
  if ('entry' in condition)
    return condition.entry === 'here' ? { entry: place.entry ? [place.entry.id] : [] } : condition;
  if ('under' in condition)
    return condition.under === 'here'
      ? { ...condition, under: place.page ? [place.page.id] : [] }
      : condition;
  if ('site' in condition)
    return condition.site === 'here' ? { site: place.site === undefined ? [] : [place.site] } : condition;
  if ('language' in condition)
    return condition.language !== 'here'
      ? condition
      : place.language === undefined
        ? { all: [] }
        : { language: [place.language] };
  if ('linksTo' in condition) {
    if (Array.isArray(condition.linksTo)) return condition;
    const here = condition.linksTo === 'here' ? ({ here: 'this entry' } as const) : condition.linksTo;
    return { linksTo: given(here, place).map(String) };
  }
  if ('author' in condition || 'state' in condition) return condition;
  const value = hereValue(condition.value);
  return value ? { ...condition, value: given(value, place) } : condition;
}

/**
 * A condition as it is asked on pages of each language (none is the main one), where it asks for that of the
 * page; else the condition alone.
 */
export function inEachLanguage(
  condition: Condition,
  languages: readonly (string | undefined)[],
): Condition[] {
  const asks = metadataTestsOf(condition).some((test) => 'language' in test && test.language === 'here');
  const spoken = (inner: Condition, language: string | undefined): Condition => {
    if ('all' in inner) return { all: inner.all.map((each) => spoken(each, language)) };
    if ('any' in inner) return { any: inner.any.map((each) => spoken(each, language)) };
    if ('not' in inner) return { not: spoken(inner.not, language) };
    return 'language' in inner ? bindPlace(inner, language === undefined ? {} : { language }) : inner;
  };
  return asks ? languages.map((language) => spoken(condition, language)) : [condition];
}

/** Whether what one field says can be compared with what another says. */
export const comparable = (field: Field, other: Field): boolean => kindFor(field).sharesValues(other);
