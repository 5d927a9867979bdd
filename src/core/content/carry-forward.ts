import type { CompiledModel } from '../model/compile';
import type { Field } from '../model/document';
import { kindFor, plainFields, type Value } from '../model/kinds';
import { everythingSaid, type Block, type SlotContents } from './blocks';
import type { LocalizedValues } from './localized-values';
import type { Values } from './values';

/**
 * One value in the form in which a field holds it now: in a list where the field came to hold several, out of
 * it where it came to hold one and there is one. Several where one is held stay as they are, so that nothing
 * is lost; the form tells them.
 */
export function carryValue<V>(field: Field, value: V): V | V[] | unknown {
  const { maySeveral, several } = kindFor(field);
  if (!maySeveral) return value;
  if (several) return Array.isArray(value) ? value : [value];
  return Array.isArray(value) && value.length === 1 ? value[0] : value;
}

/**
 * Values that were written under an earlier model, by field id, in the form in which the fields hold them
 * now. Values of fields that are gone stay.
 */
export function carryValues(fields: readonly Field[], values: Values): Values {
  const carried: Values = { ...values };
  for (const field of fields) {
    const value = values[field.id];
    if (value === undefined) continue;
    const now = carryInside(field, value);
    if (now === undefined) delete carried[field.id];
    else carried[field.id] = now;
  }
  return carried;
}

function carryInside(field: Field, value: Value): Value | undefined {
  const kind = kindFor(field);
  const { inside } = kind;
  return inside
    ? kind.mapInside(value, (values) => carryValues(plainFields(inside), values))
    : kind.carried(carryValue(field, value) as Value);
}

/**
 * A stored body that was written under an earlier model, brought to a newer one: its values in every
 * language, and those of its blocks. `fields` are those of its type in the newer model. The same body where
 * nothing differs.
 */
export function carryForward<B extends LocalizedValues & { slots?: SlotContents; tray?: Block[] }>(
  model: CompiledModel,
  fields: readonly Field[],
  body: B,
): B {
  const { values, translations, slots, tray } = body;
  const blocks = slots && structuredClone(slots);
  const beside = tray && structuredClone(tray);
  for (const { said } of everythingSaid({ ...blocks, beside: beside ?? [] }))
    said.values = carryValues(model.blockType(said.type)?.fields ?? [], said.values);
  return {
    ...body,
    values: carryValues(fields, values),
    ...(translations
      ? {
          translations: Object.fromEntries(
            Object.entries(translations).map(([locale, each]) => [locale, carryValues(fields, each)]),
          ),
        }
      : {}),
    ...(blocks ? { slots: blocks } : {}),
    ...(beside ? { tray: beside } : {}),
  };
}

/** Names of a form's fields as a draft knew them, by the key: their ids. */
export type DraftFields = Readonly<Record<string, string>>;

/** The keys of fields with their ids, to be kept beside a draft. */
export const draftFields = (fields: readonly Pick<Field, 'id' | 'key'>[]): DraftFields =>
  Object.fromEntries(fields.map(({ key, id }) => [key, id]));

/**
 * What a draft of an earlier model says, by key, under the keys that its fields have now, in the form in
 * which they hold it. What is no field of then stays under its name; what was said in fields that are gone is
 * left out, as the form has no place for it.
 */
export function carryDraft<V>(
  then: DraftFields,
  fields: readonly Field[],
  given: Readonly<Record<string, V>>,
): Record<string, V> {
  const byId = new Map(fields.map((field) => [field.id, field]));
  const carried: [string, V][] = [];
  for (const [key, value] of Object.entries(given)) {
    const id = Object.hasOwn(then, key) ? then[key] : undefined;
    const field = id === undefined ? undefined : byId.get(id);
    if (id === undefined) carried.push([key, value]);
    else if (field) carried.push([field.key, value === null ? value : (carryValue(field, value) as V)]);
  }
  return Object.fromEntries(carried);
}
