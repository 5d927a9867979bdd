import { relativeInWords } from '../../content/day';
import { stateLabels } from '../../content/states';
import { isJsonObject, type Json } from '../../json';
import type { Field } from '../../model/document';
import { kindFor, type Comparison, type Speaking } from '../../model/kinds';
import { hereValue, type HereValue } from './here-value';
import type { Condition, MetadataTest, Test } from './listing-rule';
import { throughLink } from './matches';

/** How each comparison is said between a field and a value. */
export const comparisonWords: Record<Comparison, string> = {
  equals: 'is',
  oneOf: 'is one of',
  allOf: 'has all of',
  noneOf: 'is none of',
  under: 'is in or under',
  contains: 'contains',
  startsWith: 'starts with',
  before: 'is before',
  after: 'is after',
  between: 'is between',
  moreThan: 'is more than',
  lessThan: 'is less than',
  filled: 'is filled',
  empty: 'is empty',
};

function valueInWords(field: Field, value: Json, speaking: Speaking): string {
  if (isJsonObject(value)) return typeof value.now === 'string' ? relativeInWords({ now: value.now }) : '';
  return kindFor(field).comparedInWords(value, speaking);
}

/** Finds a field by its id. */
export type FieldOf = (id: string) => Field | undefined;

/** What a test takes from its place: "this category", "this entry’s Habitats". */
function hereInWords(value: HereValue, fieldOf: FieldOf): string {
  if (value.here === 'category') return 'this category';
  if (value.here === 'this entry') return 'this entry';
  const named = value.fields.map((id) => fieldOf(id)?.label).find((label) => label !== undefined);
  return named === undefined ? `what this ${value.here} says` : `this ${value.here}’s ${named}`;
}

const either = (words: readonly string[]): string => words.join(' or ');

/** The names of people and sites, by their ids. */
interface Named {
  people?: ReadonlyMap<string, string>;
  sites?: ReadonlyMap<string, string>;
}

/** What is asked besides fields, in words: "its page stands right below Visit". */
function metadataInWords(
  test: MetadataTest,
  { known, people, sites }: Speaking & Named,
  fieldOf: FieldOf,
): string {
  if ('linksTo' in test) {
    if (test.linksTo === 'here') return 'it links to this entry';
    if (!Array.isArray(test.linksTo)) return `it links to what ${hereInWords(test.linksTo, fieldOf)} names`;
    return `it links to ${either(test.linksTo.map((id) => known?.entries.get(id)?.title ?? 'an entry'))}`;
  }
  if ('entry' in test)
    return test.entry === 'here'
      ? 'it is the entry of this page'
      : `it is ${either(test.entry.map((id) => known?.entries.get(id)?.title ?? 'an entry'))}`;
  if ('under' in test)
    return `its page stands ${test.only ? 'right ' : ''}below ${test.under === 'here' ? 'this page' : either(test.under.map((id) => known?.pages.get(id)?.title ?? 'a page'))}`;
  if ('site' in test)
    return `its page stands in ${test.site === 'here' ? 'this site' : either(test.site.map((id) => sites?.get(id) ?? 'a site'))}`;
  if ('author' in test)
    return `its author is ${either(test.author.map((id) => people?.get(id) ?? 'a person'))}`;
  if ('language' in test)
    return `it is said in ${test.language === 'here' ? 'the language of the page' : either(test.language)}`;
  return `it is ${either(test.state.map((state) => stateLabels[state]))}`;
}

/** What a test of a field compares with, in words: "Rare, Scarce", "2 and 5", "this category"; nothing where nothing. */
export function comparedInWords(
  field: Field,
  { is, value }: Pick<Test, 'is' | 'value'>,
  fieldOf: FieldOf,
  speaking: Speaking,
): string {
  const here = hereValue(value);
  if (here) return hereInWords(here, fieldOf);
  const values = Array.isArray(value) ? value : value === undefined ? [] : [value];
  return values.map((each) => valueInWords(field, each, speaking)).join(is === 'between' ? ' and ' : ', ');
}

/** A condition in plain words: "Rarity is one of Rare, Scarce and (Body is empty or Summary is empty)". */
export function conditionInWords(
  condition: Condition,
  type: { field(id: string): Field | undefined },
  speaking: Speaking & Named & { fieldOf?: FieldOf },
): string {
  const fieldOf: FieldOf = (id) => type.field(id) ?? speaking.fieldOf?.(id);
  const joined = (inner: readonly Condition[], word: string) =>
    inner
      .map((each) =>
        'all' in each || 'any' in each
          ? `(${conditionInWords(each, type, speaking)})`
          : conditionInWords(each, type, speaking),
      )
      .join(` ${word} `);
  if ('all' in condition) return condition.all.length === 0 ? 'every entry' : joined(condition.all, 'and');
  if ('any' in condition) return joined(condition.any, 'or');
  if ('not' in condition && 'entry' in condition.not && condition.not.entry === 'here')
    return 'it is not the entry of this page';
  if ('not' in condition) return `not (${conditionInWords(condition.not, type, speaking)})`;
  if (!('field' in condition)) return metadataInWords(condition, speaking, fieldOf);
  const through = throughLink(condition.field);
  const link = through && type.field(through.link);
  const field = through ? speaking.fieldOf?.(through.field) : type.field(condition.field);
  if (!field || (through && !link)) return 'a field that is gone';
  const name = link ? `${link.label}’s ${field.label}` : field.label;
  return [name, comparisonWords[condition.is], comparedInWords(field, condition, fieldOf, speaking)]
    .filter(Boolean)
    .join(' ');
}
