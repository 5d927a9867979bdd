import { newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import { emptyModel, TOP } from '../model/document';
import { smallWords } from '../model/start';

/**
 * A model written by hand, in which everything is spoken of by key and ids are left out: choices as `{ key: label }`,
 * a face's steps as a field's key, `{ field, shorten, first }` or `{ words }`, placements as `{ parent: [child, ...] }`.
 * Answers with a model document with new ids, not yet checked: give it to `readModelDocument`. A key that names
 * nothing stays as it is, so that the check tells its place.
 */
export function modelFromKeys(written: JsonObject): JsonObject {
  const empty = emptyModel('en');
  const pageTypeIds = new Map<string, Id>(Object.keys(asObject(written.pageTypes)).map((key) => [key, newId()]));
  const idOf = (key: string): string => (key === TOP ? TOP : pageTypeIds.get(key) ?? key);
  return {
    format: empty.format,
    version: empty.version,
    locales: written.locales ?? { ...empty.locales },
    houseStyle: { palette: { ...empty.houseStyle.palette, ...asObject(written.palette) } },
    contentTypes: Object.entries(asObject(written.contentTypes)).map(([key, type]) => contentType(key, asObject(type))),
    pageTypes: Object.entries(asObject(written.pageTypes)).map(([key, type]) => pageType(key, idOf(key), asObject(type))),
    placements: Object.entries(asObject(written.placements)).flatMap(([parent, children]) =>
      asList(children).map((child) => {
        const { child: key, ...limits } = isJsonObject(child) ? child : { child };
        return { id: newId(), parent: idOf(parent), child: idOf(String(key)), ...limits };
      })),
  };
}

const asObject = (value: Json | undefined): JsonObject => (isJsonObject(value) ? value : {});
const asList = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : value === undefined || value === null ? [] : [value]);

function field(key: string, written: JsonObject): JsonObject {
  const { rules, label, indexed, kind, ...rest } = written;
  const { choices, ...others } = asObject(rules);
  const listed: JsonObject = choices === undefined ? {} : { choices: Object.entries(asObject(choices)).map(([each, words]) => ({ id: newId(), key: each, label: words })) };
  return { id: newId(), key, label: label ?? key, kind: kind ?? 'line', indexed: indexed ?? kind !== 'paragraphs', ...rest, rules: { ...listed, ...others } };
}

interface Named {
  fields: JsonObject[];
  byKey(key: Json | undefined): Json;
}

function fieldsOf(written: Json | undefined): Named {
  const fields = Object.entries(asObject(written)).map(([key, each]) => field(key, asObject(each)));
  const ids = new Map(fields.map(({ key, id }) => [key, id ?? null]));
  return { fields, byKey: (key) => (typeof key === 'string' ? ids.get(key) ?? key : key ?? null) };
}

function step(written: Json, { byKey }: Named): Json {
  if (!isJsonObject(written)) return { field: byKey(written) };
  const { field: key, ...format } = written;
  if (key === undefined) return written;
  return { field: byKey(key), ...(Object.keys(format).length > 0 ? { format } : {}) };
}

/** A part has a list of chains; a chain of one step may be written without its brackets. */
const face = (written: Json | undefined, named: Named): JsonObject =>
  Object.fromEntries(Object.entries(asObject(written)).map(([part, chains]) => [part, asList(chains).map((chain) => asList(chain).map((each) => step(each, named)))]));

function typeParts(key: string, id: Id, written: JsonObject, named: Named): JsonObject {
  const { label = key, plural = label, purpose = '', icon = 'file' } = written;
  return { id, key, label, plural, purpose, icon, fields: named.fields, title: named.byKey(written.title ?? 'title'), face: face(written.face, named) };
}

function contentType(key: string, written: JsonObject): JsonObject {
  const named = fieldsOf(written.fields);
  const optional = (['summary', 'date'] as const).flatMap((role): [string, Json][] => (written[role] === undefined ? [] : [[role, named.byKey(written[role])]]));
  return { ...typeParts(key, newId(), written, named), ...Object.fromEntries(optional), review: written.review ?? false, columns: asList(written.columns).map(named.byKey) };
}

function pageType(key: string, id: Id, written: JsonObject): JsonObject {
  const named = fieldsOf(written.fields);
  const { source = 'blocks', inNavigation = true, mostInSite } = written;
  return {
    ...typeParts(key, id, written, named), source: { kind: source }, inNavigation, ...(mostInSite === undefined ? {} : { mostInSite }),
    address: { from: named.byKey(written.title ?? 'title'), drop: smallWords, atMost: 60 },
  };
}
