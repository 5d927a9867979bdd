import type { Id } from '../ids';
import { sameJson, type Json } from '../json';
import { partKeys, type Mapping } from '../mapping/parts';
import type { ContentType, Field, ModelDocument, PageType } from './document';
import type { KindName } from './kinds';
import { keyFrom } from './naming';
import { proposeFace } from './propose-face';
import { newField } from './start';

type AnyType = ContentType | PageType;

const asJson = (face: Mapping) => face as unknown as Json;

/** A document in which one type, content or page, is replaced by what `change` makes of it. */
export function changeType(document: ModelDocument, id: Id, change: <T extends AnyType>(type: T) => T): ModelDocument {
  const each = <T extends AnyType>(types: T[]): T[] => types.map((type) => (type.id === id ? change(type) : type));
  return { ...document, contentTypes: each(document.contentTypes), pageTypes: each(document.pageTypes) };
}

/** A face that nobody drew by hand follows the fields; one that was drawn only loses what is gone. */
function faceAfter(type: AnyType, fields: readonly Field[]): Mapping {
  if (sameJson(asJson(type.face), asJson(proposeFace(type.fields, type.title)))) return proposeFace(fields, type.title);
  const stands = (id: string) => fields.some((field) => field.id === id);
  return Object.fromEntries(partKeys.flatMap((part) => {
    const chains = (type.face[part] ?? []).map((chain) => chain.filter((step) => 'words' in step || stands(step.field))).filter((chain) => chain.length > 0);
    return chains.length > 0 ? [[part, chains]] : [];
  }));
}

function withFields<T extends AnyType>(type: T, fields: Field[]): T {
  const stands = (id: Id | undefined) => id !== undefined && fields.some((field) => field.id === id);
  const next: T = { ...type, fields, face: faceAfter(type, fields) };
  if ('columns' in next) {
    next.columns = next.columns.filter(stands);
    if (!stands(next.summary)) delete next.summary;
    if (!stands(next.date)) delete next.date;
  }
  return next;
}

/** The type with a new field at its end, in the form under the heading of the one before; the field's key is made from its label. */
export function addField<T extends AnyType>(type: T, label: string, kind: KindName): T {
  const group = type.fields.at(-1)?.group;
  const field = newField(label, kind, type.fields.map(({ key }) => key));
  return withFields(type, [...type.fields, group ? { ...field, group } : field]);
}

/** The type with a field replaced. The key of a field that was never in force follows its label. */
export function replaceField<T extends AnyType>(type: T, field: Field, wasInForce: boolean): T {
  const taken = type.fields.filter(({ id }) => id !== field.id).map(({ key }) => key);
  const before = type.fields.find(({ id }) => id === field.id);
  const key = !wasInForce && before && before.label !== field.label && field.label.trim() ? keyFrom(field.label, taken) : field.key;
  return withFields(type, type.fields.map((each) => (each.id === field.id ? { ...field, key } : each)));
}

/** The type without a field, which also leaves its face, its table and its roles. The title's field cannot go. */
export const removeField = <T extends AnyType>(type: T, id: Id): T => (type.title === id ? type : withFields(type, type.fields.filter((field) => field.id !== id)));

/** The type with the field at one place moved to another, places counted from 0 and kept inside the sheet. */
export function moveField<T extends AnyType>(type: T, from: number, to: number): T {
  const fields = [...type.fields];
  const [moved] = fields.splice(from, 1);
  if (!moved) return type;
  fields.splice(Math.max(0, Math.min(to, fields.length)), 0, moved);
  return { ...type, fields };
}

/** The parts of a type's own face, and the roles in it, that a field feeds: "title", "address", "card". */
export function rolesOf(type: AnyType, field: Id): string[] {
  const fed = partKeys.some((part) => type.face[part]?.some((chain) => chain.some((step) => 'field' in step && step.field === field)));
  const roles: [boolean, string][] = [
    [type.title === field, 'title'],
    ['address' in type && type.address.from === field, 'address'],
    [fed, 'face'],
    ['columns' in type && type.columns.includes(field), 'table'],
  ];
  return roles.flatMap(([has, role]) => (has ? [role] : []));
}
