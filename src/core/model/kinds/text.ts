import { read, refuse, type Fault, type Reading } from '../../faults';
import type { Json } from '../../json';

/** What lines and paragraphs share: how long, counted in characters as a reader counts them (code points). */
export interface LengthRules {
  minLength?: number;
  maxLength?: number;
}

export const lengthOf = (text: string): number => Array.from(text).length;

/** Reads text in Unicode's composed form (NFC), within a bound and without control characters that no reader sees. */
export function textIn(input: Json, bound: number): Reading<string> {
  if (typeof input !== 'string') return refuse('kind', 'This takes words.');
  if (!input.isWellFormed())
    return refuse('characters', 'This holds half a character, which cannot be kept.');
  const text = input.normalize('NFC');
  if (lengthOf(text) > bound)
    return refuse(
      'bound',
      `This is longer than the ${bound.toLocaleString('en')} characters that can be kept here.`,
    );

  if (/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/.test(text))
    return refuse('characters', 'This holds control characters, which cannot be kept.');
  return read(text);
}

export function lengthFaults(text: string, rules: LengthRules): Fault[] {
  const length = lengthOf(text);
  if (rules.maxLength !== undefined && length > rules.maxLength)
    return [
      { path: '', code: 'too-long', message: `At most ${rules.maxLength} characters; this has ${length}.` },
    ];
  if (rules.minLength !== undefined && length < rules.minLength)
    return [
      { path: '', code: 'too-short', message: `At least ${rules.minLength} characters; this has ${length}.` },
    ];
  return [];
}

export const lengthRulesFaults = (rules: LengthRules): Fault[] =>
  rules.minLength !== undefined && rules.maxLength !== undefined && rules.minLength > rules.maxLength
    ? [{ path: '/minLength', code: 'contradiction', message: 'The least length is over the most.' }]
    : [];

export function lengthInWords({ minLength, maxLength }: LengthRules): string {
  if (minLength && maxLength) return `${minLength} to ${maxLength} characters`;
  if (maxLength) return `at most ${maxLength} characters`;
  return minLength ? `at least ${minLength} characters` : '';
}
