/** The ways of a page to others of the site: an address, with what is chosen there. */
const WAYS = / href="(\/(?!\/|media\/|bench\/|_next\/|site\.)[^"?#.]*)((?:\?[^"#]*)?)"/g;

const day = (until: number): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }).format(until);

/** The page of a draft as it goes out: ways to other pages lead on within the link, and a line says what it is. */
export const asDraft = (html: string, word: string, until: number): string =>
  html
    .replace(
      WAYS,
      (_, address: string, query: string) =>
        ` href="/bench/draft/${encodeURIComponent(word)}?at=${encodeURIComponent(decodeURI(address) + query.replaceAll('&amp;', '&'))}"`,
    )
    .replace(
      /<body[^>]*>/,
      (body) =>
        `${body}<p role="note" style="margin:0;padding:8px 16px;background:#9A6412;color:#fff;font:14px/20px sans-serif">A draft: visitors do not see it like this. The link ends on ${day(until)}.</p>`,
    );
