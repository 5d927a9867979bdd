import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { Fault } from '../../core/faults';
import { comparable } from '../../core/mapping/rule/here';
import { linkFields } from '../../core/mapping/rule/links';
import { valuesTaken } from '../../core/mapping/rule/parse/condition';
import type { CompiledModel, Fielded } from '../../core/model/compile';
import type { Field } from '../../core/model/document';
import { kindFor, type Comparison } from '../../core/model/kinds';
import { answersOf } from '../../core/model/page-source';

/** A test as it is edited: spoken by keys, and perhaps not yet whole. */
export interface SpokenTest {
  field: string;
  is: Comparison;
  value?: Json;
}

/** Conditions that stand together, spoken by keys: all of them must hold, one of them, or none. */
export interface SpokenGroup {
  sort: 'all' | 'any' | 'none';
  inner: Json[];
}

/**
 * The conditions that must all hold, of a rule spoken by keys. A rule whose condition is something else has
 * it as its only one.
 */
export function conditionsOf(where: Json | undefined): Json[] {
  if (isJsonObject(where) && Array.isArray(where.all)) return where.all;
  return where === undefined ? [] : [where];
}

export const asTest = (condition: Json): SpokenTest | undefined =>
  isJsonObject(condition) && typeof condition.field === 'string' && typeof condition.is === 'string'
    ? ({ ...condition } as unknown as SpokenTest)
    : undefined;

/** A condition as a group, where it is one. */
export function asGroup(condition: Json): SpokenGroup | undefined {
  if (!isJsonObject(condition)) return undefined;
  if (Array.isArray(condition.all)) return { sort: 'all', inner: condition.all };
  if (Array.isArray(condition.any)) return { sort: 'any', inner: condition.any };
  const { not } = condition;
  if (not === undefined || isOtherEntry(condition)) return undefined;
  return { sort: 'none', inner: isJsonObject(not) && Array.isArray(not.any) ? not.any : [not] };
}

export const fromGroup = ({ sort, inner }: SpokenGroup): Json =>
  sort === 'none' ? { not: { any: inner } } : { [sort]: inner };

/** Any entry but the one on whose page the listing stands. */
export const otherEntry: JsonObject = { not: { entry: 'here' } };
export const isOtherEntry = (condition: Json): boolean =>
  isJsonObject(condition) && isJsonObject(condition.not) && condition.not.entry === 'here';

/**
 * The comparisons that may be made with a field: those of its kind, of which all but filled and empty need it
 * to be kept for filtering.
 */
export const comparisonsOf = (field: Field): readonly Comparison[] =>
  kindFor(field).comparisons.filter((is) => field.indexed || is === 'filled' || is === 'empty');

/**
 * A test on a field by a comparison, with a value to begin with where the kind has one; else it waits for one. `key` is
 * the way to the field, where it runs through a link.
 */
export function beginTest(field: Field, is: Comparison, key = field.key): SpokenTest {
  const takes = valuesTaken(is);
  const { comparesFirst: one, several } = kindFor(field);
  if (takes === 'none') return { field: key, is };
  if (takes === 'two') return { field: key, is, value: [one, one] };
  const isList = takes === 'list' || (several && is === 'equals');
  if (one === '') return isList ? { field: key, is, value: [] } : { field: key, is };
  return { field: key, is, value: isList ? [one] : one };
}

/** Whether a fault says no more than that a condition still waits for what it compares with. */
export const isWaiting = ({ path }: Fault): boolean =>
  /^\/where\/.*\/(value|linksTo|under|site|author|language)(\/\d+)?$/.test(path);

/** Whether a value is one that a field can still be compared with: a choice that is gone is none. */
const isReadable = (field: Field, value: Json): boolean =>
  value !== null &&
  (kindFor(field).readOne(value).ok ||
    (kindFor(field).measures === 'time' && isJsonObject(value) && typeof value.now === 'string'));

/** A test by another comparison, with what can be kept of what it compared with. */
export function withComparison(field: Field, test: SpokenTest, is: Comparison): SpokenTest {
  const begun = beginTest(field, is, test.field);
  const takes = valuesTaken(is);
  const { value } = test;
  if (takes === 'none' || value === undefined) return begun;
  if (isJsonObject(value) && 'here' in value) return takes === 'two' ? begun : { ...begun, value };
  const kept = [value].flat().filter((each) => isReadable(field, each));
  const [first] = kept;
  if (first === undefined) return begun;
  if (takes === 'list') return { ...begun, value: kept };
  if (takes === 'two') return { ...begun, value: [first, kept[1] ?? first] };
  return { ...begun, value: kindFor(field).several && is === 'equals' ? kept : first };
}

