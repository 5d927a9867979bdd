import { visitorAddress } from '../runtime/languages';
import { blocksIn } from '../../core/content/blocks';
import {
  inBin,
  type Known,
  type KnownEntry,
  type KnownMedia,
  type KnownPage,
  type KnownShared,
} from '../../core/content/known';
import { referencesInLocalized, valuesIn } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { Drawing } from '../../core/mapping/face';
import type { Reference } from '../../core/model/kinds';
import { sayingIn } from '../../core/model/visitor-words';
import type { Reader } from '../../store/database';
import { binnedTitles } from '../../store/bin';
import { sharedSlot } from '../../core/model/shared-type';
import { entriesAmong, pagesAmong, sharedAmong, titlesAmong } from '../../store/known';
import { recordsByUuids } from '../../store/records';
import { knownMedia, mediaAddress, mediaAmong, mediaBeside, type MediaRow } from '../../store/media';
import { addressOfPlaced, categoryAddress, categoryHomes } from '../categories/pages';
import { entryAddresses } from '../entries/addresses';
import { today, type Installation } from '../runtime/installation';
import { entryBody, pageBody } from './bodies';

const idsOf = (refs: readonly Reference[], sort: Reference['sort']): Id[] => [
  ...new Set(refs.flatMap((ref) => (ref.sort === sort ? [ref.target] : []))),
];

/** What a page that visitors see is called in a language. */
export function pageTitle(
  installation: Installation,
  page: { type: Id; title: string; body: string },
  language?: string,
): string {
  const type = language === undefined ? undefined : installation.model.pageType(page.type);
  return (type && titleOf(type.definition, valuesIn(pageBody(page.body), language))) || page.title;
}

async function knownEntries(
  reader: Reader,
  installation: Installation,
  ids: readonly Id[],
  language?: string,
): Promise<Map<Id, KnownEntry>> {
  if (ids.length === 0) return new Map();
  const rows = await entriesAmong(reader, ids, installation.now());
  const addresses = await entryAddresses(
    reader,
    installation,
    rows.flatMap(({ uuid, type, live }) => (live === null ? [] : [{ id: uuid, type }])),
    language,
  );
  return new Map(
    rows.map(({ uuid, type: of, title, live }) => {
      const localized = live === null ? undefined : entryBody(live);
      const address = addresses.get(uuid);
      const type = installation.model.contentType(of);
      return [
        uuid,
        {
          type: of,
          title:
            (language && type && localized && titleOf(type.definition, valuesIn(localized, language))) ||
            title,
          ...(localized ? { live: localized } : {}),
          ...(address === undefined ? {} : { address }),
        },
      ];
    }),
  );
}

/** The blocks that stand on some pages, in what visitors see or in what is worked on. */
async function blocksOn(
  reader: Reader,
  pages: readonly Id[],
  rows: readonly { uuid: Id; live: string | null }[],
): Promise<Map<Id, Set<Id>>> {
  if (pages.length === 0) return new Map();
  const idsIn = (body: string) => blocksIn(pageBody(body).slots ?? {}).map(({ id }) => id);
  const live = new Map(rows.map((row) => [row.uuid, row.live]));
  const records = await recordsByUuids(reader, [...new Set(pages)]);
  return new Map(
    records.map(({ uuid, body }) => {
      const seen = live.get(uuid);
      return [uuid, new Set([...idsIn(body), ...(seen ? idsIn(seen) : [])])];
    }),
  );
}

async function knownPages(
  reader: Reader,
  installation: Installation,
  refs: readonly Reference[],
  language?: string,
): Promise<Map<Id, KnownPage>> {
  const ids = idsOf(refs, 'page');
  if (ids.length === 0) return new Map();
  const rows = await pagesAmong(reader, ids, installation.now());
  const blocks = await blocksOn(
    reader,
    refs.flatMap(({ sort, target, block }) => (sort === 'page' && block !== undefined ? [target] : [])),
    rows,
  );
  return new Map(
    rows.map(({ uuid, type, title, address, above, category, live }) => [
      uuid,
      {
        title: live === null ? title : pageTitle(installation, { type, title, body: live }, language),
        address: visitorAddress(
          installation,
          language,
          addressOfPlaced(installation, { category, address }, above ?? undefined),
        ),
        live: live !== null,
        ...(blocks.has(uuid) ? { blocks: blocks.get(uuid) ?? new Set<Id>() } : {}),
      },
    ]),
  );
}

async function knownShared(
  reader: Reader,
  installation: Installation,
  ids: readonly Id[],
): Promise<Map<Id, KnownShared>> {
  const rows = ids.length === 0 ? [] : await sharedAmong(reader, ids, installation.now());
  const blocksOf = (body: string) => pageBody(body).slots?.[sharedSlot.id] ?? [];
  return new Map(
    rows.map(({ uuid, title, body, live, wasSeen }) => [
      uuid,
      {
        title,
        blocks: blocksOf(body),
        wasSeen: wasSeen === 1,
        ...(live === null ? {} : { live: blocksOf(live) }),
      },
    ]),
  );
}

