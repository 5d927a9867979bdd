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
  Facet,
  FacetAsked,
  FacetGrouping,
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

/** How visitors filter by a field, one value at a time: `Facet` with the field's rules and its grouping put in. */
export class FieldFacet {
  constructor(
    private readonly facet: Facet<KindRules[KindName]>,
    private readonly field: Field,
    private readonly grouping: FacetGrouping,
    private readonly kind: FieldKind,
  ) {}

  private asked(categories: Categories): FacetAsked<KindRules[KindName]> {
    return { rules: this.field.rules, grouping: this.grouping, categories };
  }

  get tells(): Facet<KindRules[KindName]>['tells'] {
    return this.facet.tells;
  }
  valueOf(word: string, categories: Categories): Json | undefined {
    return this.facet.valueOf(word, this.asked(categories));
  }
  wordOf(value: Json, categories: Categories): string | undefined {
    return this.facet.wordOf(value, this.asked(categories));
  }
  offered(
    had: readonly Json[],
    categories: Categories,
    found: readonly Json[] = [],
  ): { value: Json; depth: number }[] {
    return this.facet.offered(had, this.asked(categories), found);
  }
  pressed(value: Json, had: readonly Json[], categories: Categories): Json[] {
    return this.facet.pressed(value, had, this.asked(categories));
  }
  isChosen(value: Json, had: readonly Json[], categories: Categories): boolean {
    return this.facet.isChosen(value, had, this.asked(categories));
  }
  condition(values: readonly Json[]): Condition {
    return this.facet.condition(this.field.id, values);
  }
  inWords(value: Json, speaking: Speaking): string {
    return (
      this.facet.inWords?.(value, this.field.rules, speaking) ?? this.kind.inWords(value as Value, speaking)
    );
  }
}

/**
 * The kind of one field with its rules put in: everything that is asked of the field, whichever kind it is of. Values
 * are those of the field's own kind, or were kept from before it changed (`isOfKind` tells).
 */
export class FieldKind {
  private readonly rules: KindRules[KindName];

  constructor(
    private readonly kind: Kind<KindName>,
    private readonly field: Field,
  ) {
    this.rules = field.rules;
  }

  get name(): KindName {
    return this.kind.name;
  }
  get label(): string {
    return this.kind.label;
  }
  get comparisons(): readonly Comparison[] {
    return this.kind.comparisons;
  }
  get derived(): boolean {
    return this.kind.derived ?? false;
  }
  get measures(): Kind<KindName>['measures'] {
    return this.kind.measures;
  }
  get hasClock(): boolean {
    return this.kind.hasClock ?? false;
  }
  get words(): Kind<KindName>['words'] {
    return this.kind.words;
  }
  get hasFewValues(): boolean {
    return this.kind.hasFewValues ?? false;
  }
  get isOpaque(): boolean {
    return this.kind.isOpaque ?? false;
  }
  get mayTitle(): boolean {
    return this.kind.mayTitle ?? false;
  }
  get mayDiffer(): boolean {
    return this.kind.mayDiffer ?? false;
  }
  get maySeveral(): boolean {
    return this.kind.maySeveral ?? false;
  }
  get holds(): Kind<KindName>['holds'] {
    return this.kind.holds;
  }
  get shows(): Kind<KindName>['shows'] {
    return this.kind.shows;
  }
  get begins(): Kind<KindName>['begins'] {
    return this.kind.begins;
  }

  /** Whether it takes several values. */
  get several(): boolean {
    return 'multiple' in this.rules && this.rules.multiple === true;
  }
  /** The fields inside, where it holds some. */
  get inside(): readonly FieldEntry[] | undefined {
    return this.kind.inside?.(this.rules);
  }
  get namesItem(): Id | undefined {
    return this.kind.namesItem?.(this.rules);
  }
  get choices(): readonly Choice[] | undefined {
    return this.kind.choices?.(this.rules);
  }
  get scheme(): Id | undefined {
    return this.kind.scheme?.(this.rules);
  }
  get narrowsTo(): Id | undefined {
    return this.kind.narrowsTo?.(this.rules);
  }
  /** The content types that an entry link leads to (none means any); undefined where it is no entry link. */
  get leadsTo(): readonly Id[] | undefined {
    return this.kind.leadsTo?.(this.rules);
  }
  get showsPictures(): boolean {
    return this.kind.showsPictures?.(this.rules) ?? false;
  }
  get unit(): string | undefined {
    return this.kind.unit?.(this.rules);
  }
  /** Whether its values are numbers, filled in or worked out. */
  get counts(): boolean {
    return this.kind.measures === 'number' || (this.kind.counts?.(this.rules) ?? false);
  }
  /** What values visitors may filter by are told apart by; nothing where they may not. */
  get facetTells(): Facet<KindRules[KindName]>['tells'] | undefined {
    return this.kind.facet?.tells;
  }
  /** How visitors filter by it, its values put together in some way. */
  facet(grouping: FacetGrouping = {}): FieldFacet | undefined {
    return this.kind.facet && new FieldFacet(this.kind.facet, this.field, grouping, this);
  }
  get indexShape(): IndexShape {
    return this.kind.indexShape(this.rules);
  }
  /** The words of its answers, of a kind that has two. */
  get answers(): readonly string[] {
    return this.kind.answers?.(this.rules) ?? [];
  }
  /** A value with what took the place of parts of it; undefined where nothing is left. */
  carried(value: Value): Value | undefined {
    return this.kind.carried ? this.kind.carried(value, this.rules) : value;
  }
  get laidBy(): Json {
    return this.kind.laidBy?.(this.rules) ?? null;
  }
  get comparesFirst(): Json {
    return this.kind.comparesFirst?.(this.rules) ?? '';
  }
  get rulesInWords(): string {
    return this.kind.rulesInWords(this.rules);
  }
  get valueSchema(): JsonObject {
    return this.kind.valueSchema(this.rules);
  }

