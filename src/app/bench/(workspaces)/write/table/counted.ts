import type { UseQueryResult } from '@tanstack/react-query';

/** How many rows a table finds, or so many at least. */
export interface Counted {
  n: number;
  isAll: boolean;
}

export const countedInWords = ({ n, isAll }: Counted): string =>
  `${isAll ? '' : 'more than '}${n.toLocaleString('en')}`;

/** What is asked to count all rows that a table finds, when its own question counted some. */
export const wholeOf = <Asked extends { limit: number; columns?: string }>({
  counted: _counted,
  looks: _looks,
  ...question
}: Asked & { counted?: unknown; looks?: unknown }) => ({ ...question, columns: '', limit: 1 });

type Told = Pick<UseQueryResult<{ total: number; atLeast?: boolean }>, 'data' | 'isPlaceholderData'>;

/** How many rows there are: so far as they were counted with the page, until all are. */
export function countedOf(page: Told, whole: Told): Counted | undefined {
  if (!page.data) return undefined;
  const isOfSame = !page.isPlaceholderData && !whole.isPlaceholderData;
  if (page.data.atLeast !== true) return { n: page.data.total, isAll: true };
  return whole.data && isOfSame ? { n: whole.data.total, isAll: true } : { n: page.data.total, isAll: false };
}
