import { matches } from '../../mapping/rule/matches';
import { pointer, read, refuse, refuseAll, under, type Fault, type Reading } from '../../faults';
import type { Id } from '../../ids';
import { isJsonObject, type Json, type JsonObject } from '../../json';
import type { Field, FieldEntry } from '../document';
import type { FieldKind } from './field-kind';
import { isEmpty, type Reference, type Speaking, type Surroundings, type Value } from './kind';

/** What a set of fields holds: values by field id. A field without a value is absent. */
export type FieldValues = { [field: Id]: Value };

/** Looks up the kind of a field, with the field's rules put in. */
export type KindFor = (field: Field) => FieldKind;

/** How deep groups and lists may nest, the outermost counted as one. */
export const nestingBound = 6;

/** The fields themselves. Once a model is compiled there are no others: included sets have been put in their place. */
export const plainFields = (entries: readonly FieldEntry[]): Field[] =>
  entries.filter((entry): entry is Field => !('include' in entry));

/** Whether a value counts as left empty, by its kind where only the kind can tell. */
const isBlank = (kind: FieldKind, value: Value): boolean => isEmpty(value as Json) || kind.isBlank(value);

/**
 * The fields that stand when the others hold what they hold: one whose condition fails is not shown, and asks
 * nothing.
 */
export const visibleFields = (fields: readonly Field[], values: FieldValues, today: string): Field[] =>
  fields.filter(({ showWhen }) => !showWhen || matches(showWhen, values, today));

/**
 * What is asked of a set of fields at once: of a whole type, of a group, of one item of a list. The kinds that hold
 * fields are made with these, and these look up kinds, so the look-up is handed in.
 */
export function nesting(kindFor: KindFor) {
  /** Lays what was given (by key; null empties) over what is kept. With any fault nothing may be kept. */
  function parseFields(
    fields: readonly Field[],
    given: JsonObject,
    kept: FieldValues,
  ): { values: FieldValues; faults: Fault[] } {
    const byKey = new Map(fields.map((field) => [field.key, field]));
    const values: FieldValues = { ...kept };
    const faults: Fault[] = [];
    for (const [key, input] of Object.entries(given)) {
      const field = byKey.get(key);
      const at = pointer('', key);
      if (!field) {
        faults.push({ path: at, code: 'unknown-field', message: `There is no field "${key}" here.` });
        continue;
      }
      const kind = kindFor(field);
      if (kind.derived) {
        // What was read may be sent back whole; a derived value in it says nothing.
        continue;
      }
      if (isEmpty(input)) {
        delete values[field.id];
        continue;
      }
      const value =
        kind.holds === 'once'
          ? parseGroup(plainFields(kind.inside ?? []), input, values[field.id])
          : kind.read(input);
      if (!value.ok) faults.push(...under(at, value.faults));
      else if (isBlank(kind, value.value)) delete values[field.id];
      else values[field.id] = value.value;
    }
    return { values, faults };
  }

  /** A patch of a group changes the fields it names and leaves the others, as a merge patch does (RFC 7396). */
  function parseGroup(fields: readonly Field[], input: Json, kept: Value | undefined): Reading<FieldValues> {
    if (!isJsonObject(input)) return refuse('kind', 'This takes the fields of the group, by their keys.');
    const { values, faults } = parseFields(fields, input, (kept ?? {}) as FieldValues);
    return faults.length > 0 ? refuseAll(faults) : read(values);
  }

  function serializeFields(fields: readonly Field[], values: FieldValues): JsonObject {
    return Object.fromEntries(
      fields.map((field) => {
        const value = values[field.id];
        return [field.key, value === undefined ? null : kindFor(field).speak(value)];
      }),
    );
  }

  function checkFields(fields: readonly Field[], values: FieldValues, here: Surroundings): Fault[] {
    return visibleFields(fields, values, here.today).flatMap((field): Fault[] => {
      const kind = kindFor(field);
      if (kind.derived) return [];
      const value = values[field.id];
      const at = pointer('', field.key);
      if (value === undefined) {
        return field.required
          ? [
              {
                path: at,
                code: 'required',
                message: `${field.label} must be filled in before this can be published.`,
              },
            ]
          : [];
      }
      // A value kept from before a field changed its kind may no longer be of the kind: it is told, never thrown away.
      if (!kind.isOfKind(value))
        return [
          {
            path: at,
            code: 'kind',
            message: `${field.label} holds something of another kind. Fill it in again.`,
          },
        ];
      return under(at, kind.check(value, here));
    });
  }

  function referencesOf(fields: readonly Field[], values: FieldValues): Reference[] {
    return fields.flatMap((field) => {
      const value = values[field.id];
      const kind = kindFor(field);
      if (value === undefined || !kind.isOfKind(value)) return [];
      return kind.refers(value).map((ref) => ({ ...ref, path: pointer('', field.key) + ref.path }));
    });
  }

  /** The values of a set of fields in words, those without left out: "Length: 70 cm, Weight: 1 kg". */
  function fieldsInWords(fields: readonly Field[], values: FieldValues, speaking: Speaking): string {
    return fields
      .flatMap((field) => {
        const value = values[field.id];
        const kind = kindFor(field);
        return value !== undefined && kind.isOfKind(value) ? [kind.inWords(value, speaking)] : [];
      })
      .filter(Boolean)
      .join(', ');
  }

  /** The JSON Schema of what a set of fields holds, spoken as at the door. Null empties a field. */
  function fieldsSchema(fields: readonly Field[], besides: JsonObject = {}): JsonObject {
    return {
      type: 'object',
      additionalProperties: false,
      properties: {
        ...besides,
        ...Object.fromEntries(
          fields.map((field): [string, JsonObject] => {
            const { rulesInWords, valueSchema } = kindFor(field);
            return [
              field.key,
              {
                title: field.label,
                description: [field.help, rulesInWords].filter(Boolean).join(' '),
                anyOf: [valueSchema, { type: 'null' }],
              },
            ];
          }),
        ),
      },
    };
  }

  return {
    parseFields,
    parseGroup,
    serializeFields,
    checkFields,
    referencesOf,
    fieldsInWords,
    fieldsSchema,
  };
}

export type Nesting = ReturnType<typeof nesting>;
