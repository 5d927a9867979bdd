import { category } from './category';
import { choice } from './choice';
import { computed, withComputed as computeWith } from './computed';
import { date } from './date';
import { entry } from './entry';
import { formatted } from './formatted';
import { FieldKind } from './field-kind';
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
  FileNames,
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
export type { FieldFacet, FieldKind } from './field-kind';
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

const bound = new WeakMap<Field, FieldKind>();

/**
 * The kind of a field with the field's rules put in. Fields are never changed, so each is bound once. That its rules and
 * values are those of its own kind is said to the compiler here alone: it cannot see that through a look-up by name.
 */
export function kindFor(field: Field): FieldKind {
  const known = bound.get(field);
  if (known) return known;
  const made = new FieldKind(kinds[field.kind] as Kind<KindName>, field);
  bound.set(field, made);
  return made;
}

/** What is asked of the fields of a type at once. */
export const fieldGroup = nesting(kindFor);

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

/** Whether something that was written is the name of a kind. */
export const isKindName = (name: unknown): name is KindName => kindNames.some((each) => each === name);

/** The values with those of the computed fields worked out anew, in a locale (BCP 47). */
export const withComputed = (fields: readonly Field[], values: FieldValues, locale: string): FieldValues =>
  computeWith(fields, values, kindFor, locale);
