import type { Json } from '../json';
import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';
import { folded } from '../mapping/rule/matches';
import { saidDay, saidMoment, type Saying } from './said-day';
import { parseValues } from './values';

/** Whether a field holds one simple value, that can be typed into a cell: a line, a number, a day, a moment, an answer, a choice. */
export function isTypedInCell(field: Field): boolean {
  const kind = kindFor(field);
  if (kind.derived || kind.several || kind.holds !== undefined) return false;
  return (
    kind.words === 'line' ||
    kind.measures !== undefined ||
    kind.choices !== undefined ||
    kind.answers.length > 0
  );
}

/** What there is to choose from in a cell, in words; nothing where anything may be typed. */
export function optionsInCell(field: Field): readonly string[] | undefined {
  const { choices, answers } = kindFor(field);
  return choices?.map(({ label }) => label) ?? (answers.length > 0 ? answers : undefined);
}

/** A value (spoken as at the door) as it is typed into a cell; empty where there is none. */
export function textOfCell(field: Field, spoken: Json | undefined, locale: string): string {
  if (spoken === undefined || spoken === null) return '';
  const kind = kindFor(field);
  if (kind.measures === 'number') return String(spoken);
  const value = parseValues([field], { [field.key]: spoken }, {}, '').values[field.id];
  return value === undefined ? '' : kind.inWords(value, { locale });
}

/** What was typed into a cell: a value as it is spoken at the door (null empties it), or why it is none of its kind. */
export type TypedCell = { value: Json } | { problem: string };

/**
 * Reads what was typed or pasted into a cell, however people write such values: `1,200`, `7 crowns`, `24 Dec`, `next Friday
 * 7pm`, the label of a choice without its capitals.
 */
export function typedCell(field: Field, text: string, saying: Saying): TypedCell {
  if (text.trim() === '') return { value: null };
  const value = valueTyped(field, text.trim(), saying);
  const [fault] = parseValues([field], { [field.key]: value }, {}, '').faults;
  return fault ? { problem: fault.message } : { value };
}

function valueTyped(field: Field, text: string, saying: Saying): Json {
  const kind = kindFor(field);
  if (kind.measures === 'time')
    return (kind.hasClock ? saidMoment(text, saying) : saidDay(text, saying)) ?? text;
  const same = (label: string) => folded(label) === folded(text);
  if (kind.choices) return kind.choices.find(({ label }) => same(label))?.key ?? text;
  const answer = kind.answers.findIndex(same);
  if (answer >= 0) return answer === 0;
  const column = { source: '', label: '', kind: field.kind, required: false, agree: 0, of: 0, evidence: '' };
  return kind.fromCell(
    text,
    column,
    () => ({}),
    () => undefined,
  );
}
