import type { Categories } from '../../content/categories';
import type { Fault, Reading } from '../../faults';
import type { ProposedField } from '../../formats/sample/propose-fields';
import type { Id } from '../../ids';
import type { Json, JsonObject } from '../../json';
import type { Condition } from '../../mapping/rule/listing-rule';
import type { Field, FieldEntry } from '../document';
import type { Choice } from './choice';
import type {
  Comparison,
  FileNames,
  IndexCell,
  IndexShape,
  Kind,
  KindName,
  KindRules,
  NamedAround,
  Reference,
  Speaking,
  Surroundings,
  Value,
} from './kind';
import type { FieldValues } from './nested';

/** What only a field's kind and its rules together tell, without a value. */
type Told = Pick<
  Kind<KindName>,
  | 'name'
  | 'label'
  | 'comparisons'
  | 'derived'
  | 'measures'
  | 'hasClock'
  | 'words'
  | 'hasFewValues'
  | 'isOpaque'
  | 'mayTitle'
  | 'mayDiffer'
  | 'maySeveral'
  | 'holds'
  | 'shows'
  | 'begins'
>;

/** How visitors filter by a field, one value at a time: `Facet` with the field's rules put in. */
export interface FieldFacet {
  readonly countsBelow: boolean;
  valueOf(word: string, categories: Categories): Json | undefined;
  wordOf(value: Json, categories: Categories): string | undefined;
  offered(had: readonly Json[], categories: Categories): { value: Json; depth: number }[];
  pressed(value: Json, had: readonly Json[], categories: Categories): Json[];
  isChosen(value: Json, had: readonly Json[], categories: Categories): boolean;
  condition(values: readonly Json[]): Condition;
}

/**
 * The kind of one field with its rules put in: everything that is asked of the field, whichever kind it is of. Values
 * are those of the field's own kind, or were kept from before it changed (`isOfKind` tells).
 */
export interface FieldKind extends Told {
  /** Whether it takes several values. */
  readonly several: boolean;
  /** The fields inside, where it holds some. */
  readonly inside: readonly FieldEntry[] | undefined;
  readonly namesItem: Id | undefined;
  readonly choices: readonly Choice[] | undefined;
  readonly scheme: Id | undefined;
  readonly narrowsTo: Id | undefined;
  /** The content types that an entry link leads to (none means any); undefined where it is no entry link. */
  readonly leadsTo: readonly Id[] | undefined;
  readonly showsPictures: boolean;
  readonly unit: string | undefined;
  /** Whether its values are numbers, filled in or worked out. */
  readonly counts: boolean;
  readonly facet: FieldFacet | undefined;
  readonly indexShape: IndexShape;
  readonly laidBy: Json;
  readonly comparesFirst: Json;
  readonly rulesInWords: string;
  readonly valueSchema: JsonObject;
  /** The field taking several values, or one; itself where its kind takes one alone. */
  taking(several: boolean): Field;
  /** The field with other fields inside; itself where it holds none. */
  withInside(fields: readonly FieldEntry[]): Field;
  checkRules(): Fault[];
  gone(around: NamedAround): Fault[];
  read(input: Json): Reading<Value>;
  /** Reads one of the values that it takes, where it takes several. */
  readOne(input: Json): Reading<Value>;
  speak(value: Value): Json;
  /** Speaks one of the values that it takes, where it takes several. */
  speakOne(value: Json): Json;
  check(value: Value, here: Surroundings): Fault[];
  isOfKind(value: Value): boolean;
  isBlank(value: Value): boolean;
  refers(value: Value): Reference[];
  mapInside(value: Value, change: (values: FieldValues) => FieldValues): Value;
  address(value: Value): string | undefined;
  indexCell(value: Value): IndexCell;
  inWords(value: Value, speaking: Speaking): string;
  comparedInWords(value: Json, speaking: Speaking): string;
  sharesValues(other: Field): boolean;
  never(is: Comparison, wanted: readonly Json[]): string | undefined;
  sample(inside: (fields: readonly FieldEntry[]) => FieldValues): Value | undefined;
  fromFile(written: Json, names: FileNames): Json;
  fromCell(
    cell: Json,
    proposed: ProposedField,
    row: (cells: JsonObject, proposed: readonly ProposedField[], fields: readonly FieldEntry[]) => JsonObject,
    named: (file: string, name: string) => string | undefined,
  ): Json;
}

/**
 * Puts a field's rules into its kind. The rules and the values of a field are those of its kind: the one place where
 * that is said to the compiler, which cannot see it through a look-up by name.
 */
