/** The host that was asked for, as the server in front tells it where it trusts a proxy. */
const hostOf = ({ headers }: Request): string | null =>
  headers.get('x-clear-frame-host') || headers.get('host');

/**
 * Whether a write comes from the site itself: a browser says where a call comes from, and a cookie alone is
 * not trusted.
 */
export function isFromHere(request: Request): boolean {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const foreign =
    (origin !== null && URL.canParse(origin) && new URL(origin).host !== hostOf(request)) ||
    origin === 'null' ||
    (site !== null && site !== 'same-origin' && site !== 'none');
  return !foreign;
}
