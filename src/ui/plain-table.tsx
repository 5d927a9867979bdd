import type { ReactElement, ReactNode } from 'react';
import { Frame } from './frame';
import look from './look/look.module.css';
import styles from './look/plain-table.module.css';

/** A table of plain rows in a frame, which scrolls by itself where it is wider than the window. */
export function PlainTable({
  label,
  columns,
  acts = false,
  children,
}: {
  label: string;
  columns: readonly string[];
  /** Whether each row ends with what can be done with it. */
  acts?: boolean;
  children: ReactNode;
}): ReactElement {
  return (
    <Frame label={label}>
      <div className={styles.wrap} tabIndex={0} role="region" aria-label={`${label}, to scroll`}>
        <table className={styles.table}>
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
              {acts && (
                <th scope="col">
                  <span className={look.hidden}>Acts</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>{children}</tbody>
        </table>
      </div>
    </Frame>
  );
}
