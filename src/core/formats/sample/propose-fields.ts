import type { Id } from '../../ids';
import { kinds, type KindName } from '../../model/kinds';
import type { DecimalMark } from './cell';
import type { Tally } from './tally';

/** A field that a sample asks for, with what speaks for it. The architect may correct every part of it. */
export interface ProposedField {
  /** The column's heading, or the member's name. */
  source: string;
  label: string;
  kind: KindName;
  required: boolean;
  /** Rules of the kind that the sample tells, spoken plainly: choices by label, a unit, bounds, another file. */
  unit?: string;
  decimals?: number;
  /** Whether its numbers look like years, which are shown plain. */
  years?: true;
  /** What stands before the decimals of its numbers, where it is a comma. */
  decimalMark?: DecimalMark;
  choices?: string[];
  multiple?: boolean;
  separator?: string;
  /** What sets names apart in its cells, should a cell hold several. */
  parted?: string;
  monthFirst?: boolean;
  format?: 'email' | 'url' | 'phone';
  maxLength?: number;
  /** The name of the file whose entries it refers to. */
  refersTo?: string;
  /** The field of a type that is there which it fills; what its names mean is looked up by that. */
  fills?: Id;
  inside?: ProposedField[];
  /** Whether its items stand under codes, rather than in a list. */
  keyed?: true;
  /** How many rows agree, of how many that say anything, and in words. */
  agree: number;
  of: number;
  evidence: string;
}

/** What counts as agreement: nearly every value that is there. */
const NEARLY = 0.98;
const nearly = (n: number, of: number) => of > 0 && n / of >= NEARLY;
const spaced = (name: string) =>
  name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .replace(/[_\-.]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
const labelFrom = (name: string) => {
  const words = spaced(name).toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1) || 'Field';
};
const counted = (n: number) => n.toLocaleString('en');
const steps = [60, 80, 120, 200, 300, 500, 1000, 2000, 5000, 10_000, 20_000, 50_000];
/** The most characters that a field is given, so that the longest fits. */
const roomFor = (longest: number, least = 0) =>
  steps.find((most) => Math.max(longest, least) <= most) ?? 50_000;
/** What a line can hold at the most. */
const LINE = 500;
/** The most decimals that a number is given. */
const DECIMALS = 12;

/** A set of choices is worth making when few different values stand again and again. */
function fewOf(values: ReadonlyMap<string, number> | undefined, filled: number): string[] | undefined {
  if (!values || values.size < 2 || values.size > 40 || filled < 6 || values.size > filled * 0.5)
    return undefined;
  if ([...values.keys()].some((value) => value.length > 60)) return undefined;
  return [...values].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([value]) => value);
}

type Guess = Omit<ProposedField, 'source' | 'label' | 'required'>;

type Say = (agree: number, words: string) => Pick<Guess, 'agree' | 'of' | 'evidence'>;

/** Whether every value is a bare number. */
const isAllNumbers = (tally: Tally): boolean => tally.bare === tally.filled;

/** Why numbers are left as words: what a number would spoil, or cannot hold. */
function codesIn(tally: Tally): string | undefined {
  const { codes, filled } = tally;
  const { mostDecimals, most, least } = tally.numbersBy[tally.mark];
  const zeros = codes.get('begins with 0') ?? 0;
  const plus = codes.get('begins with +') ?? 0;
  const long = codes.get('too many digits') ?? 0;
  if (zeros > 0) return `are digits; ${counted(zeros)} with 0 in front, which a number would lose`;
  // Beside negative ones a plus is a sign.
  if (plus > 0 && tally.negative === 0)
    return `are digits; ${counted(plus)} with + in front, which a number would lose`;
  if (long > 0 || Math.max(most, -least) > Number.MAX_SAFE_INTEGER)
    return `are digits, ${long > 0 ? `${counted(long)} of them more` : 'larger'} than a number keeps exactly`;
  if (mostDecimals > DECIMALS) return `have up to ${mostDecimals} decimals, more than a number keeps`;
  if (tally.triples > 0 && tally.triples * 2 < filled && tally.triples + tally.upToThree === filled)
    return `are digits; ${counted(tally.triples)} with several, commas between them`;
  return undefined;
}

/** Whole numbers without a unit all of which lie between these look like years. */
const YEARS = { least: 1000, most: 2199 };

