'use client';
import { tableFeatures, useTable, type ColumnDef } from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useRef, type ClipboardEvent, type ReactElement } from 'react';
import styles from './table.module.css';
import { ColumnEdge } from './column-edge';
import { TypedCell, type Step } from './typed-cell';
import type { Cells } from './use-cells';
import type { OwnTableLook } from './use-own-table';

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
  look: { widths, setWidth },
  cells,
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
  /** How wide its columns were made, and how to make one wider or narrower. */
  look: Pick<OwnTableLook, 'widths' | 'setWidth'>;
  /** How its cells are typed into, where they may be. */
  cells?: { typed: Cells; optionsOf: (column: string) => readonly string[] | undefined } | undefined;
}): ReactElement {
  const holder = useRef<HTMLDivElement>(null);
  const table = useTable({ features, columns, data: rows, getRowId: ({ id }: Row) => id });
  const all = rows.map(({ id }) => id);
  const typedColumns = table.getAllLeafColumns().flatMap(({ id }) => (cells?.typed.isTyped(id) ? [id] : []));
  const wide = (column: string) => {
    const width = widths[column];
    return width === undefined ? undefined : { width, minWidth: width, maxWidth: width };
  };
  /** The cell so many rows below and columns beside another. */
  const beside = (row: string, column: string, down: number, right: number) => {
    const to = {
      row: all[all.indexOf(row) + down],
      column: typedColumns[typedColumns.indexOf(column) + right],
    };
    return to.row === undefined || to.column === undefined ? undefined : { row: to.row, column: to.column };
  };
  const go = (row: string, column: string, step: Step) => {
    const [down, right] = { up: [-1, 0], down: [1, 0], left: [0, -1], right: [0, 1] }[step] as [
      number,
      number,
    ];
    const to = beside(row, column, down, right);
    if (to)
      holder.current
        ?.querySelector<HTMLElement>(`[data-place="${CSS.escape(`${to.row} ${to.column}`)}"]`)
        ?.focus();
  };
  /** Puts a block of cells, as a spreadsheet copies it, from a cell on to the right and below. */
  const paste = (event: ClipboardEvent) => {
    const [row = '', column = ''] = (event.target as HTMLElement).dataset.place?.split(' ') ?? [];
    if (!cells || row === '') return;
    const copied = event.clipboardData.getData('text/plain');
    event.preventDefault();
    // What reads tables is loaded when one is pasted.
    void import('../../../../../core/formats/rows/pasted-rows').then(({ pastedCells }) =>
      cells.typed.put(
        pastedCells(copied, true).flatMap((line, down) =>
          line.flatMap((text, right) => {
            const to = beside(row, column, down, right);
            return to ? [{ ...to, text }] : [];
          }),
        ),
      ),
    );
  };
  return (
    <div className={styles.scroll} ref={holder} onPaste={paste}>
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
                  <th
                    key={id}
                    scope="col"
                    aria-sort={up ? 'ascending' : down ? 'descending' : undefined}
                    style={wide(id)}
                  >
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
                    <ColumnEdge
                      label={String(header.column.columnDef.header)}
                      width={widths[id]}
                      onWidth={(width) => setWidth(id, width)}
                    />
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
              {row.getAllCells().map((cell) => {
                const column = cell.column.id;
                const shown = <table.FlexRender cell={cell} />;
                if (!cells || !typedColumns.includes(column))
                  return (
                    <td key={cell.id} style={wide(column)}>
                      {shown}
                    </td>
                  );
                const { typed, optionsOf } = cells;
                const coming = typed.coming(row.id, column);
                return (
                  <td key={cell.id} style={wide(column)}>
                    <TypedCell
                      place={`${row.id} ${column}`}
                      first={row.id === all[0] && column === typedColumns[0]}
                      label={`${String(cell.column.columnDef.header)}: ${row.original.title || 'without a name'}`}
                      text={typed.textOf(row.id, column)}
                      options={optionsOf(column)}
                      refused={typed.refusedAt(row.id, column)}
                      onLeave={() => typed.leave(row.id, column)}
                      going={coming !== undefined}
                      onStep={(step) => go(row.id, column, step)}
                      onPut={(text) => typed.put([{ row: row.id, column, text }])}
                      onUndo={typed.undo}
                    >
                      {coming ?? shown}
                    </TypedCell>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
