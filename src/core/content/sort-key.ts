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
  const ranks = { letters: rank('base'), accents: rank('accent'), cases: rank('variant') };
  known.set(locale, ranks);
  return ranks;
}

/** A key for `text` in a locale (BCP 47); keys compare byte by byte as the texts compare in that language. */
export function sortKey(text: string, locale: string): string {
  const ranks = ranksOf(locale);
  const characters = Array.from(text.normalize('NFC').trim().replace(/\s+/g, ' ')).slice(0, longest);
  // A ligature is its letters with an accent over the first that weighs more than any other: its own place among
  // letters comes behind all of that letter's, and before the next.
  const accented = (one: string): string[] => {
    const [first, ...rest] = Array.from(spelt[one] ?? one);
    return [ranks.accents.has(one) || first === undefined ? one : first, ...rest];
  };
  const level = (of: Map<string, number>, spell: (one: string) => string[]) =>
    characters
      .flatMap(spell)
      .map((one) => {
        const rank = of.get(one);
        return rank === undefined
          ? String.fromCodePoint(0x1000 + ((one.codePointAt(0) ?? 0) % 0xd000))
          : String.fromCharCode(0x20 + rank);
      })
      .join('');
  const letters = (one: string) => Array.from(spelt[one] ?? one);
  return [level(ranks.letters, letters), level(ranks.accents, accented), level(ranks.cases, letters)].join(
    '\u0001',
  );
}
