import type { FoundPart } from '../model/found';

/**
 * How wide (px) result pages show a title and the words below it before they cut them, in letters as wide as Arial's: of a
 * title 20 px high, of words 14 px high, on a wide screen and on a phone. What those who make such pages keep to changes;
 * these are their usual widths.
 */
export const resultWidths = { title: 580, words: { wide: 920, phone: 680 } } as const;
export const resultSizes = { title: 20, words: 14 } as const;

/** The least picture (px wide) that cards show large. */
export const LEAST_CARD = 600;
/** Of how much of their room words should make use. */
const LEAST_USE = 0.35;

/** Words as they are shown in a width. */
export interface Cut {
  shown: string;
  isCut: boolean;
  /** How wide (px) all of them are. */
  width: number;
}

const ELLIPSIS = ' …';
const pieces = new Intl.Segmenter('en', { granularity: 'word' });

/**
 * Words as a result page shows them in a width (px): whole, or up to the last word that leaves room for what says that more
 * follows. `measure` answers how wide (px) words are.
 */
export function cutTo(words: string, most: number, measure: (words: string) => number): Cut {
  const width = measure(words);
  if (width <= most) return { shown: words, isCut: false, width };
  const ends = [...pieces.segment(words)].flatMap(({ index, segment, isWordLike }) =>
    isWordLike ? [index + segment.length] : [],
  );
  const upTo = (end: number): string => `${words.slice(0, end)}${ELLIPSIS}`;
  // Words only become wider as more of them are shown.
  let [low, high] = [0, ends.length];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (measure(upTo(ends[middle - 1] ?? 0)) <= most) low = middle;
    else high = middle - 1;
  }
  return { shown: low === 0 ? ELLIPSIS.trim() : upTo(ends[low - 1] ?? 0), isCut: true, width };
}

/** What is known of how something is found, to be judged. */
export interface ToJudge {
  title: string;
  words: string;
  card: { title: string; words: string; picture?: { alt: string; width?: number } };
  address: string;
  isElsewhere: boolean;
  isHidden: boolean;
}

/** Something worth knowing before it goes out; `field` is the part that would mend it. */
export interface FoundHint {
  part: FoundPart;
  /** `note` is meant so; `mend` is likely not. */
  weight: 'note' | 'mend';
  words: string;
}

/** How wide (px) words of the size of a title and of those below it are. */
export interface Measures {
  title: (words: string) => number;
  words: (words: string) => number;
}

/** What is worth knowing of how something is found and shared, the most telling first. */
export function foundHints(judged: ToJudge, measure: Measures): FoundHint[] {
  const { title, words, card, address, isElsewhere, isHidden } = judged;
  const hints: FoundHint[] = [];
  const say = (part: FoundPart, weight: FoundHint['weight'], told: string): void => {
    hints.push({ part, weight, words: told });
  };
  if (isHidden) say('hidden', 'note', 'Search engines are asked to leave it out. It can still be shared.');
  if (isElsewhere) say('address', 'note', `Search engines are led to ${address}.`);
  const named = cutTo(title, resultWidths.title, measure.title);
  if (named.isCut) say('title', 'mend', `The title of the result is cut: “${named.shown}”`);
  const wide = cutTo(words, resultWidths.words.wide, measure.words);
  if (words === '')
    say('description', 'mend', 'No words below the title: result pages take some of the page, as they like.');
  else if (wide.isCut) say('description', 'mend', 'The words of the result are cut on every screen.');
  else if (wide.width > resultWidths.words.phone)
    say('description', 'note', 'The words of the result are cut on a phone.');
  else if (wide.width < resultWidths.words.wide * LEAST_USE)
    say('description', 'note', 'The words of the result leave much room: say more of what is to be found.');
  if (words !== '' && words.toLowerCase() === title.toLowerCase())
    say('description', 'mend', 'The words of the result only say the title again.');
  const { picture } = card;
  if (!picture) say('cardPicture', 'mend', 'The card has no picture.');
  else {
    if (picture.width !== undefined && picture.width < LEAST_CARD)
      say(
        'cardPicture',
        'mend',
        `The picture of the card is ${picture.width} px wide; under ${LEAST_CARD} it is shown small, or not at all.`,
      );
    if (picture.alt === '')
      say('cardPicture', 'note', 'The picture of the card has no words for those who do not see it.');
  }
  return hints;
}
