'use client';
import { useEffect, useRef, type ReactElement, type ReactNode } from 'react';
import look from '../look/look.module.css';
import styles from './outline.module.css';
import { Link } from '../link';

/** A heading of the outline with the rows below it. */
export function OutlineGroup({
  title,
  count,
  list,
  children,
}: {
  title: string;
  count?: ReactNode;
  /** A list that stands in place of one of the rows. */
  list?: ReactElement;
  children: ReactNode;
}): ReactElement {
  return (
    <section className={styles.group} aria-label={title}>
      <header>
        <h2>{title}</h2>
        {count !== undefined && <span>{count}</span>}
      </header>
      {list ?? <ul>{children}</ul>}
    </section>
  );
}

export interface OutlineRowProps {
  label: ReactNode;
  icon?: ReactNode;
  /** At the end: a number, or a few words. */
  end?: ReactNode;
  endIs?: 'number' | 'words' | 'due' | 'bad';
  here?: boolean;
  /** Marks a row that asks for attention, and says why to those who do not see the mark. */
  flag?: string | undefined;
  /** Marks a row whose thing was changed and is not in force so, and says what that is. */
  changed?: string | undefined;
  depth?: number;
  /** Its place among all, where not all are drawn. */
  place?: { at: number; of: number };
  href?: string;
  onClick?: () => void;
}

const endStyles = {
  number: styles.end,
  words: styles['words-end'],
  due: `${styles['words-end']} ${styles.due}`,
  bad: `${styles['words-end']} ${styles.bad}`,
};

export function OutlineRow({
  label,
  icon,
  end,
  endIs = 'number',
  here = false,
  flag,
  changed,
  depth = 0,
  place,
  href,
  onClick,
}: OutlineRowProps): ReactElement {
  const inside = (
    <>
      {icon}
      <span className={styles.words}>{label}</span>
      {changed && (
        <>
          <i className={styles.changed} title={changed} />
          <span className={look.hidden}>{changed}</span>
        </>
      )}
      {flag && (
        <>
          <i className={styles.flag} title={flag} />
          <span className={look.hidden}>{flag}</span>
        </>
      )}
      {end !== undefined && <span className={endStyles[endIs]}>{end}</span>}
    </>
  );
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // A long outline opens where one is.
    if (here) row.current?.scrollIntoView({ block: 'nearest' });
  }, [here]);
  const common = {
    className: styles.row,
    style: { paddingLeft: 16 + depth * 16 },
    ...(here ? { 'aria-current': 'page' as const } : {}),
  };
  return (
    <li ref={row} {...(place ? { 'aria-posinset': place.at, 'aria-setsize': place.of } : {})}>
      {href ? (
        <Link href={href} {...common}>
          {inside}
        </Link>
      ) : (
        <button type="button" onClick={onClick} {...common}>
          {inside}
        </button>
      )}
    </li>
  );
}
