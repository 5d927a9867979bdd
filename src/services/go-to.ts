import type { Destination, Destinations } from '../contract/go-to';
import { folded } from '../core/mapping/matches';
import { findRecords } from '../store/search';
import type { House } from './house';

const MOST = 40;

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
  const records = found.map(({ uuid, sort, type, title }): Destination => ({
    entry: { sort: 'entry' as const, label: title, detail: house.model.contentType(type ?? '')?.is.label ?? 'Entry', href: `/bench/write/entry/${uuid}` },
    listing: { sort: 'listing' as const, label: title, detail: 'Listing', href: `/bench/map/${uuid}` },
    medium: { sort: 'medium' as const, label: title, detail: 'Medium', href: `/bench/write/media?at=${uuid}` },
    page: { sort: 'page' as const, label: title, detail: 'Page', href: `/bench/arrange/${uuid}` },
  })[sort]);
  return { items: [...types, ...records].slice(0, MOST) };
}
