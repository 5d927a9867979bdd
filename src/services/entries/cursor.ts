import type { Cursor, TableRow } from '../../store/queries/table-query';
import { invalidInput } from '../runtime/refusal';

/** Where a page of a table ended, as it was given out. */
export function cursorFrom(text: string | undefined): Cursor | undefined {
  if (text === undefined) return undefined;
  try {
    const read: unknown = JSON.parse(Buffer.from(text, 'base64url').toString());
    if (
      Array.isArray(read) &&
      read.length === 2 &&
      (read[0] === null || typeof read[0] === 'string' || typeof read[0] === 'number') &&
      typeof read[1] === 'number'
    )
      return { value: read[0], entry: read[1] };
  } catch {
    // Told below, like any other cursor that was not given out here.
  }
  throw invalidInput([
    { path: '/cursor', code: 'cursor', message: 'This is no cursor that was given out here.' },
  ]);
}

/** What the next page is asked with, where a page is full. */
export const nextOf = (rows: readonly TableRow[], limit: number): { next?: string } => {
  const last = rows.at(-1);
  return last && rows.length === limit
    ? { next: Buffer.from(JSON.stringify([last.key, last.entry])).toString('base64url') }
    : {};
};
