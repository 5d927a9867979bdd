import type { Id } from '../../ids';
import { sameJson, type Json } from '../../json';
import {
  isInclude,
  shapeLists,
  type AnyShape,
  type Field,
  type FieldEntry,
  type ModelDocument,
  type ShapeList,
} from '../document';
import { insideOf, rowsOf } from '../entries';
import { kindFor } from '../kinds';
import { choiceChanges } from './choices';
import { partsChanged, placementChanges } from './named';

/** What a change does to one thing of the model. */
export type ChangeSort = 'new' | 'gone' | 'renamed' | 'kind changed' | 'narrowed' | 'changed' | 'reordered';

export interface ModelChange {
  sort: ChangeSort;
  /** The type, set or scheme it happens in, and in which list of the document that stands. */
  type?: Id;
  of: ShapeList | 'placements' | 'site';
  field?: Id;
  title: string;
  detail: string;
  /** Which stored things must be counted to tell what it touches. */
  touches: 'nothing yet' | 'entries with a value' | 'entries without a value' | 'every entry';
  /** For a field set: the types that include it, before or after. */
  within?: Id[];
}

const asJson = (value: unknown): Json => (value ?? null) as Json;
const inWords = (field: Field): string => kindFor(field).rulesInWords;
const rulesOf = (field: Field): string =>
  [field.required ? 'required' : '', inWords(field)].filter(Boolean).join(', ') || 'no rules';
/** The rules without the fields inside, which are told one by one. */
const ownRules = (field: Field): Json =>
  asJson(insideOf(field) ? { ...field.rules, fields: [] } : field.rules);

function plainOf(
  { help, group, indexed, required, unique, localised, openWhereShared, default: preset, showWhen }: Field,
  leaveOutNeed: boolean,
): Json {
  return asJson({
    help: help || null,
    group: group || null,
    indexed: indexed ?? false,
    required: leaveOutNeed ? null : (required ?? false),
    unique: unique ?? false,
    localised: localised ?? false,
    openWhereShared: openWhereShared ?? false,
    preset: preset ?? null,
    showWhen: showWhen ?? null,
  });
}

/** What differs in the rules of a field, each choice by its name. */
function rulesChanged(old: Field, field: Field): string {
  const choices = choiceChanges(old, field);
  const [was, is] = [inWords(old) || 'no rules', inWords(field) || 'no rules'];
  return [...choices, ...(choices.length > 0 && was === is ? [] : [`From ${was} to ${is}.`])].join(' ');
}

/** What differs in one field that stands before and after. */
function fieldChange(
  shape: AnyShape,
  here: Omit<ModelChange, 'sort' | 'title' | 'detail' | 'touches'>,
  old: Field,
  field: Field,
): ModelChange[] {
  if (old.kind !== field.kind) {
    return [
      {
        ...here,
        sort: 'kind changed',
        title: `${shape.label}: ${field.label}, from ${kindFor(old).label} to ${kindFor(field).label}`,
        detail: 'Values of the old kind are told where they stand, and must be filled in again.',
        touches: 'entries with a value',
      },
    ];
  }
  const changes: ModelChange[] = [];
  if (old.label !== field.label || old.key !== field.key) {
    changes.push({
      ...here,
      sort: 'renamed',
      title: `${shape.label}: ${old.label} becomes ${field.label}`,
      detail:
        old.key === field.key
          ? 'Its key stays.'
          : `Its key becomes ${field.key}. It is found by its id, so listings and appearances follow.`,
      touches: 'nothing yet',
    });
  }
  const narrowed = !old.required && field.required === true;
  if (narrowed) {
    changes.push({
      ...here,
      sort: 'narrowed',
      title: `${shape.label}: ${field.label} must be filled in`,
      detail:
        'Visitors keep what they see; entries without a value cannot be published again until it is filled.',
      touches: 'entries without a value',
    });
  }
  if (!sameJson(ownRules(old), ownRules(field))) {
    changes.push({
      ...here,
      sort: 'changed',
      title: `${shape.label}: ${field.label} has other rules`,
      detail: rulesChanged(old, field),
      touches: 'entries with a value',
    });
  }
  if (!sameJson(plainOf(old, narrowed), plainOf(field, narrowed))) {
    changes.push({
      ...here,
      sort: 'changed',
      title: `${shape.label}: ${field.label} is set otherwise`,
      detail: 'Its help, place in the form, default, condition, need or use in filters differs.',
      touches: 'nothing yet',
    });
  }
  return changes;
}

