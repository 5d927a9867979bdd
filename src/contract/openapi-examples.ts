import { isJsonObject, type Json, type JsonObject } from '../core/json';

/** What stands in an example under a name, where its schema leaves it open. */
const under: Readonly<Record<string, Json>> = {
  address: '/species/bell-heron',
  begins: '/friends',
  by: 'Odile Larkmoor',
  changedBy: 'Odile Larkmoor',
  code: '123456',
  email: 'editor@quillwater.example',
  from: '/old/path',
  to: '/new/path',
  key: 'species',
  field: 'size',
  lacks: 'fr',
  older: 'fr',
  types: 'species',
  q: 'heron',
  label: 'Bell heron',
  language: 'fr',
  locale: 'en-GB',
  message: 'A species needs a name.',
  name: 'Bell heron',
  newPassword: 'reeds and open water',
  password: 'quillwater',
  path: '/values/name',
  plural: 'Species',
  rule: { from: ['species'] },
  sites: ['main'],
  slug: 'bell-heron',
  status: 301,
  timeZone: 'Europe/London',
  title: 'Bell heron',
  translations: { fr: { name: 'Héron à clochette' } },
  type: 'species',
  values: { name: 'Bell heron', size: 80 },
  word: 'first-light',
};

const ID = '01a211ae-09db-7716-b71b-8261e62a7f8d';
const formats: Readonly<Record<string, string>> = {
  uuid: ID,
  date: '2026-11-24',
  'date-time': '2026-11-24T10:30:00.000Z',
  email: 'editor@quillwater.example',
  uri: 'https://reserve.example/species',
};
/** How deep examples nest; what lies below is left out where it may be. */
const DEEP = 5;

/** Words that fit what a pattern asks for, of those that the patterns here ask for. */
function fitting(pattern: string, name: string): string {
  const given = under[name];
  const tried = [
    ...(typeof given === 'string' ? [given] : []),
    ...[
      ID,
      'JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP',
      'species',
      'bell-heron',
      '2026-11-24',
      '10:30',
      '#2f5a52',
      '123456',
      '/species',
      'a',
      '0',
    ],
  ];
  return tried.find((each) => new RegExp(pattern, 'u').test(each)) ?? '';
}

type Schemas = Readonly<Record<string, JsonObject>>;

function textOf({ format, pattern, minLength = 0, maxLength }: JsonObject, name: string): string {
  if (typeof format === 'string' && formats[format] !== undefined) return formats[format];
  if (typeof pattern === 'string') return fitting(pattern, name);
  const given = under[name];
  const words = (typeof given === 'string' ? given : 'Bell heron').padEnd(Number(minLength), '.');
  return typeof maxLength === 'number' ? words.slice(0, maxLength) : words;
}

/**
 * An example of what a schema (JSON Schema 2020-12, as the classes of the contract make them) describes: what must be there,
 * and what may be, as far as it does not nest too deep. `name` is under which it stands.
 */
export function exampleOf(schema: JsonObject, schemas: Schemas, name = '', depth = 0): Json {
  const { $ref, enum: among, oneOf, anyOf, allOf, type, items, properties, required, minimum } = schema;
  if (typeof $ref === 'string') {
    const named = schemas[$ref.split('/').at(-1) ?? ''];
    return named ? exampleOf(named, schemas, name, depth) : null;
  }
  if (Array.isArray(among)) return among[0] ?? null;
  if ('const' in schema) return schema.const ?? null;
  if (typeof schema.pattern === 'string') return textOf(schema, name);
  for (const several of [oneOf, anyOf, allOf])
    if (Array.isArray(several) && several.length > 0) {
      // Of several the last that is something says most: a moment rather than a day.
      const last = several.filter((each) => isJsonObject(each) && each.type !== 'null').at(-1) ?? null;
      return isJsonObject(last)
        ? exampleOf({ ...schema, oneOf: null, anyOf: null, allOf: null, ...last }, schemas, name, depth)
        : null;
    }
  const sort = Array.isArray(type) ? type[0] : type;
  if (sort === 'array')
    return isJsonObject(items) && depth < DEEP ? [exampleOf(items, schemas, name, depth + 1)] : [];
  if (sort === 'integer' || sort === 'number') {
    const given = under[name];
    return typeof given === 'number' ? given : Math.max(1, Number(minimum ?? 1));
  }
  if (sort === 'boolean') return true;
  if (sort === 'string') return textOf(schema, name);
  if (!isJsonObject(properties)) return under[name] ?? {};
  const needed = new Set(Array.isArray(required) ? required : []);
  return Object.fromEntries(
    Object.entries(properties).flatMap(([each, of]): [string, Json][] =>
      isJsonObject(of) && (needed.has(each) || depth < DEEP - 2)
        ? [[each, exampleOf(of, schemas, each, depth + 1)]]
        : [],
    ),
  );
}
