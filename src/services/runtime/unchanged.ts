import fresh from 'fresh';

/**
 * Which of some ETags a reader has already, so that it need not be told again: one of a list, strong or weak,
 * or whatever there is (`*`; RFC 9110, 13.1.2). That a request also says `no-cache`, as every fetch with such a
 * header does, is for the caches on its way.
 */
export const matchingEtag = (
  ifNoneMatch: string | null | undefined,
  etags: readonly string[],
): string | undefined => {
  const had = ifNoneMatch?.trim();
  return had ? etags.find((etag) => fresh({ 'if-none-match': had }, { etag })) : undefined;
};
