import { ticks } from 'd3';
import type { Categories } from '../../content/categories';
import type { Json } from '../../json';
import type { CompiledModel } from '../../model/compile';
import type { Field, FieldPath } from '../../model/document';
import { kindFor } from '../../model/kinds';
import type { FacetGrouping } from '../../model/kinds/kind';
import type { Condition, FacetRule, ListingRule } from './listing-rule';
import { possibleSources, sourceKey, sourceRoles } from './sources';

export const facetBounds = { fields: 6, values: 60, steps: 20 } as const;

/** Whether visitors may be let filter a list by a field: its kind has values to choose from, and it is kept for filtering. */
export const mayBeFacet = (field: Field): boolean =>
  field.indexed === true && kindFor(field).facetTells !== undefined;

/** A field by which visitors filter, with how its values are put together. */
export interface AskedFacet {
  field: Field;
  grouping: FacetGrouping;
}

/** The field of a facet as it is kept: by its path alone, or with how its values are put together. */
export const facetPath = (facet: FieldPath | FacetRule): FieldPath =>
  typeof facet === 'string' ? facet : facet.field;

/** The facets of a rule over the fields of its sources. Those whose field is gone are passed over. */
export const facetsOf = (
  { facets = [] }: Pick<ListingRule, 'facets'>,
  type: { field(path: FieldPath): Field | undefined },
): AskedFacet[] =>
  facets.flatMap((facet) => {
    const field = type.field(facetPath(facet));
    const { field: _path, ...grouping } = typeof facet === 'string' ? { field: facet } : facet;
    return field ? [{ field, grouping }] : [];
  });

/** How a field is filtered by, its values put together as the list has it. */
export const facetOf = ({ field, grouping }: AskedFacet) => kindFor(field).facet(grouping);

/** What a visitor has chosen, by field: values as the field keeps them. Fields without a choice are absent. */
export type ChosenFacets = ReadonlyMap<FieldPath, readonly Json[]>;

/** Reads what a visitor has chosen from the query of an address. What means nothing is passed over. */
export function parseFacets(
  facets: readonly AskedFacet[],
  query: URLSearchParams,
  categories: Categories,
): ChosenFacets {
  return new Map(
    facets.flatMap((asked): [FieldPath, Json[]][] => {
      const facet = facetOf(asked);
      const words = query.getAll(asked.field.key).slice(0, facetBounds.values);
      const values = [...new Set(words.flatMap((word) => facet?.valueOf(word, categories) ?? []))];
      return values.length === 0 ? [] : [[asked.field.id, values]];
    }),
  );
}

/**
 * The one spelling of what is chosen, as the query of an address: fields in their order, values in that of
 * their words. Empty where nothing is.
 */
export function facetQuery(
  facets: readonly AskedFacet[],
  chosen: ChosenFacets,
  categories: Categories,
): string {
  const query = new URLSearchParams();
  for (const asked of facets) {
    const facet = facetOf(asked);
    const words = (chosen.get(asked.field.id) ?? []).flatMap(
      (value) => facet?.wordOf(value, categories) ?? [],
    );
    for (const word of words.sort()) query.append(asked.field.key, word);
  }
  return query.size === 0 ? '' : `?${query.toString()}`;
}

/**
 * What the chosen values ask of entries: one of the values of each field. The field `but` is left aside, for
 * its own counts.
 */
export function facetCondition(
  facets: readonly AskedFacet[],
  chosen: ChosenFacets,
  but?: FieldPath,
): Condition {
  return {
    all: facets.flatMap((asked): Condition[] => {
      const { id } = asked.field;
      const values = id === but ? [] : (chosen.get(id) ?? []);
      const facet = facetOf(asked);
      return facet && values.length > 0 ? [facet.condition(values)] : [];
    }),
  };
}

/** What is chosen after a value was pressed: it goes if it was chosen, and comes if it was not. */
export function pressed(
  asked: AskedFacet,
  chosen: ChosenFacets,
  value: Json,
  categories: Categories,
): ChosenFacets {
  const { id } = asked.field;
  const next = new Map(chosen);
  const values = facetOf(asked)?.pressed(value, chosen.get(id) ?? [], categories) ?? [];
  if (values.length === 0) next.delete(id);
  else next.set(id, values);
  return next;
}

/**
 * The values of a field that are offered, in order, with how deep each stands. `found` are those that content has,
 * where only that tells what there is.
 */
export const facetValues = (
  asked: AskedFacet,
  chosen: ChosenFacets,
  categories: Categories,
  found: readonly Json[] = [],
): { value: Json; depth: number }[] =>
  facetOf(asked)?.offered(chosen.get(asked.field.id) ?? [], categories, found) ?? [];

/** Every name by which the address of some list may speak of what visitors chose. */
export const facetKeys = (model: CompiledModel): Set<string> =>
  new Set([
    ...sourceRoles,
    ...possibleSources(model).flatMap((type) =>
      type.fields.filter(mayBeFacet).flatMap(({ key }) => [key, `${sourceKey(type)}:${key}`]),
    ),
  ]);

/** About how many spans are proposed. */
const SPANS = 5;

/** The steps at which spans begin that part the numbers from the least to the most into about five, each a round number. */
export const proposedSteps = (least: number, most: number): number[] => {
  const inside = ticks(least, most, SPANS).filter((step) => step > least && step <= most);
  return inside.length === 0 ? [least] : inside;
};
