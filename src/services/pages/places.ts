import type { PlaceVerdict } from '../../contract/pages';
import { positionBehind } from '../../core/content/positions';
import { freeSlug, isSlug, slugBound, slugFrom } from '../../core/content/slug';
import { isId, type Id } from '../../core/ids';
import { TOP, type PageType } from '../../core/model/document';
import type { CompiledType } from '../../core/model/compile';
import { mayStand, type Verdict } from '../../core/model/placement/placement';
import { addressOf, whyReserved } from '../../core/site/address';
import type { Reader } from '../../store/database';
import {
  childrenOf,
  countOfType,
  countsBelow,
  pagesAbove,
  placeOf,
  titlesOf,
  trailsOf,
  type Home,
  type PlacedPage,
} from '../../store/pages';
import { type SiteRow } from '../../store/sites';
import { recordByUuid } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';

/** A place below a page, or with no parent at the top of a site. */
export interface Place {
  site: SiteRow;
  parent: PlacedPage | null;
}

/**
 * Whether a page of a type may stand at a place, as the tree is now. `moving` is the page itself, if it
 * stands already. What no rule asks is not looked up.
 */
export async function verdictFor(
  reader: Reader,
  installation: Installation,
  type: CompiledType<PageType>,
  { site, parent }: Place,
  moving: number | null,
): Promise<Verdict> {
  const { onlyUnder, mostUnderOne } = installation.model.placement(parent?.type ?? TOP, type.id) ?? {};
  const { mostInSite } = type.definition;
  const key = installation.keyMap.of(type.id);
  const among = { site: site.id };
  const branch = onlyUnder === undefined || parent === null ? [] : await pagesAbove(reader, parent.record);
  const titles = onlyUnder === undefined ? new Map<Id, string>() : await titlesOf(reader, [onlyUnder]);
  return mayStand(
    installation.model,
    type.id,
    {
      parentType: parent?.type ?? TOP,
      branch,
      sameTypeThere:
        mostUnderOne === undefined
          ? 0
          : await countOfType(reader, { ...among, parent: parent?.record ?? null }, key, moving),
      sameTypeInSite: mostInSite === undefined ? 0 : await countOfType(reader, among, key, moving),
    },
    (page) => titles.get(page),
  );
}

/** For each of some pages of a site whether another page of it may stand there. What no rule asks is not looked up. */
export async function verdictsAmong(
  reader: Reader,
  { model, keyMap }: Pick<Installation, 'model' | 'keyMap'>,
  type: CompiledType<PageType>,
  homes: readonly Home[],
  moving: Pick<PlacedPage, 'record' | 'parent' | 'site'>,
): Promise<Verdict[]> {
  const records = homes.map(({ record }) => record);
  const key = keyMap.of(type.id);
  const rules = model.document.placements.filter(({ child }) => child === type.id);
  const branches = rules.flatMap(({ onlyUnder }) => onlyUnder ?? []);
  const [titles, trails, below, inSite] = await Promise.all([
    branches.length === 0 ? new Map<Id, string>() : titlesOf(reader, branches),
    trailsOf(reader, records),
    rules.some(({ mostUnderOne }) => mostUnderOne !== undefined)
      ? countsBelow(reader, records, key, moving.record)
      : new Map<number, number>(),
    type.definition.mostInSite === undefined
      ? 0
      : countOfType(reader, { site: moving.site }, key, moving.record),
  ]);
  return homes.map((home) => {
    const branch = trails.get(home.record) ?? [];
    if (branch.some(({ record }) => record === moving.record))
      return { allowed: false, reasons: ['A page cannot stand below itself.'] };
    if (home.record === moving.parent) return { allowed: true, reasons: ['It stands here now.'] };
    return mayStand(
      model,
      type.id,
      {
        parentType: home.type,
        branch,
        sameTypeThere: below.get(home.record) ?? 0,
        sameTypeInSite: inSite,
      },
      (page) => titles.get(page),
    );
  });
}

/** For every page type whether it may stand at a place, the allowed ones first. */
export async function typesAt(installation: Installation, place: Place): Promise<PlaceVerdict[]> {
  const verdicts = await Promise.all(
    installation.model.pageTypes.map(async (type) => ({
      id: type.definition.key,
      label: type.definition.label,
      ...(await verdictFor(installation.content, installation, type, place, null)),
    })),
  );
  return verdicts.sort((a, b) => Number(b.allowed) - Number(a.allowed));
}

