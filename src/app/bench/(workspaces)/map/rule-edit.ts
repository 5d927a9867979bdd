import { isJsonObject, type Json } from '../../../../core/json';
import { valuesTaken } from '../../../../core/mapping/read-rule';
import type { Field } from '../../../../core/model/document';
import { kindOf, type Comparison } from '../../../../core/model/kinds';

/** A test as it is edited: spoken by keys, and perhaps not yet whole. */
export interface SpokenTest {
  field: string;
  is: Comparison;
  value?: Json;
}

/** The conditions that must all hold, of a rule spoken by keys. A rule whose condition is something else has it as its only one. */
export function conditionsOf(where: Json | undefined): Json[] {
  if (isJsonObject(where) && Array.isArray(where.all)) return where.all;
  return where === undefined ? [] : [where];
}

export const asTest = (condition: Json): SpokenTest | undefined =>
  isJsonObject(condition) && typeof condition.field === 'string' && typeof condition.is === 'string' ? ({ ...condition } as unknown as SpokenTest) : undefined;

/** What a comparison begins with, for a field: its first choice, nought, today. */
function firstValue(field: Field): Json {
  if (field.kind === 'choice') return field.rules.choices[0]?.key ?? '';
  if (field.kind === 'number') return field.rules.min ?? 0;
  if (field.kind === 'yesNo') return true;
  if (field.kind === 'date' || field.kind === 'moment') return { now: '+0 days' };
  return '';
}

/** The comparisons that may be made with a field: those of its kind, of which all but filled and empty need it to be kept for filtering. */
export const comparisonsOf = (field: Field): readonly Comparison[] => kindOf(field).comparisons.filter((is) => field.indexed || is === 'filled' || is === 'empty');

/** A test on a field by a comparison, with a value to begin with. */
export function beginTest(field: Field, is: Comparison): SpokenTest {
  const takes = valuesTaken(is);
  const one = firstValue(field);
  if (takes === 'none') return { field: field.key, is };
  if (takes === 'one') return { field: field.key, is, value: 'multiple' in field.rules && field.rules.multiple && is === 'equals' ? [one] : one };
  return { field: field.key, is, value: takes === 'two' ? [one, one] : [one] };
}
