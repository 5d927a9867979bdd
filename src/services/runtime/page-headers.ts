import type { Audience } from '../../core/site/audience';
import { ALL, cacheGroups } from './cache-groups';
import { packings, type Packing } from './packing';
import type { RenderedPage } from './rendered-pages';
import type { RunSettings } from './settings';

/** The ETag of a page as it is packed: what is packed in another way has one of its own (RFC 9110, 8.8.3.3). */
export const etagAs = ({ etag }: Pick<RenderedPage, 'etag'>, packing: Packing | undefined): string =>
  packing === undefined ? etag : `${etag.slice(0, -1)}-${packing}"`;

/** Every ETag under which somebody may have a page. */
export const etagsOf = (page: Pick<RenderedPage, 'etag'>): string[] =>
  [undefined, ...packings].map((packing) => etagAs(page, packing));

/**
 * How long a page may be kept: by browsers until they ask again; by a shared cache, where there is one, as long
 * as is set,
 * but never past the moment at which it may no longer be true. What is drawn for who is signed in is kept by
 * their own browser
 * alone. `accounts`: whether visitors may be signed in. `now` in ms.
 */
export function pageHeaders(
  { ids, validUntil }: Pick<RenderedPage, 'ids' | 'validUntil'>,
  { sharedSeconds, staleSeconds }: Pick<RunSettings, 'sharedSeconds' | 'staleSeconds'>,
  now: number,
  { accounts, audience }: { accounts: boolean; audience: Audience } = {
    accounts: false,
    audience: undefined,
  },
): Record<string, string> {
  // Where visitors may be signed in, what one is shown is not what another is.
  const vary = { Vary: accounts ? 'Accept-Encoding, Cookie' : 'Accept-Encoding' };
  if (audience)
    return { ...vary, 'Cache-Control': 'private, no-cache', 'Cache-Groups': cacheGroups([...ids, ALL]) };
  const left = Math.max(0, Math.floor((validUntil - now) / 1000));
  const kept = Math.min(sharedSeconds, left);
  if (kept === 0) return { ...vary, 'Cache-Control': 'no-cache' };
  const stale = Math.min(staleSeconds, left - kept);
  return {
    ...vary,
    'Cache-Control': `public, max-age=0, s-maxage=${kept}${stale > 0 ? `, stale-while-revalidate=${stale}` : ''}`,
    'Cache-Groups': cacheGroups([...ids, ALL]),
  };
}
