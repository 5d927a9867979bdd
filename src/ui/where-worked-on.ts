import type { ReachLink } from '../contract/entries';

const benches: Partial<Record<ReachLink['sort'], string>> = {
  listing: '/bench/map',
  page: '/bench/arrange',
  entry: '/bench/write/entry',
};

/** The bench on which a thing is worked on; nothing for what has no bench of its own. */
export const whereWorkedOn = ({ sort, id }: Pick<ReachLink, 'sort' | 'id'>): { href?: string } => {
  const bench = benches[sort];
  return bench === undefined ? {} : { href: `${bench}/${id}` };
};
