import type { NewSite, SiteAnswer, SitePatch, SitesAnswer } from '../../contract/sites';
import { newId, type Id } from '../../core/ids';
import { keyFrom } from '../../core/model/naming';
import { isTimeZone } from '../../core/content/day';
import { whyReserved } from '../../core/site/address';
import { pageAt } from '../../store/pages';
import { changeSiteRow, dropSite, makeSite, pagesInSite, sites, type SiteRow } from '../../store/sites';
import { mediaById } from '../../store/media';
import { inAct, type Act } from '../records/act';
import type { Installation } from '../runtime/installation';
import { seeSites, siteGiven } from '../runtime/sites';
import type { Person } from '../people/person';
import { ruleViolation, notFound, invalidInput } from '../runtime/refusal';

/** How many sites an installation may hold. */
const MOST = 20;

const answer = (
  { model }: Pick<Installation, 'model'>,
  { uuid, key, label, base, locale, timeZone, picture }: SiteRow,
): SiteAnswer => ({
  // A language that the model has no more leads nowhere.
  locale: model.document.locales.others.includes(locale) ? locale : model.locale,
  timeZone,
  picture,
  id: uuid,
  key,
  label,
  address: base || '/',
});

export const sitesTold = (installation: Installation): SiteAnswer[] =>
  installation.sites.map((site) => answer(installation, site));

export const sitesOf = (installation: Installation): SitesAnswer => ({ items: sitesTold(installation) });

/** Does one act on a site; afterwards everyone sees the sites as they are, and pages are drawn again. */
async function onSite(
  installation: Installation,
  person: Person,
  id: Id,
  what: string,
  work: (act: Act) => Promise<unknown>,
): Promise<void> {
  const all = await inAct(installation, person, async (act) => {
    await act.touchSite(id);
    await work(act);
    await act.keep(what);
    return sites(act.tx);
  });
  seeSites(installation, all);
}

export async function addSite(
  installation: Installation,
  person: Person,
  { label, begins }: NewSite,
): Promise<SiteAnswer> {
  const base = `/${begins}`;
  const refuse = (code: string, message: string) => invalidInput([{ path: '/begins', code, message }]);
  const reserved = whyReserved(begins, true, [
    installation.model.document.locales.main,
    ...installation.model.document.locales.others,
  ]);
  if (reserved) throw refuse('reserved', reserved);
  const uuid = newId();
  await onSite(installation, person, uuid, 'made a site', async ({ tx }) => {
    const there = await sites(tx);
    if (there.length >= MOST) throw ruleViolation(`An installation holds at most ${MOST} sites.`);
    if (there.some((site) => site.base === base)) throw refuse('taken', 'Another site begins there.');
    const page = await pageAt(tx, installation.site.id, base);
    if (page) throw refuse('taken', `"${page.title}" stands at ${base} already.`);
    const { locale, timeZone } = installation.site;
    await makeSite(
      tx,
      {
        uuid,
        key: keyFrom(
          label,
          there.map(({ key }) => key),
        ),
        label: label.trim(),
        base,
        locale,
        timeZone,
        picture: null,
      },
      installation.now(),
    );
  });
  return answer(installation, siteGiven(installation, uuid));
}

function need(installation: Installation, id: Id): SiteRow {
  const site = installation.sites.find(({ uuid }) => uuid === id);
  if (!site) throw notFound('site');
  return site;
}

export async function changeSite(
  installation: Installation,
  person: Person,
  id: Id,
  { label, locale, timeZone, picture }: SitePatch,
): Promise<SiteAnswer> {
  const site = need(installation, id);
  const { main, others } = installation.model.document.locales;
  if (locale !== undefined && ![main, ...others].includes(locale))
    throw invalidInput([
      {
        path: '/locale',
        code: 'locale',
        message: `The site is not written in "${locale}". Add the language first, in Shape.`,
      },
    ]);
  if (timeZone !== undefined && !isTimeZone(timeZone))
    throw invalidInput([
      { path: '/timeZone', code: 'zone', message: `There is no time zone "${timeZone}".` },
    ]);
  await onSite(installation, person, id, 'changed a site', async ({ tx }) => {
    if (picture !== undefined && picture !== null && (await mediaById(tx, picture))?.sort !== 'picture')
      throw invalidInput([{ path: '/picture', code: 'gone', message: 'There is no such picture.' }]);
    await changeSiteRow(tx, site.id, {
      ...site,
      label: label?.trim() || site.label,
      locale: locale ?? site.locale,
      timeZone: timeZone ?? site.timeZone,
      picture: picture === undefined ? site.picture : picture,
    });
  });
  return answer(installation, need(installation, id));
}

/** Takes away a site in which nothing stands any more. */
export async function removeSite(installation: Installation, person: Person, id: Id): Promise<void> {
  const site = need(installation, id);
  if (site.id === installation.site.id) throw ruleViolation('The first site stays.');
  await onSite(installation, person, id, 'took a site away', async ({ tx }) => {
    const pages = await pagesInSite(tx, site.id);
    if (pages > 0)
      throw ruleViolation(
        `${pages} ${pages === 1 ? 'page stands' : 'pages stand'} in it, or in the bin. A site is taken away when it is empty.`,
      );
    await dropSite(tx, site.id);
  });
}
