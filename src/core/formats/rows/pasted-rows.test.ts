import fc from 'fast-check';
import Papa from 'papaparse';
import { contentType, smallCompiled } from '../../../../tests/small-model';
import { pastedCells, pastedRows, pastedTable } from './pasted-rows';

const { fields } = contentType(smallCompiled(), 'species');
const saying = { today: '2026-11-28', locale: 'en-GB' };
const keys = (text: string) => {
  const { columns, rows, headed } = pastedRows(text, fields, saying);
  return { columns: columns.map((field) => field?.key), rows, headed };
};

test('what a spreadsheet copies is the same cells again, also those with tabs, quotes and lines in them', () => {
  const cell = fc.stringMatching(/^[a-z "\t,\n]{0,8}$/);
  // The last row is not blank: blank lines at the end of a text are no rows.
  const block = fc
    .integer({ min: 2, max: 4 })
    .chain((width) =>
      fc
        .array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 5 })
        .map((rows) => [...rows, Array.from({ length: width }, () => 'end')]),
    );
  fc.assert(
    fc.property(block, (rows) => {
      const copied = `${Papa.unparse(rows, { delimiter: '\t', newline: '\n' })}\r\n`;
      expect(pastedCells(copied)).toEqual(rows);
    }),
  );
});

test('a first line that names fields says what fills what; other columns fill nothing', () => {
  expect(keys('Size\tname\tFound by\n12\tBell heron\tNobody\n')).toEqual({
    columns: ['size', 'name', undefined],
    rows: [['12', 'Bell heron', 'Nobody']],
    headed: true,
  });
});

test('without such a line a column fills what its cells are values of, or the next field of words', () => {
  expect(keys('Bell heron; bird\nReed frog; insect')).toMatchObject({
    columns: ['name', 'group'],
    rows: [
      ['Bell heron', ' bird'],
      ['Reed frog', ' insect'],
    ],
  });
  expect(keys('3 Dec\tBell heron\t12 cm\n4 Jan\tReed frog\t').columns).toEqual(['seen', 'name', 'size']);
  expect(keys('  \n')).toEqual({ columns: [], rows: [], headed: false });
});

test('one field alone takes whole lines, with the commas in them', () => {
  const name = fields.filter(({ key }) => key === 'name');
  expect(pastedRows('Boots, a coat\nA lamp\n\n', name, saying).rows).toEqual([['Boots, a coat'], ['A lamp']]);
});

test('as a table its first line names the columns, whether it did before or not', () => {
  const bare = 'Bell heron\tbird\nReed frog\tanimal';
  const [name = '', group = ''] = fields.map(({ label }) => label);
  expect(keys(pastedTable(bare, fields, saying))).toEqual({ ...keys(bare), headed: true });
  expect(pastedTable(`${name}\t${group}\n${bare}`, fields, saying)).toBe(`${name}\t${group}\n${bare}`);
});
