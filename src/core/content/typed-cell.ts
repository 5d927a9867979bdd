import type { Json } from '../json';
import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';
import { folded } from '../mapping/rule/matches';
import type { NameMatch } from '../formats/rows/match-names';
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

/** Whether a field holds other things, categories or entries, that can be typed into a cell by their names. */
export const isNamedInCell = (field: Field): boolean => {
  const { scheme, leadsTo } = kindFor(field);
  return scheme !== undefined || leadsTo !== undefined;
};

/** Sets names apart in a cell; a comma may stand in a name. */
const BETWEEN = '; ';

/** The names that stand in a cell, one after the other. */
export const namesInCell = (text: string): string[] => [
  ...new Set(
    text
      .split(/[;|\n]/)
      .map((name) => name.trim())
      .filter(Boolean),
  ),
];

/** What was typed into a cell of names, by what the names mean. */
export function namedCell(field: Field, matches: readonly NameMatch[]): TypedCell {
  const lost = matches.find(({ is }) => is === undefined);
  if (lost) {
    const [near, ...others] = lost.near;
    const perhaps = near && `${near.label}${near.detail ? ` (${near.detail})` : ''}`;
    const hint = !perhaps
      ? ''
      : others.length > 0 && near.label === lost.name
        ? ' Several are called so; choose it in the entry.'
        : ` Perhaps ${perhaps}?`;
    return { problem: `Nothing is called “${lost.name}”.${hint}` };
  }
  const ids = matches.flatMap(({ is }) => is?.id ?? []);
  if (ids.length > 1 && !kindFor(field).several) return { problem: 'One alone goes here.' };
  return { value: kindFor(field).several ? ids : (ids[0] ?? null) };
}

/** What there is to choose from in a cell, in words; nothing where anything may be typed. */
export function optionsInCell(field: Field): readonly string[] | undefined {
  const { choices, answers } = kindFor(field);
  return choices?.map(({ label }) => label) ?? (answers.length > 0 ? answers : undefined);
}

/** A value (spoken as at the door) as it is typed into a cell; empty where there is none. */
export function textOfCell(
  field: Field,
  spoken: Json | undefined,
  locale: string,
  nameOf: (id: string) => string | undefined = () => undefined,
): string {
  if (spoken === undefined || spoken === null) return '';
  const kind = kindFor(field);
  if (isNamedInCell(field))
    return (Array.isArray(spoken) ? spoken : [spoken])
      .flatMap((id) => (typeof id === 'string' ? (nameOf(id) ?? []) : []))
      .join(BETWEEN);
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
