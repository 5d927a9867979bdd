import type { Destination, Destinations } from '../contract/go-to';
import { folded } from '../core/mapping/matches';
import { isId, type Id } from '../core/ids';
import { sortOf, type RecordSort } from '../store/records';
import { findRecords } from '../store/search';
import type { House } from './house';

const MOST = 40;

/** Where a record of each sort is worked on. */
const benches: Record<RecordSort, (id: Id) => string> = {
  entry: (id) => `/bench/write/entry/${id}`, medium: (id) => `/bench/write/media?at=${id}`, listing: (id) => `/bench/map/${id}`, page: (id) => `/bench/arrange/${id}`,
};

/** Where something is worked on, by its id alone. */
export async function benchOf(house: House, id: Id): Promise<string | undefined> {
  const sort = isId(id) ? await sortOf(house.content, id) : undefined;
  return sort && benches[sort](id);
}

/** Types, entries, media, listings and pages whose names hold the words; without words, the types. */
export async function goTo(house: House, words: string): Promise<Destinations> {
  const sought = folded(words.trim());
  const named = (label: string) => folded(label).includes(sought);
  const types: Destination[] = [
    ...house.model.contentTypes.filter(({ is }) => named(is.label) || named(is.plural)).flatMap(({ is }): Destination[] => [
      { sort: 'place', label: is.plural, detail: 'Entries', href: `/bench/write/${is.key}` },
      { sort: 'type', label: is.label, detail: 'Content type', href: `/bench/shape/content/${is.key}` },
    ]),
    ...house.model.pageTypes.filter(({ is }) => named(is.label)).map(({ is }): Destination => ({ sort: 'page type', label: is.label, detail: 'Page type', href: `/bench/shape/pages/${is.key}` })),
  ];
  const found = sought ? await findRecords(house.content, words, MOST) : [];
  const sortWords: Record<RecordSort, string> = { entry: 'Entry', medium: 'Medium', listing: 'Listing', page: 'Page' };
  const records = found.map(({ uuid, sort, type, title }): Destination => ({ sort, label: title, detail: house.model.contentType(type ?? '')?.is.label ?? sortWords[sort], href: benches[sort](uuid) }));
  // A picture bears the name of what it shows, and is sought less often than that.
  const media = (destination: Destination) => destination.sort === 'medium';
  return { items: [...types, ...records.filter((each) => !media(each)), ...records.filter(media)].slice(0, MOST) };
}
