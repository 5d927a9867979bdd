import type { Id } from '../ids';
import { sameJson, type Json } from '../json';
import type { ContentType, Field, ModelDocument, PageType } from './document';
import { kindOf } from './kinds';

/** What a change does to one thing of the model. */
export type ChangeSort = 'new' | 'gone' | 'renamed' | 'kind changed' | 'narrowed' | 'changed' | 'reordered';

export interface ModelChange {
  sort: ChangeSort;
  /** The content or page type it happens in, and which of the two. */
  type?: Id;
  of: 'contentType' | 'pageType' | 'placements' | 'site';
  field?: Id;
  title: string;
  detail: string;
  /** Which stored things must be counted to tell what it touches. */
  touches: 'nothing yet' | 'entries with a value' | 'entries without a value' | 'every entry';
}

const asJson = (value: object | undefined): Json | undefined => value as Json | undefined;
const rulesOf = (field: Field): string => [field.required ? 'required' : '', kindOf(field).rulesInWords(field.rules)].filter(Boolean).join(', ') || 'no rules';

function fieldChanges(type: ContentType | PageType, of: ModelChange['of'], before: readonly Field[], after: readonly Field[]): ModelChange[] {
  const base = { type: type.id, of };
  const changes: ModelChange[] = [];
  for (const field of after) {
    const old = before.find(({ id }) => id === field.id);
    const here = { ...base, field: field.id };
    if (!old) {
      changes.push({ ...here, sort: 'new', title: `${type.label} gains ${field.label}`, detail: `${kindOf(field).label}: ${rulesOf(field)}.`, touches: field.required ? 'every entry' : 'nothing yet' });
      continue;
    }
    if (old.kind !== field.kind) {
      changes.push({ ...here, sort: 'kind changed', title: `${type.label}: ${field.label}, from ${kindOf(old).label} to ${kindOf(field).label}`, detail: 'Values of the old kind are told where they stand, and must be filled in again.', touches: 'entries with a value' });
      continue;
    }
    if (old.label !== field.label || old.key !== field.key) {
      changes.push({ ...here, sort: 'renamed', title: `${type.label}: ${old.label} becomes ${field.label}`, detail: old.key === field.key ? 'Its key stays.' : `Its key becomes ${field.key}. It is found by its id, so listings and faces follow.`, touches: 'nothing yet' });
    }
    if (!old.required && field.required) {
      changes.push({ ...here, sort: 'narrowed', title: `${type.label}: ${field.label} must be filled in`, detail: 'Visitors keep what they see; entries without a value cannot be published again until it is filled.', touches: 'entries without a value' });
    }
    if (!sameJson(asJson(old.rules), asJson(field.rules))) {
      changes.push({ ...here, sort: 'changed', title: `${type.label}: ${field.label} has other rules`, detail: `From ${kindOf(old).rulesInWords(old.rules) || 'no rules'} to ${kindOf(field).rulesInWords(field.rules) || 'no rules'}.`, touches: 'entries with a value' });
    }
    const plain = ({ help, group, indexed, required, default: preset }: Field): Json => ({ help: help ?? null, group: group ?? null, indexed: indexed ?? false, required: required ?? false, preset: preset ?? null });
    const [was, is] = [plain(old), plain({ ...field, required: field.required && !old.required ? old.required : field.required } as Field)];
    if (!sameJson(was, is)) {
      changes.push({ ...here, sort: 'changed', title: `${type.label}: ${field.label} is set otherwise`, detail: 'Its help, group, default, need or use in filters differs.', touches: 'nothing yet' });
    }
  }
  for (const field of before) {
    if (after.some(({ id }) => id === field.id)) continue;
    changes.push({ ...base, field: field.id, sort: 'gone', title: `${type.label} loses ${field.label}`, detail: 'Its values are kept aside in the entries, but shown nowhere.', touches: 'entries with a value' });
  }
  const kept = (list: readonly Field[], other: readonly Field[]) => list.filter(({ id }) => other.some((each) => each.id === id)).map(({ id }) => id);
  if (!sameJson(kept(before, after), kept(after, before))) {
    changes.push({ ...base, sort: 'reordered', title: `${type.label} has its fields in another order`, detail: 'The form and the table follow.', touches: 'nothing yet' });
  }
  return changes;
}

/** What is set on a type besides its names and fields, in words that follow "another". */
const settingWords: Record<string, string> = {
  purpose: 'purpose', icon: 'icon', title: 'title', summary: 'summary', date: 'date', face: 'own face', columns: 'table', review: 'rule of review', source: 'source', address: 'address', inNavigation: 'place in the navigation', mostInSite: 'limit',
};

const settingOf = (type: object, setting: string): Json | undefined => new Map(Object.entries(type)).get(setting) as Json | undefined;

function typeChanges<T extends ContentType | PageType>(of: 'contentType' | 'pageType', before: readonly T[], after: readonly T[]): ModelChange[] {
  const changes: ModelChange[] = [];
  const word = of === 'contentType' ? 'content type' : 'page type';
  for (const type of after) {
    const old = before.find(({ id }) => id === type.id);
    if (!old) {
      changes.push({ sort: 'new', type: type.id, of, title: `The ${word} ${type.label} is new`, detail: `${type.fields.length} ${type.fields.length === 1 ? 'field' : 'fields'}.`, touches: 'nothing yet' });
      continue;
    }
    if (old.label !== type.label || old.plural !== type.plural || old.key !== type.key) {
      changes.push({ sort: 'renamed', type: type.id, of, title: `${old.label} becomes ${type.label}`, detail: `Its key is ${type.key}.`, touches: 'nothing yet' });
    }
    changes.push(...fieldChanges(type, of, old.fields, type.fields));
    const differing = Object.entries(settingWords).flatMap(([setting, words]) => (sameJson(settingOf(old, setting), settingOf(type, setting)) ? [] : [words]));
    if (differing.length > 0) changes.push({ sort: 'changed', type: type.id, of, title: `${type.label} has another ${new Intl.ListFormat('en').format(differing)}`, detail: differing.includes('own face') ? 'How one looks on its own follows. Listings keep the faces they have.' : 'Nothing in the entries changes.', touches: 'nothing yet' });
  }
  for (const type of before) {
    if (after.some(({ id }) => id === type.id)) continue;
    changes.push({ sort: 'gone', type: type.id, of, title: `The ${word} ${type.label} goes`, detail: 'Types that still have entries or pages cannot go.', touches: 'every entry' });
  }
  return changes;
}

/** What putting `after` in force instead of `before` would change, in reading order. */
export function modelChanges(before: ModelDocument, after: ModelDocument): ModelChange[] {
  const changes = [...typeChanges('contentType', before.contentTypes, after.contentTypes), ...typeChanges('pageType', before.pageTypes, after.pageTypes)];
  if (!sameJson(asJson(before.placements), asJson(after.placements))) {
    changes.push({ sort: 'changed', of: 'placements', title: 'Other page types may stand in other places', detail: `${after.placements.length} placements instead of ${before.placements.length}.`, touches: 'nothing yet' });
  }
  if (!sameJson(asJson(before.houseStyle), asJson(after.houseStyle)) || !sameJson(asJson(before.locales), asJson(after.locales))) {
    changes.push({ sort: 'changed', of: 'site', title: 'The house style or the languages differ', detail: 'Every page is drawn again.', touches: 'nothing yet' });
  }
  return changes;
}
