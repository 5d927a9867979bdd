import type { JsonObject } from '../../json';
import { rowInto, type IntoType, type KeysSeen } from './into-type';

/** What a row comes to: a new entry, one that is there and changes, one that says the same already, or nothing. */
export const rowsCome = ['new', 'changed', 'same', 'refused'] as const;
export type RowComes = (typeof rowsCome)[number];

/** What the rows of a file come to, as far as they were read. */
export interface RowCounts {
  counts: Record<RowComes, number>;
  /** How many break a rule, so that something is to be fixed before they can be published. */
  toFix: number;
  /** The first that are refused, by their row from 1, and why. */
  refused: { row: number; words: string }[];
}

export const noRows: RowCounts = {
  counts: { new: 0, changed: 0, same: 0, refused: 0 },
  toFix: 0,
  refused: [],
};

/** How many refused rows are told one by one. */
const TOLD = 20;
const TWICE = 'A row before it is the same entry.';

/** A row of a file as it goes to the server. */
export interface ReadyRow {
  values: JsonObject;
  /** Whether it names what is still to be made. */
  makes: boolean;
  /** Whether a row before it is the same entry, so that it does not go there at all. */
  twice: boolean;
}

/** The rows of a file as they go to the server. `keys` knows those before them. */
export const readyRows = (rows: readonly JsonObject[], into: IntoType, keys: KeysSeen): ReadyRow[] =>
  rows.map((row) => {
    const read = rowInto(row, into);
    return { ...read, twice: keys.has(read.values) };
  });

/** What came of some rows: what the server told of those that went there, and of those that did not. */
export function cameOf(
  ready: readonly ReadyRow[],
  {
    rows,
    faults,
  }: { rows: readonly RowComes[]; faults: readonly { row: number; path: string; message: string }[] },
  fields: IntoType['fields'],
): { comes: RowComes; words: string }[] {
  let sent = -1;
  return ready.map(({ makes, twice }) => {
    if (twice) return { comes: 'refused', words: TWICE };
    sent += 1;
    const at = sent;
    const comes = rows[at] ?? 'refused';
    const words = faults.flatMap(({ row, path, message }) => {
      if (row !== at) return [];
      const label = fields.find(({ key }) => key === path.split('/')[1])?.label;
      return [label ? `${label}: ${message}` : message];
    });
    // What is still to be made is not there yet, and is a change all the same.
    return { comes: comes === 'same' && makes ? 'changed' : comes, words: words.join(' ') };
  });
}

/** The counts with some more rows, which stand behind the `at` first ones. */
export function counted(
  before: RowCounts,
  at: number,
  rows: readonly { comes: RowComes; words: string }[],
  toFix: number,
): RowCounts {
  const counts = { ...before.counts };
  for (const { comes } of rows) counts[comes] += 1;
  const refused = rows.flatMap(({ comes, words }, i) =>
    comes === 'refused' ? [{ row: at + i + 1, words }] : [],
  );
  return {
    counts,
    toFix: before.toFix + toFix,
    refused: [...before.refused, ...refused].slice(0, TOLD),
  };
}
