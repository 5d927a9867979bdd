import type { JsonObject } from '../../json';
import type { CompiledModel } from '../../model/compile';
import { forItems } from '../../model/fresh/propose-face';
import { listingBounds } from './listing-rule';
import type { Mapping } from '../parts';
import { roleField, sourceKey, Sources, type SourceRole, type SourceType } from './sources';
import { serializeMapping } from './serialize-rule';
import { kindFor } from '../../model/kinds';

/** What is shown of several types together: what each of them has in a role of its own. */
const byRoles = (types: readonly SourceType[]): Mapping => {
  const filled = (role: SourceRole) => types.some((type) => roleField(type, role));
  return {
    heading: [[{ field: 'title' }]],
    ...(filled('picture') ? { picture: [[{ field: 'picture' }]] } : {}),
    ...(filled('date') ? { date: [[{ field: 'date' }]] } : {}),
    ...(filled('summary') ? { summary: [[{ field: 'summary', format: { shorten: 180 } }]] } : {}),
  };
};

/**
 * A good first rule for a listing of one or several types, spoken by keys: everything, by date or by name,
 * with the type's own face or what all have in common.
 */
export function proposeRule(model: CompiledModel, ...types: SourceType[]): JsonObject {
  const sources = new Sources(types);
  const [only] = types;
  const alone = types.length === 1 ? only : undefined;
  const dated = types.every((type) => roleField(type, 'date')) ? 'date' : 'title';
  const field = alone ? roleField(alone, dated) : sources.field(dated);
  const mapping = alone ? forItems(alone.definition.face.mapping) : byRoles(types);
  return {
    from: types.map(sourceKey),
    where: { all: [] },
    limit: sources.ofComments ? 5 : 24,
    heading: sources.plural.slice(0, listingBounds.heading),
    arrangement: sources.ofComments ? 'rows' : 'cards',
    mapping: serializeMapping(mapping, sources, model),
    order: field?.indexed
      ? [{ by: field.key, direction: kindFor(field).measures === 'time' ? 'down' : 'up' }]
      : [],
  };
}
