import type { Json, JsonObject } from '../../json';
import { cellText, isBlank, numberIn } from './cell';

/** What stands before or after the word by which a column says that it holds one half of a place. */
const halves = [
  { half: 'latitude', name: /^(.*?)[\s_-]*(?:lat|latitude)$/i, most: 90 },
  { half: 'longitude', name: /^(.*?)[\s_-]*(?:lon|lng|long|longitude)$/i, most: 180 },
] as const;

/** The column that the two halves become, by what stands before both. */
const jointName = (before: string, taken: ReadonlySet<string>): string => {
  const name = before.trim() === '' ? 'Location' : `${before.trim()} location`;
  return taken.has(name) ? `${name}, spot` : name;
};

const degreesIn = (cell: Json, most: number): number | undefined => {
  const degrees = typeof cell === 'number' ? cell : numberIn(cellText(cell), '.');
  return degrees !== undefined && Math.abs(degrees) <= most ? degrees : undefined;
};

/**
 * A row in which each latitude and the longitude that goes with it, two columns named alike ("Lat" and "Lon", "Start
 * latitude" and "Start longitude"), are one: a place as { latitude, longitude }; both halves as they stand, with a comma
 * between, where they are none; nothing where both are blank. Other columns stay as they are.
 */
export function pairSpots(row: JsonObject): JsonObject {
  const names = Object.keys(row);
  const [latitude, longitude] = halves.map(
    ({ name }) =>
      new Map(names.flatMap((each) => [[name.exec(each)?.[1]?.toLowerCase() ?? '\u0000', each] as const])),
  );
  const pairs = new Map(
    [...(latitude ?? [])].flatMap(([before, lat]) => {
      const lon = before === '\u0000' ? undefined : longitude?.get(before);
      return lon === undefined ? [] : [[lat, lon] as const];
    }),
  );
  if (pairs.size === 0) return row;
  const seconds = new Set(pairs.values());
  const taken = new Set(names);
  return Object.fromEntries(
    Object.entries(row).flatMap(([name, cell]): [string, Json][] => {
      if (seconds.has(name)) return [];
      const other = pairs.get(name);
      if (other === undefined) return [[name, cell]];
      const joint = jointName(halves[0].name.exec(name)?.[1] ?? '', taken);
      return [[joint, spotOf(cell, row[other] ?? null)]];
    }),
  );
}

function spotOf(lat: Json, lon: Json): Json {
  if (isBlank(lat) && isBlank(lon)) return null;
  const [latitude, longitude] = [degreesIn(lat, halves[0].most), degreesIn(lon, halves[1].most)];
  return latitude === undefined || longitude === undefined
    ? `${cellText(lat)}, ${cellText(lon)}`
    : { latitude, longitude };
}
