import { isDay } from '../../content/day';
import type { Json } from '../../json';

/** Words for yes and no in the languages that samples are likely to be written in. */
const yes = new Set(['yes', 'y', 'true', 'oui', 'ja', 'si', 'sí']);
const no = new Set(['no', 'n', 'false', 'non', 'nein']);

/** The answer that a cell gives, if it gives one. */
export function yesNoIn(text: string): boolean | undefined {
  const word = text.trim().toLowerCase();
  return yes.has(word) ? true : no.has(word) ? false : undefined;
}

/**
 * The number in a cell: with a decimal point or comma, with spaces, points, commas or apostrophes between
 * thousands.
 */
export function numberIn(text: string): number | undefined {
  const bare = text.trim().replace(/[\s\u00a0\u202f’']/g, '');
  if (!/^[+-]?\d[\d.,]*$/.test(bare)) return undefined;
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const mark = bare[last] ?? '';
  const marks = mark ? bare.split(mark).length - 1 : 0;
  const other = mark === '.' ? ',' : '.';
  // One mark followed by three digits and nothing else could be either; it is read as thousands only beside
  // another mark or itself.
  const isDecimal =
    last >= 0 &&
    marks === 1 &&
    (bare.includes(other) || bare.length - last - 1 !== 3 || bare.startsWith(`0${mark}`) || mark === '.');
  const digits = isDecimal
    ? `${bare.slice(0, last).replace(/[.,]/g, '')}.${bare.slice(last + 1)}`
    : bare.replace(/[.,]/g, '');
  const number = Number(digits);
  return Number.isFinite(number) && Math.abs(number) <= 1e15 ? number : undefined;
}

/** The unit that stands behind a number: "12 cm", "4.50 crowns". */
export function unitIn(text: string): string | undefined {
  const found = /^[+-]?\d[\d.,\s]*?\s*([^\d\s.,+-][^\d]{0,14})$/u.exec(text.trim());
  return found?.[1]?.trim();
}

export interface FoundDay {
  /** ISO 8601, where it can be told. */
  day: string;
  /** What the numbers themselves tell of the order; "either" where both may be. */
  order: 'iso' | 'day first' | 'month first' | 'either';
}

const two = (n: number) => String(n).padStart(2, '0');

/**
 * The day in a cell: ISO 8601, or three numbers with the year last. `monthFirst` settles those that may be
 * read both ways.
 */
export function dayIn(text: string, monthFirst = false): FoundDay | undefined {
  const bare = text.trim();
  if (isDay(bare)) return { day: bare, order: 'iso' };
  const found = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(bare);
  if (!found) return undefined;
  const [a, b, year] = [Number(found[1]), Number(found[2]), found[3] ?? ''];
  const order = a > 12 ? 'day first' : b > 12 ? 'month first' : 'either';
  const [day, month] = order === 'month first' || (order === 'either' && monthFirst) ? [b, a] : [a, b];
  const iso = `${year}-${two(month)}-${two(day)}`;
  return isDay(iso) ? { day: iso, order } : undefined;
}

/** The day and time in a cell, as a clock shows it: `2026-11-24T10:30`. */
export function momentIn(text: string, monthFirst = false): string | undefined {
  const found = /^(\S+?)[T ,]+(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/.exec(
    text.trim(),
  );
  const day = found?.[1] === undefined ? undefined : dayIn(found[1].replace(/,$/, ''), monthFirst);
  const hour = Number(found?.[2]);
  return day && hour < 24 && Number(found?.[3]) < 60
    ? `${day.day}T${two(hour)}:${found?.[3] ?? '00'}`
    : undefined;
}

/** The place in a cell: latitude and longitude in degrees. */
export function spotIn(text: string): { latitude: number; longitude: number } | undefined {
  const found = /^(-?\d{1,2}\.\d{2,})\s*[,;]\s*(-?\d{1,3}\.\d{2,})$/.exec(text.trim());
  if (!found) return undefined;
  const [latitude, longitude] = [Number(found[1]), Number(found[2])];
  return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? { latitude, longitude } : undefined;
}

/** What sets several things in one cell apart, if there are several. */
export function separatorIn(text: string): ';' | '|' | undefined {
  if (text.includes('|')) return '|';
  return text.includes(';') ? ';' : undefined;
}

/** A cell of a file as text. */
export const cellText = (cell: Json): string =>
  typeof cell === 'string'
    ? cell.trim()
    : cell === null
      ? ''
      : typeof cell === 'object'
        ? JSON.stringify(cell)
        : String(cell);

/** The texts in a cell that holds several, as a list or with a separator between them. */
export function piecesOf(cell: Json, separator: string | undefined): string[] {
  if (Array.isArray(cell)) return cell.map(cellText).filter(Boolean);
  const text = cellText(cell);
  return separator
    ? text
        .split(separator)
        .map((piece) => piece.trim())
        .filter(Boolean)
    : [text].filter(Boolean);
}
