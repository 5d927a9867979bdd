'use client';
import { Check, ChevronDown, ChevronRight } from 'lucide-react';
import {
  useEffect,
  useRef,
  type ComponentPropsWithRef,
  type KeyboardEvent,
  type ReactElement,
  type ReactNode,
} from 'react';
import look from '../look/look.module.css';
import styles from './outline.module.css';
import { isScrolledEarly, scrollerOf } from './scroller-of';
import { Link } from '../link';

/** A heading of the outline with the rows below it. */
export function OutlineGroup({
  title,
  count,
  awaits = false,
  list,
  children,
}: {
  title: string;
  count?: ReactNode;
  /** Whether what stands here is still asked for: then it does not look as if there were nothing. */
  awaits?: boolean;
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
      {list ?? (
        <ul>
          {awaits && <li className={styles.awaits}>Looking…</li>}
          {children}
        </ul>
      )}
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
  /** A quiet mark of what it is like, and what that says to those who do not see it. */
  mark?: { icon: ReactNode; words: string } | undefined;
  /** Where several are chosen together: whether this is one of them. */
  ticked?: boolean;
  depth?: number;
  /** Its place among all, where not all are drawn. */
  place?: { at: number; of: number };
  href?: string;
  onClick?: () => void;
  /** Where something stands below it: whether that is shown, and how it is shown or not. */
  fold?: { open: boolean; label: string; onToggle: () => void };
  /** What the row itself carries besides, as where it can be dragged. */
  item?: ComponentPropsWithRef<'li'> & Record<`data-${string}`, string | undefined>;
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
  mark,
  ticked,
  depth = 0,
  place,
  href,
  onClick,
  fold,
  item,
}: OutlineRowProps): ReactElement {
  const inside = (
    <>
      {fold ? <span className={styles.folds} aria-hidden="true" /> : icon}
      {ticked !== undefined && (
        <span className={styles.tick} aria-hidden="true">
          {ticked && <Check size={12} strokeWidth={3} />}
        </span>
      )}
      <span className={styles.words}>{label}</span>
      {mark && (
        <span className={styles.mark} title={mark.words}>
          {mark.icon}
          <span className={look.hidden}>{mark.words}</span>
        </span>
      )}
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
    const at = row.current;
    if (here && at && !isScrolledEarly(scrollerOf(at))) at.scrollIntoView({ block: 'nearest' });
  }, [here]);
  const common = {
    className: styles.row,
    style: { paddingLeft: 16 + depth * 16 },
    ...(here ? { 'aria-current': 'page' as const } : {}),
  };
  return (
    <li
      {...item}
      ref={(element) => {
        row.current = element;
        if (typeof item?.ref === 'function') item.ref(element);
      }}
      {...(fold
        ? {
            onKeyDown: (event: KeyboardEvent<HTMLLIElement>) => {
              item?.onKeyDown?.(event);
              const wanted = { ArrowRight: true, ArrowLeft: false }[event.key];
              if (wanted === undefined || wanted === fold.open || event.altKey || event.defaultPrevented)
                return;
              event.preventDefault();
              fold.onToggle();
            },
          }
        : {})}
      {...(place ? { 'aria-posinset': place.at, 'aria-setsize': place.of } : {})}
    >
      {fold && (
        <button
          type="button"
          className={styles.fold}
          style={{ left: 10 + depth * 16 }}
          aria-expanded={fold.open}
          aria-label={fold.label}
          onClick={fold.onToggle}
        >
          {fold.open ? <ChevronDown size={15} /> : <ChevronRight size={15} />}
        </button>
      )}
      {href ? (
        <Link href={href} draggable={false} {...common}>
          {inside}
        </Link>
      ) : (
        <button
          type="button"
          onClick={onClick}
          {...(ticked === undefined ? {} : { 'aria-pressed': ticked })}
          {...common}
        >
          {inside}
        </button>
      )}
    </li>
  );
}
