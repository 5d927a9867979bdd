import type { FaceCell } from '../../../../core/model/document';

/** Twelfths in a row. */
export const TWELVE = 12;

/** The most that a column may take: what it and its right neighbour have, or with none what the row leaves free. */
export function mostWide(cells: readonly FaceCell[], at: number): number {
  const [cell, next] = [cells[at], cells[at + 1]];
  if (!cell) return 1;
  if (next) return cell.width + next.width - 1;
  return cell.width + TWELVE - cells.reduce((sum, { width }) => sum + width, 0);
}

/** Columns after the divider at the right of one was moved: its neighbour gives or takes what it changes by. */
export function withWidth(cells: readonly FaceCell[], at: number, wanted: number): FaceCell[] {
  const cell = cells[at];
  if (!cell) return [...cells];
  const width = Math.max(1, Math.min(mostWide(cells, at), wanted));
  return cells.map((each, i) =>
    i === at ? { ...each, width } : i === at + 1 ? { ...each, width: each.width + cell.width - width } : each,
  );
}
