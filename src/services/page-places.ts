import { generateKeyBetween } from 'fractional-indexing';
import type { PlaceVerdict } from '../contract/pages';
import { freeSlug, isSlug, slugBound, slugFrom } from '../core/content/slug';
import type { Id } from '../core/ids';
import { TOP, type PageType } from '../core/model/document';
import type { CompiledType } from '../core/model/compile';
import { mayStand, type Verdict } from '../core/model/placement';
import { addressOf, whyReserved } from '../core/site/address';
import type { Asker } from '../store/database';
import { childrenOf, countOfType, pagesAbove, placeOf, titlesOf, type PlacedPage } from '../store/pages';
import type { House } from './house';
import { unreadable } from './refusal';

/** Whether a page of a type may stand under another, as the tree is now. `moving` is the page itself, if it stands already. */
export async function verdictFor(asker: Asker, house: House, type: CompiledType<PageType>, parent: PlacedPage | null, moving: number | null): Promise<Verdict> {
  const siblings = (await childrenOf(asker, house.site.id, parent?.record ?? null)).filter((page) => page.record !== moving);
  const onlyUnder = house.model.placement(parent?.type ?? TOP, type.id)?.onlyUnder;
  // The branch is asked for only where the placement is bound to one.
  const branch = onlyUnder === undefined || parent === null ? [] : await pagesAbove(asker, parent.record);
  const titles = onlyUnder === undefined ? new Map<Id, string>() : await titlesOf(asker, [onlyUnder]);
  return mayStand(house.model, type.id, {
    parentType: parent?.type ?? TOP, branch,
    sameTypeThere: siblings.filter((page) => page.type === type.id).length,
    sameTypeInSite: await countOfType(asker, house.site.id, house.surrogates.of(type.id), moving),
  }, (page) => titles.get(page));
}

/** For every page type whether it may stand at a place, the allowed ones first. */
export async function typesAt(house: House, parent: PlacedPage | null): Promise<PlaceVerdict[]> {
  const verdicts = await Promise.all(house.model.pageTypes.map(async (type) => ({ id: type.is.key, label: type.is.label, ...(await verdictFor(house.content, house, type, parent, null)) })));
  return verdicts.sort((a, b) => Number(b.allowed) - Number(a.allowed));
}

/** The address below a page. The top page's own slug is empty, so its children stand at the root. */
export const addressUnder = (parent: PlacedPage | null, slug: string): string =>
  parent === null ? '/' : addressOf([...parent.address.split('/').filter(Boolean), slug]);

/** Every language a site may be read in: an address may begin with one. */
const localesOf = (house: House): string[] => [house.site.locale, house.model.document.locales.main, ...house.model.document.locales.others];

const isAtTop = (parent: PlacedPage | null) => parent?.parent === null;

/** A slug made from a title that is free and allowed at a place. */
export async function slugFor(asker: Asker, house: House, type: PageType, title: string, parent: PlacedPage | null, self: number | null): Promise<string> {
  if (parent === null) return '';
  const wanted = slugFrom(title, type.address, house.site.locale) || type.key.toLowerCase();
  const siblings = (await childrenOf(asker, house.site.id, parent.record)).filter((page) => page.record !== self);
  return freeSlug(wanted, (slug) => siblings.some((page) => page.slug === slug) || whyReserved(slug, isAtTop(parent), localesOf(house)) !== undefined);
}

/** Checks a slug that a person wrote, and answers with it. */
export async function slugGiven(asker: Asker, house: House, slug: string, parent: PlacedPage | null, self: number | null): Promise<string> {
  const refuse = (code: string, message: string) => unreadable([{ path: '/slug', code, message }]);
  if (parent === null) {
    if (slug !== '') throw refuse('top', 'The top page stands at the beginning of the site; it has no piece of its own.');
    return '';
  }
  if (!isSlug(slug)) throw refuse('slug', `An address is made of small letters, digits and single hyphens, at most ${slugBound}: winter-walks.`);
  const reserved = whyReserved(slug, isAtTop(parent), localesOf(house));
  if (reserved) throw refuse('reserved', reserved);
  const taken = (await childrenOf(asker, house.site.id, parent.record)).find((page) => page.slug === slug && page.record !== self);
  if (taken) throw refuse('taken', `"${taken.title}" stands at this address already.`);
  return slug;
}

/** A position after one of the children of a page, before them all (null), or last (undefined). */
export async function positionAfter(asker: Asker, house: House, parent: PlacedPage | null, after: Id | null | undefined, moving: number | null): Promise<string> {
  const siblings = (await childrenOf(asker, house.site.id, parent?.record ?? null)).filter((page) => page.record !== moving);
  if (after === undefined) return generateKeyBetween(siblings.at(-1)?.position ?? null, null);
  if (after === null) return generateKeyBetween(null, siblings[0]?.position ?? null);
  const at = siblings.findIndex((page) => page.uuid === after);
  if (at < 0) throw unreadable([{ path: '/after', code: 'gone', message: 'The page to stand after is not there.' }]);
  return generateKeyBetween(siblings[at]?.position ?? null, siblings[at + 1]?.position ?? null);
}

/** The page's place, or nothing for null. */
export async function parentPlace(asker: Asker, record: number | null): Promise<PlacedPage | null> {
  return record === null ? null : (await placeOf(asker, record)) ?? null;
}