function guessNumber(tally: Tally, say: Say): Guess | undefined {
  const { filled, mark, units } = tally;
  const { count, mostDecimals, least, most } = tally.numbersBy[mark];
  const [unit, withUnit = 0] = [...units].sort((a, b) => b[1] - a[1])[0] ?? [];
  // One unit for all; a number without it is meant in it too.
  const isOne = units.size <= 1 || nearly(withUnit, filled);
  if (!nearly(count, filled) || !isOne) return undefined;
  const codes = codesIn(tally);
  if (codes !== undefined) return { kind: 'line', maxLength: roomFor(tally.longest), ...say(filled, codes) };
  const years = unit === undefined && mostDecimals === 0 && least >= YEARS.least && most <= YEARS.most;
  return {
    kind: 'number',
    ...(years ? { years } : {}),
    ...(unit === undefined ? {} : { unit }),
    ...(mostDecimals > 0 ? { decimals: mostDecimals } : {}),
    ...(mark === ',' ? { decimalMark: mark } : {}),
    ...say(
      count,
      `are numbers, ${least} to ${most}${unit ? `, in ${unit}` : ''}${mark === ',' ? ', with a decimal comma' : ''}${years ? ', shown plain as years are' : ''}`,
    ),
  };
}

function guessScalar(tally: Tally): Guess {
  const { filled } = tally;
  const say = (agree: number, words: string): Pick<Guess, 'agree' | 'of' | 'evidence'> => ({
    agree,
    of: filled,
    evidence: `${counted(agree)} of ${counted(filled)} ${words}`,
  });
  const monthFirst = tally.monthFirst > tally.dayFirst;
  const orderWords =
    tally.dayFirst + tally.monthFirst > 0 ? `, written ${monthFirst ? 'month' : 'day'} first` : '';
  if (nearly(tally.moments, filled))
    return {
      kind: 'moment',
      ...(monthFirst ? { monthFirst } : {}),
      ...say(
        tally.moments,
        `are days with a time${orderWords}${
          tally.offsets > 0
            ? `; ${counted(tally.offsets)} say how far their clock is from universal time, which is left out`
            : ''
        }`,
      ),
    };
  if (nearly(tally.days, filled))
    return {
      kind: 'date',
      ...(monthFirst ? { monthFirst } : {}),
      ...say(tally.days, `are days${orderWords}`),
    };
  if (nearly(tally.yesNo, filled) && (!isAllNumbers(tally) || (tally.yes > 0 && tally.no > 0)))
    return { kind: 'yesNo', ...say(tally.yesNo, 'say yes or no') };
  if (nearly(tally.spots, filled))
    return { kind: 'spot', ...say(tally.spots, 'are a latitude and a longitude') };
  const numbers = guessNumber(tally, say);
  if (numbers) return numbers;
  const fits = tally.longest <= LINE;
  if (fits && nearly(tally.emails, filled))
    return {
      kind: 'line',
      format: 'email',
      maxLength: roomFor(tally.longest, 320),
      ...say(tally.emails, 'are e-mail addresses'),
    };
  if (fits && nearly(tally.addresses, filled))
    return { kind: 'line', format: 'url', maxLength: LINE, ...say(tally.addresses, 'are web addresses') };
  if (fits && nearly(tally.phones, filled))
    return {
      kind: 'line',
      format: 'phone',
      maxLength: roomFor(tally.longest),
      ...say(tally.phones, 'are telephone numbers'),
    };
  // Where two are in use, neither parts all.
  const [separator, several = 0] = tally.separators.size === 1 ? ([...tally.separators][0] ?? []) : [];
  const pieces = separator && several >= filled * 0.1 ? fewOf(tally.pieces, filled * 2) : undefined;
  if (separator && pieces)
    return {
      kind: 'choice',
      multiple: true,
      separator,
      choices: pieces,
      ...say(several, `name several, set apart by “${separator}”; ${pieces.length} different in all`),
    };
  const choices = fewOf(tally.distinct, filled);
  if (choices && tally.lines === 0)
    return { kind: 'choice', choices, ...say(filled, `are one of ${choices.length}`) };
  if (tally.lines > 0 || tally.longest > 160)
    return {
      kind: 'paragraphs',
      maxLength: roomFor(tally.longest, 300),
      ...say(
        Math.max(tally.lines, 1),
        tally.lines > 0
          ? 'run over more than one line'
          : `is up to ${counted(tally.longest)} characters long`,
      ),
    };
  return {
    kind: 'line',
    maxLength: roomFor(tally.longest, 60),
    ...say(filled, `are words, the longest of ${tally.longest} characters`),
  };
}

