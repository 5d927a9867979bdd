import { newId, type Id } from '../../ids';
import { partKeys, parts } from '../../mapping/parts';
import { reachable, type Mend } from '../check';
import { expandFields } from '../compile';
import { isInclude, TOP, type AnyShape, type Field, type ModelDocument } from '../document';
import { changeEntries } from '../entries';
import { newPageType } from '../fresh/start';
import { answersOf } from '../page-source';
import { changeShape, setsOf, shapeById, shapesIn, listOf } from './edit';
import { keyFrom } from '../naming';

function changeField(
  document: ModelDocument,
  type: Id,
  id: Id,
  change: (field: Field) => Field,
): ModelDocument {
  return changeShape(document, type, (shape) => ({
    ...shape,
    fields: changeEntries(shape.fields, (entry) => [
      entry.id === id && !isInclude(entry) ? change(entry) : entry,
    ]),
  }));
}

function without<T extends object, K extends keyof T>(thing: T, ...keys: K[]): Omit<T, K> {
  const rest = { ...thing };
  for (const key of keys) delete rest[key];
  return rest;
}

const withoutBounds = (field: Field): Field =>
  ({
    ...field,
    rules: without(
      field.rules as {
        min?: unknown;
        max?: unknown;
        minLength?: unknown;
        maxLength?: unknown;
        bounds?: unknown;
      },
      'min',
      'max',
      'minLength',
      'maxLength',
      'bounds',
    ),
  }) as unknown as Field;

/** The first part of a face that takes a kind and has room. */
function shownInFace<T extends AnyShape>(shape: T, field: Field | undefined): T {
  if (!field || !('face' in shape)) return shape;
  const { mapping } = shape.face;
  const part =
    partKeys.find(
      (key) =>
        key !== 'heading' &&
        parts[key].takes.includes(field.kind) &&
        (mapping[key]?.length ?? 0) < parts[key].chains,
    ) ?? partKeys.find((key) => parts[key].takes.includes(field.kind));
  if (!part) return shape;
  const chains = mapping[part] ?? [];
  const room = chains.length < parts[part].chains;
  const next = room
    ? [...chains, [{ field: field.id }]]
    : chains.map((chain, i) => (i === chains.length - 1 ? [...chain, { field: field.id }] : chain));
  return { ...shape, face: { ...shape.face, mapping: { ...mapping, [part]: next } } };
}

/** The document with a page type that shows each entry of a content type, where it may stand. */
function withPageTypeFor(document: ModelDocument, id: Id): ModelDocument {
  const type = document.contentTypes.find((each) => each.id === id);
  if (!type) return document;
  const page = newPageType(
    `${type.label} page`,
    { kind: 'entry', type: id },
    document.pageTypes.map(({ key }) => key),
  );
  const reached = document.pageTypes.filter((each) => reachable(document).has(each.id));
  // Under a page that a rule fills, else under the one at the top.
  const home =
    reached.find(({ source }) => answersOf(source).listing === 'needed') ??
    reached.find(({ source }) => answersOf(source).isPlace);
  return {
    ...document,
    pageTypes: [...document.pageTypes, page],
    placements: [...document.placements, { id: newId(), parent: home?.id ?? TOP, child: page.id }],
  };
}

/** The document in which a fault that can be mended in one step is mended. */
export function applyMend(document: ModelDocument, mend: Mend): ModelDocument {
  switch (mend.does) {
    case 'require':
      return changeField(document, mend.type, mend.field, (field) => ({ ...field, required: true }));
    case 'drop the default':
      return changeField(document, mend.type, mend.field, (field) => without(field, 'default') as Field);
    case 'drop the condition':
      return changeField(document, mend.type, mend.field, (field) => without(field, 'showWhen') as Field);
    case 'drop the bounds':
      return changeField(document, mend.type, mend.field, withoutBounds);
    case 'show in the face':
      return changeShape(document, mend.type, (shape) =>
        shownInFace(
          shape,
          expandFields(shape.fields, setsOf(document)).find(({ id }) => id === mend.field),
        ),
      );
    case 'new key': {
      const list = listOf(document, mend.type);
      if (mend.field === undefined)
        return list
          ? changeShape(document, mend.type, (shape) => ({
              ...shape,
              key: keyFrom(
                shape.label,
                shapesIn(document, list).map(({ key }) => key),
              ),
            }))
          : document;
      const taken = expandFields(shapeById(document, mend.type)?.fields ?? [], setsOf(document)).map(
        ({ key }) => key,
      );
      return changeField(document, mend.type, mend.field, (field) => ({
        ...field,
        key: keyFrom(field.label, taken),
      }));
    }
    case 'page type for':
      return withPageTypeFor(document, mend.type);
    case 'place under':
      return {
        ...document,
        placements: [...document.placements, { id: newId(), parent: mend.parent, child: mend.child }],
      };
    case 'drop the placement': {
      // The same placement may stand there twice: only one of the two goes.
      const at = document.placements.findLastIndex(({ id }) => id === mend.placement);
      return { ...document, placements: document.placements.filter((_, i) => i !== at) };
    }
    case 'drop the limit':
      return {
        ...document,
        placements: document.placements.map((placement) =>
          placement.id === mend.placement ? without(placement, 'mostUnderOne') : placement,
        ),
      };
    case 'drop the include':
      return changeShape(document, mend.type, (shape) => ({
        ...shape,
        fields: changeEntries(shape.fields, (entry) => (entry.id === mend.include ? [] : [entry])),
      }));
    case 'drop the least of the slot':
      return changeShape(document, mend.type, (shape) =>
        'slots' in shape
          ? {
              ...shape,
              slots: shape.slots.map((slot) => (slot.id === mend.slot ? without(slot, 'min') : slot)),
            }
          : shape,
      );
  }
}
