import { isJsonObject, type Json, type JsonObject } from '../../json';
import type { Field } from '../../model/document';
import { plainFields } from '../../model/kinds';
import { dayIn, momentIn, numberIn, spotIn, unitIn, yesNoIn } from './cell';
import type { ProposedField } from './propose-fields';

/** Looks up the entry that a value of another file names. */
export type EntryNamed = (file: string, name: string) => string | undefined;

const asText = (value: Json): string =>
  typeof value === 'string'
    ? value.trim()
    : value === null
      ? ''
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);

function piecesOf(value: Json, separator: string | undefined): string[] {
  if (Array.isArray(value)) return value.map(asText).filter(Boolean);
  const text = asText(value);
  return separator
    ? text
        .split(separator)
        .map((piece) => piece.trim())
        .filter(Boolean)
    : [text].filter(Boolean);
}

/** One value of a row as it is spoken at the door; what cannot be read stays as it is, for the server to tell. */
function spoken(value: Json, proposed: ProposedField, field: Field, named: EntryNamed): Json {
  if (value === null || value === '') return null;
  const text = asText(value);
  switch (field.kind) {
    case 'number': {
      if (typeof value === 'number') return value;
      const unit = unitIn(text);
      return numberIn(unit ? text.slice(0, -unit.length) : text) ?? text;
    }
    case 'yesNo':
      return typeof value === 'boolean' ? value : (yesNoIn(text) ?? text);
    case 'date':
      return dayIn(text, proposed.monthFirst)?.day ?? text.slice(0, 10);
    case 'moment':
      return momentIn(text, proposed.monthFirst) ?? text;
    case 'choice': {
      const keyOf = (label: string) =>
        field.rules.choices.find((choice) => choice.label === label.slice(0, 80))?.key ?? label;
      return field.rules.multiple ? piecesOf(value, proposed.separator).map(keyOf) : keyOf(text);
    }
    case 'entry': {
      const ids = piecesOf(value, proposed.separator).flatMap(
        (name) => named(proposed.refersTo ?? '', name) ?? [],
      );
      return field.rules.multiple ? ids : (ids[0] ?? null);
    }
    case 'spot': {
      if (!isJsonObject(value)) return (spotIn(text) as JsonObject | undefined) ?? text;
      const pick = (name: RegExp) => Object.entries(value).find(([key]) => name.test(key))?.[1];
      return { latitude: Number(pick(/^lat/i)), longitude: Number(pick(/^(lon|lng)/i)) };
    }
    case 'group':
      return isJsonObject(value)
        ? rowValues(value, proposed.inside ?? [], plainFields(field.rules.fields), named)
        : null;
    case 'list':
      return (Array.isArray(value) ? value : [value]).map((item) =>
        rowValues(
          isJsonObject(item) ? item : { '': item },
          proposed.inside ?? [],
          plainFields(field.rules.fields),
          named,
        ),
      );
    case 'line':
      return text.replace(/\s+/g, ' ');
    default:
      return typeof value === 'object' ? text : value;
  }
}

/**
 * A row of a sample as the values of an entry, spoken by key. `fields` are those that the proposed ones
 * became, in the same order.
 */
export function rowValues(
  row: JsonObject,
  proposed: readonly ProposedField[],
  fields: readonly Field[],
  named: EntryNamed,
): JsonObject {
  return Object.fromEntries(
    proposed.flatMap((each, i): [string, Json][] => {
      const field = fields[i];
      const value = row[each.source];
      return field && value !== undefined ? [[field.key, spoken(value, each, field, named)]] : [];
    }),
  );
}
