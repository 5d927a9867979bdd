import { freeSlug, slugFrom } from '../../core/content/slug';
import { titleOf, type Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, PageType } from '../../core/model/document';
import { addressOf, whyReserved } from '../../core/site/address';
import type { Reader, WriteTransaction } from '../../store/database';
import { entryBySlug, putSlugs, slugsLike, slugsOf, withSlugs } from '../../store/entry-slugs';
import { livePagesOfTypes, type LivePage } from '../../store/live-pages';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { answersOf } from '../../core/model/page-source';

/** The slug that an entry would like, made as its type says. */
function wantedSlug(
  installation: Installation,
  type: CompiledType<ContentType>,
  title: string,
  values: Values,
): string {
  const from = values[type.definition.slug.from];
  return (
    slugFrom(typeof from === 'string' ? from : title, type.definition.slug, installation.model.locale) ||
    type.definition.key.toLowerCase()
  );
}

/** Gives entries that visitors see a slug of their own. Once given it stays, whatever they are called later. */
export async function giveSlugs(
  tx: WriteTransaction,
  installation: Installation,
  type: CompiledType<ContentType>,
  entries: readonly { record: number; title: string; values: Values }[],
): Promise<void> {
  const having = await withSlugs(
    tx,
    entries.map(({ record }) => record),
  );
  const wanted = entries
    .filter(({ record }) => !having.has(record))
    .map(({ record, title, values }) => ({ record, slug: wantedSlug(installation, type, title, values) }));
  if (wanted.length === 0) return;
  const n = installation.keyMap.of(type.id);
  const taken = await slugsLike(tx, n, [...new Set(wanted.map(({ slug }) => slug))]);
  await putSlugs(
    tx,
    n,
    wanted.map(({ record, slug }) => {
      const free = freeSlug(slug, (each) => taken.has(each) || whyReserved(each, false, []) !== undefined);
      taken.add(free);
      return { record, slug: free };
    }),
  );
}

/** The content type whose entries a page type shows, each on a page of its own. */
export const entryTypeOf = (
  installation: Installation,
  type: CompiledType<PageType> | undefined,
): CompiledType<ContentType> | undefined =>
  type && installation.model.contentType(answersOf(type.definition.source).entryType ?? '');

/**
 * Where the entries of a type stand: the page that says how each of their pages is, and the address they
 * stand under.
 */
export interface EntryHome {
  page: LivePage;
  under: string;
}

/**
 * Every page that shows the entries of a type, each on a page of its own, those that are homes first, and
 * then those that were made first.
 */
export async function entryPages(
  reader: Reader,
  installation: Installation,
): Promise<(EntryHome & { type: Id })[]> {
  const types = installation.model.pageTypes.filter((type) => entryTypeOf(installation, type));
  if (types.length === 0) return [];
  const pages = await livePagesOfTypes(
    reader,
    installation.now(),
    types.map(({ id }) => installation.keyMap.of(id)),
  );
  const isHome = ({ type }: LivePage): boolean => {
    const source = installation.model.pageType(type)?.definition.source;
    return source !== undefined && answersOf(source).isHome;
  };
  return [...pages.filter(isHome), ...pages.filter((page) => !isHome(page))].flatMap((page) => {
    const of = entryTypeOf(installation, installation.model.pageType(page.type));
    return of
      ? [{ type: of.id, page, under: addressOf(page.address.split('/').filter(Boolean).slice(0, -1)) }]
      : [];
  });
}

/** The homes of entries, by content type: the one that is named so, else the first that was made. */
export async function entryHomes(reader: Reader, installation: Installation): Promise<Map<Id, EntryHome>> {
  const homes = new Map<Id, EntryHome>();
  for (const { type, page, under } of await entryPages(reader, installation))
    if (!homes.has(type)) homes.set(type, { page, under });
  return homes;
}

/** Where an entry's page stands in the tree. */
export const entryAddress = (home: EntryHome, slug: string): string =>
  addressOf([...home.under.split('/').filter(Boolean), slug]);

/** The entry whose own page stands at an address of the tree, whether visitors see it or not. */
export async function entryUnder(installation: Installation, address: string): Promise<Id | undefined> {
  const pieces = address.split('/').filter(Boolean);
  const slug = pieces.pop();
  if (slug === undefined) return undefined;
  for (const { under, type } of await entryPages(installation.content, installation)) {
    const found =
      under === addressOf(pieces)
        ? await entryBySlug(installation.content, installation.keyMap.of(type), slug)
        : undefined;
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Where an entry that nobody sees yet would be found if it were published, as long as no other has that address. */
export async function addressToBe(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  values: Values,
): Promise<string | undefined> {
  const home = (await entryHomes(reader, installation)).get(type.id);
  const slug = wantedSlug(installation, type, titleOf(type.definition, values), values);
  return home && visitorAddress(installation, undefined, entryAddress(home, slug));
}

/** Where the pages of entries stand in the tree, by their ids; those that no page shows are left out. */
export async function entryPlaces(
  reader: Reader,
  installation: Installation,
  entries: readonly { id: Id; type: Id }[],
): Promise<Map<Id, string>> {
  const homes = entries.length === 0 ? new Map<Id, EntryHome>() : await entryHomes(reader, installation);
  const housed = entries.filter(({ type }) => homes.has(type));
  if (housed.length === 0) return new Map();
  const slugs = await slugsOf(
    reader,
    housed.map(({ id }) => id),
  );
  return new Map(
    housed.flatMap(({ id, type }) => {
      const [home, slug] = [homes.get(type), slugs.get(id)];
      return home && slug !== undefined ? [[id, entryAddress(home, slug)] as const] : [];
    }),
  );
}

/** Where visitors find entries in a language, by their ids; those that no page shows are left out. */
export async function entryAddresses(
  reader: Reader,
  installation: Installation,
  entries: readonly { id: Id; type: Id }[],
  language?: string,
): Promise<Map<Id, string>> {
  const places = await entryPlaces(reader, installation, entries);
  return new Map([...places].map(([id, address]) => [id, visitorAddress(installation, language, address)]));
}
