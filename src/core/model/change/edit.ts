import { newId, type Id } from '../../ids';
import { sameJson, type Json } from '../../json';
import { partKeys, type Mapping } from '../../mapping/parts';
import { expandFields } from '../compile';
import {
  isInclude,
  shapeLists,
  type AnyShape,
  type Face,
  type Field,
  type FieldEntry,
  type FieldSet,
  type ModelDocument,
  type ShapeList,
  type Shapes,
} from '../document';
import { fieldsFound, foundAmong } from '../found';
import { changeEntries, changeList, entryIn, insideOf, moveEntry, rowsOf, withoutEntries } from '../entries';
import type { KindName } from '../kinds';
import { keyFrom } from '../naming';
import { pluralOf } from '../plural';
import { proposeMapping } from '../fresh/propose-face';
import { copyShape, newField, newFieldSet } from '../fresh/start';

type Sets = ReadonlyMap<Id, FieldSet>;

const asJson = (mapping: Mapping | undefined) => (mapping ?? null) as unknown as Json;

export const setsOf = (document: ModelDocument): Sets =>
  new Map(document.fieldSets.map((set) => [set.id, set]));

export const shapesIn = (document: ModelDocument, list: ShapeList): readonly AnyShape[] => document[list];

/** The list in which something stands, by its id. */
export const listOf = (document: ModelDocument, id: Id): ShapeList | undefined =>
  shapeLists.find((list) => shapesIn(document, list).some((shape) => shape.id === id));

export const shapeById = (document: ModelDocument, id: Id): AnyShape | undefined =>
  shapeLists.flatMap((list) => shapesIn(document, list)).find((shape) => shape.id === id);

/** A document in which one type, set or scheme is replaced by what `change` makes of it. */
export function changeShape(
  document: ModelDocument,
  id: Id,
  change: <T extends AnyShape>(shape: T) => T,
): ModelDocument {
  const each = <T extends AnyShape>(shapes: T[]): T[] =>
    shapes.some((shape) => shape.id === id)
      ? shapes.map((shape) => (shape.id === id ? change(shape) : shape))
      : shapes;
  return {
    ...document,
    contentTypes: each(document.contentTypes),
    pageTypes: each(document.pageTypes),
    blockTypes: each(document.blockTypes),
    fieldSets: each(document.fieldSets),
    schemes: each(document.schemes),
  };
}

/** Puts something new at the end of its list. */
export const addShape = <L extends ShapeList>(
  document: ModelDocument,
  list: L,
  shape: Shapes[L],
): ModelDocument => ({ ...document, [list]: [...document[list], shape] });

/** Puts a copy right behind the original, with ids, a name and a key of its own. */
export function duplicateShape(
  document: ModelDocument,
  id: Id,
): { document: ModelDocument; copy: AnyShape } | undefined {
  const list = listOf(document, id);
  const original = list && shapeById(document, id);
  if (!list || !original) return undefined;
  const labels = new Set(shapesIn(document, list).map(({ label }) => label));
  let label = `${original.label}, copy`;
  for (let n = 2; labels.has(label); n += 1) label = `${original.label}, copy ${n}`;
  const copy = copyShape(
    original,
    label,
    shapesIn(document, list).map(({ key }) => key),
  );
  return {
    document: {
      ...document,
      [list]: shapesIn(document, list).flatMap((shape) => (shape.id === id ? [shape, copy] : [shape])),
    },
    copy,
  };
}

/**
 * The document without a type, set or scheme, and without what only placed or allowed it. What names it
 * otherwise is left, for the check to tell.
 */
export function removeShape(document: ModelDocument, id: Id): ModelDocument {
  const slots = <T extends AnyShape>(shape: T): T =>
    'slots' in shape
      ? {
          ...shape,
          slots: shape.slots.map((slot) => ({ ...slot, allows: slot.allows.filter((each) => each !== id) })),
        }
      : shape;
  const rest: ModelDocument = {
    ...document,
    placements: document.placements.filter(({ parent, child }) => parent !== id && child !== id),
    pageTypes: document.pageTypes.map(slots),
    blockTypes: document.blockTypes.map(slots),
  };
  return shapeLists.reduce<ModelDocument>(
    (model, list) => ({ ...model, [list]: shapesIn(model, list).filter((shape) => shape.id !== id) }),
    rest,
  );
}

