import { tableOnly, type TableOnly } from '../../../../../core/content/table-look';
import { shownAnswers, states, type State } from '../../../../../core/content/states';

type Asked = Pick<URLSearchParams, 'get'>;

export const isState = (text: string | null): text is State => states.some((state) => state === text);

/** What narrows a table besides conditions over its fields, as it stands in the address. */
export interface FiltersAsked {
  state?: State;
  only?: TableOnly;
  q?: string;
  language?: string;
  author?: string;
  changedFrom?: string;
  changedUntil?: string;
  publishedFrom?: string;
  publishedUntil?: string;
  lacks?: string;
  older?: string;
  category?: string;
  alone?: 'yes';
}

/** Filters that are asked for just as they stand in the address. */
const plain = [
  'author',
  'changedFrom',
  'changedUntil',
  'publishedFrom',
  'publishedUntil',
  'lacks',
  'older',
] as const;

/** The names under which filters stand in the address, but for the words that are sought and the language of those. */
export const filterKeys = [
  'state',
  'only',
  'shown',
  'types',
  'scheme',
  'category',
  'alone',
  ...plain,
] as const;
export type FilterKey = (typeof filterKeys)[number];

/** What an address asks of any table, with the words typed over it. */
export function filtersAsked(asked: Asked, words = asked.get('q') ?? ''): FiltersAsked {
  const state = asked.get('state');
  const only = tableOnly.find((each) => each === asked.get('only'));
  const language = asked.get('in');
  const q = words.trim();
  // A category is asked for within its scheme, by which it is told.
  const category = asked.get('scheme') ? asked.get('category') : null;
  return {
    ...(isState(state) ? { state } : {}),
    ...(only ? { only } : {}),
    ...(q ? { q } : {}),
    ...(q && language ? { language } : {}),
    ...(category ? { category } : {}),
    ...(category && asked.get('alone') === 'yes' ? { alone: 'yes' as const } : {}),
    ...Object.fromEntries(
      plain.flatMap((key) => {
        const value = asked.get(key);
        return value ? [[key, value]] : [];
      }),
    ),
  };
}

/** Whether an address narrows its table. */
export const isNarrowed = (asked: Asked): boolean =>
  [...filterKeys, 'q', 'where'].some((key) => (asked.get(key) ?? '') !== '');

export const shownAsked = (asked: Asked) => shownAnswers.find((each) => each === asked.get('shown'));
