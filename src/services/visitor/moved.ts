import type { Id } from '../../core/ids';
import { addressOf, isBinAddress, splitAllResults } from '../../core/site/address';
import { entryBySlug, liveEntryBySlug } from '../../store/entry-slugs';
import { oldSteps, type OldAddressRow } from '../../store/old-addresses';
import { pageAt, placeOf, type PlacedPage } from '../../store/pages';
import { livePagesByIds } from '../../store/live-pages';
import { liveAt, recordByUuid, recordsByUuids } from '../../store/records';
import { categoryAddress, categoryHomes, type CategoryHome } from '../categories/pages';
import { entryAddress, entryPages, entryPlaces, type EntryHome } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { siteAt } from '../runtime/sites';

/** How many steps are looked at before an address is given up. */
const MOST_STEPS = 300;

const piecesOf = (address: string): string[] => address.split('/').filter(Boolean);
const aboveOf = (address: string): string => addressOf(piecesOf(address).slice(0, -1));

/** What an address leads to: where that stands now, and until when (ms) it stood at the address; for ever where it does. */
interface Led {
  address: string;
  until: number;
}

const STILL = Number.POSITIVE_INFINITY;

/** Of several things that stood at an address, what stood there last. */
const last = (led: readonly (Led | undefined)[]): Led | undefined =>
  led.reduce((best, each) => (each && (!best || each.until > best.until) ? each : best), undefined);

/** What was led to by a step that was left at a moment: it stood there no longer than that. */
const leftAt = (led: Led | undefined, at: number): Led | undefined =>
  led && { ...led, until: Math.min(led.until, at) };

/**
 * Follows an address of some time piece by piece: at each page, and at each category, to what is found by the next piece
 * now, and to what was found by it before, wherever that stands now.
 */
class Walk {
  private steps = 0;

  constructor(
    private readonly installation: Installation,
    private readonly entries: readonly (EntryHome & { type: Id })[],
    private readonly categories: ReadonlyMap<Id, CategoryHome>,
  ) {}

  private get content() {
    return this.installation.content;
  }

  private isTooLong(): boolean {
    this.steps += 1;
    return this.steps > MOST_STEPS;
  }

  private async placed(id: Id): Promise<PlacedPage | undefined> {
    const record = await recordByUuid(this.content, id, 'page');
    return record && placeOf(this.content, record.id);
  }

  /** What the pieces lead to from a page. */
  async fromPage(page: PlacedPage, pieces: readonly string[]): Promise<Led | undefined> {
    if (this.isTooLong()) return undefined;
    const [piece, ...rest] = pieces;
    const { content } = this;
    // What stood below a page in the bin lies there as well: what stands in its place stands for all of it.
    if (isBinAddress(page.address)) return this.inPlaceOf(page.uuid);
    if (piece === undefined) {
      const [live] = await livePagesByIds(content, this.installation.now(), [page.record]);
      return live ? { address: live.address, until: STILL } : this.inPlaceOf(page.uuid);
    }
    const child = await pageAt(content, page.site, addressOf([...piecesOf(page.address), piece]));
    const found = [child && (await this.fromPage(child, rest)), await this.amongShown(page, pieces)];
    for (const { target, at } of await oldSteps(content, page.uuid, piece, 'page')) {
      const next = await this.placed(target);
      found.push(leftAt(next && (await this.fromPage(next, rest)), at));
    }
    return last(found);
  }

  /** What was put in the place of a page or an entry that visitors do not see. */
  private async inPlaceOf(id: Id): Promise<Led | undefined> {
    const found: (Led | undefined)[] = [];
    for (const { target, at } of await oldSteps(this.content, id, '', 'heir')) {
      if (this.isTooLong()) break;
      found.push(leftAt(await this.toRecord(target), at));
    }
    return last(found);
  }

  /** Where a page or an entry stands, or what was put in its place. */
  private async toRecord(id: Id): Promise<Led | undefined> {
    const { content, installation } = this;
    const [record] = await recordsByUuids(content, [id]);
    const page = record?.sort === 'page' ? await placeOf(content, record.id) : undefined;
    if (page) return this.fromPage(page, []);
    if (record?.type && (await liveAt(content, record.id, installation.now()))) {
      const places = await entryPlaces(content, installation, [{ id, type: record.type }]);
      const address = places.get(id);
      if (address !== undefined) return { address, until: STILL };
    }
    return this.inPlaceOf(id);
  }