/** What films and sounds have beside them: a picture before they play, and the words that are spoken in a language. */
async function mediaBesideThese(
  reader: Reader,
  rows: readonly MediaRow[],
  spokenIn: string,
  language: string | undefined,
): Promise<Map<Id, Pick<KnownMedia, 'poster' | 'spoken'>>> {
  const named = rows.map((row) => ({ id: row.uuid, ...mediaBeside(row, language) }));
  const wanted = named.flatMap(({ poster, spoken }) => [poster ?? [], spoken ?? []].flat());
  if (wanted.length === 0) return new Map();
  const found = await mediaAmong(reader, [...new Set(wanted)]);
  const addressOf = (id: Id | undefined) => {
    const row = found.find(({ uuid }) => uuid === id);
    return row && mediaAddress(row);
  };
  return new Map(
    named.map(({ id, ...each }) => {
      const [poster, spoken] = [addressOf(each.poster), addressOf(each.spoken)];
      return [
        id,
        {
          ...(poster ? { poster } : {}),
          ...(spoken ? { spoken: { address: spoken, language: spokenIn } } : {}),
        },
      ];
    }),
  );
}

/**
 * What is kept of everything some values refer to, each thing asked for once. `deep` also gathers what the entries
 * referred to refer to themselves, as far as their faces in small are drawn.
 */
export async function knownOf(
  reader: Reader,
  installation: Installation,
  refs: readonly Reference[],
  deep = 0,
  language?: string,
): Promise<Known> {
  const sharedIds = idsOf(refs, 'shared');
  const [entries, pages, shared, media] = await Promise.all([
    knownEntries(reader, installation, idsOf(refs, 'entry'), language),
    knownPages(reader, installation, refs, language),
    knownShared(reader, installation, sharedIds),
    mediaAmong(reader, idsOf(refs, 'media')),
  ]);
  const beside = await mediaBesideThese(reader, media, language ?? installation.model.locale, language);
  const there = new Set([
    ...entries.keys(),
    ...pages.keys(),
    ...shared.keys(),
    ...media.map(({ uuid }) => uuid),
  ]);
  const missing = refs.flatMap(({ sort, target }) =>
    sort === 'category' || there.has(target) ? [] : [target],
  );
  const binned = missing.length === 0 ? [] : await binnedTitles(reader, [...new Set(missing)]);
  const known: Known = {
    entries,
    pages,
    media: new Map(media.map((row) => [row.uuid, { ...knownMedia(row, language), ...beside.get(row.uuid) }])),
    categories: installation.categories.knownIn(language),
    ...(shared.size > 0 || sharedIds.length > 0 ? { shared } : {}),
    ...(binned.length > 0 ? { binned: new Map(binned.map(({ uuid, title }) => [uuid, title])) } : {}),
  };
  if (deep === 0 || entries.size === 0) return known;
  const further = [...entries.values()].flatMap(({ type, live }) =>
    live ? referencesInLocalized(installation.model.contentType(type)?.fields ?? [], live) : [],
  );
  const below = await knownOf(
    reader,
    installation,
    further.filter(({ sort, target }) => !(sort === 'entry' && entries.has(target))),
    deep - 1,
    language,
  );
  return {
    ...known,
    entries: new Map([...below.entries, ...entries]),
    pages: new Map([...below.pages, ...pages]),
    media: new Map([...below.media, ...known.media]),
  };
}

/** How many steps of references are gathered for drawing: the linked entry, and what its own face in small shows. */
const DRAWN_DEEP = 2;

/** Everything that drawing some things needs to know, in the site's own language or another of the model's. */
export async function drawingOf(
  reader: Reader,
  installation: Installation,
  refs: readonly Reference[],
  language?: string,
): Promise<Drawing> {
  const known = await knownOf(reader, installation, refs, DRAWN_DEEP, language);
  const homes = await categoryHomes(reader, installation);
  const addressOfCategory = (id: Id) => {
    const home = homes.get(installation.categories.get(id)?.scheme ?? '');
    return home && visitorAddress(installation, language, categoryAddress(installation, home, id));
  };
  return {
    model: installation.model,
    locale: language ?? installation.model.locale,
    today: today(installation),
    known,
    ...(homes.size > 0 ? { addressOfCategory } : {}),
    ...(language === undefined ? {} : { language, say: sayingIn(installation.model.document, language) }),
  };
}

/**
 * The names of what some values refer to, by id, for those who show them: of records as visitors see them,
 * if they do.
 */
export async function namesOf(
  reader: Reader,
  { categories, now }: Pick<Installation, 'categories' | 'now'>,
  refs: readonly Reference[],
): Promise<Record<Id, string>> {
  const records = [...new Set(refs.flatMap(({ sort, target }) => (sort === 'category' ? [] : [target])))];
  const titles = records.length === 0 ? [] : await titlesAmong(reader, records, now());
  const there = new Set(titles.map(({ uuid }) => uuid));
  const missing = records.filter((id) => !there.has(id));
  const binned = missing.length === 0 ? [] : await binnedTitles(reader, missing);
  const labels = refs.flatMap(({ sort, target }): [Id, string][] => {
    const category = sort === 'category' ? categories.get(target) : undefined;
    return category ? [[target, category.label]] : [];
  });
  return Object.fromEntries([
    ...titles.map(({ uuid, title }): [Id, string] => [uuid, title]),
    ...binned.map(({ uuid, title }): [Id, string] => [uuid, inBin(title)]),
    ...labels,
  ]);
}
