import { fromColumns, fromIndented } from './category-list';

const trails = ({ categories }: ReturnType<typeof fromIndented>) =>
  categories.map(({ label, depth }) => `${'  '.repeat(depth)}${label}`);

describe('an indented list', () => {
  test('is read by spaces, tabs and bullets, empty lines left out', () => {
    expect(trails(fromIndented('Water\n  Open water\n    Mere\n\n  Reedbed\nCoast\n\tDune'))).toEqual([
      'Water',
      '  Open water',
      '    Mere',
      '  Reedbed',
      'Coast',
      '  Dune',
    ]);
    expect(trails(fromIndented('- Water\n  - Mere\r\n* Coast'))).toEqual(['Water', '  Mere', 'Coast']);
  });
  test('knows its lines, and tells one that stands between two levels', () => {
    const { categories, faults } = fromIndented('Water\n    Mere\n  Between\nCoast');
    expect(categories.map(({ line }) => line)).toEqual([1, 2, 3, 4]);
    expect(faults.length).toBeLessThanOrEqual(1);
  });
});

describe('a table of levels', () => {
  test('names each trail once', () => {
    expect(trails(fromColumns('Water,Open water,Mere\nWater,Open water,Dyke\nWater,Reedbed\nCoast'))).toEqual(
      ['Water', '  Open water', '    Mere', '    Dyke', '  Reedbed', 'Coast'],
    );
  });
  test('takes quotes and commas in names (RFC 4180)', () => {
    expect(trails(fromColumns('"Water, open","The ""mere"""'))).toEqual(['Water, open', '  The "mere"']);
  });
  test('tells a level that is left out, with its line, and quoting that never ends', () => {
    expect(fromColumns('Water\nCoast,,Dune').faults).toMatchObject([{ path: '/line/2', code: 'gap' }]);
    expect(fromColumns('"Water').faults).toMatchObject([{ code: 'csv' }]);
  });
});
