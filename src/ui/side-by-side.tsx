import type { ReactElement, ReactNode } from 'react';
import styles from './side-by-side.module.css';

/** What is filled in, and beside it what comes of it; one below the other where the bench is narrow. */
export const SideBySide = ({
  children,
  beside,
}: {
  children: ReactNode;
  beside: ReactNode;
}): ReactElement => (
  <div className={styles.holder}>
    <div className={styles.pair}>
      <div style={{ minWidth: 0 }}>{children}</div>
      <div className={styles.beside}>{beside}</div>
    </div>
  </div>
);
