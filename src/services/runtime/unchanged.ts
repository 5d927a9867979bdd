import fresh from 'fresh';

/** What a reader says of what it has already. */
export interface Validators {
  ifNoneMatch?: string | undefined;
  /** Of the request: `no-cache` asks for all of it again. */
  cacheControl?: string | undefined;
}

/**
 * Which of some ETags a reader has already, so that it need not be told again: one of a list, strong or weak, or whatever
 * there is (`*`; RFC 9110, 13.1.2).
 */
export const matchingEtag = (
  { ifNoneMatch, cacheControl }: Validators,
  etags: readonly string[],
): string | undefined =>
  ifNoneMatch === undefined
    ? undefined
    : etags.find((etag) =>
        fresh(
          {
            'if-none-match': ifNoneMatch.trim(),
            ...(cacheControl === undefined ? {} : { 'cache-control': cacheControl }),
          },
          { etag },
        ),
      );

/** What the headers of a request say of what its reader has. */
export const validatorsOf = ({ headers }: Request): Validators => ({
  ifNoneMatch: headers.get('if-none-match') ?? undefined,
  cacheControl: headers.get('cache-control') ?? undefined,
});