/** A field that a condition may ask: its way from the entry by keys, and its name in words. */
export interface Askable {
  key: string;
  label: string;
  field: Field;
}

/**
 * The fields that conditions may ask of entries of a type, or of several: their own, and those of what its
 * entry links lead to.
 */
export function askable(model: CompiledModel, type: Fielded): { own: Askable[]; linked: Askable[] } {
  const linked = type.fields.flatMap((link) => {
    const { leadsTo } = kindFor(link);
    return leadsTo && link.indexed
      ? model.contentTypes
          .filter(({ id }) => leadsTo.length === 0 || leadsTo.includes(id))
          .flatMap(({ fields }) =>
            fields
              .filter((field) => comparisonsOf(field).length > 0 && field.indexed)
              .map((field) => ({
                key: `${link.key}.${field.key}`,
                label: `${link.label}’s ${field.label}`,
                field,
              })),
          )
      : [];
  });
  return {
    own: type.fields.map((field) => ({ key: field.key, label: field.label, field })),
    linked: [...new Map(linked.map((each) => [each.key, each])).values()],
  };
}

export function askedBy(model: CompiledModel, type: Fielded, key: string): Askable | undefined {
  const { own, linked } = askable(model, type);
  return [...own, ...linked].find((each) => each.key === key);
}

/** Whether a field holds plain words of an editor's own, which no two things say alike. */
function isWorded(field: Field): boolean {
  const { words } = kindFor(field);
  return words === 'line' || words === 'text';
}

/** What stands on pages of their own: the entries of some types, and whatever pages say themselves. */
function fieldsOfPlaces(model: CompiledModel): ['entry' | 'page', Field][] {
  const shown = typesWithPages(model);
  const of = (place: 'entry' | 'page', types: readonly Fielded[]) =>
    types.flatMap(({ fields }) => fields.map((field): ['entry' | 'page', Field] => [place, field]));
  return [
    ...of(
      'entry',
      model.contentTypes.filter(({ id }) => shown.has(id)),
    ),
    ...of('page', model.pageTypes),
  ];
}

/** The ids of the content types each of whose entries has a page. */
const typesWithPages = (model: CompiledModel): Set<string> =>
  new Set(model.pageTypes.flatMap(({ definition: { source } }) => answersOf(source).entryType ?? []));

/** Whether links may lead to an entry that has a page of its own. */
function leadToPlaces(model: CompiledModel, links: readonly Field[]): boolean {
  const shown = typesWithPages(model);
  return links.some((field) => {
    const leadsTo = kindFor(field).leadsTo ?? [];
    return shown.size > 0 && (leadsTo.length === 0 || leadsTo.some((id) => shown.has(id)));
  });
}

/**
 * What a field may be compared with at the place where its listing stands, each in words: the page's
 * category, the entry of the page, what that entry or the page says.
 */
export function placesFor(model: CompiledModel, field: Field): [here: string, words: string][] {
  const { scheme, leadsTo } = kindFor(field);
  const places: [string, string][] = [
    ...(scheme !== undefined ? [['category', 'this category'] as [string, string]] : []),
    ...(leadsTo && leadToPlaces(model, [field]) ? [['entry', 'this entry'] as [string, string]] : []),
    ...fieldsOfPlaces(model)
      .filter(([, each]) => !isWorded(each) && comparable(field, each))
      .map(([of, each]): [string, string] => [`${of}.${each.key}`, `this ${of}’s ${each.label}`]),
  ];
  return [...new Map(places)];
}

/**
 * What things of some sources may link to at the place where their listing stands, each in words: the entry of the
 * page, or what that entry or the page links to.
 */
export function linkPlaces(model: CompiledModel, type: Fielded): [here: string, words: string][] {
  const links = linkFields(type.fields);
  const places: [string, string][] = [
    ...(leadToPlaces(model, links) ? [['here', 'this entry'] as [string, string]] : []),
    ...fieldsOfPlaces(model)
      .filter(([, each]) => links.some((link) => comparable(link, each)))
      .map(([of, each]): [string, string] => [`${of}.${each.key}`, `what this ${of}’s ${each.label} names`]),
  ];
  return [...new Map(places)];
}
