import { isJsonObject, type Json, type JsonObject } from '../../json';
import type { ProposedField } from './propose-fields';

const asText = (value: Json | undefined): string => (typeof value === 'string' ? value : '');
const asStrings = (value: Json | undefined): string[] =>
  Array.isArray(value) ? value.filter((each): each is string => typeof each === 'string') : [];

/** The schema itself, where a reference within the document leads to it. */
function settled(schema: Json | undefined, whole: JsonObject, deep = 0): JsonObject {
  if (!isJsonObject(schema)) return {};
  const ref = asText(schema.$ref);
  if (!ref.startsWith('#/') || deep > 8) return schema;
  let at: Json | undefined = whole;
  for (const piece of ref.slice(2).split('/'))
    at = isJsonObject(at) ? at[piece.replaceAll('~1', '/').replaceAll('~0', '~')] : undefined;
  return settled(at, whole, deep + 1);
}

const typeOf = (schema: JsonObject): string =>
  Array.isArray(schema.type)
    ? (asStrings(schema.type).find((type) => type !== 'null') ?? '')
    : asText(schema.type);

function propose(
  source: string,
  given: Json | undefined,
  required: boolean,
  whole: JsonObject,
  deep: number,
): ProposedField {
  const schema = settled(given, whole);
  const label =
    asText(schema.title) ||
    source
      .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
      .replace(/[_-]+/g, ' ')
      .toLowerCase()
      .replace(/^./, (first) => first.toUpperCase());
  const base = { source, label, required, agree: 1, of: 1, evidence: 'The schema says so' };
  const type = typeOf(schema);
  const format = asText(schema.format);
  const choices = asStrings(schema.enum);
  if (choices.length > 0) return { ...base, kind: 'choice', choices };
  if (type === 'object')
    return { ...base, kind: 'group', inside: deep > 4 ? [] : fieldsOf(schema, whole, deep + 1) };
  if (type === 'array') {
    const items = settled(schema.items, whole);
    const of = asStrings(items.enum);
    if (of.length > 0) return { ...base, kind: 'choice', choices: of, multiple: true };
    const inside =
      typeOf(items) === 'object'
        ? fieldsOf(items, whole, deep + 1)
        : [propose('', items, true, whole, deep + 1)].map((field) => ({ ...field, label: 'Item' }));
    return { ...base, kind: 'list', inside: deep > 4 ? [] : inside };
  }
  if (type === 'boolean') return { ...base, kind: 'yesNo' };
  if (type === 'integer') return { ...base, kind: 'number' };
  if (type === 'number') return { ...base, kind: 'number', decimals: 2 };
  if (format === 'date') return { ...base, kind: 'date' };
  if (format === 'date-time') return { ...base, kind: 'moment' };
  const most = typeof schema.maxLength === 'number' ? schema.maxLength : undefined;
  if (format === 'email') return { ...base, kind: 'line', format: 'email', maxLength: 320 };
  if (format === 'uri' || format === 'url') return { ...base, kind: 'line', format: 'url', maxLength: 500 };
  return most !== undefined && most > 200
    ? { ...base, kind: 'paragraphs', maxLength: most }
    : { ...base, kind: 'line', maxLength: Math.max(1, Math.min(500, most ?? 120)) };
}

function fieldsOf(schema: JsonObject, whole: JsonObject, deep: number): ProposedField[] {
  const required = new Set(asStrings(schema.required));
  return Object.entries(isJsonObject(schema.properties) ? schema.properties : {}).map(([key, each]) =>
    propose(key, each, required.has(key), whole, deep),
  );
}

/**
 * The fields that a JSON Schema (2020-12 or older) of an object asks for. References within the document are
 * followed.
 */
export const fieldsFromSchema = (schema: JsonObject): ProposedField[] => fieldsOf(schema, schema, 0);
