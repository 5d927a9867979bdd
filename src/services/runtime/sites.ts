import type { Id } from '../../core/ids';
import type { SiteRow } from '../../store/sites';
import type { Installation } from './installation';
import { invalidInput } from './refusal';

/** The site to which an address belongs: the one whose addresses begin as it does, else the first. */
export const siteAt = (installation: Pick<Installation, 'site' | 'sites'>, address: string): SiteRow =>
  installation.sites.find(
    ({ base }) => base !== '' && (address === base || address.startsWith(`${base}/`)),
  ) ?? installation.site;

/** A site by its integer key. */
export const siteOf = (installation: Installation, id: number): SiteRow =>
  installation.sites.find((site) => site.id === id) ?? installation.site;

/** The site that was asked for by its id; without one, the first. */
export function siteGiven(installation: Installation, id: Id | undefined): SiteRow {
  const site = id === undefined ? installation.site : installation.sites.find(({ uuid }) => uuid === id);
  if (!site) throw invalidInput([{ path: '/site', code: 'not-there', message: 'There is no such site.' }]);
  return site;
}

/** From here on everyone sees these sites, and pages are drawn again. */
export function seeSites(installation: Installation, all: readonly SiteRow[]): void {
  installation.sites = all;
  installation.site = all[0] ?? installation.site;
  installation.rendered.renewAll();
}