/** Different things in one column are kept as they are written. */
function guessMixed(tally: Tally, scalars: number): Guess {
  const { filled, lists, objects } = tally;
  const longest = Math.max(tally.longest, tally.longestWhole);
  const named: [number, string][] = [
    [lists, 'lists'],
    [objects, 'objects'],
    [scalars, 'single values'],
  ];
  const words = named.flatMap(([n, what]) => (n > 0 ? [`${counted(n)} ${what}`] : [])).join(', ');
  return {
    ...(longest > LINE || tally.lines > 0
      ? { kind: 'paragraphs' as const, maxLength: roomFor(longest) }
      : { kind: 'line' as const, maxLength: roomFor(longest, 60) }),
    agree: filled,
    of: filled,
    evidence: `${counted(filled)} hold different things: ${words}`,
  };
}

/** How much of their members the objects under codes share, at least, and how many times as many codes as one object has there are. */
const KEYED = { shared: 0.6, varying: 2 };

/** Objects whose members are objects of one make, under other codes in each row, are lists. */
function guessKeyed({ objects, keyed, keyedRows: rows, members, filled }: Tally): Guess | undefined {
  if (keyed < objects || !rows || rows.objects === 0) return undefined;
  const perObject = rows.objects / objects;
  const had = [...rows.members.values()].reduce((sum, member) => sum + member.filled, 0);
  if (had / (rows.objects * rows.members.size) < KEYED.shared) return undefined;
  if (members.size < perObject * KEYED.varying) return undefined;
  return {
    kind: 'list',
    inside: proposeFields(rows.members, rows.objects),
    keyed: true,
    agree: objects,
    of: filled,
    evidence: `${counted(objects)} of ${counted(filled)} are lists under codes, ${counted(rows.objects)} items in all`,
  };
}

function guess(tally: Tally): Guess {
  const { filled } = tally;
  const scalars = filled - tally.lists - tally.objects;
  if ([scalars, tally.lists, tally.objects].filter((n) => n > 0).length > 1)
    return guessMixed(tally, scalars);
  if (filled === 0) return { kind: 'line', maxLength: 120, agree: 0, of: 0, evidence: 'Empty in every row' };
  if (tally.objects > 0) {
    const list = guessKeyed(tally);
    if (list) return list;
    const inside = proposeFields(tally.members, tally.objects);
    const within = (name: RegExp, bound: number) =>
      [...tally.members].some(([key, member]) => {
        const { least, most } = member.numbersBy['.'];
        return name.test(key) && member.bare === tally.objects && Math.max(most, -least) <= bound;
      });
    if (tally.members.size <= 4 && within(/^lat/i, 90) && within(/^(lon|lng)/i, 180))
      return {
        kind: 'spot',
        agree: tally.objects,
        of: filled,
        evidence: `${counted(tally.objects)} of ${counted(filled)} have a latitude and a longitude`,
      };
    return {
      kind: 'group',
      inside,
      agree: tally.objects,
      of: filled,
      evidence: `${counted(tally.objects)} of ${counted(filled)} are objects with ${inside.length} members`,
    };
  }
  if (tally.lists > 0 && tally.items) {
    const { items } = tally;
    if (items.lists > 0 || (items.objects > 0 && items.objects < items.filled)) return guessMixed(tally, 0);
    if (items.objects > 0)
      return {
        kind: 'list',
        inside: proposeFields(items.members, items.objects),
        agree: tally.lists,
        of: filled,
        evidence: `${counted(tally.lists)} of ${counted(filled)} are lists, ${counted(items.filled)} items in all`,
      };
    const choices = fewOf(items.distinct, items.filled);
    const words = `${counted(tally.lists)} of ${counted(filled)} are lists of words, ${counted(items.filled)} in all`;
    if (choices)
      return {
        kind: 'choice',
        multiple: true,
        choices,
        agree: tally.lists,
        of: filled,
        evidence: `${words}, ${choices.length} different`,
      };
    const itemGuess = guessScalar(items);
    return {
      kind: 'list',
      inside: [
        { source: '', label: 'Item', required: saysAll(items, itemGuess, items.filled), ...itemGuess },
      ],
      agree: tally.lists,
      of: filled,
      evidence: words,
    };
  }
  return guessScalar(tally);
}

