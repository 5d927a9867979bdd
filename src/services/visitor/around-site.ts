import { sayingIn } from '../../core/model/visitor-words';
import { styleOfSite } from '../../core/model/site-style';
import { accountAddresses } from '../../core/site/account';
import type { NavigationItem } from '../../core/site/navigation';
import type { VisitorPage } from '../../core/site/visitor-page';
import { type SiteRow } from '../../store/sites';
import { livePageAt } from '../../store/live-pages';
import type { Installation } from '../runtime/installation';
import { visitorAddress } from '../runtime/languages';
import { Navigator } from './navigation';
import { languagesOf } from './ways';

/**
 * What stands around a page that is none of the site's own: what was found by a search, or that nothing stands
 * here.
 */
export interface AroundSite {
  locale: string;
  site: VisitorPage['site'];
  languages: VisitorPage['languages'];
  ways: { navigation: NavigationItem[]; foot: NavigationItem[] } & Pick<VisitorPage, 'accountWay'>;
  /** The pages that the navigation begins with, to be offered. */
  first: VisitorPage['below'];
  seek: string;
}

/**
 * Where visitors of a site, whose top page stands at `home`, sign in or see to their account; nothing where
 * nobody has one.
 */
export function accountWayOf(
  { model, audience }: Pick<Installation, 'model' | 'audience'>,
  home: string,
): Pick<VisitorPage, 'accountWay'> {
  if (!model.document.accounts) return {};
  const { yours, 'sign-in': signIn } = accountAddresses(home);
  return { accountWay: audience ? { address: yours, isIn: true } : { address: signIn, isIn: false } };
}

/** How a site is drawn in a language, whatever page is. */
export function siteDrawn(
  { model, ...installation }: Installation,
  { key, label, base, picture }: SiteRow,
  language: string | undefined,
): VisitorPage['site'] {
  return {
    key,
    label: sayingIn(model.document, language)(label),
    home: visitorAddress({ model, ...installation }, language, base || '/'),
    style: styleOfSite(model.document, key),
    ...(picture === null ? {} : { picture }),
  };
}

/**
 * What stands around everything on a site in a language; nothing where the site has no first page that visitors
 * see.
 */
export async function aroundSite(
  installation: Installation,
  site: SiteRow,
  language: string | undefined,
): Promise<AroundSite | undefined> {
  const address = site.base || '/';
  const top = await livePageAt(installation.content, site.id, installation.now(), address);
  if (!top) return undefined;
  // It stands below the first page, and is no page that the navigation could name as the one that is looked at.
  const navigator = new Navigator(installation, { page: top, above: [], address: '', language });
  const navigation = await navigator.around('head');
  const drawn = siteDrawn(installation, site, language);
  return {
    locale: language ?? installation.model.locale,
    site: drawn,
    languages: languagesOf(installation, address, 1, language),
    ways: { navigation, foot: await navigator.around('foot'), ...accountWayOf(installation, drawn.home) },
    first: navigation.flatMap(({ label, address: at }) =>
      at === undefined ? [] : [{ label, address: at, summary: '' }],
    ),
    seek: drawn.home,
  };
}
