import type { Id } from '../../core/ids';
import type { IndexTable, Side } from '../index-tables/shape';
import type { KeyMap } from '../key-map';

/** Where the entries of a type have pages of their own: right below a page (by integer key), in a site. */
export interface OwnPages {
  under?: number;
  site: Id;
}

/** What a listing's questions are asked of. `now` is in ms, `today` the day of the site. */
export interface QueryContext {
  indexTable: IndexTable;
  keyMap: KeyMap;
  now: number;
  today: string;
  home?: OwnPages;
  /** The language in whose order things stand, where it is not the main one. */
  language?: string | undefined;
}

/**
 * Which tests the planner may answer from an index: all where the filter leads; none where the sort's index is to be
 * walked; those of equality alone where an index begins with them and goes on with the sort; none where a few rows are
 * known, each of which is asked by itself.
 */
export type Leading = 'filter' | 'sort' | 'equality' | 'rows';

/** What a condition is put to: one side of an index table, at a moment (ms). */
export interface SqlContext {
  side: Side;
  indexTable: IndexTable;
  keyMap: KeyMap;
  today: string;
  /** The moment (ms) at which linked entries are looked at. */
  now: number;
  leading: Leading;
  home?: OwnPages | undefined;
}

/** What a condition is put to where it is about the versions that visitors see. */
export const ofLive = (
  { indexTable, keyMap, today, now, home }: QueryContext,
  leading: Leading,
): SqlContext => ({ side: 'live', indexTable, keyMap, today, now, leading, home });
