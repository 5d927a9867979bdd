import type { Categories } from '../../content/categories';
import type { Id } from '../../ids';
import type { Json } from '../../json';
import type { CompiledModel } from '../../model/compile';
import type { Field } from '../../model/document';
import { kindFor } from '../../model/kinds';
import type { Condition } from './listing-rule';

export const facetBounds = { fields: 6, values: 60 } as const;

/** Whether visitors may be let filter a list by a field: it has values of a small set, and is kept for filtering. */
export const mayBeFacet = (field: Field): boolean =>
  field.indexed === true && kindFor(field).facet !== undefined;

/** What a visitor has chosen, by field: values as the field keeps them. Fields without a choice are absent. */
export type ChosenFacets = ReadonlyMap<Id, readonly Json[]>;

/** Reads what a visitor has chosen from the query of an address. What means nothing is passed over. */
export function parseFacets(
  fields: readonly Field[],
  query: URLSearchParams,
  categories: Categories,
): ChosenFacets {
  return new Map(
    fields.flatMap((field): [Id, Json[]][] => {
      const { facet } = kindFor(field);
      const words = query.getAll(field.key).slice(0, facetBounds.values);
      const values = [...new Set(words.flatMap((word) => facet?.valueOf(word, categories) ?? []))];
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
  for (const field of fields) {
    const { facet } = kindFor(field);
    const words = (chosen.get(field.id) ?? []).flatMap((value) => facet?.wordOf(value, categories) ?? []);
    for (const word of words.sort()) query.append(field.key, word);
  }
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
      const { facet } = kindFor(field);
      return facet && values.length > 0 ? [facet.condition(values)] : [];
    }),
  };
}

/** What is chosen after a value was pressed: it goes if it was chosen, and comes if it was not. */
export function pressed(
  field: Field,
  chosen: ChosenFacets,
  value: Json,
  categories: Categories,
): ChosenFacets {
  const next = new Map(chosen);
  const values = kindFor(field).facet?.pressed(value, chosen.get(field.id) ?? [], categories) ?? [];
  if (values.length === 0) next.delete(field.id);
  else next.set(field.id, values);
  return next;
}

/** The values of a field that are offered, in order, with how deep each stands. */
export const facetValues = (
  field: Field,
  chosen: ChosenFacets,
  categories: Categories,
): { value: Json; depth: number }[] =>
  kindFor(field).facet?.offered(chosen.get(field.id) ?? [], categories) ?? [];

/** The keys of every field of a model by which visitors may narrow some list. */
export const facetKeys = ({ contentTypes, pageTypes, media }: CompiledModel): Set<string> =>
  new Set(
    [...contentTypes, ...pageTypes, media].flatMap(({ fields }) =>
      fields.filter(mayBeFacet).map(({ key }) => key),
    ),
  );
