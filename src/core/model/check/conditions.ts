import { sameJson } from '../../json';
import type { Condition, Test } from '../../mapping/rule/listing-rule';
import { testsOf } from '../../mapping/rule/listing-rule';
import type { Field } from '../document';
import { kindFor } from '../kinds';

/** Why one test can never hold for a field as its rules are now, or nothing when it may. */
function testNever({ is, value }: Test, field: Field): string | undefined {
  const wanted = Array.isArray(value) ? value : value === undefined ? [] : [value];
  const never = kindFor(field).never(is, wanted);
  if (never) return never;
  return field.required && is === 'empty' ? `${field.label} must always be filled in` : undefined;
}

/**
 * Why a condition over a set of fields can never hold, or nothing where it may. It finds what contradicts itself in
 * plain sight: a field that is gone, a choice that is gone, two different values asked of one field at once, a value
 * outside the field's own bounds. It does not search for contradictions that only arithmetic would show.
 */
export function whyNever(condition: Condition, fields: readonly Field[]): string | undefined {
  if ('any' in condition) {
    const reasons = condition.any.map((inner) => whyNever(inner, fields));
    return reasons.length === 0
      ? 'any of nothing is never so'
      : reasons.every((reason) => reason !== undefined)
        ? reasons[0]
        : undefined;
  }
  if ('not' in condition)
    return 'all' in condition.not && condition.not.all.length === 0
      ? 'it asks for what is never so'
      : undefined;
  if ('field' in condition) {
    const field = fields.find(({ id }) => id === condition.field);
    return field ? testNever(condition, field) : 'it asks a field that is gone';
  }
  if (!('all' in condition)) return undefined;
  for (const inner of condition.all) {
    const reason = whyNever(inner, fields);
    if (reason) return reason;
  }
  const tests = condition.all.filter((inner): inner is Test => 'field' in inner);
  for (const [i, test] of tests.entries()) {
    const field = fields.find(({ id }) => id === test.field);
    if (!field) continue;
    for (const other of tests.slice(i + 1)) {
      if (other.field !== test.field) continue;
      if (
        test.is === 'equals' &&
        other.is === 'equals' &&
        !kindFor(field).several &&
        !sameJson(test.value, other.value)
      )
        return `it asks ${field.label} to be two things at once`;
      if (
        [test.is, other.is].includes('empty') &&
        test.is !== other.is &&
        other.is !== 'noneOf' &&
        test.is !== 'noneOf'
      )
        return `it asks ${field.label} to be empty and something at once`;
    }
  }
  return undefined;
}

/** Whether showing a field hangs on itself, straight or through the conditions of others. */
export function showsInCircle(field: Field, fields: readonly Field[]): boolean {
  const open = [field.id];
  const seen = new Set<string>();
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const condition = fields.find(({ id }) => id === at)?.showWhen;
    for (const { field: asked } of condition ? testsOf(condition) : []) {
      if (asked === field.id) return true;
      if (!seen.has(asked)) open.push(asked);
      seen.add(asked);
    }
  }
  return false;
}
