import type { Id } from '../ids';
import type { Field } from '../model/document';
import { plainFields, type FieldValues, type ListItem, type Value } from '../model/kinds';
import type { Values } from './values';

/**
 * The values with every reference to one category given to another (or taken out where there is none), in groups and
 * lists too. One that then stands twice in a field stands once.
 */
export function replaceCategory(
  fields: readonly Field[],
  values: Values,
  from: Id,
  to: Id | undefined,
): Values {
  const next: Values = { ...values };
  for (const field of fields) {
    const value = values[field.id];
    if (value === undefined) continue;
    const changed = replaceIn(field, value, from, to);
    if (changed === undefined) delete next[field.id];
    else next[field.id] = changed;
  }
  return next;
}

function replaceIn(field: Field, value: Value, from: Id, to: Id | undefined): Value | undefined {
  if (field.kind === 'group')
    return replaceCategory(plainFields(field.rules.fields), value as FieldValues, from, to);
  if (field.kind === 'list' && Array.isArray(value))
    return (value as ListItem[]).map((item) => ({
      ...item,
      values: replaceCategory(plainFields(field.rules.fields), item.values, from, to),
    }));
  if (field.kind !== 'category') return value;
  if (!Array.isArray(value)) return value === from ? to : value;
  const left = [
    ...new Set((value as Id[]).flatMap((id) => (id === from ? (to === undefined ? [] : [to]) : [id]))),
  ];
  return left.length > 0 ? left : undefined;
}