const entryLabel = (entry: FieldEntry, sets: ReadonlyMap<Id, string>): string =>
  isInclude(entry) ? (sets.get(entry.include) ?? 'a field set') : entry.label;

function fieldChanges(
  shape: AnyShape,
  base: Pick<ModelChange, 'type' | 'of' | 'within'>,
  before: readonly FieldEntry[],
  after: readonly FieldEntry[],
  sets: ReadonlyMap<Id, string>,
): ModelChange[] {
  const was = rowsOf(before);
  const is = rowsOf(after);
  const changes: ModelChange[] = [];
  for (const { entry } of is) {
    const old = was.find((row) => row.entry.id === entry.id)?.entry;
    const here = { ...base, field: entry.id };
    if (!old) {
      const label = entryLabel(entry, sets);
      changes.push(
        isInclude(entry)
          ? {
              ...here,
              sort: 'new',
              title: `${shape.label} includes ${label}`,
              detail: 'All fields of the set stand in it.',
              touches: 'nothing yet',
            }
          : {
              ...here,
              sort: 'new',
              title: `${shape.label} gains ${label}`,
              detail: `${kindFor(entry).label}: ${rulesOf(entry)}.`,
              touches: entry.required ? 'every entry' : 'nothing yet',
            },
      );
    } else if (!isInclude(entry) && !isInclude(old)) changes.push(...fieldChange(shape, here, old, entry));
  }
  for (const { entry } of was) {
    if (is.some((row) => row.entry.id === entry.id)) continue;
    const label = entryLabel(entry, sets);
    changes.push({
      ...base,
      field: entry.id,
      sort: 'gone',
      title: `${shape.label} ${isInclude(entry) ? 'no longer includes' : 'loses'} ${label}`,
      detail: 'Its values are kept aside in the entries, but shown nowhere.',
      touches: isInclude(entry) ? 'every entry' : 'entries with a value',
    });
  }
  const order = (rows: typeof is, others: typeof is) =>
    rows.flatMap(({ entry, parent }) =>
      others.some((row) => row.entry.id === entry.id) ? [`${parent ?? ''}/${entry.id}`] : [],
    );
  if (!sameJson(order(was, is), order(is, was))) {
    changes.push({
      ...base,
      sort: 'reordered',
      title: `${shape.label} has its fields in another order`,
      detail: 'The form and the table follow.',
      touches: 'nothing yet',
    });
  }
  return changes;
}

/** What is set on a type besides its names and fields, in words that follow "another". */
const settingWords: Record<string, string> = {
  purpose: 'purpose',
  icon: 'icon',
  title: 'title',
  summary: 'summary',
  picture: 'picture',
  date: 'date',
  slug: 'rule of addresses',
  face: 'appearance',
  columns: 'table',
  vocabulary: 'meaning to search engines',
  found: 'way of being found',
  seenBy: 'audience',
  review: 'rule of review',
  source: 'source',
  address: 'address',
  slots: 'set of slots',
  layouts: 'layout',
  inNavigation: 'place in the navigation',
  mostInSite: 'limit',
  childOrder: 'order of what stands below',
  starter: 'beginning of new pages',
  settings: 'set of settings',
  behaves: 'behaviour',
  sort: 'sort',
};

const listWords: Record<ShapeList, string> = {
  contentTypes: 'content type',
  pageTypes: 'page type',
  blockTypes: 'block type',
  fieldSets: 'field set',
  schemes: 'scheme',
};

const settingOf = (shape: AnyShape, setting: string): Json =>
  asJson(new Map<string, unknown>(Object.entries(shape)).get(setting));

const plainIn = (shape: AnyShape, fields: number): string =>
  `${fields} ${fields === 1 ? 'field' : 'fields'}${'slots' in shape && shape.slots.length > 0 ? `, ${shape.slots.length} ${shape.slots.length === 1 ? 'slot' : 'slots'}` : ''}.`;

