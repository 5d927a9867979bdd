import fc from 'fast-check';
import { contentType, smallCompiled } from '../../../../tests/small-model';
import { byLetter, byMonth, columnsOf, inRatio, letterOf, type Item } from './arrange';
import { arrangementKinds, arrangements, setOutBounds } from './arrangement';
import { parseRule } from '../rule/parse';
import { serializeRule } from '../rule/serialize-rule';

const model = smallCompiled();
const species = contentType(model, 'species');
const item = (name: string, at?: string): Item => ({
  id: name,
  face: { heading: [{ words: name, step: 0 }], ...(at ? { date: [{ words: at, at, step: 0 }] } : {}) },
});
const told = (groups: { label: string; items: Item[] }[]) =>
  groups.map(({ label, items }) => `${label}: ${items.map(({ id }) => id).join(', ')}`);

describe('an index', () => {
  test('puts names under their letters, whatever their case and accents, and the rest last', () => {
    expect(
      told(
        byLetter(
          ['otter', 'Éclair moth', '3 mice', 'Eel', 'Oak owl', '', 'ember newt'].map((name) => item(name)),
          'en',
        ),
      ),
    ).toEqual(['E: Éclair moth, Eel, ember newt', 'O: otter, Oak owl', '#: 3 mice, ']);
  });
  test('has its letters in the order of the locale', () => {
    expect(byLetter([item('Zug'), item('Öl'), item('Apfel')], 'de').map(({ label }) => label)).toEqual([
      'A',
      'O',
      'Z',
    ]);
    expect([letterOf('  heron', 'en'), letterOf('ışık', 'tr'), letterOf('“Quoted”', 'en')]).toEqual([
      'H',
      'I',
      '#',
    ]);
  });
  test('loses no name and repeats no letter', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.string({ maxLength: 6 })), (names) => {
        const groups = byLetter(
          names.map((name) => item(name)),
          'en',
        );
        expect(groups.flatMap(({ items }) => items.map(({ id }) => id)).sort()).toEqual([...names].sort());
        expect(new Set(groups.map(({ key }) => key)).size).toBe(groups.length);
      }),
    );
  });
});

test('a timeline goes by month in the order in which its items come, the undated last', () => {
  const items = [
    item('c', '2026-12-24'),
    item('none'),
    item('a', '2026-11-25T10:00'),
    item('b', '2026-12-01'),
  ];
  expect(told(byMonth(items, 'en-GB', 'Without a date'))).toEqual([
    'December 2026: c, b',
    'November 2026: a',
    'Without a date: none',
  ]);
  expect(byMonth(items, 'fr', 'Sans date')[0]?.label).toBe('décembre 2026');
});

test('a table has the heading first, and names its columns after the fields that feed them', () => {
  const { rule } = parseRule(model, {
    from: ['species'],
    where: { all: [] },
    order: [],
    limit: 9,
    heading: '',
    arrangement: 'table',
    mapping: {
      kicker: [[{ words: 'Seen' }, { field: 'group' }]],
      heading: [[{ field: 'name' }]],
      figures: [[{ field: 'size' }]],
      marks: [[{ words: 'Here' }]],
      text: [[{ field: 'body' }]],
    },
  });
  expect(rule && columnsOf(rule.mapping, species.fields)).toEqual([
    { part: 'heading', label: 'Name' },
    { part: 'kicker', label: 'Group' },
    { part: 'figures', label: 'Size' },
    { part: 'marks', label: 'Badges' },
  ]);
});

test('a ratio that is chosen holds for every picture, and only where pictures stand', () => {
  const media = { sort: 'picture' as const, address: '/a', alt: '', ratio: 1.5 };
  const items: Item[] = [{ id: 'a', face: { picture: [{ words: '', media, step: 0 }] } }, item('b')];
  expect(inRatio(items, 'cards', { ratio: 1 })[0]?.face.picture?.[0]?.media?.ratio).toBe(1);
  expect(inRatio(items, 'table', { ratio: 1 })).toBe(items);
  expect(inRatio(items, 'cards', {})).toBe(items);
  expect(items[0]?.face.picture?.[0]?.media?.ratio).toBe(1.5);
});

describe('what is chosen of an arrangement', () => {
  const whole = {
    from: ['species'],
    where: { all: [] },
    order: [],
    limit: 9,
    heading: '',
    mapping: { heading: [[{ field: 'name' }]] },
  };
  test.each(arrangements.map((each) => [each] as const))(
    '%s is kept with all that can be chosen, and spoken as it was given',
    (arrangement) => {
      const spoken = { ...whole, arrangement, setOut: { columns: 3, density: 'dense', ratio: 1.5 } };
      const { rule, faults } = parseRule(model, spoken);
      expect(faults).toEqual([]);
      expect(rule && serializeRule(model, rule)).toEqual(spoken);
      expect(arrangementKinds[arrangement].purpose).toMatch(/\.$/);
    },
  );
  test.each([
    [{ columns: 0 }, '/setOut/columns'],
    [{ columns: setOutBounds.columns.most + 1 }, '/setOut/columns'],
    [{ columns: 2.5 }, '/setOut/columns'],
    [{ density: 'packed' }, '/setOut/density'],
    [{ ratio: 9 }, '/setOut/ratio'],
    [{ colour: 'red' }, '/setOut/colour'],
    ['cards', '/setOut'],
  ])('%j is refused at its place', (setOut, path) => {
    const { rule, faults } = parseRule(model, { ...whole, arrangement: 'cards', setOut });
    expect([rule, faults.map((fault) => fault.path)]).toEqual([undefined, [path]]);
  });
  test('is as the arrangement has it where nothing is said', () => {
    expect(
      parseRule(model, {
        ...whole,
        arrangement: 'cards',
        setOut: { columns: null, density: null, ratio: null },
      }).rule,
    ).not.toHaveProperty('setOut');
    expect(parseRule(model, { ...whole, arrangement: 'mosaic' }).faults).toMatchObject([
      { path: '/arrangement' },
    ]);
  });
});
