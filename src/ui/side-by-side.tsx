import type { ReactElement, ReactNode } from 'react';
import styles from './side-by-side.module.css';

/** What is filled in, and beside it what comes of it; one below the other where the bench is narrow. */
export const SideBySide = ({
  children,
  beside,
  wide = false,
}: {
  children: ReactNode;
  beside: ReactNode;
  /** Whether what is filled in takes the whole line, as two columns need it, unless there is very much room. */
  wide?: boolean;
}): ReactElement => (
  <div className={styles.holder}>
    <div className={styles.pair} data-wide={wide}>
      <div style={{ minWidth: 0 }}>{children}</div>
      <div className={styles.beside}>{beside}</div>
    </div>
  </div>
);
