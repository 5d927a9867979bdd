import { kinds, type KindName } from '../../model/kinds';
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
  choices?: string[];
  multiple?: boolean;
  separator?: string;
  monthFirst?: boolean;
  format?: 'email' | 'url' | 'phone';
  maxLength?: number;
  /** The name of the file whose entries it refers to. */
  refersTo?: string;
  inside?: ProposedField[];
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
const roomFor = (longest: number) => [60, 80, 120, 200, 300, 500].find((most) => longest <= most) ?? 500;

/** A set of choices is worth making when few different values stand again and again. */
function fewOf(values: ReadonlyMap<string, number> | undefined, filled: number): string[] | undefined {
  if (!values || values.size === 0 || values.size > 40 || filled < 6 || values.size > filled * 0.5)
    return undefined;
  if ([...values.keys()].some((value) => value.length > 60)) return undefined;
  return [...values].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([value]) => value);
}

type Guess = Omit<ProposedField, 'source' | 'label' | 'required'>;

function guessScalar(tally: Tally): Guess {
  const { filled } = tally;
  const say = (agree: number, words: string): Pick<Guess, 'agree' | 'of' | 'evidence'> => ({
    agree,
    of: filled,
    evidence: `${counted(agree)} of ${counted(filled)} ${words}`,
  });
  const monthFirst = tally.monthFirst > tally.dayFirst;
  if (nearly(tally.moments, filled))
    return {
      kind: 'moment',
      ...(monthFirst ? { monthFirst } : {}),
      ...say(tally.moments, 'are days with a time'),
    };
  if (nearly(tally.days, filled))
    return {
      kind: 'date',
      ...(monthFirst ? { monthFirst } : {}),
      ...say(
        tally.days,
        `are days${tally.dayFirst + tally.monthFirst > 0 ? `, written ${monthFirst ? 'month' : 'day'} first` : ''}`,
      ),
    };
  if (nearly(tally.yesNo, filled)) return { kind: 'yesNo', ...say(tally.yesNo, 'say yes or no') };
  if (nearly(tally.spots, filled))
    return { kind: 'spot', ...say(tally.spots, 'are a latitude and a longitude') };
  const [unit, withUnit = 0] = [...tally.units].sort((a, b) => b[1] - a[1])[0] ?? [];
  if (nearly(tally.numbers, filled) && (tally.units.size <= 1 || nearly(withUnit, filled))) {
    return {
      kind: 'number',
      ...(unit === undefined ? {} : { unit }),
      ...(tally.mostDecimals > 0 ? { decimals: Math.min(6, tally.mostDecimals) } : {}),
      ...say(tally.numbers, `are numbers, ${tally.least} to ${tally.most}${unit ? `, in ${unit}` : ''}`),
    };
  }
  if (nearly(tally.emails, filled))
    return { kind: 'line', format: 'email', maxLength: 320, ...say(tally.emails, 'are e-mail addresses') };
  if (nearly(tally.addresses, filled))
    return { kind: 'line', format: 'url', maxLength: 500, ...say(tally.addresses, 'are web addresses') };
  if (nearly(tally.phones, filled))
    return { kind: 'line', format: 'phone', maxLength: 60, ...say(tally.phones, 'are telephone numbers') };
  const [separator, several = 0] = [...tally.separators].sort((a, b) => b[1] - a[1])[0] ?? [];
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
      ...say(
        Math.max(tally.lines, 1),
        tally.lines > 0
          ? 'run over more than one line'
          : `is up to ${counted(tally.longest)} characters long`,
      ),
    };
  return {
    kind: 'line',
    maxLength: roomFor(tally.longest),
    ...say(filled, `are words, the longest of ${tally.longest} characters`),
  };
}

function guess(tally: Tally): Guess {
  const { filled } = tally;
  if (filled === 0) return { kind: 'line', maxLength: 120, agree: 0, of: 0, evidence: 'Empty in every row' };
  if (tally.objects > 0) {
    const inside = proposeFields(tally.members, tally.objects);
    const has = (name: RegExp) =>
      [...tally.members].some(([key, member]) => name.test(key) && member.numbers === member.filled);
    if (tally.members.size <= 4 && has(/^lat/i) && has(/^(lon|lng)/i))
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
    return {
      kind: 'list',
      inside: [{ source: '', label: 'Item', required: true, ...guessScalar(items) }],
      agree: tally.lists,
      of: filled,
      evidence: words,
    };
  }
  return guessScalar(tally);
}

/** The fields that the tallied columns of `rows` rows ask for, in their order. */
export function proposeFields(columns: ReadonlyMap<string, Tally>, rows: number): ProposedField[] {
  return [...columns].map(([source, tally]) => ({
    source,
    label: labelFrom(source),
    required: rows > 0 && tally.filled === rows,
    ...guess(tally),
  }));
}

/** The column that best names a row: all different, short, and called so. */
export function titleAmong(
  fields: readonly ProposedField[],
  columns: ReadonlyMap<string, Tally>,
): string | undefined {
  const lines = fields.filter(({ kind, format }) => kinds[kind].mayTitle && format === undefined);
  const rank = ({ source, required }: ProposedField) =>
    Number(/^(name|title|label|heading)$/i.test(source)) * 4 +
    Number(/name|title/i.test(source)) * 2 +
    Number(columns.get(source)?.unique !== undefined) +
    Number(required);
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
