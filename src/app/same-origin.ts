/** Whether a write comes from the site itself: a browser says where a call comes from, and a cookie alone is not trusted. */
export function isFromHere(request: Request): boolean {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const foreign =
    (origin !== null && URL.canParse(origin) && new URL(origin).host !== request.headers.get('host')) ||
    origin === 'null' ||
    (site !== null && site !== 'same-origin' && site !== 'none');
  return !foreign;
}