/** The fields that the tallied columns of `rows` rows ask for, in their order. */
export function proposeFields(columns: ReadonlyMap<string, Tally>, rows: number): ProposedField[] {
  return [...columns].map(([source, tally]) => {
    const found = guess(tally);
    const { name, unit } = kinds[found.kind].measures === 'number' ? unitInHeading(source) : { name: source };
    return {
      source,
      label: labelFrom(name),
      required: rows > 0 && saysAll(tally, found, rows),
      ...hintsFor(tally),
      ...(unit === undefined ? {} : { unit }),
      ...found,
    };
  });
}

/** The most choices that are proposed where an architect wants choices. */
const CHOICES = 500;

/** What the values tell for kinds that are not proposed, so that another can be picked. */
function hintsFor(tally: Tally): Partial<ProposedField> {
  const { mark, distinct } = tally;
  const { mostDecimals } = tally.numbersBy[mark];
  const [parted = tally.commas > 0 ? ',' : undefined] =
    tally.separators.size === 1 ? [...tally.separators.keys()] : [];
  const few = distinct && distinct.size > 0 && distinct.size <= CHOICES ? [...distinct.keys()] : [];
  return {
    ...(mostDecimals > 0 ? { decimals: Math.min(DECIMALS, mostDecimals) } : {}),
    ...(mark === ',' ? { decimalMark: mark } : {}),
    ...(tally.monthFirst > tally.dayFirst ? { monthFirst: true } : {}),
    ...(few.length > 0 && few.every((value) => value.length <= 60) ? { choices: few } : {}),
    ...(parted === undefined ? {} : { parted }),
    maxLength: roomFor(Math.max(tally.longest, tally.longestWhole), 60),
  };
}

/** Whether each of some rows says something that a field keeps. */
const saysAll = (tally: Tally, { separator }: Guess, rows: number): boolean =>
  tally.filled === rows && (separator === undefined || tally.unpieced === 0);

/** Units as headings name them behind "in". */
const units =
  /^(?:mm|cm|m|km|g|kg|mg|t|lbs?|oz|in|inch|inches|ft|feet|mi|miles|l|ml|s|sec|seconds|min|minutes|h|hours|days|years|ha|usd|eur|gbp|percent|celsius|fahrenheit)$/i;

/** A heading without the unit that it ends in: `Beak Length (mm)`, `Weight_in_lbs`. */
function unitInHeading(source: string): { name: string; unit?: string } {
  const [, name, inBrackets] = /^(.+?)[\s_]*[([]\s*([^()[\]]{1,12}?)\s*[)\]]\s*$/.exec(source) ?? [];
  if (name && inBrackets) return { name, unit: inBrackets };
  const [, before, behind] = /^(.+?)[\s_-]+in[\s_-]+([A-Za-z]+)$/i.exec(source) ?? [];
  return before && behind && units.test(behind) ? { name: before, unit: behind } : { name: source };
}

/** The column that best names a row: filled in all, all different, and called so; none where no column is. */
export function titleAmong(
  fields: readonly ProposedField[],
  columns: ReadonlyMap<string, Tally>,
): string | undefined {
  // What is left empty somewhere would leave entries without a name.
  const lines = fields.filter(
    ({ kind, format, required }) => required && kinds[kind].mayTitle && format === undefined,
  );
  const rank = ({ source }: ProposedField) =>
    Number(/^(name|title|label|heading)$/i.test(source)) * 4 +
    Number(/name|title/i.test(source)) * 2 +
    Number(columns.get(source)?.unique !== undefined);
  return [...lines].sort((a, b) => rank(b) - rank(a))[0]?.source;
}

/** A column of one file that mostly holds what names the rows of another refers to it. */
export function referenceOf(
  tally: Tally,
  others: readonly { name: string; keys: readonly ReadonlySet<string>[] }[],
): { name: string; agree: number } | undefined {
  const values = tally.distinct ?? tally.pieces;
  if (!values || values.size < 2) return undefined;
  for (const { name, keys } of others) {
    for (const known of keys) {
      const agree = [...values.keys()].filter((value) => known.has(value)).length;
      if (nearly(agree, values.size)) return { name, agree };
    }
  }
  return undefined;
}