/** The document with something moved to another place (from 0) in its list. */
export function moveShape(document: ModelDocument, id: Id, to: number): ModelDocument {
  const list = listOf(document, id);
  if (!list) return document;
  const shapes = [...shapesIn(document, list)];
  const [moved] = shapes.splice(
    shapes.findIndex((shape) => shape.id === id),
    1,
  );
  if (moved) shapes.splice(Math.max(0, Math.min(to, shapes.length)), 0, moved);
  return { ...document, [list]: shapes };
}

/** Follows the label with the key of something that was never in force; afterwards the key holds. */
export function relabel<T extends AnyShape>(
  shape: T,
  label: string,
  others: readonly AnyShape[],
  wasInForce: boolean,
): T {
  const key =
    wasInForce || !label.trim()
      ? shape.key
      : keyFrom(
          label,
          others.filter(({ id }) => id !== shape.id).map((other) => other.key),
        );
  const isProposed = shape.plural === shape.label || shape.plural === pluralOf(shape.label);
  return { ...shape, label, key, ...(isProposed ? { plural: pluralOf(label) } : {}) };
}

/** The fields of which a face is proposed: those that only say how something is found are none of it. */
export function forFace(shape: AnyShape, fields: readonly Field[]): Field[] {
  const apart = 'found' in shape ? fieldsFound(shape.found) : [];
  return fields.filter(({ id }) => !apart.includes(id));
}

/** A face that nobody drew by hand follows the fields; one that was drawn only loses what is gone. */
function faceAfter(
  face: Face,
  title: Id | undefined,
  before: readonly Field[],
  fields: readonly Field[],
): Face {
  if (!face.rows && sameJson(asJson(face.mapping), asJson(proposeMapping(before, title))))
    return { ...face, mapping: proposeMapping(fields, title) };
  const stands = (path: string) => fields.some((field) => field.id === path.split('.')[0]);
  const mapping: Mapping = Object.fromEntries(
    partKeys.flatMap((part) => {
      const chains = (face.mapping[part] ?? [])
        .map((chain) => chain.filter((step) => 'words' in step || stands(step.field)))
        .filter((chain) => chain.length > 0);
      return chains.length > 0 ? [[part, chains]] : [];
    }),
  );
  return { ...face, mapping };
}

/** The type with other fields; its face, table and roles lose what is gone, and a face nobody drew follows. */
export function withFields<T extends AnyShape>(shape: T, entries: FieldEntry[], sets: Sets): T {
  const fields = expandFields(entries, sets);
  const stands = (id: Id | undefined) => id !== undefined && fields.some((field) => field.id === id);
  let next: T = { ...shape, fields: entries };
  if ('face' in next)
    next.face = faceAfter(
      next.face,
      'title' in next ? next.title : undefined,
      forFace(next, expandFields(shape.fields, sets)),
      forFace(next, fields),
    );
  if ('found' in next && next.found) {
    const { found: mapping, ...rest } = next;
    const found = foundAmong(mapping, stands);
    next = (found ? { ...rest, found } : rest) as T;
  }
  if ('columns' in next) {
    next.columns = next.columns.filter(stands);
    for (const role of ['summary', 'picture', 'date'] as const) if (!stands(next[role])) delete next[role];
    if (next.vocabulary)
      next.vocabulary = {
        ...next.vocabulary,
        fields: Object.fromEntries(Object.entries(next.vocabulary.fields).filter(([, id]) => stands(id))),
      };
  } else if ('behaves' in next || ('slots' in next && !('layouts' in next))) {
    // A block is named by its first line, until someone says otherwise.
    if (!stands(next.title)) delete next.title;
  }
  return next;
}

const keysBeside = (entries: readonly FieldEntry[], parent: Id | undefined): string[] => {
  const rows = rowsOf(entries).filter((row) => row.parent === parent);
  return rows.flatMap(({ entry }) => (isInclude(entry) ? [] : [entry.key]));
};

/**
 * The type with a new field at its end (or at the end of a group or list in it); the field's key is made from
 * its label.
 */
