import { pointer, type Fault } from '../faults';
import { canonicalAddress, reservedNames } from './address';

/** How an old address answers (RFC 9110, 15.4 and 15.5.11): for good, for now, for good with the same method; or gone. */
export const redirectStatuses = [301, 302, 308, 410] as const;
export type RedirectStatus = (typeof redirectStatuses)[number];

/**
 * An address that somebody says leads elsewhere. `*` in it stands for one piece, at its end for all that follows; in `to`
 * for what each stood for, in order. Addresses of the tree are in the main language; `to` may be another site's (https://).
 */
export interface Redirect {
  from: string;
  /** Nothing where what stood there is gone. */
  to: string | null;
  status: RedirectStatus;
}

/** How many an installation keeps, how many of them with `*`, and the most signs of each. */
export const redirectBounds = { all: 5000, patterns: 200, signs: 2000, stars: 4 } as const;

const isOutside = (to: string): boolean => /^https?:\/\//i.test(to);
const starsIn = (address: string): number => address.split('*').length - 1;
/** Whether an address stands for several. */
export const isPattern = (from: string): boolean => from.includes('*');

/** An address of the tree out of what somebody typed or pasted: a path, or a whole address of this site. */
function typedPath(typed: string, origin: string): string | undefined {
  const plain = typed.trim();
  const path = plain.toLowerCase().startsWith(origin.toLowerCase()) ? plain.slice(origin.length) : plain;
  if (/^[a-z][a-z\d+.-]*:/i.test(path) || !/^\/?[^\s]*$/.test(path)) return undefined;
  return canonicalAddress(path.split('#')[0] || '/');
}

/**
 * Reads an address by hand as somebody typed it; `origin` is what addresses of this installation begin with. With any
 * fault nothing may be kept.
 */
export function parseRedirect(
  given: { from: string; to?: string | null | undefined; status?: number | undefined },
  origin: string,
  path = '',
): { value: Redirect; faults: Fault[] } {
  const faults: Fault[] = [];
  const wrong = (at: string, code: string, message: string): void => {
    faults.push({ path: pointer(path, at), code, message });
  };
  const from = typedPath(given.from, origin) ?? '';
  const status = redirectStatuses.find((each) => each === (given.status ?? 301));
  if (!status) wrong('status', 'value', `It answers ${redirectStatuses.join(', ')}.`);
  if (given.from.trim() === '') wrong('from', 'missing', 'Which address?');
  else if (from === '') wrong('from', 'address', 'An address on this site begins with a slash: /old/path.');
  else if (from === '/' || from === '/*')
    wrong('from', 'top', 'The first page stands there. Say what is below it.');
  else if (from.includes('?'))
    wrong('from', 'query', 'What stands behind “?” is not looked at. Leave it out.');
  else if (reservedNames.some((name) => from === `/${name}` || from.startsWith(`/${name}/`)))
    wrong('from', 'reserved', `“${from}” belongs to Clear Frame itself.`);
  else if (!from.split('/').every((piece) => piece === '*' || !piece.includes('*')))
    wrong('from', 'star', '“*” stands for a whole piece: /old/*, /*/map.');
  else if (starsIn(from) > redirectBounds.stars)
    wrong('from', 'star', `“*” may stand at most ${redirectBounds.stars} times.`);
  const typedTo = (given.to ?? '').trim();
  if (status === 410 && typedTo !== '') wrong('to', 'gone', 'What is gone leads nowhere: leave this empty.');
  if (status !== 410 && typedTo === '') wrong('to', 'missing', 'Where does it lead?');
  const to =
    isOutside(typedTo) && !typedTo.toLowerCase().startsWith(origin.toLowerCase())
      ? URL.canParse(typedTo)
        ? new URL(typedTo).href
        : undefined
      : typedPath(typedTo, origin);
  if (typedTo !== '' && to === undefined)
    wrong('to', 'address', 'An address on this site (/new/path), or of another (https://…).');
  else if (typedTo !== '' && starsIn(to ?? '') > starsIn(from))
    wrong('to', 'star', 'It names more “*” than the old address has.');
  if (Math.max(from.length, typedTo.length) > redirectBounds.signs)
    wrong('from', 'long', `An address has at most ${redirectBounds.signs} signs.`);
  return {
    value: { from, to: status === 410 || typedTo === '' ? null : (to ?? null), status: status ?? 301 },
    faults,
  };
}