function shapeChanges(
  list: ShapeList,
  before: readonly AnyShape[],
  after: readonly AnyShape[],
  sets: ReadonlyMap<Id, string>,
  withinOf: (set: Id) => Id[],
): ModelChange[] {
  const changes: ModelChange[] = [];
  const word = listWords[list];
  for (const shape of after) {
    const old = before.find(({ id }) => id === shape.id);
    const base = {
      type: shape.id,
      of: list,
      ...(list === 'fieldSets' ? { within: withinOf(shape.id) } : {}),
    };
    if (!old) {
      changes.push({
        ...base,
        sort: 'new',
        title: `The ${word} ${shape.label} is new`,
        detail: plainIn(shape, shape.fields.length),
        touches: 'nothing yet',
      });
      continue;
    }
    if (old.label !== shape.label || old.plural !== shape.plural || old.key !== shape.key) {
      changes.push({
        ...base,
        sort: 'renamed',
        title: `${old.label} becomes ${shape.label}`,
        detail: `Its key is ${shape.key}.`,
        touches: 'nothing yet',
      });
    }
    changes.push(...fieldChanges(shape, base, old.fields, shape.fields, sets));
    const differing = Object.entries(settingWords).flatMap(([setting, words]) =>
      sameJson(settingOf(old, setting), settingOf(shape, setting)) ? [] : [words],
    );
    if (differing.length > 0)
      changes.push({
        ...base,
        sort: 'changed',
        title: `${shape.label} has another ${new Intl.ListFormat('en').format(differing)}`,
        detail: [
          ...partsChanged(old, shape),
          differing.includes('appearance')
            ? 'How one looks on its own follows. Listings keep the appearance they have.'
            : 'Nothing in what is filled in changes.',
        ].join(' '),
        touches: 'nothing yet',
      });
  }
  for (const shape of before) {
    if (after.some(({ id }) => id === shape.id)) continue;
    changes.push({
      sort: 'gone',
      type: shape.id,
      of: list,
      title: `The ${word} ${shape.label} goes`,
      detail:
        list === 'fieldSets'
          ? 'Types that include it lose its fields.'
          : 'What is still filled in by it holds it back.',
      touches: 'every entry',
      ...(list === 'fieldSets' ? { within: withinOf(shape.id) } : {}),
    });
  }
  const kept = (shapes: readonly AnyShape[], others: readonly AnyShape[]) =>
    shapes.flatMap(({ id }) => (others.some((other) => other.id === id) ? [id] : []));
  if (!sameJson(kept(before, after), kept(after, before)))
    changes.push({
      sort: 'reordered',
      of: list,
      title: `The ${word}s stand in another order`,
      detail: 'Lists and menus follow.',
      touches: 'nothing yet',
    });
  return changes;
}

/** The content, page and block types that include a set, straight or through another set. */
export function includersOf(model: ModelDocument, set: Id): Id[] {
  const includes = (entries: readonly FieldEntry[], seen: ReadonlySet<Id>): boolean =>
    rowsOf(entries).some(({ entry }) => {
      if (!isInclude(entry)) return false;
      if (entry.include === set) return true;
      const inner = model.fieldSets.find(({ id }) => id === entry.include);
      return (
        inner !== undefined && !seen.has(inner.id) && includes(inner.fields, new Set([...seen, inner.id]))
      );
    });
  return [...model.contentTypes, ...model.pageTypes, ...model.blockTypes]
    .filter(({ fields }) => includes(fields, new Set()))
    .map(({ id }) => id);
}

/** What putting `after` in force instead of `before` would change, in reading order. */
export function modelChanges(before: ModelDocument, after: ModelDocument): ModelChange[] {
  const sets = new Map([...before.fieldSets, ...after.fieldSets].map(({ id, label }) => [id, label]));
  const within = (set: Id) => [...new Set([...includersOf(before, set), ...includersOf(after, set)])];
  const changes = shapeLists.flatMap((list) => shapeChanges(list, before[list], after[list], sets, within));
  if (!sameJson(asJson(before.placements), asJson(after.placements))) {
    changes.push({
      sort: 'changed',
      of: 'placements',
      title: 'Other page types may stand in other places',
      detail: placementChanges(before, after) || 'They stand in another order.',
      touches: 'nothing yet',
    });
  }
  const site = (
    [
      ['houseStyle', 'house style'],
      ['siteStyles', 'set of house styles of single sites'],
      ['locales', 'set of languages'],
      ['words', 'set of words in other languages'],
      ['settings', 'set of settings'],
      ['navigation', 'navigation'],
      ['providers', 'list of providers'],
      ['accounts', 'set of groups of visitors'],
      ['terms', 'set of terms for what visitors leave'],
    ] as const
  )
    .filter(([part]) => !sameJson(asJson(before[part]), asJson(after[part])))
    .map(([, words]) => words);
  if (site.length > 0)
    changes.push({
      sort: 'changed',
      of: 'site',
      title: `The site has another ${new Intl.ListFormat('en').format(site)}`,
      detail: 'Every page is drawn again.',
      touches: 'nothing yet',
    });
  return changes;
}
