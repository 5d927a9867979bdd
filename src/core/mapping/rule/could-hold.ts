import type { Fielded } from '../../model/compile';
import type { Condition } from './listing-rule';
import { throughLink } from './matches';

/**
 * Whether anything of a type could be like a condition, as that type understands it: where something is asked of a
 * field that it does not have, only the lack of a value is there.
 */
export function couldHold(condition: Condition, type: Fielded): boolean {
  if ('all' in condition) return condition.all.every((each) => couldHold(each, type));
  if ('any' in condition) return condition.any.some((each) => couldHold(each, type));
  if (!('field' in condition)) return true;
  const field = throughLink(condition.field)?.link ?? condition.field;
  return type.field(field) !== undefined || condition.is === 'empty' || condition.is === 'noneOf';
}