/**
 * The address at a place. The top page's own slug is empty, so its children stand right below what the site's
 * addresses begin with.
 */
export const addressAt = ({ site, parent }: Place, slug: string): string =>
  parent === null ? site.base || '/' : addressOf([...parent.address.split('/').filter(Boolean), slug]);

/** Every language a site may be read in: an address may begin with one. */
export const localesOf = (installation: Installation): string[] => [
  installation.model.document.locales.main,
  ...installation.model.document.locales.others,
];

const isAtTop = (parent: PlacedPage | null) => parent?.parent === null;

/** Why a slug may not stand below a page: the product needs it, or another site begins there. */
function whyNot(installation: Installation, slug: string, { site, parent }: Place): string | undefined {
  const other =
    isAtTop(parent) && site.base === ''
      ? installation.sites.find(({ base }) => base === `/${slug}`)
      : undefined;
  return other
    ? `"/${slug}" is where ${other.label} begins. Choose another address.`
    : whyReserved(slug, isAtTop(parent), localesOf(installation));
}

/** A slug made from a title that is free and allowed at a place. */
export async function slugFor(
  reader: Reader,
  installation: Installation,
  type: PageType,
  title: string,
  place: Place,
  self: number | null,
): Promise<string> {
  const { parent } = place;
  if (parent === null) return '';
  const wanted = slugFrom(title, type.address, installation.model.locale) || type.key.toLowerCase();
  const siblings = (await childrenOf(reader, parent.site, parent.record)).filter(
    (page) => page.record !== self,
  );
  return freeSlug(
    wanted,
    (slug) => siblings.some((page) => page.slug === slug) || whyNot(installation, slug, place) !== undefined,
  );
}

/** Checks a slug that a person wrote, and answers with it. */
export async function slugGiven(
  reader: Reader,
  installation: Installation,
  slug: string,
  place: Place,
  self: number | null,
): Promise<string> {
  const { parent } = place;
  const refuse = (code: string, message: string) => invalidInput([{ path: '/slug', code, message }]);
  if (parent === null) {
    if (slug !== '')
      throw refuse('top', 'The top page stands at the beginning of the site; it has no piece of its own.');
    return '';
  }
  if (!isSlug(slug))
    throw refuse(
      'slug',
      `An address is made of small letters, digits and single hyphens, at most ${slugBound}: winter-walks.`,
    );
  const reserved = whyNot(installation, slug, place);
  if (reserved) throw refuse('reserved', reserved);
  const taken = (await childrenOf(reader, parent.site, parent.record)).find(
    (page) => page.slug === slug && page.record !== self,
  );
  if (taken) throw refuse('taken', `"${taken.title}" stands at this address already.`);
  return slug;
}

/** A position after one of the children of a page, before them all (null), or last (undefined). */
export async function positionAfter(
  reader: Reader,
  { site, parent }: Place,
  after: Id | null | undefined,
  moving: number | null,
): Promise<string> {
  const siblings = (await childrenOf(reader, site.id, parent?.record ?? null)).filter(
    (page) => page.record !== moving,
  );
  if (after === undefined) return positionBehind(siblings, siblings.length - 1);
  if (after === null) return positionBehind(siblings, -1);
  const at = siblings.findIndex((page) => page.uuid === after);
  if (at < 0)
    throw invalidInput([{ path: '/after', code: 'gone', message: 'The page to stand after is not there.' }]);
  return positionBehind(siblings, at);
}

/** The page's place, or nothing for null. */
export async function parentPlace(reader: Reader, record: number | null): Promise<PlacedPage | null> {
  return record === null ? null : ((await placeOf(reader, record)) ?? null);
}

/** The page to stand under, as it was asked for. */
export async function parentGiven(reader: Reader, id: Id | null): Promise<PlacedPage | null> {
  if (id === null) return null;
  const record = isId(id) ? await recordByUuid(reader, id, 'page') : undefined;
  const place = record && record.binnedAt === null ? await placeOf(reader, record.id) : undefined;
  if (!place)
    throw invalidInput([{ path: '/parent', code: 'gone', message: 'The page to stand under is not there.' }]);
  return place;
}

export function pageTypeByKey(installation: Installation, key: string): CompiledType<PageType> {
  const type = installation.model.pageTypeByKey(key);
  if (!type)
    throw invalidInput([{ path: '/type', code: 'unknown-type', message: `There is no page type "${key}".` }]);
  return type;
}
