const syllables = 'am ber car dun el fen gil hol ir jun kel lar mor nar oak pell quil ros sal tern'.split(
  ' ',
);

/** Numbers and words that look like chance but are the same in every run. */
export class Chance {
  constructor(private state: number) {}

  /** From 0 up to 1. */
  next(): number {
    this.state = (this.state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return this.state / 4_294_967_296;
  }

  /** A whole number below `most`. */
  below(most: number): number {
    return Math.floor(this.next() * most);
  }

  /** One of some. Throws where there are none. */
  of<T>(some: readonly T[]): T {
    const one = some[this.below(some.length)];
    if (one === undefined) throw new Error('There is nothing to choose from.');
    return one;
  }

  word(): string {
    return `${this.of(syllables)}${this.of(syllables)}`;
  }

  words(count: number): string {
    return Array.from({ length: count }, () => this.word()).join(' ');
  }
}

/** Beginnings of words that are sought one after the other; the names of things are made of them. */
export const soughtAt = (n: number): string => ['am', 'quil', 'ros sal', 'tern'][n % 4] ?? '';
