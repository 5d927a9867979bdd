import { isRelative } from '../../../content/day';
import { pointer, type Fault } from '../../../faults';
import { isJsonObject, type Json, type JsonObject } from '../../../json';
import type { CompiledModel, Fielded } from '../../../model/compile';
import type { Field, FieldPath } from '../../../model/document';
import { kindFor, type Comparison } from '../../../model/kinds';
import { comparable } from '../here';
import type { FieldsHere, HereValue } from '../here-value';
import { listingBounds, type Condition, type MetadataTest, type Test } from '../listing-rule';
import { metadataKeys, parseMetadataTest } from './metadata-test';
import { RuleReader } from './reader';

/** How many values a comparison takes: none, one, two, or a list. */
export function valuesTaken(is: Comparison): 'none' | 'one' | 'two' | 'list' {
  if (is === 'filled' || is === 'empty') return 'none';
  if (is === 'between') return 'two';
  return is === 'oneOf' || is === 'allOf' || is === 'noneOf' || is === 'under' ? 'list' : 'one';
}

/** Reads conditions. */
export class ConditionReader extends RuleReader {
  private tests = 0;

  condition(input: Json | undefined, path: string, depth = 1): Condition {
    const nothing: Condition = { all: [] };
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A condition is a test, or { all }, { any } or { not }.');
      return nothing;
    }
    if (depth > listingBounds.depth) {
      this.fault(path, 'too-deep', `Conditions nest at most ${listingBounds.depth} deep.`);
      return nothing;
    }
    for (const word of ['all', 'any'] as const) {
      if (!(word in input)) continue;
      this.only(input, path, [word]);
      const inner = input[word];
      if (!Array.isArray(inner)) {
        this.fault(pointer(path, word), 'kind', `"${word}" takes a list of conditions.`);
        return nothing;
      }
      if (word === 'any' && inner.length === 0)
        this.fault(pointer(path, word), 'empty', '"any" of nothing lets nothing through.');
      if (inner.length > listingBounds.tests) {
        this.fault(pointer(path, word), 'too-many', `At most ${listingBounds.tests} conditions.`);
        return nothing;
      }
      const read = inner.map((each, i) => this.condition(each, pointer(path, word, i), depth + 1));
      return word === 'all' ? { all: read } : { any: read };
    }
    if ('not' in input) {
      this.only(input, path, ['not']);
      return { not: this.condition(input.not, pointer(path, 'not'), depth + 1) };
    }
    if (metadataKeys.some((word) => word in input)) return this.standing(input, path) ?? nothing;
    return this.test(input, path) ?? nothing;
  }

  private counted(path: string): void {
    this.tests += 1;
    if (this.tests === listingBounds.tests + 1)
      this.fault(path, 'too-many', `At most ${listingBounds.tests} conditions.`);
  }

  private standing(input: JsonObject, path: string): MetadataTest | undefined {
    this.counted(path);
    const { test, faults } = parseMetadataTest(this.model.document.locales, input, path, (given, at) => {
      const here = this.hereKey(given, at);
      return (
        here &&
        this.fieldsHere(here, at, 'that links to entries', (each) => kindFor(each).leadsTo !== undefined)
      );
    });
    this.faults.push(...faults);
    return test;
  }

  /**
   * The field that a test asks, and how it is kept: by its id, or by those of an entry link and of a field of
   * what it leads to (`guide.name`).
   */
  protected asked(input: Json | undefined, path: string): { field: Field; at: FieldPath } | undefined {
    const [first, inner, ...more] = typeof input === 'string' ? input.split('.') : [];
    if (inner === undefined) {
      const field = this.field(input, path);
      return field && { field, at: field.id };
    }
    const link = this.field(first ?? '', path);
    if (!link) return undefined;
    const { leadsTo } = kindFor(link);
    if (!leadsTo || !link.indexed || more.length > 0) {
      this.fault(
        path,
        'link',
        `A condition runs through one entry link that is kept for filtering. ${link.label} ${leadsTo && link.indexed ? 'leads on only once' : 'is none'}.`,
      );
      return undefined;
    }
    const field = this.linked(leadsTo).find(({ key }) => key === inner);
    if (!field) this.fault(path, 'unknown-field', `What ${link.label} leads to has no field "${inner}".`);
    return field && { field, at: `${link.id}.${field.id}` };
  }

  private test(input: JsonObject, path: string): Test | undefined {
    this.only(input, path, ['field', 'is', 'value']);
    this.counted(path);
    const asked = this.asked(input.field, pointer(path, 'field'));
    if (!asked) return undefined;
    const { field, at: asks } = asked;
    const known = kindFor(field).comparisons;
    const is = known.find((each) => each === input.is);
    if (!is) {
      this.fault(pointer(path, 'is'), 'comparison', `${field.label} is compared by: ${known.join(', ')}.`);
      return undefined;
    }
    if (!field.indexed && is !== 'filled' && is !== 'empty') {
      this.fault(
        pointer(path, 'field'),
        'not-indexed',
        `${field.label} is not kept for filtering. Turn on "Filter and sort by it" in Shape.`,
      );
      return undefined;
    }
    const takes = valuesTaken(is);
    const at = pointer(path, 'value');
    if (takes === 'none') {
      if (input.value !== undefined && input.value !== null)
        this.fault(at, 'value', `"${is}" takes no value.`);
      return { field: asks, is };
    }
    if (isJsonObject(input.value) && 'here' in input.value) {
      if (takes === 'two') this.fault(at, 'value', 'Give the first and the last value.');
      const value = this.here(field, input.value, at);
      return value && takes !== 'two' ? { field: asks, is, value: { ...value } } : undefined;
    }
    if (takes === 'one') {
      const value = this.value(field, is, input.value, at);
      return value === undefined ? undefined : { field: asks, is, value };
    }
    if (
      !Array.isArray(input.value) ||
      input.value.length > listingBounds.values ||
      (takes === 'two' ? input.value.length !== 2 : input.value.length === 0)
    ) {
      this.fault(
        at,
        'value',
        takes === 'two'
          ? 'Give the first and the last value.'
          : `Give a list of 1 to ${listingBounds.values} values.`,
      );
      return undefined;
    }
    const values = input.value.map((each, i) => this.value(field, is, each, pointer(at, i)));
    return values.every((value): value is Json => value !== undefined)
      ? { field: asks, is, value: values }
      : undefined;
  }

  /**
   * What is taken from the place where the listing stands: `category`, `entry` for the entry itself, or the key of a
   * field of the entry or page there (`entry.habitats`).
   */
  private here(field: Field, input: JsonObject, path: string): HereValue | undefined {
    if (input.here === 'category' || input.here === 'entry') {
      this.only(input, path, ['here']);
      const [fits, holds, of]: [boolean, string, string] =
        input.here === 'category'
          ? [kindFor(field).scheme !== undefined, 'categories', 'the category of a page']
          : [kindFor(field).leadsTo !== undefined, 'entries', 'the entry of a page'];
      if (fits) return { here: input.here === 'entry' ? 'this entry' : input.here };
      this.fault(path, 'kind', `${field.label} holds no ${holds}, so it cannot be compared with ${of}.`);
      return undefined;
    }
    const here = this.hereKey(input, path);
    return (
      here &&
      this.fieldsHere(here, path, `that ${field.label} could be compared with`, (each) =>
        comparable(field, each),
      )
    );
  }

  /** A field of the entry or page where the listing stands, as it is spoken: `entry.habitats`. */
  private hereKey(input: JsonObject, path: string): { of: 'entry' | 'page'; key: string } | undefined {
    this.only(input, path, ['here']);
    const [of, key, ...more] = typeof input.here === 'string' ? input.here.split('.') : [];
    if ((of === 'entry' || of === 'page') && key !== undefined && more.length === 0) return { of, key };
    this.fault(
      path,
      'here',
      'From where it stands: "category", "entry", or "entry." or "page." and the key of a field.',
    );
    return undefined;
  }

  /** The fields of that key, of whatever type stands there, that fit. */
  private fieldsHere(
    { of, key }: { of: 'entry' | 'page'; key: string },
    path: string,
    wanted: string,
    fits: (field: Field) => boolean,
  ): FieldsHere | undefined {
    const types: readonly Fielded[] = of === 'entry' ? this.model.contentTypes : this.model.pageTypes;
    const fields = types.flatMap((type) => type.fields.filter((each) => each.key === key && fits(each)));
    if (fields.length > 0) return { here: of, fields: [...new Set(fields.map(({ id }) => id))] };
    this.fault(
      path,
      'unknown-field',
      `No ${of === 'entry' ? 'content' : 'page'} type has a field "${key}" ${wanted}.`,
    );
    return undefined;
  }

  private value(field: Field, is: Comparison, input: Json | undefined, path: string): Json | undefined {
    const kind = kindFor(field);
    if (kind.measures === 'time' && isJsonObject(input)) {
      if (Object.keys(input).length === 1 && typeof input.now === 'string' && isRelative(input.now))
        return { now: input.now };
      this.fault(
        path,
        'relative',
        'A day told from now is written { "now": "+30 days" }, with days, weeks, months or years.',
      );
      return undefined;
    }
    // A choice of several is asked about one at a time, except where the whole set must be equal.
    const value = is === 'equals' ? kind.read(input ?? null) : kind.readOne(input ?? null);
    if (value.ok) return value.value as Json;
    for (const fault of value.faults) this.fault(path + fault.path, fault.code, fault.message);
    return undefined;
  }
}

/** Reads a condition alone, spoken by keys over the fields of a type, or of several. */
export function parseCondition(
  model: CompiledModel,
  type: Fielded,
  input: Json,
  path: string,
): { condition: Condition; faults: Fault[] } {
  const reader = new ConditionReader(model, type);
  const condition = reader.condition(input, path);
  return { condition, faults: reader.faults };
}
