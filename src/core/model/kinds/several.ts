import { read, refuse, refuseAll, under, type Fault, type Reading } from '../../faults';
import { piecesOf } from '../../formats/sample/cell';
import type { ProposedField } from '../../formats/sample/propose-fields';
import { isId, type Id } from '../../ids';
import type { Json, JsonObject } from '../../json';

/** What kinds share whose value is one thing, or several when the rules allow: how many at least and at most. */
export interface SeveralRules {
  multiple?: boolean;
  min?: number;
  max?: number;
}

/** The most that one field holds, whatever its rules. */
export const severalBound = 500;

export const severalSchema: JsonObject = {
  multiple: { type: 'boolean' },
  min: { type: 'integer', minimum: 0, maximum: severalBound },
  max: { type: 'integer', minimum: 1, maximum: severalBound },
};

/** JSON Schema of one id, or of a list of different ones. */
export function idsSchema(multiple = false): JsonObject {
  const one: JsonObject = { type: 'string', format: 'uuid' };
  return multiple ? { type: 'array', maxItems: severalBound, uniqueItems: true, items: one } : one;
}

/** Looks up what a name in a file means, by where it is looked up. */
export type Named = (where: string, name: string) => string | undefined;

/** The things that a cell of a file names, spoken as at the door. What names nothing is left out. */
export function namedIn(
  cell: Json,
  { separator, refersTo = '', fills = refersTo }: Pick<ProposedField, 'separator' | 'refersTo' | 'fills'>,
  multiple: boolean | undefined,
  named: Named,
): Json {
  const ids = piecesOf(cell, separator).flatMap((name) => named(fills, name) ?? []);
  return multiple ? ids : (ids[0] ?? null);
}

export const asList = <T>(value: T | T[]): T[] => (Array.isArray(value) ? value : [value]);

/** Reads one thing, or a list of different things where the rules allow several. */
export function parseSeveral<T>(
  input: Json,
  rules: SeveralRules,
  one: (input: Json) => Reading<T>,
  idOf: (thing: T) => string,
  words: string,
): Reading<T | T[]> {
  if (!rules.multiple) return one(input);
  if (!Array.isArray(input)) return refuse('kind', `This takes a list of ${words}.`);
  if (input.length > severalBound) return refuse('bound', `At most ${severalBound} can be kept here.`);
  const things = new Map<string, T>();
  const faults: Fault[] = [];
  input.forEach((each, i) => {
    const thing = one(each);
    if (!thing.ok) faults.push(...under(`/${i}`, thing.faults));
    else if (!things.has(idOf(thing.value))) things.set(idOf(thing.value), thing.value);
  });
  return faults.length > 0 ? refuseAll(faults) : read<T | T[]>([...things.values()]);
}

/** Reads the id of something; `words` says what ("an entry"). */
export const parseId = (input: Json, words: string): Reading<Id> =>
  typeof input === 'string' && isId(input) ? read(input) : refuse('kind', `This takes the id of ${words}.`);

export function severalFaults(
  count: number,
  { multiple, min, max }: SeveralRules,
  one: string,
  many: string,
): Fault[] {
  const counted = (n: number) => `${n} ${n === 1 ? one : many}`;
  if (multiple && min !== undefined && count < min)
    return [{ path: '', code: 'too-few', message: `At least ${counted(min)}.` }];
  if (multiple && max !== undefined && count > max)
    return [{ path: '', code: 'too-many', message: `At most ${counted(max)}.` }];
  return [];
}

export const severalRulesFaults = ({ min, max }: SeveralRules): Fault[] =>
  min !== undefined && max !== undefined && min > max
    ? [{ path: '/min', code: 'contradiction', message: 'The least number is over the most.' }]
    : [];

export function severalInWords({ multiple, min, max }: SeveralRules, one: string, many: string): string {
  if (!multiple) return `one ${one}`;
  if (min && max) return `${min} to ${max} ${many}`;
  if (max) return `up to ${max} ${max === 1 ? one : many}`;
  return min ? `at least ${min} ${min === 1 ? one : many}` : `any number of ${many}`;
}

/** What is written, each of several by itself. */
export const ofEach = (written: Json, change: (one: Json) => Json): Json =>
  Array.isArray(written) ? written.map(change) : change(written);
