import { isDay } from '../../content/day';
import { dayFormatter } from '../../content/formatters';
import { isJsonObject, type Json } from '../../json';

/** Words for yes and no in the languages that samples are likely to be written in. */
const yes = new Set(['yes', 'y', 'true', 'oui', 'ja', 'si', 'sí', '1']);
const no = new Set(['no', 'n', 'false', 'non', 'nein', '0']);

/** The answer that a cell gives, if it gives one. */
export function yesNoIn(text: string): boolean | undefined {
  const word = text.trim().toLowerCase();
  return yes.has(word) ? true : no.has(word) ? false : undefined;
}

/** What stands before the decimals of numbers: a file's own habit. */
export type DecimalMark = '.' | ',';

export interface FoundNumber {
  value: number;
  /** How many digits stand behind the decimal mark, as it is written. */
  decimals: number;
  /** How many digits count, those before and behind the mark. */
  digits: number;
}

const escaped: Record<DecimalMark, string> = { '.': '\\.', ',': ',' };
/** Digits, in groups of three or not, and decimals behind the mark; an exponent may follow. */
const shapeOf = (mark: DecimalMark) => {
  const group = `[${mark === '.' ? ',' : '.'}’' \\u00a0\\u202f]`;
  return new RegExp(
    `^([+-]?)(\\d{1,3}(?:${group}\\d{3})+|\\d*)(?:${escaped[mark]}(\\d+))?(?:e([+-]?\\d{1,3}))?$`,
    'i',
  );
};
const shapes: Record<DecimalMark, RegExp> = { '.': shapeOf('.'), ',': shapeOf(',') };

/** The number that a cell is under a habit of writing decimals. */
export function numberUnder(text: string, mark: DecimalMark): FoundNumber | undefined {
  const found = shapes[mark].exec(text.trim());
  const [, sign = '', grouped = '', fraction = '', exponent = '0'] = found ?? [];
  const whole = grouped.replace(/\D/g, '');
  if (!found || whole + fraction === '') return undefined;
  const value = Number(`${sign}${whole || '0'}.${fraction || '0'}e${exponent}`);
  if (!Number.isFinite(value)) return undefined;
  return {
    value,
    decimals: Math.max(0, fraction.length - Number(exponent)),
    digits: (whole + fraction).replace(/^0+/, '').length,
  };
}

/** The number in a cell; without a habit that settles it, one mark before three digits parts thousands if it is a comma. */
export const numberIn = (text: string, mark?: DecimalMark): number | undefined =>
  (mark ? numberUnder(text, mark) : (numberUnder(text, '.') ?? numberUnder(text, ',')))?.value;

/** A number and the unit that stands behind it ("12 cm", "4.50 crowns", "80 %") or, as money, before it ("$12"). */
export function unitIn(text: string): { number: string; unit?: string } {
  const bare = text.trim();
  const behind = /^([+-]?[\d.,][\d.,\s]*?(?:e[+-]?\d+)?)\s*([^\d\s.,+-][^\d]{0,14})$/iu.exec(bare);
  if (behind?.[1] && behind[2]) return { number: behind[1].trim(), unit: behind[2].trim() };
  const before = /^([-+]?)([$€£¥₹₽]|[A-Z]{3})\s?(?=[\d.,])(.+)$/u.exec(bare);
  return before
    ? { number: `${before[1] ?? ''}${before[3] ?? ''}`, unit: before[2] ?? '' }
    : { number: bare };
}

/** Why a text that reads as a number is a code, which a number would spoil. */
export function codeIn(text: string): 'begins with 0' | 'begins with +' | 'too many digits' | undefined {
  const bare = text.trim();
  if (/^\+\d/.test(bare)) return 'begins with +';
  if (/^0\d/.test(bare)) return 'begins with 0';
  const digits = (numberUnder(bare, '.') ?? numberUnder(bare, ','))?.digits ?? 0;
  return digits > 15 ? 'too many digits' : undefined;
}

export interface FoundDay {
  /** ISO 8601, where it can be told. */
  day: string;
  /** What the numbers themselves tell of the order; "either" where both may be. */
  order: 'iso' | 'day first' | 'month first' | 'either';
}

