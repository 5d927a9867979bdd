/** Words as a question to FTS5: every word, as the beginning of one. Quotes keep its operators out. */
export const searchWords = (words: string): string =>
  words
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 12)
    .map((word) => `"${word}"*`)
    .join(' ');
