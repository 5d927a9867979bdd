import type { JsonObject } from '../json';
import type { Field } from '../model/document';
import { kindFor } from '../model/kinds';

/**
 * What a field for a day or a moment (by its key) may end with, told from the field of the same kind right before it: the
 * same day, or an hour later; undefined where nothing begins there. Values are spoken as at the door, by key.
 */
export function proposedEnd(fields: readonly Field[], key: string, values: JsonObject): string | undefined {
  const at = fields.findIndex((field) => field.key === key);
  const own = fields[at];
  const before = fields[at - 1];
  if (!own || before?.kind !== own.kind || kindFor(own).measures !== 'time') return undefined;
  const begins = values[before.key];
  if (typeof begins !== 'string' || begins === '') return undefined;
  if (!kindFor(own).hasClock) return begins;
  const moment = Date.parse(`${begins}Z`);
  return Number.isNaN(moment) ? undefined : new Date(moment + 3_600_000).toISOString().slice(0, 16);
}
