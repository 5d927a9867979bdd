import { wideDocument } from '../../../../tests/wide-model';
import { newId } from '../../ids';
import { TOP, type ModelDocument } from '../document';
import { newPageType } from '../fresh/start';
import { typePicture } from './type-picture';

const model = wideDocument();
const node = (picture: ReturnType<typeof typePicture>, label: string) =>
  picture.nodes.find((each) => each.label === label)!;

test('page types stand from the top down, by the fewest steps that lead to them', () => {
  const picture = typePicture(model, 'pages');
  expect(
    [TOP, 'Home', 'Plain page'].map((label) => node(picture, label === TOP ? 'The top of a site' : label).y),
  ).toEqual([0.5, 1.5, 2.5]);
  expect(picture.links.map(({ words }) => words)).toEqual(['at most 1', '', '']);
  expect(picture.height).toBe(3);
});

test('what nothing leads to is marked, and stands below the rest', () => {
  const lost = newPageType('Lost', { kind: 'blocks' }, []);
  const picture = typePicture({ ...model, pageTypes: [...model.pageTypes, lost] }, 'pages');
  expect(node(picture, 'Lost')).toMatchObject({ unreachable: true, deadEnd: true, y: 3.5 });
  expect(node(picture, 'Home')).toMatchObject({ unreachable: false, deadEnd: false });
});

test('blocks stand by what may stand in what, with the names of the slots', () => {
  const picture = typePicture(model, 'blocks');
  const idOf = (label: string) => node(picture, label).id;
  expect(picture.links).toContainEqual({ from: idOf('Columns'), to: idOf('Teaser'), words: 'Left, Right' });
  expect(picture.links).toContainEqual({ from: idOf('Home'), to: idOf('Text'), words: 'Main, Foot' });
  const alone: ModelDocument = {
    ...model,
    pageTypes: model.pageTypes.map((type) => ({
      ...type,
      slots: type.slots.map((slot) => ({ ...slot, allows: [idOf('Text')] })),
    })),
  };
  expect(node(typePicture(alone, 'blocks'), 'List of walks').unreachable).toBe(true);
});

test('eighty types stay apart, in lines no wider than the drawing', () => {
  const types = Array.from({ length: 80 }, (_, i) => newPageType(`Type ${i}`, { kind: 'blocks' }, []));
  const placements = types.map((type, i) => ({
    id: newId(),
    parent: i < 4 ? TOP : types[i % 4]!.id,
    child: type.id,
  }));
  const picture = typePicture({ ...model, pageTypes: types, placements }, 'pages');
  expect(new Set(picture.nodes.map(({ x, y }) => `${x} ${y}`)).size).toBe(81);
  for (const { x, y } of picture.nodes) {
    expect(x > 0 && x < picture.width).toBe(true);
    expect(y > 0 && y < picture.height).toBe(true);
  }
  // No two of one line stand nearer than a node is wide.
  for (const y of new Set(picture.nodes.map((each) => each.y))) {
    const line = picture.nodes.filter((each) => each.y === y);
    const across = line.map(({ x }) => x).sort((a, b) => a - b);
    across.slice(1).forEach((x, i) => expect(x - (across[i] ?? 0)).toBeGreaterThanOrEqual(1));
  }
});
