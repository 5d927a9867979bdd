import { wideDocument } from '../../../../tests/wide-model';
import { newId } from '../../ids';
import { modelChanges } from './changes';
import { changeShape, duplicateShape, moveIntoSet, removeShape } from './edit';
import { TOP, type FieldEntry, type ModelDocument, type PageType } from '../document';
import { newBlockType, newField, newScheme } from '../fresh/start';
import { typesTouched } from './types-touched';

const model = wideDocument();
const told = (after: ModelDocument) =>
  modelChanges(model, after).map(({ sort, of, title }) => `${sort} ${of}: ${title}`);
const [home, plain] = model.pageTypes as [PageType, PageType];

test('a model differs in nothing from itself, however it was copied', () => {
  expect(told(JSON.parse(JSON.stringify(model)) as ModelDocument)).toEqual([]);
});

describe('what a change sheet tells', () => {
  test('of new and lost blocks, schemes and sets', () => {
    const block = newBlockType('Banner', []);
    const scheme = newScheme('Audience', [], 'tags');
    expect(
      told({ ...model, blockTypes: [...model.blockTypes, block], schemes: [...model.schemes, scheme] }),
    ).toEqual([
      expect.stringMatching(/^new blockTypes: .*Banner/),
      expect.stringMatching(/^new schemes: .*Audience/),
    ]);
    expect(
      told(removeShape(model, model.blockTypes[2]!.id)).some((line) =>
        /^gone blockTypes: .*Teaser/.test(line),
      ),
    ).toBe(true);
  });

  test('of a field deep inside a list, named in its place', () => {
    const species = model.contentTypes[0]!;
    const lines = told(
      changeShape(model, species.id, (shape) => ({
        ...shape,
        fields: shape.fields.map((entry) =>
          'kind' in entry && entry.kind === 'list'
            ? {
                ...entry,
                rules: { ...entry.rules, fields: [...entry.rules.fields, newField('Source', 'line', [])] },
              }
            : entry,
        ),
      })),
    );
    expect(lines).toEqual([expect.stringMatching(/^new contentTypes: .*Source/)]);
  });

  test('of slots, layouts and faces', () => {
    const slots = told({
      ...model,
      pageTypes: [home, { ...plain, slots: plain.slots.map((slot) => ({ ...slot, max: 3 })) }],
    });
    expect(slots).toHaveLength(1);
    expect(slots[0]).toMatch(/^changed pageTypes: Plain page/);
    expect(told({ ...model, pageTypes: [{ ...home, layouts: [] }, plain] })[0]).toMatch(
      /^changed pageTypes: Home/,
    );
    expect(
      told({
        ...model,
        blockTypes: model.blockTypes.map((type, i) =>
          i === 0 ? { ...type, face: { ...type.face, variants: [] } } : type,
        ),
      })[0],
    ).toMatch(/^changed blockTypes: Text/);
  });

  test('of each choice, slot, part and placement, by its name', () => {
    const details = (after: ModelDocument) => modelChanges(model, after).map(({ detail }) => detail);
    const species = model.contentTypes[0]!;
    const group = { ...newField('Group', 'choice', []), rules: { choices: [] } };
    const choice = (label: string) => ({ id: newId(), key: label.toLowerCase(), label });
    const [bird, insect, plant, moss] = ['Bird', 'Insect', 'Plant', 'Moss'].map(choice);
    const holding = (rules: object) =>
      changeShape(model, species.id, (shape) => ({
        ...shape,
        fields: [...shape.fields, { ...group, rules } as FieldEntry],
      }));
    const before = holding({ choices: [bird, insect, plant] });
    const of = (rules: object) =>
      modelChanges(before, holding(rules)).map(({ detail }) => detail.replace(/ From .*/, ''));
    expect([
      of({ choices: [bird, plant], replaced: [{ from: insect!.id, to: plant!.id }] }),
      of({ choices: [bird, plant], replaced: [{ from: insect!.id, to: null }] }),
      of({ choices: [{ ...bird, label: 'Fowl' }, insect, { ...plant, retired: true }, moss] }),
      of({ choices: [plant, bird, insect] }),
    ]).toEqual([
      ['“Insect” goes: entries get “Plant” instead.'],
      ['“Insect” goes: entries lose it.'],
      ['New: “Moss”. “Bird” becomes “Fowl”. Not offered any more: “Plant”.'],
      ['The choices stand in another order.'],
    ]);
    const [slot] = plain.slots;
    expect(
      details({ ...model, pageTypes: [home, { ...plain, slots: [{ ...slot!, max: 3 }] }] })[0],
    ).toContain(`${slot!.label} is set otherwise`);
    expect(details({ ...model, pageTypes: [home, { ...plain, face: { mapping: {} } }] })[0]).toMatch(
      /^Appearance: other fields feed .*Heading/,
    );
    expect(details({ ...model, placements: model.placements.slice(1) })[0]).toMatch(
      /^May stand no longer: .+ (at the top|under .+)\.$/,
    );
  });

  test('of placements, limits and settings', () => {
    const others = [
      [...model.placements, { id: newId(), parent: TOP, child: plain.id }],
      model.placements.slice(1),
      model.placements.map((each, i) => (i === 1 ? { ...each, mostUnderOne: 4 } : each)),
    ] as ModelDocument['placements'][];
    for (const placements of others)
      expect(told({ ...model, placements })).toEqual([expect.stringMatching(/^changed placements/)]);
    expect(told({ ...model, settings: { set: { showDates: 'no' } } })[0]).toMatch(/^changed site/);
  });

  test('of the house style, which draws every page again', () => {
    const changes = modelChanges(model, { ...model, houseStyle: { ...model.houseStyle, space: 32 } });
    expect(typesTouched(changes).everything).toBe(true);
  });

  test('of a set reaches every type that includes it', () => {
    const story = model.fieldSets[1]!;
    const next = changeShape(model, story.id, (shape) => ({
      ...shape,
      fields: [...shape.fields, newField('Source', 'line', [])],
    }));
    const { types, everything } = typesTouched(modelChanges(model, next));
    expect([everything, types.has(model.contentTypes[0]!.id), types.has(model.contentTypes[1]!.id)]).toEqual([
      false,
      true,
      false,
    ]);
  });

  test('of fields that move into a set: nothing is lost, since their ids stay', () => {
    const species = model.contentTypes[0]!;
    const rarity = species.fields.find((entry) => 'key' in entry && entry.key === 'rarity')!;
    const sorts = modelChanges(model, moveIntoSet(model, species.id, [rarity.id], { label: 'Rules' })).map(
      ({ sort, touches }) => [sort, touches],
    );
    expect(sorts.length).toBeGreaterThan(0);
    expect(sorts.filter(([, touches]) => touches === 'every entry')).toEqual([]);
  });

  test('of a copied type: it is new, and the original is as it was', () => {
    const { document, copy } = duplicateShape(model, model.contentTypes[1]!.id)!;
    expect(modelChanges(model, document).map(({ sort, type }) => [sort, type])).toEqual([['new', copy.id]]);
  });
});
