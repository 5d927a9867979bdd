import { likeness, plainName } from './likeness';

/** Something that a name in a file may mean. */
export interface NamedThing {
  /** What a value says to mean it: an id, or the key of a choice. */
  id: string;
  label: string;
  /** What else it is called: its key, its name in other languages. */
  also?: readonly string[];
  /** What tells it from others of that name: where it stands, its type. */
  detail?: string;
}

/** What a name means: one thing, or nothing, with what it may have meant, the likeliest first. */
export interface NameMatch {
  name: string;
  is?: NamedThing;
  near: NamedThing[];
}

/** How alike a name and a thing must be for one to be offered for the other. */
const NEAR = 0.7;
/** How many are offered. */
const OFFERED = 5;

const callings = ({ label, also = [] }: NamedThing): string[] => [label, ...also];

/** Whether two lengths are near enough for names of them to be alike. */
const mayBeNear = (a: string, b: string): boolean =>
  Math.min(a.length, b.length) >= Math.max(a.length, b.length) * NEAR;

/**
 * What each of some names means among `things`. A name means what is called so to the letter, else what is called so but
 * for case, accents and signs; where several are, none of them is taken, and all are offered.
 */
export function matchNames(names: readonly string[], things: readonly NamedThing[]): NameMatch[] {
  const exactly = new Map<string, Set<NamedThing>>();
  const plainly = new Map<string, Set<NamedThing>>();
  const put = (map: Map<string, Set<NamedThing>>, name: string, thing: NamedThing) =>
    (map.get(name) ?? map.set(name, new Set()).get(name))?.add(thing);
  for (const thing of things)
    for (const name of callings(thing)) {
      put(exactly, name, thing);
      put(plainly, plainName(name), thing);
    }
  return names.map((name) => {
    const plain = plainName(name);
    const same = [exactly.get(name), plain === '' ? undefined : plainly.get(plain)].find(
      (found) => found !== undefined,
    );
    if (same?.size === 1) return { name, is: [...same][0] as NamedThing, near: [] };
    if (same) return { name, near: [...same].slice(0, OFFERED) };
    const near = things.flatMap((thing) => {
      const alike = Math.max(
        ...callings(thing).map((each) => (mayBeNear(plainName(each), plain) ? likeness(name, each) : 0)),
      );
      return alike >= NEAR ? [{ thing, alike }] : [];
    });
    near.sort((a, b) => b.alike - a.alike);
    return { name, near: near.slice(0, OFFERED).map(({ thing }) => thing) };
  });
}
