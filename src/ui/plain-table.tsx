import type { ReactElement, ReactNode } from 'react';
import { Frame } from './frame';
import look from './look/look.module.css';
import styles from './look/plain-table.module.css';

interface Props {
  label: string;
  columns: readonly string[];
  /** Whether each row ends with what can be done with it. */
  acts?: boolean;
  children: ReactNode;
}

/** A table of plain rows, which scrolls by itself where it is wider than the window. */
export function PlainRows({ label, columns, acts = false, children }: Props): ReactElement {
  return (
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
  );
}

/** The same in a frame of its own. */
export const PlainTable = (props: Props): ReactElement => (
  <Frame label={props.label}>
    <PlainRows {...props} />
  </Frame>
);
