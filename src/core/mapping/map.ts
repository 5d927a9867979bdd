import type { Values } from '../content/values';
import type { Id } from '../ids';
import type { CompiledType } from '../model/compile';
import { kindOf } from '../model/kinds';
import { partKeys, type Chain, type Mapping, type PartKey, type Step } from './parts';

/** One thing that a part shows, and where it came from: the field, and which step of its chain won (from 0). */
export interface Shown {
  words: string;
  field?: Id;
  step: number;
}

/** What a visitor sees of one entry or page, ready to be drawn. Parts without a value are absent. */
export type FaceContent = Partial<Record<PartKey, Shown[]>>;

/** Cuts at a word's end so that at most `most` characters stand, the sign of shortening included. */
export function shorten(text: string, most: number): string {
  const characters = Array.from(text);
  if (characters.length <= most) return text;
  const cut = characters.slice(0, Math.max(0, most - 1)).join('');
  const space = cut.search(/\s+\S*$/);
  return `${(space > most / 2 ? cut.slice(0, space) : cut).replace(/[\s.,;:!?–-]+$/, '')}…`;
}

/** What a step shows: its words, or one of each where a field with several values feeds a part that sets them apart. */
function wordsOf(step: Step, apart: boolean, type: CompiledType, values: Values, locale: string): { words: string[]; field?: Id } | undefined {
  if ('words' in step) return step.words ? { words: [step.words] } : undefined;
  const field = type.field(step.field);
  const value = field && values[field.id];
  if (!field || value === undefined) return undefined;
  const { format } = step;
  const some = format?.first !== undefined && Array.isArray(value) ? value.slice(0, format.first) : value;
  const each = apart && Array.isArray(some) ? some.map((one) => [one]) : [some];
  const words = each.map((one) => kindOf(field).inWords(one, field.rules, locale)).filter(Boolean).map((one) => (format?.shorten ? shorten(one, format.shorten) : one));
  return words.length > 0 ? { words, field: field.id } : undefined;
}

function follow(chain: Chain, apart: boolean, type: CompiledType, values: Values, locale: string): Shown[] {
  for (const [step, each] of chain.entries()) {
    const found = wordsOf(each, apart, type, values, locale);
    if (found) return found.words.map((words) => ({ words, step, ...(found.field ? { field: found.field } : {}) }));
  }
  return [];
}

/** Maps one entry's values to the parts of a face: each chain gives the first step with a value. */
export function mapToFace(mapping: Mapping, type: CompiledType, values: Values, locale: string): FaceContent {
  const face: FaceContent = {};
  for (const part of partKeys) {
    const shown = (mapping[part] ?? []).flatMap((chain) => follow(chain, part === 'marks', type, values, locale));
    if (shown.length > 0) face[part] = shown;
  }
  return face;
}
