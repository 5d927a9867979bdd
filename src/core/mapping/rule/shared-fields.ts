import type { Id } from '../../ids';
import type { CompiledModel, Fielded } from '../../model/compile';
import type { Field } from '../../model/document';
import type { Values } from '../../content/values';
import { sortsBy } from '../../content/table-sort';
import { kindFor } from '../../model/kinds';
import { roleField, sourceKey, sourceRoles, Sources, type SourceRole, type SourceType } from './sources';

/** A field by which things of several types are told in one table. */
export interface SharedField {
  /** A role, or the id of a field that several types include. */
  key: string;
  label: string;
}

/** What several types are told by besides their titles: those roles that stand in no column of their own. */
const toldRoles: readonly SourceRole[] = sourceRoles.filter((role) => role !== 'title' && role !== 'date');
const roleLabels = { summary: 'Summary', picture: 'Picture' } as Readonly<Record<SourceRole, string>>;

const isRole = (key: string): key is SourceRole => toldRoles.some((role) => role === key);

/** What the things of some types have in common: what each has in a role, and what two of them or more include. */
export function sharedFields({ document }: CompiledModel, types: readonly SourceType[]): SharedField[] {
  const having = new Map<Id, { field: Field; types: SourceType[] }>();
  for (const type of types)
    for (const field of type.fields) {
      const known = having.get(field.id) ?? { field, types: [] };
      known.types.push(type);
      having.set(field.id, known);
    }
  const roles = toldRoles.filter((role) => types.some((type) => roleField(type, role)));
  const stands = ({ field, types: all }: { field: Field; types: readonly SourceType[] }) =>
    roles.some((role) => all.every((type) => roleField(type, role)?.id === field.id));
  const shared = [...having.values()].filter(
    (each) => each.types.length > 1 && kindFor(each.field).holds === undefined && !stands(each),
  );
  const labels = [...roles.map((role) => roleLabels[role]), ...shared.map(({ field }) => field.label)];
  const setOf = (id: Id) =>
    document.fieldSets.find(({ fields }) => fields.some((entry) => entry.id === id))?.label;
  return [
    ...roles.map((role) => ({ key: role, label: roleLabels[role] })),
    ...shared.map(({ field: { id, label } }) => {
      // Called as its set where others are called so as well.
      const set = labels.filter((each) => each === label).length > 1 ? setOf(id) : undefined;
      return { key: id, label: set === undefined ? label : `${set}: ${label}` };
    }),
  ];
}

/** The one field that is meant by a key with or without the type before it, as it is spoken among other types. */
function fieldSpoken(types: readonly SourceType[], key: string): Field | undefined {
  const at = key.lastIndexOf(':');
  const meant = at < 0 ? types : types.filter((type) => sourceKey(type) === key.slice(0, at));
  const found = meant.flatMap((type) => type.fieldByKey(key.slice(at + 1)) ?? []);
  return new Set(found.map(({ id }) => id)).size === 1 ? found[0] : undefined;
}

/**
 * What things of some types are asked by together: as one source, offering what they have in common alone where
 * they are not just some that were chosen. What was asked among other types is still understood.
 */
export function askedTogether(model: CompiledModel, types: readonly SourceType[], chosen: boolean): Fielded {
  const sources = new Sources(types);
  const labels = new Map(sharedFields(model, types).map(({ key, label }) => [key, label]));
  // Of no type alone: called as it is in all of them.
  const all = sources.fields.map((field) => {
    const label = labels.get(field.id);
    return label === undefined ? field : { ...field, label };
  });
  const isShared = ({ id }: Field) => labels.has(id) || sourceRoles.some((role) => role === id);
  const byKey = new Map(all.map((field) => [field.key, field]));
  return {
    label: sources.label,
    fields: chosen ? all : all.filter(isShared),
    field: (path) => sources.field(path),
    fieldByKey: (key) => byKey.get(key) ?? fieldSpoken(types, key),
  };
}

/** The field of a type that is meant by such a key; nothing where it has none. */
export const fieldShared = (type: SourceType, key: string): Field | undefined =>
  isRole(key) ? roleField(type, key) : type.field(key);

/**
 * Whether things of some types can be sorted by such a key: what is meant by it in each type that has it lies in one
 * order with the others'.
 */
export function sortsByShared(types: readonly SourceType[], key: string): boolean {
  const orders = new Set(
    types.flatMap((type) => {
      const field = fieldShared(type, key);
      if (!field) return [];
      const { sort, column } = kindFor(field).indexShape;
      if (sortsBy(field) !== 'values') return [sortsBy(field)];
      // The order of choices is that of their own field.
      return [sort === 'rank' ? field.id : `${sort} ${column}`];
    }),
  );
  return orders.size === 1 && !orders.has(undefined);
}

/** The value of such a field in what a thing of a type says, with the field. */
export function sharedValue(
  type: SourceType,
  key: string,
  values: Values,
): { field: Field; value: Values[string] } | undefined {
  const field = fieldShared(type, key);
  const value = field && values[field.id];
  return field && value !== undefined ? { field, value } : undefined;
}
