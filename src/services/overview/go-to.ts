import type { Destination, Destinations } from '../../contract/go-to';
import { folded } from '../../core/mapping/rule/matches';
import { isId, type Id } from '../../core/ids';
import { FOLDERS } from '../../core/model/media-type';
import { parseSought } from '../../core/content/sought-words';
import { recordsWithWords } from '../../store/record-words';
import { recordsByIds, sortOf } from '../../store/records';
import { type RecordSort } from '../../store/tables/records';
import { findRecords } from '../../store/search';
import { hitIn } from '../records/hit';
import type { Installation } from '../runtime/installation';

const MOST = 40;
/** How many are told that have the words in their texts, and how long one of the words must be to be sought there. */
const MOST_IN_WORDS = 12;
const LEAST_LETTERS = 3;

const sortWords: Record<RecordSort, string> = {
  entry: 'Entry',
  medium: 'Medium',
  listing: 'Listing',
  page: 'Page',
  shared: 'Shared block',
};

/** Where a record of each sort is worked on. */
const benches: Record<RecordSort, (id: Id) => string> = {
  entry: (id) => `/bench/write/entry/${id}`,
  medium: (id) => `/bench/write/media?at=${id}`,
  listing: (id) => `/bench/map/${id}`,
  page: (id) => `/bench/arrange/${id}`,
  shared: (id) => `/bench/arrange/${id}`,
};

/** Where something is worked on, by its id alone. */
export async function benchOf(installation: Installation, id: Id): Promise<string | undefined> {
  const sort = isId(id) ? await sortOf(installation.content, id) : undefined;
  if (sort) return benches[sort](id);
  const scheme = installation.model.scheme(installation.categories.get(id)?.scheme ?? '')?.definition;
  if (!scheme) return undefined;
  return scheme.id === FOLDERS
    ? `/bench/write/media/folders?at=${id}`
    : `/bench/shape/schemes/${scheme.key}?at=${id}`;
}

/**
 * Types, entries, media, listings and pages whose names hold the words, then those whose texts do; without
 * words, the types.
 */
export async function goTo(installation: Installation, words: string): Promise<Destinations> {
  const sought = folded(words.trim());
  const named = (label: string) => folded(label).includes(sought);
  const types: Destination[] = [
    ...installation.model.contentTypes
      .filter(({ definition }) => named(definition.label) || named(definition.plural))
      .flatMap(({ definition }): Destination[] => [
        {
          sort: 'place',
          label: definition.plural,
          detail: 'Entries',
          href: `/bench/write/${definition.key}`,
        },
        {
          sort: 'type',
          label: definition.label,
          detail: 'Content type',
          href: `/bench/shape/content/${definition.key}`,
        },
      ]),
    ...installation.model.pageTypes
      .filter(({ definition }) => named(definition.label))
      .map(({ definition }): Destination => ({
        sort: 'page type',
        label: definition.label,
        detail: 'Page type',
        href: `/bench/shape/pages/${definition.key}`,
      })),
  ];
  const found = sought ? await findRecords(installation.content, words, MOST) : [];
  const records = found.map(({ uuid, sort, type, title }): Destination => ({
    sort,
    label: title,
    detail: installation.model.contentType(type ?? '')?.definition.label ?? sortWords[sort],
    href: benches[sort](uuid),
  }));
  // A picture bears the name of what it shows, and is sought less often than that.
  const media = (destination: Destination) => destination.sort === 'medium';
  const items = [...types, ...records.filter((each) => !media(each)), ...records.filter(media)].slice(
    0,
    MOST,
  );
  return { items: [...items, ...(await inWords(installation, words, found))] };
}

/** The records in whose texts the words stand, each with where; those that are found by their names are left out. */
async function inWords(
  installation: Installation,
  words: string,
  named: readonly { uuid: Id }[],
): Promise<Destination[]> {
  const sought = parseSought(words);
  const longest = Math.max(0, ...[...sought.beginnings, ...sought.phrases.flat()].map((word) => word.length));
  if (longest < LEAST_LETTERS) return [];
  const { content, model } = installation;
  const keys = await recordsWithWords(content, sought, MOST_IN_WORDS + named.length);
  const by = new Map((await recordsByIds(content, keys)).map((record) => [record.id, record]));
  const known = new Set(named.map(({ uuid }) => uuid));
  return keys
    .flatMap((key): Destination[] => {
      const record = by.get(key);
      if (!record || known.has(record.uuid)) return [];
      const hit = hitIn(installation, record, sought);
      const type = model.contentType(record.type ?? '')?.definition.label;
      return hit
        ? [
            {
              sort: record.sort,
              label: record.title,
              detail: type ?? sortWords[record.sort],
              href: benches[record.sort](record.uuid),
              hit,
            },
          ]
        : [];
    })
    .slice(0, MOST_IN_WORDS);
}
