import { isRelative } from '../../content/day';
import { pointer, type Fault } from '../../faults';
import type { Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import { mappingFaults } from '../../model/check';
import type { CompiledModel, Fielded } from '../../model/compile';
import type { Field, FieldPath } from '../../model/document';
import { kindFor, plainFields, type Comparison, type FieldKind } from '../../model/kinds';
import { parseLayer } from '../../model/settings';
import { arrangements } from '../arrangement/arrangement';
import { facetBounds, mayBeFacet } from './facets';
import { comparable, type HereValue } from './here';
import { throughLink } from './matches';
import {
  isLeadingOrder,
  isMetadataOrder,
  leadingOrders,
  listingBounds,
  type Condition,
  type ListingRule,
  type OrderKey,
  type MetadataTest,
  type Test,
} from './listing-rule';
import {
  dateFormats,
  mappingBounds,
  partKeys,
  type Chain,
  type Format,
  type Mapping,
  type Step,
} from '../parts';
import { pickKeys, parsePicks } from './parse-picks';
import { parseSetOut } from './parse-set-out';
import { parseMetadataTest, metadataKeys } from './parse-metadata-test';
import { sourceByKey, Sources, type SourceType } from './sources';

/** How many values a comparison takes: none, one, two, or a list. */
export function valuesTaken(is: Comparison): 'none' | 'one' | 'two' | 'list' {
  if (is === 'filled' || is === 'empty') return 'none';
  if (is === 'between') return 'two';
  return is === 'oneOf' || is === 'allOf' || is === 'noneOf' || is === 'under' ? 'list' : 'one';
}

/** Reads what a listing says at the door, where fields and choices are spoken of by key, and collects every fault. */
class RuleReader {
  readonly faults: Fault[] = [];
  private tests = 0;

  constructor(
    private readonly model: CompiledModel,
    private readonly type: Fielded,
  ) {}

  private fault(path: string, code: string, message: string): void {
    this.faults.push({ path, code, message });
  }

  private only(input: JsonObject, path: string, keys: readonly string[]): void {
    for (const key of Object.keys(input))
      if (!keys.includes(key))
        this.fault(
          pointer(path, key),
          'unknown',
          `"${key}" means nothing here. Known are: ${keys.join(', ')}.`,
        );
  }

  private field(key: Json | undefined, path: string): Field | undefined {
    const field = typeof key === 'string' ? this.type.fieldByKey(key) : undefined;
    if (!field)
      this.fault(path, 'unknown-field', `${this.type.label} has no field ${JSON.stringify(key ?? null)}.`);
    return field;
  }

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
    const { test, faults } = parseMetadataTest(this.model.document.locales, input, path);
    this.faults.push(...faults);
    return test;
  }

  /**
   * The field that a test asks, and how it is kept: by its id, or by those of an entry link and of a field of
   * what it leads to (`guide.name`).
   */
  private asked(input: Json | undefined, path: string): { field: Field; at: FieldPath } | undefined {
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
   * What is taken from the place where the listing stands: `category`, or the key of a field of the entry or
   * page there.
   */
  private here(field: Field, input: JsonObject, path: string): HereValue | undefined {
    this.only(input, path, ['here']);
    const [of, key, ...more] = typeof input.here === 'string' ? input.here.split('.') : [];
    if (of === 'category' && key === undefined) {
      if (kindFor(field).scheme !== undefined) return { here: 'category' };
      this.fault(
        path,
        'kind',
        `${field.label} holds no categories, so it cannot be compared with the category of a page.`,
      );
      return undefined;
    }
    if ((of !== 'entry' && of !== 'page') || key === undefined || more.length > 0) {
      this.fault(
        path,
        'here',
        'From where it stands: "category", "entry." or "page." and the key of a field.',
      );
      return undefined;
    }
    const types: readonly Fielded[] = of === 'entry' ? this.model.contentTypes : this.model.pageTypes;
    const fields = [
      ...new Set(
        types.flatMap((type) =>
          type.fields.filter((each) => each.key === key && comparable(field, each)).map(({ id }) => id),
        ),
      ),
    ];
    if (fields.length > 0) return { here: of, fields };
    this.fault(
      path,
      'unknown-field',
      `No ${of === 'entry' ? 'content' : 'page'} type has a field "${key}" that ${field.label} could be compared with.`,
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

  order(input: Json | undefined, path: string): OrderKey[] {
    if (!Array.isArray(input) || input.length > listingBounds.order) {
      this.fault(path, 'order', `The order is a list of at most ${listingBounds.order} keys.`);
      return [];
    }
    return input.flatMap((each, i): OrderKey[] => {
      const at = pointer(path, i);
      if (!isJsonObject(each)) {
        this.fault(at, 'kind', 'An order key is { by, direction }.');
        return [];
      }
      this.only(each, at, ['by', 'direction']);
      const direction = each.direction === 'up' || each.direction === 'down' ? each.direction : undefined;
      if (!direction) this.fault(pointer(at, 'direction'), 'direction', 'The direction is "up" or "down".');
      if (typeof each.by === 'string' && isLeadingOrder(each.by)) {
        if (i > 0)
          this.fault(
            pointer(at, 'by'),
            'first',
            'What was read most, or was placed by hand, can only come first.',
          );
        if (direction && direction !== leadingOrders[each.by])
          this.fault(
            pointer(at, 'direction'),
            'direction',
            `Here the direction is "${leadingOrders[each.by]}".`,
          );
      }
      if (typeof each.by === 'string' && isMetadataOrder(each.by))
        return direction ? [{ by: each.by, direction }] : [];
      const asked = this.asked(each.by, pointer(at, 'by'));
      if (!asked || !direction) return [];
      const { field, at: by } = asked;
      const link = this.type.field(throughLink(by)?.link ?? '');
      if (link && kindFor(link).several) {
        this.fault(
          pointer(at, 'by'),
          'several',
          `${link.label} may lead to several entries, so there is no one to sort by.`,
        );
        return [];
      }
      if (!field.indexed || kindFor(field).indexShape.sort === 'none') {
        this.fault(pointer(at, 'by'), 'not-sortable', `${field.label} cannot be sorted by.`);
        return [];
      }
      return [{ by, direction }];
    });
  }

  /** The fields by which visitors may filter. */
  facets(input: Json | undefined, path: string): Id[] {
    if (input === undefined || input === null) return [];
    if (!Array.isArray(input) || input.length > facetBounds.fields) {
      this.fault(path, 'bound', `Visitors filter by at most ${facetBounds.fields} fields.`);
      return [];
    }
    return [
      ...new Set(
        input.flatMap((key, i): Id[] => {
          const field = this.field(key, pointer(path, i));
          if (field && !mayBeFacet(field))
            this.fault(
              pointer(path, i),
              'not-a-facet',
              `Visitors can filter by choices, categories, and yes or no, where "Filter and sort by it" is on. ${field.label} is none of these.`,
            );
          return field ? [field.id] : [];
        }),
      ),
    ];
  }

  mapping(input: Json | undefined, path: string): Mapping {
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A mapping names parts, each with a list of chains of steps.');
      return {};
    }
    this.only(input, path, partKeys);
    const mapping: Mapping = {};
    for (const part of partKeys) {
      const chains = input[part];
      if (chains === undefined) continue;
      const at = pointer(path, part);
      if (
        !Array.isArray(chains) ||
        !chains.every(
          (chain): chain is Json[] =>
            Array.isArray(chain) && chain.length > 0 && chain.length <= mappingBounds.steps,
        )
      ) {
        this.fault(at, 'kind', `A part has a list of chains, each of 1 to ${mappingBounds.steps} steps.`);
        continue;
      }
      const read: Chain[] = chains.map((chain, c) =>
        chain.flatMap((step, s) => this.step(step, pointer(at, c, s)) ?? []),
      );
      if (read.length > 0) mapping[part] = read;
    }
    if (this.faults.length === 0) this.faults.push(...mappingFaults(mapping, this.type.fields, path));
    return mapping;
  }

  private step(input: Json, path: string): Step | undefined {
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A step is { field } or { words }.');
      return undefined;
    }
    if ('words' in input) {
      this.only(input, path, ['words']);
      if (typeof input.words === 'string' && input.words.trim() && input.words.length <= mappingBounds.words)
        return { words: input.words.trim() };
      this.fault(pointer(path, 'words'), 'words', `Fixed words have 1 to ${mappingBounds.words} characters.`);
      return undefined;
    }
    this.only(input, path, ['field', 'format']);
    const field = this.path(input.field, pointer(path, 'field'));
    const format =
      input.format === undefined ? undefined : this.format(input.format, pointer(path, 'format'));
    return field === undefined ? undefined : { field, ...(format ? { format } : {}) };
  }

  /**
   * A path of keys, `guide.name`, as a path of ids. Behind an entry link the keys are those of the types it
   * leads to.
   */
  private path(input: Json | undefined, at: string): string | undefined {
    if (typeof input !== 'string' || input.length > mappingBounds.path) return this.field(input, at)?.id;
    const [first, ...rest] = input.split('.');
    const start = this.field(first, at);
    if (!start || rest.length === 0) return start?.id;
    const ids = [start.id];
    let field: Field | undefined = start;
    for (const key of rest) {
      const kind: FieldKind = kindFor(field);
      const inside =
        kind.holds === 'once'
          ? plainFields(kind.inside ?? [])
          : kind.leadsTo
            ? this.linked(kind.leadsTo)
            : [];
      field = inside.find((each) => each.key === key);
      if (!field) {
        this.fault(at, 'unknown-field', `There is no field "${key}" on the way ${input}.`);
        return undefined;
      }
      ids.push(field.id);
    }
    return ids.join('.');
  }

  private linked(types: readonly string[]): Field[] {
    return this.model.contentTypes
      .filter(({ id }) => types.length === 0 || types.includes(id))
      .flatMap(({ fields }) => fields);
  }

  private format(input: Json, path: string): Format | undefined {
    if (!isJsonObject(input)) {
      this.fault(path, 'kind', 'A format is { shorten }, { first }, { date }, { ratio }.');
      return undefined;
    }
    this.only(input, path, ['shorten', 'first', 'date', 'ratio']);
    const format: Format = {};
    if (input.date !== undefined) {
      const date = dateFormats.find((each) => each === input.date);
      if (date) format.date = date;
      else this.fault(pointer(path, 'date'), 'format', `Dates are told as: ${dateFormats.join(', ')}.`);
    }
    if (input.ratio !== undefined) {
      if (typeof input.ratio === 'number' && input.ratio > 0.1 && input.ratio < 10)
        format.ratio = input.ratio;
      else this.fault(pointer(path, 'ratio'), 'bound', 'Width to height, from 0.1 to 10.');
    }
    for (const [key, least, most] of [
      ['shorten', 10, mappingBounds.shorten],
      ['first', 1, 100],
    ] as const) {
      const value = input[key];
      if (value === undefined) continue;
      if (typeof value === 'number' && Number.isInteger(value) && value >= least && value <= most)
        format[key] = value;
      else this.fault(pointer(path, key), 'bound', `From ${least} to ${most}.`);
    }
    return format;
  }
}

/** The sources of a rule: content types by their keys, page types as `page:` and theirs, each once. */
function parseSources(
  model: CompiledModel,
  input: Json | undefined,
  path: string,
  faults: Fault[],
): SourceType[] {
  if (!Array.isArray(input) || input.length === 0 || input.length > listingBounds.sources) {
    faults.push({
      path,
      code: 'bound',
      message: `A listing takes from 1 to ${listingBounds.sources} types.`,
    });
    return [];
  }
  return input.flatMap((key, i): SourceType[] => {
    const type = typeof key === 'string' ? sourceByKey(model, key) : undefined;
    if (!type)
      faults.push({
        path: pointer(path, i),
        code: 'unknown-type',
        message: `Nothing can be listed by the name ${JSON.stringify(key)}: it takes a content type, or "page:" and a page type whose pages are places to go to.`,
      });
    else if (input.indexOf(key) < i)
      faults.push({ path: pointer(path, i), code: 'twice', message: 'It is taken already.' });
    else return [type];
    return [];
  });
}

const ruleKeys = [
  'from',
  'where',
  'order',
  ...pickKeys,
  'facets',
  'limit',
  'perPage',
  'heading',
  'headings',
  'arrangement',
  'setOut',
  'mapping',
  'settings',
] as const;

/** The heading in other languages; an empty one goes back to that of the main language. */
function parseHeadings(
  model: CompiledModel,
  given: Json | undefined,
  path: string,
  faults: Fault[],
): Record<string, string> {
  if (given === undefined) return {};
  if (!isJsonObject(given)) {
    faults.push({ path, code: 'kind', message: 'Headings are given by language.' });
    return {};
  }
  return Object.fromEntries(
    Object.entries(given).flatMap(([locale, words]) => {
      const at = pointer(path, locale);
      if (!model.document.locales.others.includes(locale))
        faults.push({ path: at, code: 'locale', message: `The site is not written in "${locale}".` });
      else if (typeof words !== 'string' || words.length > listingBounds.heading)
        faults.push({
          path: at,
          code: 'bound',
          message: `The heading has at most ${listingBounds.heading} characters.`,
        });
      else if (words.trim()) return [[locale, words.trim()]];
      return [];
    }),
  );
}

/**
 * Reads a listing rule spoken by keys: `from` the keys of its sources, `where` a condition, `order` keys,
 * `limit` and perhaps `perPage`,
 * `heading`, `arrangement`, `mapping`, and perhaps `headings` in other languages, `setOut`, `settings` and
 * what is picked by hand (`readPicks`). All faults found are returned with their paths; with any, there is no
 * rule.
 */
export function parseRule(
  model: CompiledModel,
  input: JsonObject,
  path = '',
): { rule?: ListingRule; faults: Fault[] } {
  const faults: Fault[] = Object.keys(input)
    .filter((key) => !ruleKeys.some((known) => known === key))
    .map((key) => ({ path: pointer(path, key), code: 'unknown', message: `A listing has no "${key}".` }));
  const types = parseSources(model, input.from, pointer(path, 'from'), faults);
  if (types.length === 0) return { faults };
  const sources = new Sources(types);
  const reader = new RuleReader(model, sources);
  const where = reader.condition(input.where, pointer(path, 'where'));
  const order = reader.order(input.order, pointer(path, 'order'));
  const mapping = reader.mapping(input.mapping, pointer(path, 'mapping'));
  const { limit, heading } = input;
  const arrangement = arrangements.find((each) => each === input.arrangement);
  if (!arrangement)
    faults.push({
      path: pointer(path, 'arrangement'),
      code: 'arrangement',
      message: `Arrangements are: ${arrangements.join(', ')}.`,
    });
  const setOut = parseSetOut(input.setOut, pointer(path, 'setOut'), faults);
  const whole = (value: Json | undefined, most: number): value is number =>
    typeof value === 'number' && Number.isInteger(value) && value >= 1 && value <= most;
  if (limit !== 'all' && !whole(limit, listingBounds.limit))
    faults.push({
      path: pointer(path, 'limit'),
      code: 'bound',
      message: `How many: a whole number from 1 to ${listingBounds.limit}, or "all", in pages.`,
    });
  const perPage = input.perPage ?? undefined;
  if (perPage !== undefined && !whole(perPage, listingBounds.perPage))
    faults.push({
      path: pointer(path, 'perPage'),
      code: 'bound',
      message: `On one page: a whole number from 1 to ${listingBounds.perPage}.`,
    });
  if (typeof heading !== 'string' || heading.length > listingBounds.heading)
    faults.push({
      path: pointer(path, 'heading'),
      code: 'bound',
      message: `The heading has at most ${listingBounds.heading} characters.`,
    });
  const facets = reader.facets(input.facets, pointer(path, 'facets'));
  const picks = parsePicks(input, path, faults);
  const headings = parseHeadings(model, input.headings, pointer(path, 'headings'), faults);
  const set = input.settings === undefined ? undefined : isJsonObject(input.settings) ? input.settings : null;
  if (set === null)
    faults.push({
      path: pointer(path, 'settings'),
      code: 'kind',
      message: 'Settings are given by their keys.',
    });
  const settings = parseLayer(
    set ?? {},
    [
      { source: 'site', layer: model.document.settings },
      { source: 'type', layer: types.length === 1 ? types[0]?.definition.settings : undefined },
    ],
    pointer(path, 'settings'),
  );
  faults.push(...reader.faults, ...settings.faults);
  if (
    faults.length > 0 ||
    !arrangement ||
    (typeof limit !== 'number' && limit !== 'all') ||
    typeof heading !== 'string'
  )
    return { faults };
  return {
    rule: {
      from: types.map(({ id }) => id),
      where,
      order,
      ...picks,
      ...(facets.length > 0 ? { facets } : {}),
      limit,
      ...(typeof perPage === 'number' ? { perPage } : {}),
      heading: heading.trim(),
      ...(Object.keys(headings).length > 0 ? { headings } : {}),
      arrangement,
      ...(Object.keys(setOut).length > 0 ? { setOut } : {}),
      mapping,
      ...(Object.keys(settings.layer.set ?? {}).length > 0 ? { settings: settings.layer } : {}),
    },
    faults,
  };
}

/** Reads a condition alone, spoken by keys over the fields of a type, or of several. */
export function parseCondition(
  model: CompiledModel,
  type: Fielded,
  input: Json,
  path: string,
): { condition: Condition; faults: Fault[] } {
  const reader = new RuleReader(model, type);
  const condition = reader.condition(input, path);
  return { condition, faults: reader.faults };
}
