import { randomInt } from 'node:crypto';

/** Letters and digits that nobody takes for one another. */
const letters = 'abcdefghjkmnpqrstuvwxyz23456789';

/** A word that is said once, in groups that are easy to type: about 79 bits. */
export const newWord = (groups = 4): string =>
  Array.from({ length: groups }, () =>
    Array.from({ length: 4 }, () => letters[randomInt(letters.length)] ?? 'a').join(''),
  ).join('-');

/** A word as it may be typed: without regard to case and spaces. */
export const wordTyped = (given: string): string => given.trim().toLowerCase().replace(/\s+/g, '-');