/** How fitting an address is for others: whole ones first, then those that say most before their first `*`. */
const rank = ({ from }: Redirect): number => (isPattern(from) ? from.indexOf('*') : Number.MAX_SAFE_INTEGER);

/** In the order in which they are looked at: what says more goes first, so that none stands in the shadow of a wider one. */
export const inOrder = <A extends Redirect>(all: readonly A[]): A[] =>
  [...all].sort(
    (a, b) =>
      rank(b) - rank(a) ||
      b.from.split('/').length - a.from.split('/').length ||
      starsIn(a.from) - starsIn(b.from) ||
      (a.from < b.from ? -1 : 1),
  );

/** What each `*` of a pattern stands for in an address; nothing where it is none of those. */
function standsFor(pattern: readonly string[], address: readonly string[]): string[] | undefined {
  const found: string[] = [];
  for (const [i, piece] of pattern.entries()) {
    const isLast = i === pattern.length - 1;
    const own = address[i];
    if (own === undefined) return undefined;
    if (piece === '*') found.push(isLast ? address.slice(i).join('/') : own);
    else if (piece !== own) return undefined;
  }
  const isOpen = pattern.at(-1) === '*';
  return isOpen || pattern.length === address.length ? found : undefined;
}

const piecesOf = (address: string): string[] => address.split('/').filter(Boolean);

/** Where an address leads by one that fits it: `to` with each `*` filled; null where it is gone, nothing where it does not fit. */
export function leadBy({ from, to }: Redirect, address: string): string | null | undefined {
  const found = standsFor(piecesOf(from), piecesOf(address));
  if (!found || to === null) return found && null;
  let i = 0;
  return to.replace(/\*/g, () => found[i++] ?? '');
}

/** Whether some address may fit two patterns at once. */
function mayMeet(one: readonly string[], other: readonly string[], i = 0): boolean {
  const [a, b] = [one[i], other[i]];
  if (a === undefined || b === undefined) return a === b;
  if ((a === '*' && i === one.length - 1) || (b === '*' && i === other.length - 1)) return true;
  return (a === '*' || b === '*' || a === b) && mayMeet(one, other, i + 1);
}

/**
 * The addresses that could lead in a circle: from each the way may go on by others and come back to it. That others
 * say more of an address and go first does not count, so that taking any away never closes a circle; leaving out all that
 * are answered leaves none. `stands` tells whether something stands at an address, where the way ends.
 */
export function circlesIn(all: readonly Redirect[], stands: (address: string) => boolean): Redirect[] {
  const whole = new Map(all.filter(({ from }) => !isPattern(from)).map((each) => [each.from, each]));
  // Each is held against each, so they are taken apart once.
  const apart = all.map((each) => ({ each, pieces: piecesOf(each.from) }));
  const patterns = apart.filter(({ each }) => isPattern(each.from));
  const after = ({ to }: Redirect): Redirect[] => {
    if (to === null || isOutside(to) || stands(to)) return [];
    const there = piecesOf(to);
    if (isPattern(to)) return apart.flatMap(({ each, pieces }) => (mayMeet(there, pieces) ? [each] : []));
    const own = whole.get(to);
    const wider = patterns.filter(({ pieces }) => standsFor(pieces, there) !== undefined);
    return [...(own ? [own] : []), ...wider.map(({ each }) => each)];
  };
  const state = new Map<Redirect, 'under way' | 'done'>();
  const found = new Set<Redirect>();
  const walk = (each: Redirect, way: readonly Redirect[]): void => {
    const known = state.get(each);
    if (known === 'under way') for (const one of way.slice(way.indexOf(each))) found.add(one);
    if (known !== undefined) return;
    state.set(each, 'under way');
    for (const next of after(each)) walk(next, [...way, each]);
    state.set(each, 'done');
  };
  for (const each of all) walk(each, []);
  return [...found];
}
