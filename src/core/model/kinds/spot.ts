import { pointer, read, refuse, type Fault } from '../../faults';
import { isJsonObject } from '../../json';
import type { Kind } from './kind';
import { textIn } from './text';
import { cellText, spotIn } from '../../formats/sample/cell';

export interface SpotRules {
  /** Degrees (WGS 84) between which it must lie. */
  bounds?: { south: number; west: number; north: number; east: number };
}
/** A place on the ground: degrees (WGS 84, six decimals kept), and words for it. */
export type Spot = { latitude: number; longitude: number; words?: string };
declare module './kind' {
  interface KindRules {
    spot: SpotRules;
  }
  interface KindValues {
    spot: Spot;
  }
}

const latitude = { type: 'number', minimum: -90, maximum: 90 };
const longitude = { type: 'number', minimum: -180, maximum: 180 };
// Nought is added so that there is only one nought.
const sixth = (degrees: number) => Math.round(degrees * 1e6) / 1e6 + 0;
const within = (value: unknown, most: number): value is number =>
  typeof value === 'number' && Number.isFinite(value) && Math.abs(value) <= most;

/** Degrees as people write them: "51.5000° N, 0.1200° W". */
export const spotInDegrees = ({ latitude: y, longitude: x }: Spot): string =>
  `${Math.abs(y).toFixed(4)}° ${y < 0 ? 'S' : 'N'}, ${Math.abs(x).toFixed(4)}° ${x < 0 ? 'W' : 'E'}`;

export const spot: Kind<'spot'> = {
  name: 'spot',
  label: 'Spot',
  purpose: 'A place on the ground, by latitude and longitude, with words for it.',
  rulesSchema: {
    type: 'object',
    additionalProperties: false,
    properties: {
      bounds: {
        type: 'object',
        additionalProperties: false,
        required: ['south', 'west', 'north', 'east'],
        properties: { south: latitude, west: longitude, north: latitude, east: longitude },
      },
    },
  },
  valueSchema: () => ({
    type: 'object',
    additionalProperties: false,
    required: ['latitude', 'longitude'],
    properties: { latitude, longitude, words: { type: 'string', maxLength: 200 } },
  }),
  comparisons: ['filled', 'empty'],
  isOpaque: true,
  fromSample: {
    value(cell) {
      if (!isJsonObject(cell)) return spotIn(cellText(cell)) ?? cellText(cell);
      const pick = (name: RegExp) => Object.entries(cell).find(([key]) => name.test(key))?.[1];
      return { latitude: Number(pick(/^lat/i)), longitude: Number(pick(/^(lon|lng)/i)) };
    },
  },
  sample: (_rules, label) => ({ latitude: 51.5, longitude: -0.5, words: label }),
  freshRules: () => ({}),
  checkRules: ({ bounds }) =>
    bounds && (bounds.south > bounds.north || bounds.west > bounds.east)
      ? [{ path: '/bounds', code: 'contradiction', message: 'The bounds are the wrong way round.' }]
      : [],
  read(input) {
    if (!isJsonObject(input)) return refuse('kind', 'This takes { latitude, longitude, words }.');
    for (const key of Object.keys(input))
      if (!['latitude', 'longitude', 'words'].includes(key))
        return refuse('unknown', `"${key}" means nothing here.`, pointer('', key));
    if (!within(input.latitude, 90))
      return refuse('latitude', 'The latitude is a number from -90 to 90.', '/latitude');
    if (!within(input.longitude, 180))
      return refuse('longitude', 'The longitude is a number from -180 to 180.', '/longitude');
    const value: Spot = { latitude: sixth(input.latitude), longitude: sixth(input.longitude) };
    if (input.words === undefined || input.words === null || input.words === '') return read(value);
    const words = textIn(input.words, 200);
    if (!words.ok) return words;
    const told = words.value.replace(/\s+/g, ' ').trim();
    return read<Spot>(told ? { ...value, words: told } : value);
  },
  speak: (value) => ({ ...value }),
  check(value, { bounds }) {
    const faults: Fault[] = [];
    if (!bounds) return faults;
    if (value.latitude < bounds.south || value.latitude > bounds.north)
      faults.push({
        path: '/latitude',
        code: 'bounds',
        message: `Between ${bounds.south} and ${bounds.north} degrees north.`,
      });
    if (value.longitude < bounds.west || value.longitude > bounds.east)
      faults.push({
        path: '/longitude',
        code: 'bounds',
        message: `Between ${bounds.west} and ${bounds.east} degrees east.`,
      });
    return faults;
  },
  indexShape: () => ({ column: 'INTEGER', sort: 'none', many: false }),
  indexCell: () => ({ value: 1 }),
  inWords: (value) => value.words ?? spotInDegrees(value),
  rulesInWords: ({ bounds }) =>
    bounds ? `between ${bounds.south} and ${bounds.north} north, ${bounds.west} and ${bounds.east} east` : '',
};
