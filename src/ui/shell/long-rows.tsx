'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useCallback,
  useEffect,
  useRef,
  useState,
  type ComponentType,
  type ReactElement,
  type ReactNode,
} from 'react';
import { OutlineGroup, OutlineRow, type OutlineRowProps } from './outline';
import styles from './outline.module.css';
import { isScrolledEarly, scrollerOf } from './scroller-of';

/** How high (px) a row of the outline is. */
const ROW = 30;
/** Up to so many rows are all drawn: they can be searched by the browser, and cost nothing. */
const FEW = 150;

export interface LongRow extends OutlineRowProps {
  key: string;
}

/** How one row is drawn; `id` is its key. */
type RowOf = ComponentType<OutlineRowProps & { id: string }>;

interface Props {
  rows: readonly LongRow[];
  Row: RowOf;
}

const PlainRow: RowOf = ({ id: _id, ...row }) => <OutlineRow {...row} />;

/** What scrolls around a list, and how far below its beginning the list begins (px). */
interface Around {
  scroller: Element | null;
  above: number;
}

function aroundOf(list: HTMLUListElement): Around {
  const scroller = scrollerOf(list);
  const top = scroller?.getBoundingClientRect().top ?? 0;
  return { scroller, above: list.getBoundingClientRect().top - top + (scroller?.scrollTop ?? 0) };
}

/** Thousands of rows, of which those in view are drawn. */
function ManyRows({ rows, Row }: Props): ReactElement {
  const [{ scroller, above }, setAround] = useState<Around>({ scroller: null, above: 0 });
  const list = useCallback((element: HTMLUListElement | null) => {
    if (element) setAround(aroundOf(element));
  }, []);
  // The rows in view are found anew at each drawing, which is what is wanted.
  // eslint-disable-next-line react-hooks/incompatible-library
  const seen = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller,
    estimateSize: () => ROW,
    overscan: 20,
    scrollMargin: above,
  });
  const at = rows.findIndex(({ here }) => here);
  const went = useRef<string>(undefined);
  const hereKey = rows[at]?.key;
  useEffect(() => {
    if (!scroller || hereKey === undefined || went.current === hereKey) return;
    went.current = hereKey;
    if (!isScrolledEarly(scroller)) seen.scrollToIndex(at, { align: 'auto' });
  }, [seen, scroller, at, hereKey]);
  const drawn = seen.getVirtualItems();
  const before = (drawn[0]?.start ?? above) - above;
  const after = seen.getTotalSize() - ((drawn.at(-1)?.end ?? above) - above);
  return (
    <ul ref={list} className={styles.many} style={{ paddingTop: before, paddingBottom: Math.max(0, after) }}>
      {drawn.map(({ index }) => {
        const row = rows[index];
        if (!row) return null;
        const { key, ...props } = row;
        return <Row key={key} id={key} {...props} place={{ at: index + 1, of: rows.length }} />;
      })}
    </ul>
  );
}

/** A heading of the outline with however many rows below it; the one where one is comes into view. */
export function LongGroup({
  title,
  count,
  rows,
  Row = PlainRow,
  children,
}: Omit<Props, 'Row'> & {
  title: string;
  /** What is told beside it; left out, how many rows there are. */
  count?: ReactNode;
  Row?: RowOf;
  children?: ReactElement | false;
}): ReactElement {
  const few = rows.length <= FEW;
  return (
    <OutlineGroup
      title={title}
      count={count ?? rows.length}
      {...(few ? {} : { list: <ManyRows rows={rows} Row={Row} /> })}
    >
      {few && rows.map(({ key, ...props }) => <Row key={key} id={key} {...props} />)}
      {children}
    </OutlineGroup>
  );
}
