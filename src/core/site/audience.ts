import { isId, type Id } from '../ids';

/** Visitors with an account who belong together, as the model knows them. */
export interface VisitorGroup {
  id: Id;
  key: string;
  label: string;
}

export const groupBounds = { all: 40 } as const;

/** How visitors get accounts, and the groups that they may belong to. */
export interface Accounts {
  groups: VisitorGroup[];
  /** Whoever likes may have an account; otherwise one is invited. */
  open?: true;
}

/** For whom something is: for every visitor who is signed in where no group is named, else for those of the groups. */
export interface SeenBy {
  groups: Id[];
  /** Whoever may not see it is asked to sign in, and so learns that it is there. */
  asks?: true;
}

/** Who reads: the groups of a visitor who is signed in; nothing for everybody else. */
export type Audience = { groups: readonly Id[] } | undefined;

/** Whether an audience may see what is for some visitors alone; what says nothing is for everyone. */
export const maySee = (audience: Audience, seenBy: SeenBy | undefined): boolean =>
  seenBy === undefined ||
  (audience !== undefined &&
    (seenBy.groups.length === 0 || seenBy.groups.some((group) => audience.groups.includes(group))));

/**
 * For whom something is that two places bound: those whom both name. Nothing where no group is named by both,
 * though somebody
 * may belong to one of each.
 */
export function boundedTo(
  one: Pick<SeenBy, 'groups'>,
  other: Pick<SeenBy, 'groups'>,
): Pick<SeenBy, 'groups'> | undefined {
  if (one.groups.length === 0) return other;
  if (other.groups.length === 0) return one;
  const groups = one.groups.filter((group) => other.groups.includes(group));
  return groups.length > 0 ? { groups } : undefined;
}

/** Reads for whom something is (at the door: parsed JSON); undefined where it says nothing that can be read. */
export function parseSeenBy(given: unknown): SeenBy | undefined {
  if (typeof given !== 'object' || given === null || !('groups' in given)) return undefined;
  const { groups } = given;
  if (!Array.isArray(groups) || groups.length > groupBounds.all) return undefined;
  const ids = groups.filter((each): each is Id => typeof each === 'string' && isId(each));
  if (ids.length < groups.length) return undefined;
  return { groups: ids, ...('asks' in given && given.asks === true ? { asks: true } : {}) };
}

/** As whom something is looked at, in one word: everybody, whoever is signed in, or those of one group, by its id. */
export const EVERYBODY = 'everybody';
export const SIGNED_IN = 'in';

/** The audience that such a word names. */
export const audienceNamed = (as: string): Audience =>
  as === EVERYBODY ? undefined : { groups: as === SIGNED_IN ? [] : [as] };

/** What tells audiences apart: empty for everybody who is not signed in. */
export const audienceKey = (audience: Audience): string =>
  audience === undefined ? '' : ['in', ...new Set(audience.groups)].sort().join(' ');
