import { sameJson, type Json } from '../../json';
import type { FieldPath } from '../../model/document';
import { kindFor } from '../../model/kinds';
import { facetOf, type AskedFacet, type ChosenFacets } from './facets';
import { asksOfPlace } from './here';
import type { Condition, ListingRule } from './listing-rule';

const same = (one: Condition, other: Condition): boolean => sameJson(one as Json, other as Json);

/** The conditions that must all hold. */
const needed = (condition: Condition): Condition[] =>
  'all' in condition ? condition.all.flatMap(needed) : [condition];

/** What has to be chosen of a facet for it to ask what a condition asks; nothing where it cannot say it. */
function choiceFor(asked: AskedFacet, condition: Condition): Json[] | undefined {
  const facet = facetOf(asked);
  if (!facet || !('field' in condition) || condition.field !== asked.field.id) return undefined;
  const values = [condition.value ?? []].flat();
  if (values.length === 0) return undefined;
  const chosen = facet.condition(values);
  const one: Condition = { any: [condition] };
  if (same(chosen, condition) || same(chosen, one)) return values;
  // Of what takes one value, being it is being one of it alone.
  const isOne = condition.is === 'equals' && values.length === 1 && !kindFor(asked.field).several;
  return isOne && same(chosen, { ...condition, is: 'oneOf', value: values }) ? values : undefined;
}

/**
 * What visitors have to choose of the facets of a list for it to show just what a rule lets through, whose place has
 * been put in: nothing of any where it shows that anyway. Undefined where the list cannot say it.
 */
export function narrowingTo(
  list: ListingRule,
  facets: readonly AskedFacet[],
  rule: ListingRule,
): ChosenFacets | undefined {
  const picked = ({ pins = [], leaveOut = [] }: ListingRule): Json => [
    pins.map(({ entry }) => entry).sort(),
    [...leaveOut].sort(),
  ];
  if (
    asksOfPlace(list.where).length > 0 ||
    (list.skip ?? 0) > 0 ||
    !sameJson([...list.from].sort(), [...rule.from].sort()) ||
    !sameJson(picked(list), picked(rule))
  )
    return undefined;
  const [wide, narrow] = [needed(list.where), needed(rule.where)];
  if (!wide.every((condition) => narrow.some((each) => same(each, condition)))) return undefined;
  const chosen = new Map<FieldPath, Json[]>();
  for (const condition of narrow) {
    if (wide.some((each) => same(each, condition))) continue;
    const found = facets.flatMap((asked) => {
      const values = chosen.has(asked.field.id) ? undefined : choiceFor(asked, condition);
      return values ? [{ field: asked.field.id, values }] : [];
    })[0];
    if (!found) return undefined;
    chosen.set(found.field, found.values);
  }
  // What was picked by hand stands whatever is chosen, so a narrowed list says it otherwise.
  return chosen.size > 0 && (rule.pins ?? []).length > 0 ? undefined : chosen;
}