export function addField<T extends AnyShape>(
  shape: T,
  label: string,
  kind: KindName,
  sets: Sets,
  parent?: Id,
): T {
  const taken = [
    ...keysBeside(shape.fields, parent),
    ...(parent === undefined ? expandFields(shape.fields, sets).map(({ key }) => key) : []),
  ];
  const last = parent === undefined ? shape.fields.at(-1) : undefined;
  const group = last && !isInclude(last) ? last.group : undefined;
  const field = newField(label, kind, taken);
  return withFields(
    shape,
    changeList(shape.fields, parent, (list) => [...list, group ? { ...field, group } : field]),
    sets,
  );
}

/** The type with a field replaced. The key of a field that was never in force follows its label. */
export function replaceField<T extends AnyShape>(shape: T, field: Field, wasInForce: boolean, sets: Sets): T {
  const row = rowsOf(shape.fields).find(({ entry }) => entry.id === field.id);
  const before = row?.entry;
  if (!row || !before || isInclude(before)) return shape;
  const taken = keysBeside(shape.fields, row.parent).filter((key) => key !== before.key);
  const key =
    !wasInForce && before.label !== field.label && field.label.trim()
      ? keyFrom(field.label, taken)
      : field.key;
  return withFields(
    shape,
    changeEntries(shape.fields, (each) => (each.id === field.id ? [{ ...field, key }] : [each])),
    sets,
  );
}

/** The type without some fields, which also leave its face, its table and its roles. The title's field cannot go. */
export const removeFields = <T extends AnyShape>(shape: T, ids: readonly Id[], sets: Sets): T =>
  withFields(
    shape,
    withoutEntries(
      shape.fields,
      new Set(
        ids.filter(
          (id) => !('title' in shape && shape.title === id && !('slots' in shape && !('layouts' in shape))),
        ),
      ),
    ),
    sets,
  );

/** The type with a field moved to a place of a list. */
export const moveField = <T extends AnyShape>(
  shape: T,
  id: Id,
  to: { parent?: Id; place: number },
  sets: Sets,
): T => withFields(shape, moveEntry(shape.fields, id, to), sets);

/** The type with copies of some fields right behind them, with ids and keys of their own. */
export function copyFields<T extends AnyShape>(shape: T, ids: readonly Id[], sets: Sets): T {
  const chosen = new Set(ids);
  const taken = [...rowsOf(shape.fields)].flatMap(({ entry }) => (isInclude(entry) ? [] : [entry.key]));
  return withFields(
    shape,
    changeEntries(shape.fields, (entry) => {
      if (!chosen.has(entry.id) || isInclude(entry)) return [entry];
      const copy = freshField(entry, taken, `${entry.label}, copy`);
      taken.push(copy.key);
      return [entry, copy];
    }),
    sets,
  );
}

/** A field with new ids throughout, as for another place. */
function freshField(field: Field, taken: readonly string[], label = field.label): Field {
  const [copy] = copyShape(
    {
      id: newId(),
      key: 'a',
      label: '',
      plural: '',
      purpose: '',
      icon: '',
      fields: [field],
    } satisfies FieldSet,
    '',
    [],
  ).fields;
  if (!copy || isInclude(copy)) return field;
  return { ...copy, key: keyFrom(label, taken), label };
}

const chosenIn = (shape: AnyShape, ids: readonly Id[]): FieldEntry[] => {
  const chosen = new Set(ids);
  const rows = rowsOf(shape.fields);
  const within = (parent: Id | undefined): boolean =>
    parent !== undefined &&
    (chosen.has(parent) || within(rows.find(({ entry }) => entry.id === parent)?.parent));
  // What stands inside something that is chosen goes with it.
  return rows
    .filter(({ entry, parent }) => chosen.has(entry.id) && !within(parent))
    .map(({ entry }) => entry);
};