  /** The field taking several values, or one; itself where its kind takes one alone. */
  taking(several: boolean): Field {
    return this.maySeveral ? this.withRules({ ...this.rules, multiple: several }) : this.field;
  }
  /** The field with other fields inside; itself where it holds none. */
  withInside(fields: readonly FieldEntry[]): Field {
    return this.kind.withInside ? this.withRules(this.kind.withInside(this.rules, fields)) : this.field;
  }
  /** The field with more to choose from; itself where nothing is chosen in it. */
  withChoices(more: readonly Choice[]): Field {
    const { choices } = this;
    return choices ? this.withRules({ ...this.rules, choices: [...choices, ...more] }) : this.field;
  }
  checkRules(): Fault[] {
    return this.kind.checkRules(this.rules);
  }
  gone(around: NamedAround): Fault[] {
    return this.kind.gone?.(this.rules, this.field.label, around) ?? [];
  }
  read(input: Json): Reading<Value> {
    return this.kind.read(input, this.rules);
  }
  /** Reads one of the values that it takes, where it takes several. */
  readOne(input: Json): Reading<Value> {
    return this.kind.read(input, this.rulesOfOne);
  }
  speak(value: Value): Json {
    return this.kind.speak(value, this.rules);
  }
  /** Speaks one of the values that it takes, where it takes several. */
  speakOne(value: Json): Json {
    return this.kind.speak(value as Value, this.rulesOfOne);
  }
  check(value: Value, here: Surroundings): Fault[] {
    return this.kind.check(value, this.rules, here);
  }
  isOfKind(value: Value): boolean {
    try {
      const spoken = this.speak(value);
      return spoken === null || this.read(spoken).ok;
    } catch {
      return false;
    }
  }
  isBlank(value: Value): boolean {
    return this.kind.isBlank?.(value) ?? false;
  }
  /** Whether its values may refer to other things. */
  get mayRefer(): boolean {
    return this.kind.refers !== undefined;
  }
  refers(value: Value): Reference[] {
    return this.kind.refers?.(value, this.rules) ?? [];
  }
  mapInside(value: Value, change: (values: FieldValues) => FieldValues): Value {
    return this.kind.mapInside?.(value, change) ?? value;
  }
  address(value: Value): string | undefined {
    return this.kind.address?.(value, this.rules);
  }
  indexCell(value: Value): IndexCell {
    return this.kind.indexCell(value, this.rules);
  }
  inWords(value: Value, speaking: Speaking): string {
    return this.kind.inWords(value, this.rules, speaking);
  }
  comparedInWords(value: Json, speaking: Speaking): string {
    return this.kind.comparedInWords?.(value, this.rules, speaking) ?? `“${String(value)}”`;
  }
  sharesValues(other: Field): boolean {
    return other.kind === this.name && (this.kind.sharesValues?.(this.rules, other.rules) ?? true);
  }
  never(is: Comparison, wanted: readonly Json[]): string | undefined {
    return this.kind.never?.(is, wanted, this.rules, this.field.label);
  }
  sample(inside: (fields: readonly FieldEntry[]) => FieldValues): Value | undefined {
    return this.kind.sample?.(this.rules, this.field.label, inside);
  }
  fromFile(written: Json, names: FileNames): Json {
    return this.kind.fromFile?.(written, this.rules, names) ?? written;
  }
  fromCell(
    cell: Json,
    proposed: ProposedField,
    row: (cells: JsonObject, proposed: readonly ProposedField[], fields: readonly FieldEntry[]) => JsonObject,
    named: (file: string, name: string) => string | undefined,
  ): Json {
    const { fromSample } = this.kind;
    if (fromSample?.value) return fromSample.value(cell, proposed, this.rules, row, named);
    return typeof cell === 'object' ? JSON.stringify(cell) : cell;
  }

  private get rulesOfOne(): KindRules[KindName] {
    return this.several ? ({ ...this.rules, multiple: false } as KindRules[KindName]) : this.rules;
  }

  private withRules(rules: object): Field {
    return { ...this.field, rules } as Field;
  }
}
