/** The pages of a site by which a visitor has an account, by the last piece of their addresses. */
export const accountPages = ['sign-in', 'join', 'forgotten', 'password', 'yours'] as const;
export type AccountPage = (typeof accountPages)[number];

/** What a visitor does there, besides sending the form of a page. */
export const accountActs = ['sign-out', 'leave', 'data'] as const;
export type AccountAct = (typeof accountActs)[number];

/** Below which piece of a site's address they stand: no page's address has it. */
const BELOW = '-';

export const accountBounds = { email: 200, password: 200, shortest: 10 } as const;

/** What became of what somebody sent: what is to mend, or what goes on. */
export type AccountOutcome =
  'wrong' | 'too many' | 'no address' | 'short' | 'long' | 'not the same' | 'ended' | 'sent' | 'left';

/** A page by which a visitor has an account, as it is drawn. */
export interface DrawnAccount {
  page: AccountPage;
  /** What every form on it carries. */
  token: string;
  /** Of the page itself, and of the others, by name. */
  addresses: Record<AccountPage | AccountAct, string>;
  /** Whether whoever likes may have an account. */
  open: boolean;
  /** As it was typed; of the account, where somebody is signed in. */
  email: string;
  /** Where it leads once somebody is signed in. */
  back: string;
  /** The word by which a password is chosen. */
  word?: string;
  /** The names of the groups that the account belongs to. */
  groups?: string[];
  became?: AccountOutcome;
}

const isAmong = <T extends string>(all: readonly T[], name: string): name is T =>
  (all as readonly string[]).includes(name);

/**
 * What an address in the tree asks of accounts, and below which address: nothing where it is another sort of
 * address.
 */
export function splitAccount(address: string): { under: string; asks: AccountPage | AccountAct } | undefined {
  const pieces = address.split('/');
  const [below, name = ''] = pieces.slice(-2);
  if (below !== BELOW || !(isAmong(accountPages, name) || isAmong(accountActs, name))) return undefined;
  return { under: pieces.slice(0, -2).join('/'), asks: name };
}

/** The addresses by which a site, whose top page stands at `home`, has accounts. */
export const accountAddresses = (home: string): Record<AccountPage | AccountAct, string> => {
  const at = (name: string) => `${home.replace(/\/$/, '')}/${BELOW}/${name}`;
  return {
    'sign-in': at('sign-in'),
    join: at('join'),
    forgotten: at('forgotten'),
    password: at('password'),
    yours: at('yours'),
    'sign-out': at('sign-out'),
    leave: at('leave'),
    data: at('data'),
  };
};

/** Where somebody is led back to: an address of this site alone, the given one where it is one. */
export const wayBack = (given: string | null | undefined, home: string): string =>
  given && /^\/(?![/\\])[^\s\\]{0,500}$/.test(given) && !given.includes(`/${BELOW}/`) ? given : home;
