import type { Json } from '../json';
import type { ModelDocument } from '../model/document';

/** What tells one thing from another stands first; the rest follows by name. */
const first = [
  'format',
  'version',
  'locales',
  'id',
  'key',
  'label',
  'plural',
  'purpose',
  'icon',
  'kind',
  'field',
  'is',
  'value',
];

const inOrder = ([a]: [string, unknown], [b]: [string, unknown]): number => {
  const [x, y] = [first.indexOf(a), first.indexOf(b)];
  if (x >= 0 || y >= 0) return (x < 0 ? first.length : x) - (y < 0 ? first.length : y);
  return a < b ? -1 : a > b ? 1 : 0;
};

const ordered = (value: Json): Json => {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(inOrder)
      .map(([key, each]) => [key, ordered(each)]),
  );
};

/**
 * The model document as JSON text (UTF-8, two spaces, one last line break), its parts always in one order, so
 * that two versions compare line by line.
 */
export const modelText = (document: ModelDocument): string =>
  `${JSON.stringify(ordered(document as unknown as Json), null, 2)}\n`;
