import type { Categories } from '../../content/categories';
import type { Id } from '../../ids';
import type { Json } from '../../json';
import type { Field } from '../../model/document';
import type { Condition } from './listing-rule';

export const facetBounds = { fields: 6, values: 60 } as const;

/** Whether visitors may be let filter a list by a field: it has values of a small set, and is kept for filtering. */
export const mayBeFacet = (field: Field): boolean =>
  field.indexed === true && (field.kind === 'choice' || field.kind === 'category' || field.kind === 'yesNo');

/** What a visitor has chosen, by field: values as the field keeps them. Fields without a choice are absent. */
export type ChosenFacets = ReadonlyMap<Id, readonly Json[]>;

const yesNo = [
  ['yes', true],
  ['no', false],
] as const;

/** The value that a word of an address stands for, or nothing. */
function valueOf(field: Field, word: string, categories: Categories): Json | undefined {
  if (field.kind === 'choice') return field.rules.choices.find(({ key }) => key === word)?.id;
  if (field.kind === 'category') return categories.byKey(field.rules.scheme, word)?.id;
  return yesNo.find(([key]) => key === word)?.[1];
}

/** The word by which an address speaks of a value. */
export function wordOf(field: Field, value: Json, categories: Categories): string | undefined {
  if (field.kind === 'choice') return field.rules.choices.find(({ id }) => id === value)?.key;
  if (field.kind === 'category') return typeof value === 'string' ? categories.get(value)?.key : undefined;
  return yesNo.find(([, each]) => each === value)?.[0];
}

/** Reads what a visitor has chosen from the query of an address. What means nothing is passed over. */
export function parseFacets(
  fields: readonly Field[],
  query: URLSearchParams,
  categories: Categories,
): ChosenFacets {
  return new Map(
    fields.flatMap((field): [Id, Json[]][] => {
      const values = [
        ...new Set(
          query
            .getAll(field.key)
            .slice(0, facetBounds.values)
            .flatMap((word) => valueOf(field, word, categories) ?? []),
        ),
      ];
      return values.length === 0 ? [] : [[field.id, values]];
    }),
  );
}

/**
 * The one spelling of what is chosen, as the query of an address: fields in their order, values in that of
 * their words. Empty where nothing is.
 */
export function facetQuery(fields: readonly Field[], chosen: ChosenFacets, categories: Categories): string {
  const query = new URLSearchParams();
  for (const field of fields)
    for (const word of (chosen.get(field.id) ?? [])
      .flatMap((value) => wordOf(field, value, categories) ?? [])
      .sort())
      query.append(field.key, word);
  return query.size === 0 ? '' : `?${query.toString()}`;
}

/**
 * What the chosen values ask of entries: one of the values of each field. The field `but` is left aside, for
 * its own counts.
 */
export function facetCondition(fields: readonly Field[], chosen: ChosenFacets, but?: Id): Condition {
  return {
    all: fields.flatMap((field): Condition[] => {
      const values = field.id === but ? [] : (chosen.get(field.id) ?? []);
      if (values.length === 0) return [];
      if (field.kind === 'category') return [{ field: field.id, is: 'under', value: [...values] }];
      return field.kind === 'yesNo'
        ? [{ any: values.map((value): Condition => ({ field: field.id, is: 'equals', value })) }]
        : [{ field: field.id, is: 'oneOf', value: [...values] }];
    }),
  };
}

/**
 * What is chosen after a value was pressed: it goes if it was chosen, and comes if it was not. Of categories
 * one branch is chosen at a time.
 */
export function pressed(
  field: Field,
  chosen: ChosenFacets,
  value: Json,
  categories: Categories,
): ChosenFacets {
  const had = chosen.get(field.id) ?? [];
  const next = new Map(chosen);
  let values: Json[];
  if (field.kind === 'category') {
    const above = typeof value === 'string' ? (categories.get(value)?.parent ?? null) : null;
    const open = had.some(
      (each) => typeof each === 'string' && typeof value === 'string' && categories.isUnder(each, value),
    );
    values = !open ? [value] : above === null ? [] : [above];
  } else values = had.includes(value) ? had.filter((each) => each !== value) : [...had, value];
  if (values.length === 0) next.delete(field.id);
  else next.set(field.id, values);
  return next;
}

/**
 * The values of a field that are offered, in order: every choice, yes and no; of categories the way to what
 * is chosen, and what stands directly below it.
 */
export function facetValues(
  field: Field,
  chosen: ChosenFacets,
  categories: Categories,
): { value: Json; depth: number }[] {
  if (field.kind === 'choice') return field.rules.choices.map(({ id }) => ({ value: id, depth: 0 }));
  if (field.kind !== 'category') return yesNo.map(([, value]) => ({ value, depth: 0 }));
  const [at] = chosen.get(field.id) ?? [];
  const trail = typeof at === 'string' ? categories.trail(at) : [];
  return [
    ...trail.map(({ id }, depth) => ({ value: id, depth })),
    ...categories
      .below(field.rules.scheme, trail.at(-1)?.id ?? null)
      .map(({ id }) => ({ value: id, depth: trail.length })),
  ];
}
