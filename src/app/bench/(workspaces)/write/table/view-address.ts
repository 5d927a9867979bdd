import type { KeptViewAnswer } from '../../../../../contract/kept-views';

const VIEW = 'view';

/** What a table is asked, as a view keeps it: without which view it is, always in the same order. */
export function asksOf(asked: { toString(): string }): string {
  const all = new URLSearchParams(asked.toString());
  all.delete(VIEW);
  all.sort();
  return all.toString();
}

/** Where the table stands as a view asks it. */
export const hrefOfView = ({ id, type, asks }: Pick<KeptViewAnswer, 'id' | 'type' | 'asks'>): string =>
  `/bench/write${type === undefined ? '' : `/${type}`}?${asks === '' ? '' : `${asks}&`}${VIEW}=${id}`;
