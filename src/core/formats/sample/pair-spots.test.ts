import fc from 'fast-check';
import type { JsonObject } from '../../json';
import { plainFields } from '../../model/kinds';
import { typeFromSample } from './make-type';
import { pairSpots } from './pair-spots';
import { proposeFields, titleAmong } from './propose-fields';
import { rowValues } from './row-values';
import { Tally } from './tally';

const proposed = (rows: readonly JsonObject[]) => {
  const columns = new Map<string, Tally>();
  for (const row of rows.map(pairSpots))
    for (const [name, value] of Object.entries(row))
      (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(value);
  return { columns, fields: proposeFields(columns, rows.length) };
};

test.each([
  ['Lat', 'Lon', 'Location'],
  ['latitude', 'LONGITUDE', 'Location'],
  ['start_lat', 'start_lng', 'start location'],
  ['Pier latitude', 'Pier longitude', 'Pier location'],
])('%s and %s are one column', (lat, lon, joint) => {
  expect(pairSpots({ Name: 'Mere', [lat]: '51.5', [lon]: -0.12, Depth: 2 })).toEqual({
    Name: 'Mere',
    [joint]: { latitude: 51.5, longitude: -0.12 },
    Depth: 2,
  });
});

test('halves that do not go together, or are no degrees, are left to be told', () => {
  const apart = { Lat: 1, 'Pier lon': 2, Flat: 3 };
  expect(pairSpots(apart)).toEqual(apart);
  expect(pairSpots({ Lat: '', Lon: null })).toEqual({ Location: null });
  expect(pairSpots({ Lat: '95', Lon: '3' })).toEqual({ Location: '95, 3' });
  expect(pairSpots({ Location: 'Mere', Lat: 1, Lon: 2 })).toHaveProperty('Location, spot');
});

test('any two columns of degrees are proposed as a spot, and each row becomes its place', () => {
  const degrees = (most: number) =>
    fc.double({ min: -most, max: most, noNaN: true }).map((n) => Number(n.toFixed(5)) + 0);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(degrees(90), degrees(180), fc.boolean()), { minLength: 3, maxLength: 12 }),
      (all) => {
        const rows = all.map(([lat, lon, words], i) => ({
          Name: `Place ${i}`,
          Lat: words ? String(lat) : lat,
          Lon: words ? String(lon) : lon,
        }));
        const { columns, fields } = proposed(rows);
        const found = fields.find(({ source }) => source === 'Location');
        expect([found?.kind, found?.agree]).toEqual(['spot', rows.length]);
        const { type } = typeFromSample('Place', fields, titleAmong(fields, columns), [], () => undefined);
        const [spoken] = rows.map((row) =>
          rowValues(pairSpots(row), fields, plainFields(type.fields), () => undefined),
        );
        expect(spoken).toMatchObject({ location: { latitude: all[0]?.[0], longitude: all[0]?.[1] } });
      },
    ),
    { numRuns: 60 },
  );
});
