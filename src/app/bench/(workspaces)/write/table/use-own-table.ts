'use client';
import { useState } from 'react';
import type { OwnTable } from '../../../../../contract/own-table';
import { ask, wordsOf } from '../../../../../ui/ask';
import { useTell } from '../../../../../ui/telling';

/** How somebody wants a table, and the ways to want it otherwise: kept for them at once. */
export interface OwnTableLook {
  columns: readonly string[];
  /** How wide (px) the columns are that were made wider or narrower, by the id of the column. */
  widths: Readonly<Record<string, number>>;
  setColumns: (columns: string[]) => void;
  setWidth: (column: string, width: number) => void;
}

/** Wants the table of a type (by its id), or without one that of all content, in one's own way. */
export function useOwnTable(
  initial: OwnTable,
  type: string | undefined,
  /** How the columns of the table are called where they are drawn. */
  columnId: (key: string) => string = (key) => key,
  keyOf: (column: string) => string | undefined = (column) => column,
): OwnTableLook {
  const tell = useTell();
  const [look, setLook] = useState(initial);
  const put = (next: OwnTable) => {
    setLook(next);
    const kept =
      type === undefined
        ? ask('keepOwnAllTable', { body: next })
        : ask('keepOwnTable', { path: { id: type }, body: next });
    kept.catch((error: unknown) => tell(`It is so for now, but is not remembered. ${wordsOf(error)}`));
  };
  const { columns, widths = [] } = look;
  return {
    columns,
    widths: Object.fromEntries(widths.map(({ column, width }) => [columnId(column), width])),
    setColumns: (next) => put({ columns: next, widths }),
    setWidth: (id, width) => {
      const column = keyOf(id) ?? id;
      put({ columns, widths: [...widths.filter((each) => each.column !== column), { column, width }] });
    },
  };
}