export function bindKind<K extends KindName>(kind: Kind<K>, field: Field): FieldKind {
  const rules = field.rules as KindRules[K];
  const own = (value: Value | Json) => value as Parameters<Kind<K>['speak']>[0];
  const several = 'multiple' in field.rules && field.rules.multiple === true;
  const one = several ? ({ ...rules, multiple: false } as KindRules[K]) : rules;
  const { facet } = kind;
  const speak = (value: Value): Json => kind.speak(own(value), rules);
  return {
    ...toldBy(kind),
    several,
    inside: kind.inside?.(rules),
    namesItem: kind.namesItem?.(rules),
    choices: kind.choices?.(rules),
    scheme: kind.scheme?.(rules),
    narrowsTo: kind.narrowsTo?.(rules),
    leadsTo: kind.leadsTo?.(rules),
    showsPictures: kind.showsPictures?.(rules) ?? false,
    unit: kind.unit?.(rules),
    counts: kind.measures === 'number' || (kind.counts?.(rules) ?? false),
    facet: facet && {
      countsBelow: facet.countsBelow ?? false,
      valueOf: (word, categories) => facet.valueOf(word, rules, categories),
      wordOf: (value, categories) => facet.wordOf(value, rules, categories),
      offered: (had, categories) => facet.offered(rules, had, categories),
      pressed: (value, had, categories) => facet.pressed(value, had, categories),
      isChosen: (value, had, categories) => facet.isChosen(value, had, categories),
      condition: (values) => facet.condition(field.id, values),
    },
    get indexShape() {
      return kind.indexShape(rules);
    },
    get laidBy() {
      return kind.laidBy?.(rules) ?? null;
    },
    get comparesFirst() {
      return kind.comparesFirst?.(rules) ?? '';
    },
    get rulesInWords() {
      return kind.rulesInWords(rules);
    },
    get valueSchema() {
      return kind.valueSchema(rules);
    },
    taking: (many) =>
      kind.maySeveral ? ({ ...field, rules: { ...field.rules, multiple: many } } as Field) : field,
    withInside: (fields) =>
      kind.withInside ? ({ ...field, rules: kind.withInside(rules, fields) } as Field) : field,
    checkRules: () => kind.checkRules(rules),
    gone: (around) => kind.gone?.(rules, field.label, around) ?? [],
    read: (input) => kind.read(input, rules),
    readOne: (input) => kind.read(input, one),
    speak,
    speakOne: (value) => kind.speak(own(value), one),
    check: (value, here) => kind.check(own(value), rules, here),
    isOfKind(value) {
      try {
        const spoken = speak(value);
        return spoken === null || kind.read(spoken, rules).ok;
      } catch {
        return false;
      }
    },
    isBlank: (value) => kind.isBlank?.(own(value)) ?? false,
    refers: (value) => kind.refers?.(own(value), rules) ?? [],
    mapInside: (value, change) => kind.mapInside?.(own(value), change) ?? value,
    address: (value) => kind.address?.(own(value), rules),
    indexCell: (value) => kind.indexCell(own(value), rules),
    inWords: (value, speaking) => kind.inWords(own(value), rules, speaking),
    comparedInWords: (value, speaking) =>
      kind.comparedInWords?.(value, rules, speaking) ?? `“${String(value)}”`,
    sharesValues: (other) =>
      other.kind === kind.name && (kind.sharesValues?.(rules, other.rules as KindRules[K]) ?? true),
    never: (is, wanted) => kind.never?.(is, wanted, rules, field.label),
    sample: (inside) => kind.sample?.(rules, field.label, inside),
    fromFile: (written, names) => kind.fromFile?.(written, rules, names) ?? written,
    fromCell: (cell, proposed, row, named) =>
      kind.fromSample?.value
        ? kind.fromSample.value(cell, proposed, rules, row, named)
        : typeof cell === 'object'
          ? JSON.stringify(cell)
          : cell,
  };
}

/** What a kind tells of itself, without the questions that need rules. */
function toldBy<K extends KindName>(kind: Kind<K>): Told {
  const { name, label, comparisons, derived, measures, hasClock, words } = kind;
  const { hasFewValues, isOpaque, mayTitle, mayDiffer, maySeveral, holds, shows, begins } = kind;
  const told = {
    derived,
    measures,
    hasClock,
    words,
    hasFewValues,
    isOpaque,
    mayTitle,
    mayDiffer,
    maySeveral,
    holds,
    shows,
    begins,
  };
  return {
    name,
    label,
    comparisons,
    ...(Object.fromEntries(Object.entries(told).filter(([, each]) => each !== undefined)) as Partial<Told>),
  };
}
