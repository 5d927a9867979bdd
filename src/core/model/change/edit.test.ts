import fc from 'fast-check';
import { wideDocument } from '../../../../tests/wide-model';
import { newId } from '../../ids';
import { checkModel } from '../check';
import { expandFields } from '../compile';
import { isInclude, type AnyShape, type ContentType, type Field, type ModelDocument } from '../document';
import {
  addField,
  changeShape,
  copyFields,
  duplicateShape,
  fieldById,
  gatherFields,
  includeSet,
  listOf,
  moveField,
  moveIntoSet,
  moveShape,
  moveToShape,
  relabel,
  removeShape,
  setsOf,
  shapeById,
} from './edit';
import { entryIn, insideOf, rowsOf } from '../entries';

const model = wideDocument();
const sets = setsOf(model);
const species = model.contentTypes[0] as ContentType;
const walk = model.contentTypes[1] as ContentType;
const idOf = (shape: AnyShape, key: string): string =>
  expandFields(shape.fields, sets).find((field) => field.key === key)?.id ?? '';
const keys = (shape: AnyShape, of: ModelDocument = model): string[] =>
  expandFields(shape.fields, setsOf(of)).map(({ key }) => key);
const rows = (shape: AnyShape): string[] =>
  rowsOf(shape.fields).map(
    ({ entry, depth }) => `${'  '.repeat(depth)}${isInclude(entry) ? 'set' : entry.key}`,
  );
/** Errors of a model, to hold an edit against. */
const errors = (document: ModelDocument) =>
  checkModel(document)
    .filter(({ weight }) => weight === 'error')
    .map(({ message }) => message);

describe('the ruled sheet', () => {
  test('lists what stands inside a group or list right below it, deeper', () => {
    expect(rows(walk)).toEqual(['title', 'starts', 'shows', 'above', 'place', '  name', '  spot', 'book']);
    const row = rowsOf(walk.fields).find(({ entry }) => 'key' in entry && entry.key === 'spot');
    expect(row).toMatchObject({ depth: 1, place: 1, of: 2, parent: idOf(walk, 'place') });
  });

  test('a field is added to a group, with a key that is free there', () => {
    const next = addField(addField(walk, 'Name', 'line', sets, idOf(walk, 'place')), 'Name', 'line', sets);
    expect(rows(next)).toEqual([
      'title',
      'starts',
      'shows',
      'above',
      'place',
      '  name',
      '  spot',
      '  name2',
      'book',
      'name',
    ]);
  });

  test('moves into a group and out of it again, and never into itself', () => {
    const into = moveField(walk, idOf(walk, 'starts'), { parent: idOf(walk, 'place'), place: 0 }, sets);
    expect(rows(into)).toEqual(['title', 'shows', 'above', 'place', '  starts', '  name', '  spot', 'book']);
    expect(rows(moveField(into, idOf(walk, 'starts'), { place: 1 }, sets))).toEqual(rows(walk));
    expect(
      rows(moveField(walk, idOf(walk, 'place'), { parent: idOf(walk, 'place'), place: 0 }, sets)),
    ).toEqual(rows(walk));
  });

  test('whatever is moved wherever, nothing is lost or doubled', () => {
    const ids = rowsOf(walk.fields).map(({ entry }) => entry.id);
    const parents = fc.constantFrom<string | undefined>(undefined, idOf(walk, 'place'));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...ids), parents, fc.integer({ min: -2, max: 9 })), {
          maxLength: 8,
        }),
        (moves) => {
          const moved = moves.reduce(
            (shape, [id, parent, place]) =>
              moveField(shape, id, { place, ...(parent === undefined ? {} : { parent }) }, sets),
            walk,
          );
          expect(
            rowsOf(moved.fields)
              .map(({ entry }) => entry.id)
              .sort(),
          ).toEqual([...ids].sort());
        },
      ),
    );
  });

  test('several fields are put together into a list where the first stood; the title stays out', () => {
    const next = gatherFields(
      walk,
      [idOf(walk, 'title'), idOf(walk, 'starts'), idOf(walk, 'book')],
      'Details',
      'list',
      sets,
    );
    expect(rows(next)).toEqual([
      'title',
      'details',
      '  starts',
      '  book',
      'shows',
      'above',
      'place',
      '  name',
      '  spot',
    ]);
    expect(insideOf(entryIn(next.fields, rowsOf(next.fields)[1]!.entry.id)!)).toHaveLength(2);
  });

  test('copies stand right behind, with ids and keys of their own throughout', () => {
    const next = copyFields(walk, [idOf(walk, 'place'), idOf(walk, 'book')], sets);
    expect(rows(next)).toEqual([
      'title',
      'starts',
      'shows',
      'above',
      'place',
      '  name',
      '  spot',
      'placeCopy',
      '  name',
      '  spot',
      'book',
      'bookCopy',
    ]);
    const ids = rowsOf(next.fields).map(({ entry }) => entry.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(errors({ ...model, contentTypes: [species, next] })).toEqual([]);
  });

  test('a field is found however deep it stands', () => {
    const inner = rowsOf(walk.fields).find(({ entry }) => 'key' in entry && entry.key === 'spot')!.entry;
    expect(fieldById(walk, inner.id)).toBe(inner);
    expect(fieldById(walk, newId())).toBeUndefined();
  });
});

