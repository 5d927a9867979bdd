import type { Fault, Reading } from '../../faults';
import type { Id } from '../../ids';
import type { Json, JsonObject } from '../../json';
import type { Known } from '../../content/known';
import type { Categories } from '../../content/categories';
import type { ProposedField } from '../../formats/sample/propose-fields';
import type { Condition } from '../../mapping/rule/listing-rule';
import type { Field, FieldEntry, FieldPath } from '../document';
import type { Choice } from './choice';
import type { FieldValues } from './nested';

/** The rules of each kind, by the kind's name. Every kind's file adds its own line. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- filled by declaration merging in each kind's file
export interface KindRules {}
/** The value of each kind, by the kind's name. Every kind's file adds its own line. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- filled by declaration merging in each kind's file
export interface KindValues {}

export type KindName = keyof KindRules;

/** One filled-in value as it is stored. Choices are stored by id and spoken by key. */
export type Value = KindValues[KindName];

/** How conditions may compare a field with a value. */
export const comparisons = [
  'equals',
  'oneOf',
  'allOf',
  'noneOf',
  'under',
  'contains',
  'startsWith',
  'before',
  'after',
  'between',
  'moreThan',
  'lessThan',
  'filled',
  'empty',
] as const;
export type Comparison = (typeof comparisons)[number];

/**
 * What a check may need to know of the world. `today` is an ISO 8601 date in the site's time zone; `known` what is
 * kept of the things that values refer to. Without it (in a browser) only what the values themselves tell is checked.
 */
export interface Surroundings {
  today: string;
  known?: Known;
}

/** In which language (BCP 47) something is told, and what is known of the things it names. */
export interface Speaking {
  locale: string;
  known?: Known;
  /** How words of the model are said, where that is not as they stand. */
  say?: (words: string) => string;
}

/** What a value refers to, at a place in it (a JSON Pointer below the value). */
export interface Reference {
  path: string;
  sort: 'entry' | 'page' | 'category' | 'media' | 'shared';
  target: Id;
  /** The block on the page that is meant, where one is. */
  block?: Id;
}

/**
 * How values of a kind lie in a type's sheet: the column's affinity, what to sort by (the value itself, a text's
 * sort key per locale, or a rank), whether the value is another thing's id, and whether one entry has several, which
 * then stand as rows of their own.
 */
export interface IndexShape {
  column: 'TEXT' | 'REAL' | 'INTEGER';
  sort: 'value' | 'text' | 'rank' | 'none';
  many: boolean;
  ids?: boolean;
}

/** One value as the sheet takes it. `ids` are turned into integer keys by the store. */
export interface IndexCell {
  value: string | number | null;
  ids?: Id[];
  rank?: number;
}

/** What rules may name in the model around a field: the ids of schemes and content types, the keys of text styles. */
export interface NamedAround {
  schemes: ReadonlySet<Id>;
  contentTypes: ReadonlySet<Id>;
  styles: ReadonlySet<string>;
  /** The fields beside it. */
  siblings: readonly Field[];
}

/** How a list puts the values of a facet together: in spans that begin at some steps, or by months or years. */
export interface FacetGrouping {
  steps?: readonly (number | string)[];
  by?: 'month' | 'year';
}

/** What a facet is asked with: the rules of its field, how its values are put together, and the categories. */
export interface FacetAsked<Rules> {
  rules: Rules;
  grouping: FacetGrouping;
  categories: Categories;
}

/**
 * How visitors filter by the values of a kind, one value at a time. `had` is what they have chosen so far,
 * each value as it is kept.
 */
export interface Facet<Rules> {
  /**
   * What its values are told apart by: each alone; each with what stands below it; spans of days or of numbers; what
   * it leads to.
   */
  readonly tells: 'each' | 'below' | 'days' | 'numbers' | 'links';
  /** The value that a word of an address stands for. */
  valueOf(word: string, asked: FacetAsked<Rules>): Json | undefined;
  /** The word by which an address speaks of a value. */
  wordOf(value: Json, asked: FacetAsked<Rules>): string | undefined;
  /** The values that are offered, in order, with how deep each stands. `found` are those that content has. */
  offered(
    had: readonly Json[],
    asked: FacetAsked<Rules>,
    found: readonly Json[],
  ): { value: Json; depth: number }[];
  /** What is chosen after a value was pressed: it goes if it was chosen, and comes if it was not. */
  pressed(value: Json, had: readonly Json[], asked: FacetAsked<Rules>): Json[];
  /** Whether a value is chosen, by itself or by what stands below it. */
  isChosen(value: Json, had: readonly Json[], asked: FacetAsked<Rules>): boolean;
  /** What the chosen values ask of entries. */
  condition(field: FieldPath, values: readonly Json[]): Condition;
  /** A value in words, where that is not how the kind says it. */
  inWords?(value: Json, rules: Rules, speaking: Speaking): string;
}

