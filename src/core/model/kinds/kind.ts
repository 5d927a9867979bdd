import type { Fault, Reading } from '../../faults';
import type { Id } from '../../ids';
import type { Json, JsonObject } from '../../json';
import type { Known } from '../../content/known';
import type { FieldEntry } from '../document';

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
}

/** What a value refers to, at a place in it (a JSON Pointer below the value). */
export interface Reference {
  path: string;
  sort: 'entry' | 'page' | 'category' | 'media';
  target: Id;
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
  /** JSON Schema (2020-12) of a value as it is spoken at the door. */
  valueSchema(rules: KindRules[K]): JsonObject;
  freshRules(): KindRules[K];
  /** Rules that contradict one another; paths are relative to the rules. */
  checkRules(rules: KindRules[K]): Fault[];
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
  /** Whether a value counts as left empty, where being an empty text or list does not tell it. */
  isBlank?(value: KindValues[K]): boolean;
  indexShape(rules: KindRules[K]): IndexShape;
  indexCell(value: KindValues[K], rules: KindRules[K]): IndexCell;
  /** The value in words, for a visitor or a table cell. */
  inWords(value: KindValues[K], rules: KindRules[K], speaking: Speaking): string;
  /** The rules in words, for the architect's sheet: "at most 80 characters". */
  rulesInWords(rules: KindRules[K]): string;
}

/** Whether a value counts as left empty. */
export const isEmpty = (value: Json | undefined): boolean =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0);
