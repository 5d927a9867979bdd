import type { Id } from '../ids';
import type { Field } from '../model/document';
import { kindFor, plainFields, type Value } from '../model/kinds';
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
  const kind = kindFor(field);
  const { inside } = kind;
  if (inside)
    return kind.mapInside(value, (values) => replaceCategory(plainFields(inside), values, from, to));
  if (kind.scheme === undefined) return value;
  if (!Array.isArray(value)) return value === from ? to : value;
  const left = [
    ...new Set((value as Id[]).flatMap((id) => (id === from ? (to === undefined ? [] : [to]) : [id]))),
  ];
  return left.length > 0 ? left : undefined;
}