/** What a field that is made from a file needs made: the fields inside it, its choices. */
export interface Making {
  fields(inside: readonly ProposedField[]): Field[];
  choices(labels: readonly string[]): Choice[];
  /** The type whose entries lie in a file. */
  typeOf(file: string): Id | undefined;
}

/** How values of a kind come from the cells of a file. */
export interface FromSample<Rules> {
  /** The rules of a field that is made from a proposed one. */
  rules?(proposed: ProposedField, make: Making): Partial<Rules>;
  /** A cell that is not empty, spoken as at the door; what cannot be read stays, for the reading to refuse it. */
  value?(
    cell: Json,
    proposed: ProposedField,
    rules: Rules,
    row: (cells: JsonObject, proposed: readonly ProposedField[], fields: readonly FieldEntry[]) => JsonObject,
    named: (file: string, name: string) => string | undefined,
  ): Json;
}

/**
 * What a rule names: a scheme, content types, a field or fields beside it, one inside it, or the fields
 * inside themselves.
 */
export type NamedByRule = 'scheme' | 'types' | 'field beside' | 'fields beside' | 'field inside' | 'fields';

/**
 * What stands behind the names in a file: the ids of things, and days told from now. What names nothing
 * stays as it is.
 */
export interface FileNames {
  day(relative: string): string;
  category(scheme: Id, name: Json): Json;
  entry(name: Json): Json;
  page(name: Json): Json;
  media(name: Json): Json;
  /** The values of the fields inside. */
  inside(fields: readonly FieldEntry[], written: JsonObject): JsonObject;
}

