'use client';
import { tableFeatures, useTable, type ColumnDef } from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import type { ReactElement } from 'react';
import styles from './table.module.css';

export const features = tableFeatures({});
export type Columns<Row extends RowBase> = ColumnDef<typeof features, Row, unknown>[];

export interface RowBase {
  id: string;
  title: string;
}

/** Rows that can be ticked, one by one or all on the page. */
export interface Ticking {
  isTicked: (id: string) => boolean;
  onTick: (ids: readonly string[], on: boolean) => void;
}

/** A table of rows, sorted by pressing the head of a column. */
export function RowsTable<Row extends RowBase>({
  columns,
  rows,
  sort,
  sortable,
  onSort,
  ticking,
  tall,
}: {
  columns: Columns<Row>;
  rows: Row[];
  /** By which column, with a minus before it for the other direction. */
  sort: string;
  sortable: (id: string) => boolean;
  onSort: (sort: string) => void;
  ticking?: Ticking | undefined;
  /** Whether rows are as tall as what stands in them. */
  tall: boolean;
}): ReactElement {
  const table = useTable({ features, columns, data: rows, getRowId: ({ id }: Row) => id });
  const all = rows.map(({ id }) => id);
  return (
    <div className={styles.scroll}>
      <table className={styles.table}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {ticking && (
                <td className={styles.tick}>
                  <input
                    type="checkbox"
                    aria-label="Tick all on this page"
                    checked={all.length > 0 && all.every(ticking.isTicked)}
                    onChange={({ target }) => ticking.onTick(all, target.checked)}
                  />
                </td>
              )}
              {group.headers.map((header) => {
                const { id } = header.column;
                const [up, down] = [sort === id, sort === `-${id}`];
                return (
                  <th key={id} scope="col" aria-sort={up ? 'ascending' : down ? 'descending' : undefined}>
                    {sortable(id) ? (
                      <button type="button" onClick={() => onSort(up ? `-${id}` : id)}>
                        <table.FlexRender header={header} />
                        {up && <ArrowUp size={12} aria-hidden="true" />}
                        {down && <ArrowDown size={12} aria-hidden="true" />}
                      </button>
                    ) : (
                      <span>
                        <table.FlexRender header={header} />
                      </span>
                    )}
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} data-ticked={ticking?.isTicked(row.id) ?? false} data-tall={tall}>
              {ticking && (
                <td className={styles.tick}>
                  <input
                    type="checkbox"
                    aria-label={`Tick ${row.original.title || 'the one without a name'}`}
                    checked={ticking.isTicked(row.id)}
                    onChange={({ target }) => ticking.onTick([row.id], target.checked)}
                  />
                </td>
              )}
              {row.getAllCells().map((cell) => (
                <td key={cell.id}>
                  <table.FlexRender cell={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
