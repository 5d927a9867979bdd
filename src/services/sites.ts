import type { NewSite, SiteAnswer, SitePatch, SitesAnswer } from '../contract/sites';
import { newId, type Id } from '../core/ids';
import { keyFrom } from '../core/model/naming';
import { whyReserved } from '../core/site/address';
import { changeSiteRow, dropSite, makeSite, pageAt, pagesInSite, sites, type SiteRow } from '../store/pages';
import { note } from '../store/records';
import type { Tx } from '../store/database';
import type { House } from './house';
import type { Person } from './people';
import { against, notFound, unreadable } from './refusal';

/** How many sites an installation may hold. */
const MOST = 20;

/** The site to which an address belongs: the one whose addresses begin as it does, else the first. */
export const siteAt = (house: House, address: string): SiteRow => house.sites.find(({ base }) => base !== '' && (address === base || address.startsWith(`${base}/`))) ?? house.site;

/** A site by its integer key. */
export const siteOf = (house: House, id: number): SiteRow => house.sites.find((site) => site.id === id) ?? house.site;

/** The site that was asked for by its id; without one, the first. */
export function siteGiven(house: House, id: Id | undefined): SiteRow {
  const site = id === undefined ? house.site : house.sites.find(({ uuid }) => uuid === id);
  if (!site) throw unreadable([{ path: '/site', code: 'not-there', message: 'There is no such site.' }]);
  return site;
}

const answer = ({ uuid, key, label, base }: SiteRow): SiteAnswer => ({ id: uuid, key, label, address: base || '/' });

export const sitesTold = (house: House): SiteAnswer[] => house.sites.map(answer);

export const sitesOf = (house: House): SitesAnswer => ({ items: sitesTold(house) });

/** Does one piece of work on the sites; afterwards everyone sees them as they are, and pages are drawn again. */
async function work<T>(house: House, person: Person, what: string, act: (tx: Tx) => Promise<T>): Promise<T> {
  const { done, all } = await house.content.write(async (tx) => {
    const result = await act(tx);
    await note(tx, house.now(), person.id, what, null);
    return { done: result, all: await sites(tx) };
  });
  house.sites = all;
  house.site = all[0] ?? house.site;
  house.rendered.renewAll();
  return done;
}

export async function addSite(house: House, person: Person, { label, begins }: NewSite): Promise<SiteAnswer> {
  const base = `/${begins}`;
  const refuse = (code: string, message: string) => unreadable([{ path: '/begins', code, message }]);
  const reserved = whyReserved(begins, true, [house.model.document.locales.main, ...house.model.document.locales.others]);
  if (reserved) throw refuse('reserved', reserved);
  const uuid = newId();
  await work(house, person, 'made a site', async (tx) => {
    const there = await sites(tx);
    if (there.length >= MOST) throw against(`An installation holds at most ${MOST} sites.`);
    if (there.some((site) => site.base === base)) throw refuse('taken', 'Another site begins there.');
    const page = await pageAt(tx, house.site.id, base);
    if (page) throw refuse('taken', `"${page.title}" stands at ${base} already.`);
    const { locale, timeZone } = house.site;
    await makeSite(tx, { uuid, key: keyFrom(label, there.map(({ key }) => key)), label: label.trim(), base, locale, timeZone }, house.now());
  });
  return answer(siteGiven(house, uuid));
}

function need(house: House, id: Id): SiteRow {
  const site = house.sites.find(({ uuid }) => uuid === id);
  if (!site) throw notFound('site');
  return site;
}

export async function changeSite(house: House, person: Person, id: Id, { label }: SitePatch): Promise<SiteAnswer> {
  const site = need(house, id);
  await work(house, person, 'changed a site', (tx) => changeSiteRow(tx, site.id, { label: label?.trim() || site.label, base: site.base }));
  return answer(need(house, id));
}

/** Takes away a site in which nothing stands any more. */
export async function removeSite(house: House, person: Person, id: Id): Promise<void> {
  const site = need(house, id);
  if (site.id === house.site.id) throw against('The first site stays.');
  await work(house, person, 'took a site away', async (tx) => {
    const pages = await pagesInSite(tx, site.id);
    if (pages > 0) throw against(`${pages} ${pages === 1 ? 'page stands' : 'pages stand'} in it, or in the bin. A site is taken away when it is empty.`);
    await dropSite(tx, site.id);
  });
}