  /** What the pieces lead to among the entries and categories that a page shows, or showed, below another page. */
  private async amongShown(above: PlacedPage, pieces: readonly string[]): Promise<Led | undefined> {
    const before = new Map(
      (await oldSteps(this.content, above.uuid, '', 'below')).map(({ target, at }) => [target, at]),
    );
    const until = ({ page }: { page: { uuid: Id; parent: number | null } }): number | undefined =>
      page.parent === above.record ? STILL : before.get(page.uuid);
    const found: (Led | undefined)[] = [];
    const [slug, ...more] = pieces;
    if (slug !== undefined && more.length === 0)
      for (const home of this.entries) {
        const at = until(home);
        if (at === undefined) continue;
        const type = this.installation.keyMap.of(home.type);
        if (await liveEntryBySlug(this.content, type, slug, this.installation.now()))
          found.push({ address: entryAddress(home, slug), until: at });
        else {
          const gone = await entryBySlug(this.content, type, slug);
          if (gone !== undefined) found.push(await this.inPlaceOf(gone));
        }
      }
    for (const home of this.categories.values()) {
      const at = until(home);
      if (at !== undefined) found.push(leftAt(await this.fromCategory(home, null, pieces), at));
    }
    return last(found);
  }

  /** What the pieces lead to from a category, or from the top of a scheme. */
  private async fromCategory(
    home: CategoryHome,
    at: Id | null,
    pieces: readonly string[],
  ): Promise<Led | undefined> {
    if (this.isTooLong()) return undefined;
    const { categories } = this.installation;
    const [piece, ...rest] = pieces;
    const isThere = at === null || categories.get(at) !== undefined;
    const found: (Led | undefined)[] = [];
    if (piece === undefined) {
      if (at !== null && isThere)
        return { address: categoryAddress(this.installation, home, at), until: STILL };
    } else {
      const below = isThere
        ? categories.below(home.scheme, at).find(({ slug }) => slug === piece)
        : undefined;
      found.push(below && (await this.fromCategory(home, below.id, rest)));
      for (const step of await oldSteps(this.content, at ?? home.scheme, piece, 'category'))
        found.push(leftAt(await this.fromCategory(home, step.target, rest), step.at));
    }
    if (at !== null)
      for (const heir of await oldSteps(this.content, at, '', 'heir'))
        found.push(leftAt(await this.fromCategory(home, heir.target, pieces), heir.at));
    return last(found);
  }

  /** Where what an old step led to stands now; of what stood below a page, what that is below now. */
  async whereIs({ way, target, why }: OldAddressRow): Promise<string | undefined> {
    if (why === 'replaced') return (await this.toRecord(target))?.address;
    if (way === 'page' || way === 'below') {
      const page = await this.placed(target);
      const led = page && (await this.fromPage(page, []));
      return led && (way === 'page' ? led.address : aboveOf(led.address));
    }
    for (const home of this.categories.values()) {
      const { scheme } = this.installation.categories.get(target) ?? {};
      if (scheme === undefined || scheme === home.scheme) {
        const found = await this.fromCategory(home, target, []);
        if (found) return found.address;
      }
    }
    return undefined;
  }
}

const walkIn = async (installation: Installation): Promise<Walk> =>
  new Walk(
    installation,
    await entryPages(installation.content, installation),
    await categoryHomes(installation.content, installation),
  );

/** Where what an old step led to stands now, in the main language; nothing where visitors do not see it. */
export const leadsTo = async (installation: Installation, row: OldAddressRow): Promise<string | undefined> =>
  (await walkIn(installation)).whereIs(row);

/**
 * Where what stood at an address (in the main language) at some time stands now; nothing where it stands there still, or
 * visitors see it nowhere.
 */
export async function movedTo(installation: Installation, asked: string): Promise<string | undefined> {
  const listedOn = splitAllResults(asked);
  const site = siteAt(installation, asked);
  const top = await pageAt(installation.content, site.id, site.base || '/');
  if (!top) return undefined;
  const walk = await walkIn(installation);
  const follow = async (address: string): Promise<string | undefined> => {
    const led = await walk.fromPage(top, piecesOf(address).slice(piecesOf(site.base).length));
    return led && led.address !== address ? led.address : undefined;
  };
  const to = await follow(asked);
  if (to !== undefined || listedOn === undefined) return to;
  const on = await follow(listedOn);
  return on && addressOf([...piecesOf(on), ...piecesOf(asked).slice(-2)]);
}