/** The type with some fields put together into a new group (or list) where the first of them stood. */
export function gatherFields<T extends AnyShape>(
  shape: T,
  ids: readonly Id[],
  label: string,
  kind: 'group' | 'list',
  sets: Sets,
): T {
  const moved = chosenIn(shape, ids).filter(({ id }) => !('title' in shape && shape.title === id));
  const [first] = moved;
  const at = rowsOf(shape.fields).find(({ entry }) => entry.id === first?.id);
  if (!first || !at) return shape;
  const field = newField(label, kind, keysBeside(shape.fields, at.parent)) as Field & {
    kind: 'group' | 'list';
  };
  field.rules.fields = moved;
  const gone = new Set(moved.map(({ id }) => id));
  const entries = changeList(shape.fields, at.parent, (list) =>
    list.flatMap((entry) => (entry.id === first.id ? [field, entry] : [entry])),
  );
  // The group is put in first; what it gathers then goes from where it stood, but not from inside the group.
  const rest = (list: readonly FieldEntry[]): FieldEntry[] =>
    list.flatMap((entry) =>
      entry.id === field.id
        ? [entry]
        : gone.has(entry.id)
          ? []
          : !insideOf(entry)
            ? [entry]
            : changeList([entry], entry.id, rest),
    );
  return withFields(shape, rest(entries), sets);
}

/**
 * The document with some of a type's fields moved into a field set (a new one by name), which the type
 * includes in their place. Ids stay, so that values stay.
 */
export function moveIntoSet(
  document: ModelDocument,
  from: Id,
  ids: readonly Id[],
  into: { set: Id } | { label: string },
): ModelDocument {
  const shape = shapeById(document, from);
  if (!shape) return document;
  const moved = chosenIn(shape, ids).filter(
    (entry) => !('title' in shape && shape.title === entry.id) && shape.fields.includes(entry),
  );
  const [first] = moved;
  if (!first) return document;
  const made =
    'label' in into
      ? newFieldSet(
          into.label,
          document.fieldSets.map(({ key }) => key),
        )
      : undefined;
  const set = made ?? document.fieldSets.find(({ id }) => 'set' in into && id === into.set);
  if (!set || set.id === from) return document;
  const filled: FieldSet = { ...set, fields: [...set.fields, ...moved] };
  const next: ModelDocument = {
    ...document,
    fieldSets: made
      ? [...document.fieldSets, filled]
      : document.fieldSets.map((each) => (each.id === set.id ? filled : each)),
  };
  const gone = new Set(moved.map(({ id }) => id));
  const already = shape.fields.some((entry) => isInclude(entry) && entry.include === set.id);
  const entries = shape.fields.flatMap((entry): FieldEntry[] =>
    entry.id === first.id && !already
      ? [{ id: newId(), include: set.id }]
      : gone.has(entry.id)
        ? []
        : [entry],
  );
  return changeShape(next, from, (each) => withFields(each, entries, setsOf(next)));
}

/**
 * The document with some of a type's fields moved (or copied) to another type. There they are new fields:
 * values do not go along.
 */
export function moveToShape(
  document: ModelDocument,
  from: Id,
  ids: readonly Id[],
  to: Id,
  keep: boolean,
): ModelDocument {
  const source = shapeById(document, from);
  const target = shapeById(document, to);
  if (!source || !target || from === to) return document;
  const chosen = chosenIn(source, ids);
  const taken = expandFields(target.fields, setsOf(document)).map(({ key }) => key);
  const copies = chosen.map((entry): FieldEntry => {
    if (isInclude(entry)) return { ...entry, id: newId() };
    const copy = freshField(entry, taken);
    taken.push(copy.key);
    return copy;
  });
  const added = changeShape(document, to, (shape) =>
    withFields(shape, [...shape.fields, ...copies], setsOf(document)),
  );
  return keep
    ? added
    : changeShape(added, from, (shape) =>
        removeFields(
          shape,
          chosen.map(({ id }) => id),
          setsOf(added),
        ),
      );
}

/** The type with a field set included at its end; one that is there already is not put in twice. */
export const includeSet = <T extends AnyShape>(shape: T, set: Id, sets: Sets): T =>
  shape.id === set || shape.fields.some((entry) => isInclude(entry) && entry.include === set)
    ? shape
    : withFields(shape, [...shape.fields, { id: newId(), include: set }], sets);

/** The field with an id, wherever in a type it stands. */
export function fieldById(shape: AnyShape, id: Id): Field | undefined {
  const entry = entryIn(shape.fields, id);
  return entry && !isInclude(entry) ? entry : undefined;
}
