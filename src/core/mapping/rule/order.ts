import { sortKey } from '../../content/sort-key';
import type { Values } from '../../content/values';
import type { Id } from '../../ids';
import type { CompiledType } from '../../model/compile';
import { kindFor } from '../../model/kinds';
import { isMomentOrder, type OrderKey } from './listing-rule';
import { throughLink } from './matches';

/** What an entry is put in order by: besides its values, when it was last published and changed (ms). */
export interface Sortable {
  values: Values;
  published: number;
  changed: number;
  /** Settles ties the same way every time. */
  serial: number;
}

/** What visitors see of a linked entry: its type, and what it says. */
export type Linked = (entry: Id) => { type: CompiledType; values: Values } | undefined;

/**
 * Compares two entries by the order keys. Entries without a value come last, whichever the direction.
 * `linked` answers for keys that run through an entry link.
 */
export function compareBy(
  order: readonly OrderKey[],
  type: CompiledType,
  locale: string,
  linked?: Linked,
): (a: Sortable, b: Sortable) => number {
  const keyOf = (entry: Sortable, by: string): string | number | undefined => {
    if (isMomentOrder(by)) return entry[by];
    const through = throughLink(by);
    const to = through && linked?.(String(entry.values[through.link] ?? ''));
    const field = through ? to?.type.field(through.field) : type.field(by);
    const value = field && (to ? to.values : entry.values)[field.id];
    if (!field || value === undefined) return undefined;
    const kind = kindFor(field);
    const cell = kind.indexCell(value);
    const { sort } = kind.indexShape;
    return sort === 'text'
      ? sortKey(String(cell.value), locale)
      : sort === 'rank'
        ? cell.rank
        : (cell.value ?? undefined);
  };
  return (a, b) => {
    for (const { by, direction } of order) {
      const [x, y] = [keyOf(a, by), keyOf(b, by)];
      if (x === y) continue;
      if (x === undefined) return 1;
      if (y === undefined) return -1;
      return x < y === (direction === 'up') ? -1 : 1;
    }
    return a.serial - b.serial;
  };
}
