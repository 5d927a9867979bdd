import type { Known, KnownEntry, KnownPage } from '../core/content/known';
import { referencesInSaid, saidIn } from '../core/content/said';
import { titleOf } from '../core/content/values';
import type { Id } from '../core/ids';
import type { Drawing } from '../core/mapping/map';
import type { Reference } from '../core/model/kinds';
import { addressIn } from '../core/site/address';
import type { Asker } from '../store/database';
import { knownMedia, mediaAmong } from '../store/media';
import { addressOfPlaced, categoryAddress, categoryHomes } from './category-pages';
import { entryAddresses } from './entry-addresses';
import { today, type House } from './house';
import { entryBody, pageBody } from './kept-body';

const idsOf = (refs: readonly Reference[], sort: Reference['sort']): Id[] => [...new Set(refs.flatMap((ref) => (ref.sort === sort ? [ref.target] : [])))];

/** What a page that visitors see is called in a language. */
export function pageTitle(house: House, page: { type: Id; title: string; body: string }, language?: string): string {
  const type = language === undefined ? undefined : house.model.pageType(page.type);
  return (type && titleOf(type.is, saidIn(pageBody(page.body), language))) || page.title;
}

// The plus keeps the planner from walking every entry or page there is to find a few by their ids.
async function knownEntries(asker: Asker, house: House, ids: readonly Id[], language?: string): Promise<Map<Id, KnownEntry>> {
  if (ids.length === 0) return new Map();
  const rows = await asker.all<{ uuid: Id; type: Id; title: string; live: string | null }>(
    `SELECT r.uuid, t.uuid AS type, coalesce(l.title, w.title) AS title, l.body AS live FROM records r JOIN ids t ON t.n = r.type JOIN working w ON w.record = r.id
     LEFT JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2
     WHERE r.uuid IN (SELECT value FROM json_each($1)) AND +r.sort = 'entry' AND +r.binned_at IS NULL`,
    [JSON.stringify(ids), house.now()],
  );
  const addresses = await entryAddresses(asker, house, rows.flatMap(({ uuid, type, live }) => (live === null ? [] : [{ id: uuid, type }])), language);
  return new Map(rows.map(({ uuid, type: of, title, live }) => {
    const said = live === null ? undefined : entryBody(live);
    const address = addresses.get(uuid);
    const type = house.model.contentType(of);
    return [uuid, { type: of, title: (language && type && said && titleOf(type.is, saidIn(said, language))) || title, ...(said ? { live: said } : {}), ...(address === undefined ? {} : { address }) }];
  }));
}

async function knownPages(asker: Asker, house: House, ids: readonly Id[], language?: string): Promise<Map<Id, KnownPage>> {
  if (ids.length === 0) return new Map();
  const rows = await asker.all<{ uuid: Id; type: Id; title: string; address: string; above: string | null; category: Id | null; live: string | null }>(
    `SELECT r.uuid, t.uuid AS type, coalesce(l.title, w.title) AS title, p.address, a.address AS above, c.uuid AS category, l.body AS live FROM records r JOIN ids t ON t.n = r.type JOIN page_places p ON p.record = r.id JOIN working w ON w.record = r.id
     LEFT JOIN page_places a ON a.record = p.parent LEFT JOIN category_words g ON g.record = r.id LEFT JOIN ids c ON c.n = g.category
     LEFT JOIN live l ON l.record = r.id AND l.starts <= $2 AND l.ends > $2
     WHERE r.uuid IN (SELECT value FROM json_each($1)) AND +r.sort = 'page' AND +r.binned_at IS NULL`,
    [JSON.stringify(ids), house.now()],
  );
  return new Map(rows.map(({ uuid, type, title, address, above, category, live }) => [uuid, {
    title: live === null ? title : pageTitle(house, { type, title, body: live }, language), address: addressIn(language, addressOfPlaced(house, { category, address }, above ?? undefined)), live: live !== null,
  }]));
}

/**
 * What is kept of everything some values refer to, each thing asked for once. `deep` also gathers what the entries
 * referred to refer to themselves, as far as their faces in small are drawn.
 */
export async function knownOf(asker: Asker, house: House, refs: readonly Reference[], deep = 0, language?: string): Promise<Known> {
  const [entries, pages, media] = await Promise.all([knownEntries(asker, house, idsOf(refs, 'entry'), language), knownPages(asker, house, idsOf(refs, 'page'), language), mediaAmong(asker, idsOf(refs, 'media'))]);
  const known: Known = { entries, pages, media: new Map(media.map((row) => [row.uuid, knownMedia(row, language)])), categories: house.categories.knownIn(language) };
  if (deep === 0 || entries.size === 0) return known;
  const further = [...entries.values()].flatMap(({ type, live }) => (live ? referencesInSaid(house.model.contentType(type)?.fields ?? [], live) : []));
  const below = await knownOf(asker, house, further.filter(({ sort, target }) => !(sort === 'entry' && entries.has(target))), deep - 1, language);
  return { ...known, entries: new Map([...below.entries, ...entries]), pages: new Map([...below.pages, ...pages]), media: new Map([...below.media, ...known.media]) };
}

/** How many steps of references are gathered for drawing: the linked entry, and what its own face in small shows. */
const DRAWN_DEEP = 2;

/** Everything that drawing some things needs to know, in the site's own language or another of the model's. */
export async function drawingOf(asker: Asker, house: House, refs: readonly Reference[], language?: string): Promise<Drawing> {
  const known = await knownOf(asker, house, refs, DRAWN_DEEP, language);
  const homes = await categoryHomes(asker, house);
  const addressOfCategory = (id: Id) => {
    const home = homes.get(house.categories.get(id)?.scheme ?? '');
    return home && categoryAddress(house, home, id, language);
  };
  return { model: house.model, locale: language ?? house.site.locale, today: today(house), known, ...(homes.size > 0 ? { addressOfCategory } : {}), ...(language === undefined ? {} : { language }) };
}

/** The names of what some values refer to, by id, for those who show them. */
export function namesIn(known: Known, refs: readonly Reference[]): Record<Id, string> {
  return Object.fromEntries(refs.flatMap(({ sort, target }) => {
    const name = { entry: known.entries.get(target)?.title, page: known.pages.get(target)?.title, category: known.categories.get(target)?.label, media: known.media.get(target)?.label }[sort];
    return name === undefined ? [] : [[target, name]];
  }));
}
