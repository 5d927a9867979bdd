import type { Json } from '../../core/json';
import { everyEntry, type Condition } from '../../core/mapping/rule/listing-rule';
import { parseCondition } from '../../core/mapping/rule/parse';
import type { CompiledModel, Fielded } from '../../core/model/compile';
import { invalidInput } from '../runtime/refusal';

/** The condition that a table is asked with, as JSON spoken by keys over a type or several; without one, everything. */
export function conditionAsked(model: CompiledModel, type: Fielded, where: string | undefined): Condition {
  if (where === undefined) return everyEntry;
  let given: Json;
  try {
    given = JSON.parse(where) as Json;
  } catch {
    throw invalidInput([{ path: '/where', code: 'json', message: 'The condition is not JSON.' }]);
  }
  const { condition, faults } = parseCondition(model, type, given, '/where');
  if (faults.length > 0) throw invalidInput(faults);
  return condition;
}
