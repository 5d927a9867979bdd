import { isWebAddress } from '../../core/model/kinds/link';
import { livePageAt, type LivePage } from '../../store/live-pages';
import type { Installation } from '../runtime/installation';
import { languageAsked } from '../runtime/languages';
import { siteAt } from '../runtime/sites';
import { linkedFrom, Navigator } from './navigation';
import { leadsOf } from './stands-in';

/** How many pages that lead on to others are followed in a row. */
const MOST_STEPS = 8;

/** Where a page leads that shows nothing itself, in one step. */
async function nextOf(
  installation: Installation,
  page: LivePage,
  language: string | undefined,
): Promise<string | undefined> {
  if (leadsOf(installation, page) !== 'below')
    return (await linkedFrom(installation, [page], language)).get(page.record);
  const navigator = new Navigator(installation, { page, above: [], address: page.address, language });
  const [first] = await navigator.below(page);
  return first && navigator.addressOf(first);
}

/**
 * Where visitors are led who come to a page that shows nothing itself: a heading to the first page below it, a link
 * to where it leads, through others of the kind. `undefined` for a page that shows itself; `null` where the way is
 * closed, goes round in a circle, or leads to nothing a browser goes to, as a telephone number.
 */
export async function leadsTo(
  installation: Installation,
  page: LivePage,
  language: string | undefined,
): Promise<string | null | undefined> {
  if (leadsOf(installation, page) === undefined) return undefined;
  let at = page;
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const next = await nextOf(installation, at, language);
    if (next === undefined) return null;
    if (!next.startsWith('/')) return isWebAddress(next) ? next : null;
    const { address } = languageAsked(installation, next.split(/[?#]/)[0] ?? next);
    const found = await livePageAt(
      installation.content,
      siteAt(installation, address).id,
      installation.now(),
      address,
    );
    if (!found || leadsOf(installation, found) === undefined) return next;
    at = found;
  }
  return null;
}
