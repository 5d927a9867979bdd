import type { ReactElement, ReactNode } from 'react';
import { BrandMark } from './brand-mark';
import { Frame } from './frame';
import styles from './plain.module.css';

/** A page with one sheet in the middle: sign-in, set-up, nothing here. */
export function Plain({
  title,
  site,
  children,
  after,
}: {
  title: string;
  site?: string;
  children: ReactNode;
  after?: ReactNode;
}): ReactElement {
  return (
    <main className={styles.page}>
      <div className={styles.box}>
        <div className={styles.brand}>
          <BrandMark />
          <div>
            <b>Clear Frame</b>
            {site && <span>{site}</span>}
          </div>
        </div>
        <Frame>
          <div className={styles.sheet}>
            <h1>{title}</h1>
            {children}
          </div>
        </Frame>
        {after && <div className={styles.after}>{after}</div>}
      </div>
    </main>
  );
}
