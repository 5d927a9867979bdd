import type { Json } from '../json';
import type { FaceRow } from '../model/document';

/**
 * How much room a block leaves between its columns, against the space of the house style; left out, as much
 * as that.
 */
export const spacings = ['none', 'close', 'wide'] as const;
export type Spacing = (typeof spacings)[number];
export const spacingWords: Record<Spacing, string> = {
  none: 'None',
  close: 'Half as much',
  wide: 'Twice as much',
};

/** By rows: how many of the row's twelve parts each of its cells takes. */
export type Widths = readonly (readonly number[])[];

const PARTS = 12;

const sum = (cells: readonly number[]): number => cells.reduce((all, each) => all + each, 0);

/**
 * Reads widths as they were given: lists of whole numbers from 1, each at most twelve together; nothing
 * where they are none.
 */
export function parseWidths(given: Json | undefined): number[][] | undefined {
  if (!Array.isArray(given) || given.length > 60) return undefined;
  const rows = given.map((row) =>
    Array.isArray(row) && row.length <= PARTS
      ? row.flatMap((cell) => (Number.isInteger(cell) && (cell as number) >= 1 ? [cell as number] : []))
      : [],
  );
  return rows.every(
    (row, i) => row.length === (given[i] as Json[]).length && sum(row) <= PARTS && row.length > 0,
  )
    ? rows
    : undefined;
}

/** Whether widths are of rows with just so many cells; those of a face that has changed since are not. */
const isFor = (rows: readonly FaceRow[], widths: Widths): boolean =>
  widths.length === rows.length && rows.every(({ cells }, i) => cells.length === widths[i]?.length);

/** The rows of a face with the widths that a block gives their cells, where those are of these rows. */
export const rowsWith = (rows: readonly FaceRow[], widths: Widths | undefined): FaceRow[] =>
  !widths || !isFor(rows, widths)
    ? [...rows]
    : rows.map(({ cells }, r) => ({
        cells: cells.map((cell, c) => ({ ...cell, width: widths[r]?.[c] ?? cell.width })),
      }));

/** The widths of rows as they stand. */
export const widthsOf = (rows: readonly FaceRow[]): number[][] =>
  rows.map(({ cells }) => cells.map(({ width }) => width));

/**
 * The widths after the divider behind a cell was moved by so many twelfths (to the left where less than
 * none): what one cell gains the next one loses, and each keeps one at least.
 */
export function movedDivider(widths: Widths, row: number, cell: number, by: number): number[][] {
  const [left = 0, right = 0] = [widths[row]?.[cell], widths[row]?.[cell + 1]];
  if (left === 0 || right === 0) return widths.map((each) => [...each]);
  const moved = Math.max(1 - left, Math.min(right - 1, Math.round(by)));
  return widths.map((cells, r) =>
    cells.map((width, c) =>
      r !== row ? width : c === cell ? left + moved : c === cell + 1 ? right - moved : width,
    ),
  );
}
