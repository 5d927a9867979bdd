/**
 * Sort keys: SQLite compares bytes, readers expect their language's order. A key is built so that comparing two keys
 * byte by byte gives the order of `Intl.Collator` for the locale: first the letters (with ligatures spelt out),
 * then accents, then case. Letters beyond Latin sort by code point after Latin. Contractions are not known.
 * Sources: Unicode Technical Standard 10 (levels), CLDR through Intl.Collator (order of single letters).
 */
interface Ranks {
  letters: Map<string, number>;
  accents: Map<string, number>;
  cases: Map<string, number>;
  /** What single characters put into a key, worked out once for each that has a rank. */
  weights: Map<string, Weights>;
}

/** What one character puts into each part of a key. */
interface Weights {
  letters: string;
  accents: string;
  cases: string;
}

const spelt: Record<string, string> = { ß: 'ss', æ: 'ae', Æ: 'AE', œ: 'oe', Œ: 'OE', ﬁ: 'fi', ﬂ: 'fl' };
const known = new Map<string, Ranks>();
/** How much of a text counts. Longer texts that agree so far sort as equal and are settled by their id. */
const longest = 80;

function ranksOf(locale: string): Ranks {
  const found = known.get(locale);
  if (found) return found;
  const characters: string[] = [];
  for (let code = 0x20; code < 0x250; code++)
    if (code < 0x7f || code > 0x9f) characters.push(String.fromCharCode(code));
  for (let code = 0x2010; code < 0x2040; code++) characters.push(String.fromCharCode(code));
  const rank = (sensitivity: 'base' | 'accent' | 'variant') => {
    const { compare } = new Intl.Collator(locale, { sensitivity });
    const inOrder = [...characters].sort(compare);
    const ranks = new Map<string, number>();
    let at = 1;
    inOrder.forEach((character, i) => {
      const before = inOrder[i - 1];
      if (before !== undefined && compare(before, character) !== 0) at += 1;
      ranks.set(character, at);
    });
    return ranks;
  };
  const ranks = {
    letters: rank('base'),
    accents: rank('accent'),
    cases: rank('variant'),
    weights: new Map(),
  };
  known.set(locale, ranks);
  return ranks;
}

const weightIn = (of: ReadonlyMap<string, number>, characters: readonly string[]): string =>
  characters
    .map((one) => {
      const rank = of.get(one);
      return rank === undefined
        ? String.fromCodePoint(0x1000 + ((one.codePointAt(0) ?? 0) % 0xd000))
        : String.fromCharCode(0x20 + rank);
    })
    .join('');

function weightsOf(ranks: Ranks, one: string): Weights {
  const found = ranks.weights.get(one);
  if (found) return found;
  const letters = Array.from(spelt[one] ?? one);
  const [first, ...rest] = letters;
  // A ligature is its letters with an accent over the first that weighs more than any other: its own place among
  // letters comes behind all of that letter's, and before the next.
  const accented = [ranks.accents.has(one) || first === undefined ? one : first, ...rest];
  const weights = {
    letters: weightIn(ranks.letters, letters),
    accents: weightIn(ranks.accents, accented),
    cases: weightIn(ranks.cases, letters),
  };
  if (ranks.letters.has(one) || one in spelt) ranks.weights.set(one, weights);
  return weights;
}

/** A key for `text` in a locale (BCP 47); keys compare byte by byte as the texts compare in that language. */
export function sortKey(text: string, locale: string): string {
  const ranks = ranksOf(locale);
  const characters = Array.from(text.normalize('NFC').trim().replace(/\s+/g, ' ')).slice(0, longest);
  let [letters, accents, cases] = ['', '', ''];
  for (const one of characters) {
    const weights = weightsOf(ranks, one);
    letters += weights.letters;
    accents += weights.accents;
    cases += weights.cases;
  }
  return [letters, accents, cases].join('\u0001');
}
