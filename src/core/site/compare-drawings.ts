import { diffArrays, diffWordsWithSpace } from 'diff';

/** One element of something drawn, or a piece of text in it, as plain data. */
export interface Drawn {
  /** What it is: its tag and what sets it apart; nothing for a text. Elements with one id are the same thing wherever they stand. */
  name: string;
  id?: string;
  /** The words of a text, or what a picture shows. */
  text?: string;
  children: readonly Drawn[];
}

/** What of a drawing differs from the other: where (the numbers of children, from the outside in), and how. */
export interface Mark {
  path: readonly number[];
  /** `gone` stands only in the earlier drawing, `new` only in the later one. */
  change: 'gone' | 'new' | 'moved' | 'words';
  /** Of a text in which some words differ: from which character to which. */
  ranges?: readonly (readonly [from: number, to: number])[];
}

export interface ComparedDrawings {
  before: Mark[];
  after: Mark[];
}

/** All that something drawn says, in one text by which equal drawings are told. */
const wholeOf = (drawn: Drawn): string =>
  `${drawn.name}#${drawn.id ?? ''}"${drawn.text ?? ''}"[${drawn.children.map(wholeOf).join(',')}]`;

const thingOf = ({ name, id }: Drawn): string => (id === undefined ? name : `#${id}`);

type Pair = readonly [before: number, after: number];

/** Pairs of an earlier and a later child that are in the same order in both: those of one id and equal ones first, between them those of one name. */
function pairsInOrder(before: readonly Drawn[], after: readonly Drawn[]): Pair[] {
  const pairs: Pair[] = [];
  const pairUp = (
    from: Pair,
    to: Pair,
    keyOf: (drawn: Drawn) => string,
    next?: (from: Pair, to: Pair) => void,
  ) => {
    const parts = diffArrays(before.slice(from[0], to[0]).map(keyOf), after.slice(from[1], to[1]).map(keyOf));
    let [a, b] = from;
    let last: Pair = from;
    for (const { added, removed, count } of parts) {
      if (added) b += count;
      else if (removed) a += count;
      else
        for (let i = 0; i < count; i += 1, a += 1, b += 1) {
          next?.(last, [a, b]);
          pairs.push([a, b]);
          last = [a + 1, b + 1];
        }
    }
    next?.(last, to);
  };
  const sameThing = (drawn: Drawn) => (drawn.id === undefined ? wholeOf(drawn) : thingOf(drawn));
  pairUp([0, 0], [before.length, after.length], sameThing, (from, to) => pairUp(from, to, thingOf));
  return pairs.sort(([a], [b]) => a - b);
}

/** Which words of two texts differ, as stretches of characters in each. */
function wordsApart(
  before: string,
  after: string,
): { before: [number, number][]; after: [number, number][] } {
  const apart = { before: [] as [number, number][], after: [] as [number, number][] };
  let [a, b] = [0, 0];
  for (const { value, added, removed } of diffWordsWithSpace(before, after)) {
    if (removed) apart.before.push([a, a + value.length]);
    else if (added) apart.after.push([b, b + value.length]);
    if (!added) a += value.length;
    if (!removed) b += value.length;
  }
  return apart;
}

/**
 * Compares two drawings of one thing: what stands only in the earlier, only in the later, what stands elsewhere, and which
 * words differ. Elements are paired by their ids wherever they stand beside one another, else in their order: equal ones
 * first, those of one name between them.
 */
export function compareDrawings(before: Drawn, after: Drawn): ComparedDrawings {
  const marks: ComparedDrawings = { before: [], after: [] };
  const compare = (a: Drawn, b: Drawn, at: readonly number[], to: readonly number[]) => {
    if (wholeOf(a) === wholeOf(b)) return;
    if (a.text !== undefined && b.text !== undefined && a.text !== b.text) {
      const apart = wordsApart(a.text, b.text);
      if (apart.before.length > 0) marks.before.push({ path: at, change: 'words', ranges: apart.before });
      if (apart.after.length > 0) marks.after.push({ path: to, change: 'words', ranges: apart.after });
    }
    const pairs = pairsInOrder(a.children, b.children);
    const [own, others] = [0, 1].map((side) => new Set(pairs.map((pair) => pair[side])));
    for (const [i, j] of pairs) {
      const [x, y] = [a.children[i], b.children[j]];
      if (x && y) compare(x, y, [...at, i], [...to, j]);
    }
    // What is left and has an id may stand elsewhere among these.
    const left = new Map(
      a.children.flatMap((child, i) =>
        own?.has(i) || child.id === undefined ? [] : [[child.id, i] as const],
      ),
    );
    b.children.forEach((child, j) => {
      if (others?.has(j)) return;
      const i = child.id === undefined ? undefined : left.get(child.id);
      const earlier = i === undefined ? undefined : a.children[i];
      if (i === undefined || !earlier) {
        marks.after.push({ path: [...to, j], change: 'new' });
        return;
      }
      own?.add(i);
      marks.before.push({ path: [...at, i], change: 'moved' });
      marks.after.push({ path: [...to, j], change: 'moved' });
      compare(earlier, child, [...at, i], [...to, j]);
    });
    a.children.forEach((_, i) => {
      if (!own?.has(i)) marks.before.push({ path: [...at, i], change: 'gone' });
    });
  };
  compare(before, after, [], []);
  return marks;
}
