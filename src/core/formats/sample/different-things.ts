import type { JsonObject } from '../../json';
import { isJsonObject } from '../../json';
import type { FoundList } from './find-lists';

/** What the member that tells things apart is called. */
const told = /^@?_?(?:type|kind|sort|class|category|entity|model|table|collection)(?:_?name)?$/i;
/** How many things one list may hold, and how long the word for one is. */
const MOST_THINGS = 12;
const LONGEST = 40;
/** Things are different where fewer of their members than this are shared. */
const SHARED = 0.6;

/** Looks through the rows of one list for different things: rows of other members, told apart by the value of one. */
export class DifferentThings {
  private rows = 0;
  /** By the member that may tell them apart: the members that the rows of each value have, and how many rows. */
  private readonly by = new Map<string, Map<string, { rows: number; members: Set<string> }>>();
  private readonly no = new Set<string>();

  add(row: JsonObject): void {
    this.rows += 1;
    for (const [member, value] of Object.entries(row)) {
      if (this.no.has(member) || !told.test(member)) continue;
      const things = this.by.get(member) ?? new Map<string, { rows: number; members: Set<string> }>();
      this.by.set(member, things);
      if (typeof value !== 'string' || value.length > LONGEST || things.size > MOST_THINGS) {
        this.no.add(member);
        continue;
      }
      const thing = things.get(value) ?? { rows: 0, members: new Set<string>() };
      things.set(value, thing);
      thing.rows += 1;
      for (const [other, said] of Object.entries(row))
        if (other !== member && said !== null) thing.members.add(other);
    }
  }

  /** The list as several, one for each thing; itself where its rows are all of one make. */
  parts(list: FoundList): FoundList[] {
    for (const [member, things] of this.by) {
      if (this.no.has(member) || things.size < 2 || things.size > MOST_THINGS) continue;
      const all = [...things.values()];
      if (all.reduce((sum, { rows }) => sum + rows, 0) < this.rows || !areDifferent(all)) continue;
      return [...things].map(([value, { rows, members }]) => ({
        ...list,
        rows,
        members: [...members].slice(0, 6),
        only: { member, value },
      }));
    }
    return [list];
  }
}

/** Whether two of some things at least share too little to be one. */
const areDifferent = (things: readonly { members: ReadonlySet<string> }[]): boolean =>
  things.some(({ members: a }, i) =>
    things.slice(i + 1).some(({ members: b }) => {
      const both = [...a].filter((member) => b.has(member)).length;
      return both / Math.max(1, a.size + b.size - both) < SHARED;
    }),
  );

/** Whether a row of a list is one of the things that are meant; then without the member that says so. */
export function rowOf({ only }: FoundList, row: JsonObject): JsonObject | undefined {
  if (!only) return row;
  if (!isJsonObject(row) || row[only.member] !== only.value) return undefined;
  const { [only.member]: _told, ...rest } = row;
  return rest;
}
