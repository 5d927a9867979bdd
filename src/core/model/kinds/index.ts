import { category } from './category';
import { choice } from './choice';
import { computed, withComputed as computeWith } from './computed';
import { date } from './date';
import { entry } from './entry';
import { formatted } from './formatted';
import { groupKind } from './group';
import type { Kind, KindName } from './kind';
import { line } from './line';
import { link } from './link';
import { listKind } from './list';
import { media } from './media';
import { moment } from './moment';
import { nesting, type FieldValues } from './nested';
import { number } from './number';
import { paragraphs } from './paragraphs';
import { spot } from './spot';
import { yesNo } from './yes-no';
import type { Field } from '../document';

export type {
  Comparison,
  Kind,
  KindName,
  KindRules,
  KindValues,
  Reference,
  IndexCell,
  IndexShape,
  Speaking,
  Surroundings,
  Value,
} from './kind';
export { comparisons, isEmpty } from './kind';
export type { Choice, ChoiceRules } from './choice';
export { computations, computationWords, type Computation, type ComputedRules } from './computed';
export { dayInWords } from './date';
export { featureWords, type FormattedRules } from './formatted';
export type { ListItem, ListRules } from './list';
export { addressOfLink, linkTargets, linkTargetWords, wordsOfLink, type Link, type LinkTarget } from './link';
export { mediaSorts, type MediaRules, type MediaUse } from './media';
export { nestingBound, plainFields, visibleFields, type FieldValues } from './nested';
export { asList, type SeveralRules } from './several';
export { spotInDegrees, type Spot } from './spot';
export type { LengthRules } from './text';
export { lengthOf } from './text';

/** The kind that governs a field. */
export function kindOf<K extends KindName>(field: { kind: K }): Kind<K> {
  return kinds[field.kind];
}

/** What is asked of the fields of a type at once. */
export const fieldGroup = nesting(kindOf);

/** Every kind, in the order in which an architect is offered them. */
export const kinds: { readonly [K in KindName]: Kind<K> } = {
  line,
  paragraphs,
  formatted,
  number,
  yesNo,
  date,
  moment,
  choice,
  category,
  entry,
  link,
  media,
  spot,
  group: groupKind(fieldGroup),
  list: listKind(fieldGroup),
  computed,
};

export const kindNames: readonly KindName[] = [
  'line',
  'paragraphs',
  'formatted',
  'number',
  'yesNo',
  'date',
  'moment',
  'choice',
  'category',
  'entry',
  'link',
  'media',
  'spot',
  'group',
  'list',
  'computed',
];

/** The values with those of the computed fields worked out anew, in a locale (BCP 47). */
export const withComputed = (fields: readonly Field[], values: FieldValues, locale: string): FieldValues =>
  computeWith(fields, values, kindOf, locale);