/** One kind of field: everything the rest of the product asks of it, looked up by its name. */
export interface Kind<K extends KindName> {
  readonly name: K;
  /** Its name in the interface. */
  readonly label: string;
  /** One line that tells an architect when to choose it. */
  readonly purpose: string;
  /** JSON Schema (2020-12) of the rules. */
  readonly rulesSchema: JsonObject;
  readonly comparisons: readonly Comparison[];
  /** Whether its value is worked out from others and never filled in. */
  readonly derived?: boolean;
  /** What its values measure, where they are more than words. */
  readonly measures?: 'time' | 'number';
  /** Whether its times are told to the minute. */
  readonly hasClock?: boolean;
  /**
   * Whether its values are words of an editor's own: one line, running text, or text with headings, lists
   * and links.
   */
  readonly words?: 'line' | 'text' | 'formatted';
  /** Whether it has so few values that many entries share each. */
  readonly hasFewValues?: boolean;
  /** Whether an index table keeps only whether there is a value. */
  readonly isOpaque?: boolean;
  /** Whether it may name what it stands in. */
  readonly mayTitle?: boolean;
  /** Whether all entries may be asked to differ in it. */
  readonly mayDiffer?: boolean;
  /** Whether its rules may let it take several values. */
  readonly maySeveral?: boolean;
  /** Whether it holds fields: once, or again and again as items. */
  readonly holds?: 'once' | 'items';
  /** Whether its values are media, or where something leads. */
  readonly shows?: 'media' | 'link';
  /** What a new one may begin with besides a value: the moment, or the name of who makes it. */
  readonly begins?: 'now' | 'person';
  /** What its rules name by ids, by the rule: where models are written by hand, keys stand in their place. */
  readonly names?: { readonly [Rule in keyof KindRules[K]]?: NamedByRule };
  readonly facet?: Facet<KindRules[K]>;
  readonly fromSample?: FromSample<KindRules[K]>;
  /** A value as it stands in a file that names things, spoken as at the door. */
  fromFile?(written: Json, rules: KindRules[K], names: FileNames): Json;
  /** JSON Schema (2020-12) of a value as it is spoken at the door. */
  valueSchema(rules: KindRules[K]): JsonObject;
  freshRules(): KindRules[K];
  /** Rules that contradict one another; paths are relative to the rules. */
  checkRules(rules: KindRules[K]): Fault[];
  /**
   * What in the rules names something that is gone. `label` is what the field is called; paths are relative
   * to the rules.
   */
  gone?(rules: KindRules[K], label: string, around: NamedAround): Fault[];
  /** Parses what was given and brings it into its one normal form, or says why it is no value of this kind. */
  read(input: Json, rules: KindRules[K]): Reading<KindValues[K]>;
  /** The value as it is spoken at the door. */
  speak(value: KindValues[K], rules: KindRules[K]): Json;
  /** Which rules a value breaks; paths are relative to the value. */
  check(value: KindValues[K], rules: KindRules[K], here: Surroundings): Fault[];
  /** Everything a value refers to. */
  refers?(value: KindValues[K], rules: KindRules[K]): Reference[];
  /** The fields inside, of a kind that holds fields. */
  inside?(rules: KindRules[K]): readonly FieldEntry[];
  /** The rules with other fields inside. */
  withInside?(rules: KindRules[K], fields: readonly FieldEntry[]): KindRules[K];
  /** A value with what its fields hold changed, once or in each item. */
  mapInside?(value: KindValues[K], change: (values: FieldValues) => FieldValues): KindValues[K];
  /** The field that names an item of it. */
  namesItem?(rules: KindRules[K]): Id | undefined;
  /** What there is to choose from. */
  choices?(rules: KindRules[K]): readonly Choice[];
  /** The scheme that it is filled from. */
  scheme?(rules: KindRules[K]): Id;
  /** The field beside it whose branch its values stand in. */
  narrowsTo?(rules: KindRules[K]): Id | undefined;
  /** The content types it leads to; none means any. */
  leadsTo?(rules: KindRules[K]): readonly Id[];
  /** Whether pictures may be among its values. */
  showsPictures?(rules: KindRules[K]): boolean;
  /** The words of its answers, of a kind that has two. */
  answers?(rules: KindRules[K]): readonly string[];
  /** What its numbers count. */
  unit?(rules: KindRules[K]): string | undefined;
  /** Where its own value leads, as an address: of a line that is one. */
  address?(value: KindValues[K], rules: KindRules[K]): string | undefined;
  /** Whether a number is worked out, not words. */
  counts?(rules: KindRules[K]): boolean;
  /** Whether a value counts as left empty, where being an empty text or list does not tell it. */
  isBlank?(value: KindValues[K]): boolean;
  indexShape(rules: KindRules[K]): IndexShape;
  indexCell(value: KindValues[K], rules: KindRules[K]): IndexCell;
  /** What in the rules decides how values lie in an index table, besides whether there may be several. */
  laidBy?(rules: KindRules[K]): Json;
  /**
   * A value as the rules have it now, where they say what took the place of parts of it; undefined where
   * nothing is left.
   */
  carried?(value: KindValues[K], rules: KindRules[K]): KindValues[K] | undefined;
  /** The value in words, for a visitor or a table cell. */
  inWords(value: KindValues[K], rules: KindRules[K], speaking: Speaking): string;
  /** What a comparison is made with, in words, where that is not the value in quotation marks. */
  comparedInWords?(value: Json, rules: KindRules[K], speaking: Speaking): string;
  /** What a comparison begins with, spoken as at the door. */
  comparesFirst?(rules: KindRules[K]): Json;
  /** Whether values of a field with other rules can be the same as those of one with these. */
  sharesValues?(rules: KindRules[K], others: KindRules[K]): boolean;
  /** Why a comparison can never hold as the rules are. `label` is what the field is called. */
  never?(is: Comparison, wanted: readonly Json[], rules: KindRules[K], label: string): string | undefined;
  /** What it shows where nothing is filled in yet. Kinds that refer to other things show nothing. */
  sample?(
    rules: KindRules[K],
    label: string,
    inside: (fields: readonly FieldEntry[]) => FieldValues,
  ): KindValues[K] | undefined;
  /** The rules in words, for the architect's sheet: "at most 80 characters". */
  rulesInWords(rules: KindRules[K]): string;
}

/** Whether a value counts as left empty. */
export const isEmpty = (value: Json | undefined): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);
