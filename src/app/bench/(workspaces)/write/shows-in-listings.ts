import type { ListingAnswer } from '../../../../contract/listings';
import type { Id } from '../../../../core/ids';
import { parseRule } from '../../../../core/mapping/rule/parse/rule';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { whereFieldsShow } from '../../../../core/site/field-shows';

/** Where visitors see each field of a type, in its own face and in the listings that are out. */
export function showsInListings(
  model: CompiledModel,
  type: CompiledType<ContentType>,
  listings: readonly ListingAnswer[],
): ReadonlyMap<Id, readonly string[]> {
  const inForce = listings
    .filter(({ state }) => state === 'published')
    .flatMap(({ label, rule: spoken }) => {
      const { rule } = parseRule(model, spoken);
      return rule ? [{ label, rule }] : [];
    });
  return whereFieldsShow(model, type, inForce);
}
