import fc from 'fast-check';
import { documentFrom } from '../../../../tests/small-model';
import { plainFields } from '../../model/kinds';
import { Tally } from '../sample/tally';
import { proposeFields } from '../sample/propose-fields';
import type { JsonObject } from '../../json';
import { columnsInto, KeysSeen, MADE, rowInto, type IntoType } from './into-type';
import { likeness } from './likeness';
import { matchColumns } from './match-columns';
import { matchNames } from './match-names';
import { NamesInRows } from './names-in-rows';

const [instrument] = documentFrom({
  schemes: { families: { label: 'Families', plural: 'Families', fields: {} } },
  contentTypes: {
    instrument: {
      label: 'Instrument',
      plural: 'Instruments',
      title: 'name',
      fields: {
        name: { label: 'Name' },
        made: { kind: 'number', label: 'Year made' },
        beakLength: { kind: 'number', label: 'Beak length', rules: { unit: 'mm' } },
        family: { kind: 'category', label: 'Family', rules: { scheme: 'families', multiple: true } },
        tuning: { kind: 'choice', label: 'Tuning', rules: { choices: { even: 'Even', just: 'Just' } } },
        shown: { kind: 'date', label: 'Shown since' },
        full: { kind: 'computed', label: 'Full name', rules: { how: 'joined', from: ['name'], joint: ' ' } },
      },
      face: { heading: ['name'] },
    },
  },
}).contentTypes;
const fields = plainFields(instrument?.fields ?? []);
const keyOf = (id: string | undefined) => fields.find((field) => field.id === id)?.key;
const idOf = (key: string) => fields.find((field) => field.key === key)?.id ?? '';

function columnsOf(rows: readonly JsonObject[]) {
  const tallies = new Map<string, Tally>();
  for (const row of rows)
    for (const [name, value] of Object.entries(row))
      (tallies.get(name) ?? tallies.set(name, new Tally()).get(name))?.add(value);
  return proposeFields(tallies, rows.length);
}

describe('how alike names are', () => {
  test('as much one way as the other, and wholly only to what is the same but for case, accents and signs', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (a, b) => {
        expect(likeness(a, b)).toBe(likeness(b, a));
        expect(likeness(a, b)).toBeGreaterThanOrEqual(0);
        expect(likeness(a, b)).toBeLessThanOrEqual(1);
      }),
    );
    expect(likeness('Église–Neuve', 'eglise neuve')).toBe(1);
    expect(likeness('Fenn, Aldus', 'Aldus Fenn')).toBe(1);
  });
});

describe('columns to fields', () => {
  test('by headings as people write them, and by what is in them', () => {
    const rows = [
      {
        NAME: 'Reed organ',
        'Beak Length (mm)': '12',
        year_made: '1812',
        Families: 'Reeds, Bells',
        'shown since': '2026-01-02',
        'full name': 'x',
        'Tun.': 'Even',
        colour: 'red',
      },
    ];
    const matched = matchColumns(columnsOf(rows), fields);
    expect(Object.fromEntries([...matched].map(([source, id]) => [source, keyOf(id)]))).toEqual({
      NAME: 'name',
      'Beak Length (mm)': 'beakLength',
      year_made: 'made',
      Families: 'family',
      'shown since': 'shown',
      'Tun.': 'tuning',
    });
  });
  test('no field is filled twice, whatever the headings', () => {
    const heading = fc.oneof(fc.constantFrom('name', 'Names', 'made', 'Year', 'length', 'tune'), fc.string());
    fc.assert(
      fc.property(fc.uniqueArray(heading, { maxLength: 12 }), (headings) => {
        const row = Object.fromEntries(headings.map((each) => [each, 'x']));
        const ids = [...matchColumns(columnsOf([row]), fields).values()];
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids.every((id) => keyOf(id) !== 'full')).toBe(true);
      }),
    );
  });
});

describe('names in a file', () => {
  const things = [
    { id: '1', label: 'Aldus Fenn', also: ['fenn'] },
    { id: '2', label: 'Berit Oak' },
    { id: '3', label: 'berit oak' },
  ];
  test('mean what is called so; what several are called, or nothing, is asked', () => {
    const found = matchNames(['FENN', 'Berit Oak', 'Berit  OAK', 'Aldous Fen', 'Nobody'], things);
    expect(found.map(({ is, near }) => [is?.id, near.map(({ id }) => id)])).toEqual([
      ['1', []],
      ['2', []],
      [undefined, ['2', '3']],
      [undefined, ['1']],
      [undefined, []],
    ]);
  });
  test('every thing is found by its own name', () => {
    const labels = fc.uniqueArray(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(labels, (names) => {
        const all = names.map((label, i) => ({ id: String(i), label }));
        expect(matchNames(names, all).map(({ is }) => is?.id)).toEqual(all.map(({ id }) => id));
      }),
    );
  });
});

describe('a row read into a type that is there', () => {
  const rows = [
    { name: 'Reed organ', family: 'Reeds; Bells', tuning: 'Even', made: '' },
    { name: 'Bell tree', family: 'Bells', tuning: 'Odd', made: '1812' },
  ];
  const columns = columnsOf(rows);
  const given = columnsInto(columns, fields, matchColumns(columns, fields));
  const means: IntoType['means'] = new Map([
    [
      idOf('family'),
      new Map([
        ['Reeds', 'id-of-reeds'],
        ['Bells', MADE],
      ]),
    ],
    [idOf('tuning'), new Map([['Even', 'even']])],
  ]);
  test('names are gathered by their field, each piece of a cell by itself', () => {
    const names = new NamesInRows(given.columns, given.fields);
    rows.forEach((row) => names.add(row));
    expect([...(names.names.get(idOf('family')) ?? [])]).toEqual([
      ['Reeds', 1],
      ['Bells', 2],
    ]);
    expect([...(names.names.get(idOf('tuning')) ?? [])]).toEqual([
      ['Even', 1],
      ['Odd', 1],
    ]);
  });
  test('says what its names mean, and leaves or empties what its cells leave out', () => {
    const [first, second] = rows.map((row) => rowInto(row, { ...given, means, empties: false }));
    expect(first).toEqual({
      values: { name: 'Reed organ', family: ['id-of-reeds'], tuning: 'even' },
      makes: true,
    });
    expect(second?.values).toEqual({ name: 'Bell tree', made: 1812 });
    expect(rowInto(rows[0] ?? {}, { ...given, means, empties: true }).values).toMatchObject({ made: null });
  });
  test('a key that stood before is told, a blank one never', () => {
    const seen = new KeysSeen('code');
    expect(
      [{ code: 'A' }, { code: 'B' }, { code: 'A' }, {}, { code: null }].map((row) => seen.has(row)),
    ).toEqual([false, false, true, false, false]);
  });
});
