import type { Id } from '../../core/ids';

/** What every page is made of besides its own: the model, the navigation, the sites. */
export const ALL = 'all';

/** How many groups one call or header names at most: so many every cache must take (RFC 9875, 2). */
export const MOST_GROUPS = 100;

/** The name of a group: an id in as few signs as it takes, since a cache need only take 32 of each. */
const groupOf = (id: Id): string =>
  /^[0-9a-f-]{36}$/.test(id) ? Buffer.from(id.replaceAll('-', ''), 'hex').toString('base64url') : id;

/** Ids as the list of strings that `Cache-Groups` and `Cache-Group-Invalidation` hold (RFC 9875; RFC 9651, 3.1). */
export const cacheGroups = (ids: readonly Id[]): string => ids.map((id) => `"${groupOf(id)}"`).join(', ');
