import { choice } from './choice';
import { date } from './date';
import type { Kind, KindName } from './kind';
import { line } from './line';
import { number } from './number';
import { paragraphs } from './paragraphs';
import { yesNo } from './yes-no';

export type { Comparison, Kind, KindName, KindRules, KindValues, SheetCell, SheetShape, Surroundings, Value } from './kind';
export { comparisons, isEmpty } from './kind';
export type { Choice, ChoiceRules } from './choice';
export { dayInWords } from './date';
export type { LengthRules } from './text';
export { lengthOf } from './text';

/** Every kind, in the order in which an architect is offered them. */
export const kinds: { readonly [K in KindName]: Kind<K> } = { line, paragraphs, number, yesNo, date, choice };

export const kindNames: readonly KindName[] = ['line', 'paragraphs', 'number', 'yesNo', 'date', 'choice'];

/** The kind that governs a field. */
export const kindOf = <K extends KindName>(field: { kind: K }): Kind<K> => kinds[field.kind];
