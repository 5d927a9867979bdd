import { folded } from '../mapping/rule/matches';
import { shorten } from '../mapping/shorten';

/**
 * What somebody seeks: words, each of which may be the beginning of one, and phrases (between quotation marks), whose words
 * follow one another as they are.
 */
export interface Sought {
  beginnings: string[];
  phrases: string[][];
}

/** The most words that are sought at once; those behind are passed over. */
const MOST_SOUGHT = 12;

const wordsOf = (text: string): string[] => text.split(/[^\p{L}\p{N}]+/u).filter(Boolean);

/** Reads what somebody typed to seek: `frost "first light"`. A quotation mark that is not closed holds to the end. */
export function parseSought(typed: string): Sought {
  const parts = typed.replace(/[“”„«»]/g, '"').split('"');
  const beginnings: string[] = [];
  const phrases: string[][] = [];
  let left = MOST_SOUGHT;
  parts.forEach((part, i) => {
    const words = wordsOf(part).slice(0, left);
    left -= words.length;
    if (i % 2 === 0) beginnings.push(...words);
    else if (words.length > 0) phrases.push(words);
  });
  return { beginnings, phrases };
}

/** The same as a question to SQLite's FTS5 (sqlite.org/fts5.html#full_text_query_syntax); empty where nothing is sought. */
export const soughtAsMatch = ({ beginnings, phrases }: Sought): string =>
  [...phrases.map((words) => `"${words.join(' ')}"`), ...beginnings.map((word) => `"${word}"*`)].join(' ');

/** A piece of a text, and whether it is what was sought. */
export interface Piece {
  words: string;
  hit: boolean;
}

/** A word where it stands in a text (from, to), as it is compared. */
interface Placed {
  word: string;
  from: number;
  to: number;
}

const placedIn = (text: string): Placed[] =>
  [...text.matchAll(/[\p{L}\p{N}\p{M}]+/gu)].map(({ 0: word, index }) => ({
    word: folded(word),
    from: index,
    to: index + word.length,
  }));

/** Where in a text something that is sought stands, in order, as stretches that do not touch. */
function hitsIn(placed: readonly Placed[], { beginnings, phrases }: Sought): { from: number; to: number }[] {
  const starts = beginnings.map(folded);
  const whole = phrases.map((words) => words.map(folded));
  const hits: { from: number; to: number }[] = [];
  for (let i = 0; i < placed.length; i += 1) {
    const here = placed[i];
    if (!here) continue;
    const phrase = whole.find((words) => words.every((word, n) => placed[i + n]?.word === word));
    const last = phrase && placed[i + phrase.length - 1];
    if (last) {
      hits.push({ from: here.from, to: last.to });
      i += (phrase?.length ?? 1) - 1;
    } else if (starts.some((word) => here.word.startsWith(word))) hits.push({ from: here.from, to: here.to });
  }
  return hits;
}

/** Whether everything that is sought stands in a text. */
export function holdsAll(text: string, { beginnings, phrases }: Sought): boolean {
  const words = placedIn(text).map(({ word }) => word);
  return (
    beginnings.map(folded).every((start) => words.some((word) => word.startsWith(start))) &&
    phrases.every((phrase) =>
      words.some((_, at) => phrase.every((word, n) => words[at + n] === folded(word))),
    )
  );
}

/** How many letters stand before the first hit, and in all. */
const BEFORE = 40;
const AROUND = 140;

/**
 * The first place of a text in which something that is sought stands, with what stands around it; undefined where nothing
 * of it does.
 */
export function passageOf(text: string, sought: Sought): Piece[] | undefined {
  const placed = placedIn(text);
  const hits = hitsIn(placed, sought);
  const [first] = hits;
  if (!first) return undefined;
  // It begins with a whole word.
  const start =
    first.from <= BEFORE ? 0 : (placed.find(({ from }) => from >= first.from - BEFORE)?.from ?? first.from);
  const all = text.slice(start);
  const rest = shorten(all, Math.max(AROUND, first.to - start + BEFORE));
  const end = start + (rest === all ? rest.length : rest.length - 1);
  const pieces: Piece[] = start > 0 ? [{ words: '… ', hit: false }] : [];
  let at = start;
  for (const { from, to } of hits.filter((hit) => hit.to <= end)) {
    if (from > at) pieces.push({ words: text.slice(at, from), hit: false });
    pieces.push({ words: text.slice(from, to), hit: true });
    at = to;
  }
  const tail = rest.slice(at - start);
  return tail === '' ? pieces : [...pieces, { words: tail, hit: false }];
}
