/** The host that was asked for, as the server in front tells it where it trusts a proxy. */
const hostOf = ({ headers }: Request): string | null =>
  headers.get('x-clear-frame-host') || headers.get('host');

/** Where a browser says that a call comes from; programs, and few browsers, leave it unsaid. */
export function cameFrom(request: Request): 'here' | 'elsewhere' | 'unsaid' {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  if (origin === null && (site === null || site === 'none')) return 'unsaid';
  const foreign =
    (origin !== null && URL.canParse(origin) && new URL(origin).host !== hostOf(request)) ||
    origin === 'null' ||
    (site !== null && site !== 'same-origin' && site !== 'none');
  return foreign ? 'elsewhere' : 'here';
}

/**
 * Whether a write comes from the site itself, or from a program: a browser says where a call comes from, and a cookie alone
 * is not trusted.
 */
export const isFromHere = (request: Request): boolean => cameFrom(request) !== 'elsewhere';