describe('field sets', () => {
  test('fields moved into a new set keep their ids, so that values stay', () => {
    const ids = [idOf(species, 'rarity'), idOf(species, 'secret')];
    const next = moveIntoSet(model, species.id, ids, { label: 'Guarded' });
    const made = next.fieldSets.at(-1)!;
    expect([made.label, made.fields.map(({ id }) => id)]).toEqual(['Guarded', ids]);
    const after = shapeById(next, species.id)!;
    expect(keys(after, next).sort()).toEqual(keys(species).sort());
    expect(errors(next)).toEqual([]);
  });
  test('into a set that the type includes already, it is not included twice', () => {
    const [, story] = model.fieldSets;
    const next = moveIntoSet(model, species.id, [idOf(species, 'topics')], { set: story!.id });
    expect(shapeById(next, species.id)!.fields.filter(isInclude)).toHaveLength(1);
    expect(keys(shapeById(next, species.id)!, next)).toContain('topics');
  });
  test('an included set brings all its fields, and leaves with all of them', () => {
    const [readers] = model.fieldSets;
    const next = includeSet(walk, readers!.id, sets);
    expect(keys(next)).toContain('audience');
    expect(rows(next).at(-1)).toBe('set');
  });
});

describe('between types', () => {
  test('moved fields leave the one and are new in the other', () => {
    const rarity = idOf(species, 'rarity');
    const next = moveToShape(model, species.id, [rarity], walk.id, false);
    expect(keys(shapeById(next, species.id)!, next)).not.toContain('rarity');
    const there = expandFields(shapeById(next, walk.id)!.fields, sets).find(({ key }) => key === 'rarity');
    expect(there?.id).not.toBe(rarity);
    expect(keys(shapeById(moveToShape(model, species.id, [rarity], walk.id, true), species.id)!)).toContain(
      'rarity',
    );
  });
});

describe('whole types', () => {
  test('a copy has a name, a key and ids of its own, and names the same things', () => {
    const { document, copy } = duplicateShape(model, species.id)!;
    expect([copy.label, copy.key]).toEqual(['Species, copy', 'speciesCopy']);
    expect(document.contentTypes.map(({ id }) => id)).toEqual([species.id, copy.id, walk.id]);
    expect(
      rowsOf(copy.fields).some(({ entry }) =>
        rowsOf(species.fields).some((row) => row.entry.id === entry.id),
      ),
    ).toBe(false);
    expect(errors(document)).toEqual([]);
    expect(duplicateShape(document, species.id)!.copy.label).toBe('Species, copy 2');
  });
  test('one that goes takes its placements and its place in slots along; what names it otherwise is told', () => {
    const plain = model.pageTypes[1]!;
    const without = removeShape(model, plain.id);
    expect(without.placements.map(({ child }) => child)).toEqual([model.pageTypes[0]!.id]);
    const text = model.blockTypes[0]!;
    expect(
      removeShape(model, text.id).pageTypes.flatMap(({ slots }) => slots.flatMap(({ allows }) => allows)),
    ).not.toContain(text.id);
    expect(
      errors(removeShape(model, species.id)).some((message) => message.includes('content type that is gone')),
    ).toBe(true);
  });
  test('keep their order when one is moved', () => {
    expect(moveShape(model, walk.id, 0).contentTypes.map(({ key }) => key)).toEqual(['walk', 'species']);
    expect(moveShape(model, walk.id, 99).contentTypes.map(({ key }) => key)).toEqual(['species', 'walk']);
    expect(listOf(model, model.schemes[0]!.id)).toBe('schemes');
  });
  test('a key follows the name until it was in force, then holds', () => {
    expect(relabel(walk, 'Slow walk', [species, walk], false)).toMatchObject({
      label: 'Slow walk',
      key: 'slowWalk',
    });
    expect(relabel(walk, 'Slow walk', [species, walk], true)).toMatchObject({
      label: 'Slow walk',
      key: 'walk',
    });
    expect(relabel(walk, 'Species', [species, walk], false).key).toBe('species2');
  });
  test('an edit changes one type and leaves every other as it was', () => {
    const next = changeShape(model, walk.id, (shape) => ({ ...shape, purpose: 'Slow ones.' }));
    expect(next.contentTypes[0]).toBe(species);
    expect(next.pageTypes).toBe(model.pageTypes);
    expect((next.contentTypes[1] as ContentType).purpose).toBe('Slow ones.');
  });
});

test('a condition on a field that goes is told, with one step to fix it', () => {
  const rarity = idOf(species, 'rarity');
  const without: ModelDocument = {
    ...model,
    contentTypes: [
      {
        ...species,
        fields: species.fields.filter(({ id }) => id !== rarity),
        face: { mapping: { heading: species.face.mapping.heading ?? [] } },
      },
      walk,
    ],
  };
  const told = checkModel(without).find(({ field }) => field === idOf(species, 'secret'));
  expect([told?.weight, told?.mend?.label]).toEqual(['error', expect.any(String)]);
  expect((entryIn(species.fields, rarity) as Field).key).toBe('rarity');
});
