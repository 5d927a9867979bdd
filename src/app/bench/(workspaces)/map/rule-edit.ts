import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { parts, type PartKey } from '../../../../core/mapping/parts';
import { valuesTaken } from '../../../../core/mapping/read-rule';
import type { CompiledType } from '../../../../core/model/compile';
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
  if (field.kind === 'date') return { now: '+0 days' };
  return '';
}

/** The comparisons that may be made with a field: those of its kind, of which all but filled and empty need it to be kept for filtering. */
export const comparisonsOf = (field: Field): readonly Comparison[] => kindOf(field).comparisons.filter((is) => field.indexed || is === 'filled' || is === 'empty');

/** A test on a field by a comparison, with a value to begin with. */
export function beginTest(field: Field, is: Comparison): SpokenTest {
  const takes = valuesTaken(is);
  const one = firstValue(field);
  if (takes === 'none') return { field: field.key, is };
  if (takes === 'one') return { field: field.key, is, value: field.kind === 'choice' && field.rules.multiple && is === 'equals' ? [one] : one };
  return { field: field.key, is, value: takes === 'two' ? [one, one] : [one] };
}

export const chainsOf = (mapping: Json | undefined, part: PartKey): Json[][] => {
  const chains = isJsonObject(mapping) ? mapping[part] : undefined;
  return Array.isArray(chains) ? chains.filter((chain): chain is Json[] => Array.isArray(chain)) : [];
};

/** The mapping with other chains for a part; a part without chains is absent. */
export function withChains(mapping: Json | undefined, part: PartKey, chains: Json[][]): JsonObject {
  const { [part]: _before, ...rest } = isJsonObject(mapping) ? mapping : {};
  const filled = chains.filter((chain) => chain.length > 0);
  return filled.length > 0 ? { ...rest, [part]: filled } : rest;
}

/** The fields that can feed a part. */
export const feedersOf = (type: CompiledType, part: PartKey): Field[] => type.fields.filter(({ kind }) => parts[part].takes.includes(kind));

/** The step a field begins with in a part: long text is shortened, of several choices the first few are shown. */
export function beginStep(field: Field, part: PartKey): JsonObject {
  if (field.kind === 'paragraphs' && part === 'summary') return { field: field.key, format: { shorten: 180 } };
  if (field.kind === 'choice' && field.rules.multiple) return { field: field.key, format: { first: 3 } };
  return { field: field.key };
}

/** "Summary, 180 characters". */
export function stepInWords(step: Json, type: CompiledType): string {
  if (!isJsonObject(step)) return '';
  if (typeof step.words === 'string') return `“${step.words}”`;
  const label = type.fieldByKey(String(step.field))?.label ?? 'a field that is gone';
  const format = isJsonObject(step.format) ? step.format : {};
  return [label, typeof format.shorten === 'number' ? `${format.shorten} characters` : '', typeof format.first === 'number' ? `first ${format.first}` : ''].filter(Boolean).join(', ');
}
