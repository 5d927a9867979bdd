import type { FaceContent } from '../mapping/face';

/** A place elsewhere from which a film, a map or a form may be shown: all addresses that begin as it says. */
export interface Provider {
  key: string;
  /** What visitors read of whom they would fetch it from. */
  label: string;
  /** `https://films.example/show/` */
  begins: string;
}

export const providerBounds = { all: 20, begins: 200 } as const;

function read(address: string): URL | undefined {
  if (!/^https:\/\//i.test(address) || !URL.canParse(address)) return undefined;
  const url = new URL(address);
  return url.username || url.password ? undefined : url;
}

/** What the addresses of a provider begin with as it is kept; nothing where it is no such beginning. */
export function parseBegins(typed: string): string | undefined {
  const url = read(typed.trim());
  if (!url || url.search || url.hash) return undefined;
  // Between `/show` and `/shown` lies another place: a beginning ends with a whole piece.
  return `${url.origin}${url.pathname.endsWith('/') ? url.pathname : `${url.pathname}/`}`;
}

/** The provider that an address belongs to, among those that are kept. */
export function providerOf(
  providers: readonly Provider[] | undefined,
  address: string,
): Provider | undefined {
  const url = read(address);
  return (
    url &&
    providers?.find(({ begins }) => {
      const own = read(begins);
      return own?.origin === url.origin && url.pathname.startsWith(own.pathname);
    })
  );
}

/** From where visitors' pages may show something at all, once somebody agrees: the origins of all providers. */
export const originsOf = (providers: readonly Provider[] | undefined): string[] => [
  ...new Set((providers ?? []).flatMap(({ begins }) => read(begins)?.origin ?? [])),
];

/** Something from elsewhere, what it is called, and from whom it comes: nothing where nobody is kept for it. */
export interface FromElsewhere {
  /** Where it stands, to go to. */
  address: string;
  words: string;
  from?: string;
  /** What is put in the page once a visitor agrees, where that is not the address itself. */
  shows?: string;
}

/** What a block that shows something from elsewhere shows; its link is no part of its face. */
export function elsewhereIn(
  face: FaceContent,
  providers: readonly Provider[] | undefined,
): { face: FaceContent; elsewhere?: FromElsewhere } {
  const { link, ...rest } = face;
  const [shown] = link ?? [];
  if (!shown?.href) return { face: rest };
  const provider = providerOf(providers, shown.href);
  return {
    face: rest,
    elsewhere: {
      address: shown.href,
      words: rest.heading?.[0]?.words ?? shown.words,
      ...(provider ? { from: provider.label } : {}),
    },
  };
}
