import type { Id } from '../core/ids';
import type { ReachLink } from '../contract/entries';

/** The benches on which things are worked on, by what they are. */
export const benches = {
  listing: (id: Id) => `/bench/map/${id}`,
  page: (id: Id) => `/bench/arrange/${id}`,
  shared: (id: Id) => `/bench/arrange/${id}`,
  entry: (id: Id) => `/bench/write/entry/${id}`,
  medium: (id: Id) => `/bench/write/media?at=${id}`,
} as const;

/** The bench on which a thing is worked on; nothing for what has no bench of its own. */
export const whereWorkedOn = ({ sort, id }: Pick<ReachLink, 'sort' | 'id'>): { href?: string } =>
  sort === 'category' || sort === 'type' ? {} : { href: benches[sort](id) };
