import fc from 'fast-check';
import type { Json, JsonObject } from '../../json';
import { checkModel } from '../../model/check';
import { emptyModel } from '../../model/document';
import { plainFields } from '../../model/kinds';
import { parseValues } from '../../content/values';
import { typeFromSample } from './make-type';
import { Misfits } from './misfits';
import { proposeFields, titleAmong, type ProposedField } from './propose-fields';
import { rowValues } from './row-values';
import { Tally } from './tally';

const TODAY = '2026-11-25';

function proposedFrom(rows: readonly JsonObject[]) {
  const columns = new Map<string, Tally>();
  for (const row of rows)
    for (const [name, value] of Object.entries(row))
      (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(value);
  const fields = proposeFields(columns, rows.length);
  const made = typeFromSample('Thing', fields, titleAmong(fields, columns), [], () => undefined);
  const misfits = new Misfits(fields, made.type, made.keys, TODAY);
  for (const row of rows) misfits.add(row);
  return { fields, misfits, ...made };
}

/** A column of cells, as its proposed field; and what its first cell becomes in an entry. */
function column(cells: readonly Json[], name = 'Column'): ProposedField & { first: unknown } {
  const { fields, type, keys } = proposedFrom(cells.map((cell) => ({ [name]: cell })));
  const [field] = fields as [ProposedField];
  const made = plainFields(type.fields).filter(({ key }) => key === keys.get(name));
  const spoken = rowValues({ [name]: cells[0] ?? null }, fields, made, () => undefined);
  const { values } = parseValues(made, spoken, {}, '');
  return { ...field, first: values[made[0]?.id ?? ''] };
}
/** The same few cells often enough that they are told apart from chance. */
const often = (...cells: Json[]): Json[] => Array.from({ length: 5 }, () => cells).flat();

describe('numbers are numbers, by the habit of the file', () => {
  test.each<[string, Json[], number, object]>([
    ['a point without a digit before it', often('.097', '.5', '1.25'), 0.097, { decimals: 3 }],
    ['exponents', often('1e-7', '2.5e3', '10'), 1e-7, { decimals: 7 }],
    ['exponents in JSON', often(1e-7, 3), 1e-7, { decimals: 7 }],
    ['money', often('$12', '$1,200.50', '$3'), 12, { unit: '$', decimals: 2 }],
    ['shares', often('12 %', '7.5 %', '100 %'), 12, { unit: '%', decimals: 1 }],
    ['a decimal comma', often('1.234,56', '7,5', '12'), 1234.56, { decimals: 2, decimalMark: ',' }],
    ['a decimal comma before three digits', often('1,234', '7,5', '0,25'), 1.234, { decimals: 3 }],
    ['commas between thousands', often('1,234', '980', '12,500', '7,777,000', '2,100'), 1234, {}],
    ['spaces between thousands', often('1 234', '12', '1 000 000'), 1234, {}],
    ['signs on both sides', often('+3', '-2', '0'), 3, {}],
    ['more decimals than usual', often('0.123456789', '1.5'), 0.123456789, { decimals: 9 }],
  ])('%s', (_, cells, first, more) =>
    expect(column(cells)).toMatchObject({ kind: 'number', first, ...more }),
  );

  test.each([
    ['Beak Length (mm)', 'Beak length', 'mm'],
    ['Weight_in_lbs', 'Weight', 'lbs'],
    ['height [cm]', 'Height', 'cm'],
    ['Born in May', 'Born in may', undefined],
  ])('a unit in the heading %p', (name, label, unit) => {
    const found = column(often('12.5', '13', '9'), name);
    expect([found.label, found.unit]).toEqual([label, unit]);
  });
});

describe('codes stay codes, and say why', () => {
  test.each<[string, Json[], RegExp]>([
    ['leading zeros', often('0041', '1234', '5'), /with 0 in front/],
    ['plus signs', often('+441234', '+33123'), /with \+ in front/],
    ['lists of digits', often('1', '44', '809,829', '353', '7'), /with several/],
    ['too many digits', often('12345678901234567', '1'), /more than a number keeps/],
    ['too large', often('1e20', '5'), /larger than a number keeps/],
  ])('%s', (_, cells, why) =>
    expect(column(cells)).toMatchObject({
      kind: 'line',
      first: cells[0],
      evidence: expect.stringMatching(why),
    }),
  );
});

describe('days and answers', () => {
  test.each<[string, Json[], string, string]>([
    ['months by name', often('Jun 12 1998', 'March 3, 2001'), 'date', '1998-06-12'],
    ['months behind the day', often('12 juin 1998', '3. März 2001'), 'date', '1998-06-12'],
    ['years first', often('2015/01/31', '2015/02/01'), 'date', '2015-01-31'],
    ['days first, told by one row', often('3/4/2020', '25/4/2020'), 'date', '2020-04-03'],
    ['months first, told by one row', often('3/4/2020', '3/25/2020'), 'date', '2020-03-04'],
    [
      'a clock behind the day',
      often('2015/01/01 01:00:00', '2015/12/01 13:30:00'),
      'moment',
      '2015-01-01T01:00',
    ],
    ['halves of a day', often('1/2/2020 3:45 PM', '1/31/2020 12:05 AM'), 'moment', '2020-01-02T15:45'],
  ])('%s', (_, cells, kind, first) => expect(column(cells)).toMatchObject({ kind, first }));

  test('how far a clock is from universal time is told to be left out', () =>
    expect(column(often('2026-11-25T10:30:00+02:00')).evidence).toMatch(/5 say how far .* is left out/));
  test('0 and 1 are yes or no where both are there; one alone is a number', () => {
    expect(column(often('1', '0'))).toMatchObject({ kind: 'yesNo', first: true });
    expect(column(often('1'))).toMatchObject({ kind: 'number', first: 1 });
  });
  test('one value is no choice', () => expect(column(often('reed', 'reed')).kind).toBe('line'));
});

test('empty lists, empty objects and blanks are nothing: no field is required for them', () => {
  for (const nothing of [[], {}, '  ', [''], null])
    expect(
      column(
        ['a b', 'c d', nothing].map((cell) =>
          Array.isArray(nothing) && typeof cell === 'string' ? [cell] : cell,
        ),
      ),
    ).toMatchObject({
      required: false,
    });
});

test('what is filled in once names nothing: a name is worked out that nobody has to fill in', () => {
  const rows = often(1, 2, 3).map((n, i): JsonObject => ({ Size: n, Remark: i === 0 ? 'Large' : '' }));
  const { type, misfits } = proposedFrom(rows);
  const title = plainFields(type.fields).find(({ id }) => id === type.title);
  expect(title).toMatchObject({ kind: 'computed', label: 'Name' });
  expect(misfits.columns).toEqual(new Map());
});

/** Cells of columns in every habit that tables have, each column of one or, now and then, of two. */
const cells: fc.Arbitrary<Json>[] = [
  fc.integer().map(String),
  fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.integer(),
  fc.integer({ min: 0, max: 999_999 }).map((n) => String(n).padStart(6, '0')),
  fc.integer({ min: 0, max: 9_999_999 }).map((n) => n.toLocaleString('en')),
  fc
    .double({ min: -1e6, max: 1e6, noNaN: true })
    .map((n) => n.toLocaleString('de', { maximumFractionDigits: 3 })),
  fc.integer({ min: 0, max: 999 }).map((n) => `${n} cm`),
  fc.integer({ min: 0, max: 999 }).map((n) => `$${n}.50`),
  fc.tuple(fc.nat(999), fc.nat(999)).map(([a, b]) => `${a},${b}`),
  fc
    .date({ noInvalidDate: true, min: new Date('0100-01-01'), max: new Date('9000-01-01') })
    .map((d) => d.toISOString()),
  fc
    .date({ noInvalidDate: true, min: new Date('1900-01-01'), max: new Date('2100-01-01') })
    .map((d) => `${d.getUTCMonth() + 1}/${d.getUTCDate()}/${d.getUTCFullYear()}`),
  fc.constantFrom('yes', 'no', 'Yes', '1', '0', 'true'),
  fc.constantFrom('reed', 'wood', 'dune', 'reed; wood', 'dune|reed'),
  fc.string({ maxLength: 40, unit: 'grapheme' }),
  fc.string({ maxLength: 700 }),
  fc.constantFrom('a@b.example', 'https://quillwater.example/x', '+44 20 7946 0000', 'x@y', 'http://'),
  fc.constantFrom('', '  ', null, 'n/a', '-', 'c. 1800'),
  fc.boolean(),
  fc.array(fc.oneof(fc.string({ maxLength: 30 }), fc.integer(), fc.constantFrom('reed', 'wood')), {
    maxLength: 5,
  }),
  fc.record({
    lat: fc.double({ noNaN: true, min: -100, max: 100 }),
    lon: fc.double({ noNaN: true, min: -200, max: 200 }),
  }),
  fc.array(fc.record({ what: fc.string({ maxLength: 20 }), much: fc.oneof(fc.integer(), fc.constant('')) }), {
    maxLength: 4,
  }),
];
const columnOf: fc.Arbitrary<Json[]> = fc
  .tuple(fc.constantFrom(...cells), fc.constantFrom(...cells), fc.constantFrom(0, 0, 0.01, 0.1, 0.5))
  .chain(([one, other, share]) =>
    fc.array(
      fc.nat(99).chain((n) => (n < share * 100 ? other : one)),
      { minLength: 12, maxLength: 12 },
    ),
  );

test('whatever stands in a table, what is proposed accepts its rows; what it does not it tells, never more than a fiftieth of a column', () => {
  fc.assert(
    fc.property(fc.array(columnOf, { minLength: 1, maxLength: 4 }), (columns) => {
      const rows = Array.from({ length: 12 }, (_, row): JsonObject =>
        Object.fromEntries(columns.map((each, i) => [`Column ${i}`, each[row] ?? null])),
      );
      const { fields, type, misfits } = proposedFrom(rows);
      expect(
        checkModel({ ...emptyModel('en'), contentTypes: [type] }).filter(({ weight }) => weight === 'error'),
      ).toEqual([]);
      for (const { source, kind, of } of fields)
        expect([
          kind,
          misfits.columns.get(source)?.first ?? [],
          (misfits.columns.get(source)?.count ?? 0) <= of / 50,
        ]).toEqual([kind, misfits.columns.get(source)?.first ?? [], true]);
    }),
    { numRuns: 400 },
  );
});