const two = (n: number) => String(n).padStart(2, '0');

let monthsNamed: ReadonlyMap<string, number> | undefined;

/**
 * The months by their names, long and short, in languages that samples are likely to be written in. Made when the
 * first is looked up: every screen reads this, and few come upon a name.
 */
const monthsByName = (): ReadonlyMap<string, number> =>
  (monthsNamed ??= new Map(
    ['en', 'fr', 'de', 'es', 'it', 'nl', 'pt'].flatMap((locale) =>
      (['long', 'short'] as const).flatMap((month) => {
        const format = dayFormatter(locale, { month });
        return Array.from({ length: 12 }, (_, i): [string, number] => [
          format
            .format(Date.UTC(2026, i, 15))
            .toLowerCase()
            .replace(/\.$/, ''),
          i + 1,
        ]);
      }),
    ),
  ));

const dayOf = (year: string, month: number, day: number, order: FoundDay['order']): FoundDay | undefined => {
  const iso = `${year}-${two(month)}-${two(day)}`;
  return isDay(iso) ? { day: iso, order } : undefined;
};

/**
 * The day in a cell: ISO 8601, three numbers with the year first or last, or with the month by its name. `monthFirst`
 * settles those that may be read both ways.
 */
export function dayIn(text: string, monthFirst = false): FoundDay | undefined {
  const bare = text.trim();
  if (isDay(bare)) return { day: bare, order: 'iso' };
  const yearFirst = /^(\d{4})[./-](\d{1,2})[./-](\d{1,2})$/.exec(bare);
  if (yearFirst) return dayOf(yearFirst[1] ?? '', Number(yearFirst[2]), Number(yearFirst[3]), 'iso');
  const named =
    /^(?:(\p{L}+)\.?\s+(\d{1,2})|(\d{1,2})\.?\s+(?:de\s+)?(\p{L}+)\.?),?\s+(?:de\s+)?(\d{4})$/u.exec(bare);
  if (named) {
    const month = monthsByName().get((named[1] ?? named[4] ?? '').toLowerCase());
    return month === undefined
      ? undefined
      : dayOf(named[5] ?? '', month, Number(named[2] ?? named[3]), 'iso');
  }
  const found = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(bare);
  if (!found) return undefined;
  const [a, b, year] = [Number(found[1]), Number(found[2]), found[3] ?? ''];
  const order = a > 12 ? 'day first' : b > 12 ? 'month first' : 'either';
  const [day, month] = order === 'month first' || (order === 'either' && monthFirst) ? [b, a] : [a, b];
  return dayOf(year, month, day, order);
}

export interface FoundMoment extends FoundDay {
  /** As a clock shows it: `2026-11-24T10:30`. */
  moment: string;
  /** Whether it says how far its clock is from universal time. */
  hasOffset: boolean;
}

const clock =
  /^(.+?)(?:T|,?\s+)(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm|a\.m\.|p\.m\.)?\s*(Z|[+-]\d{2}:?\d{2})?$/i;

/** The day and time in a cell, as the clock that it was written by showed it. */
export function momentIn(text: string, monthFirst = false): FoundMoment | undefined {
  const [, date, hours, minutes = '', half, offset] = clock.exec(text.trim()) ?? [];
  const day = date === undefined ? undefined : dayIn(date, monthFirst);
  const twelve = half !== undefined;
  const given = Number(hours);
  if (!day || Number(minutes) > 59 || given > (twelve ? 12 : 23) || (twelve && given === 0)) return undefined;
  const hour = twelve ? (given % 12) + (/^p/i.test(half) ? 12 : 0) : given;
  return { ...day, moment: `${day.day}T${two(hour)}:${minutes}`, hasOffset: offset !== undefined };
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

/** Whether a cell says nothing: it is empty, blank, or holds nothing. */
export const isBlank = (cell: Json): boolean =>
  cell === null ||
  (typeof cell === 'string' && cell.trim() === '') ||
  (Array.isArray(cell) && cell.every(isBlank)) ||
  (isJsonObject(cell) && Object.values(cell).every(isBlank));

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
