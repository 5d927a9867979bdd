'use client';
import { Button } from '@mui/material';
import { useEffect, useRef, useState, type ReactElement, type ReactNode } from 'react';
import { compareDrawings, type Drawn, type Mark } from '../../../../core/site/compare-drawings';
import './marked-words.css';
import styles from './drawings.module.css';

/** How far apart (px) two marks stand at least that one goes to one after the other. */
const SAME_ROW = 24;

/** What of an element makes it another thing, beside its words. */
const told = ['src', 'href', 'class'];

/** What of a node is drawn: its elements, and its texts that are more than space. */
const childrenOf = (node: Node): (Element | Text)[] =>
  [...node.childNodes].filter((each): each is Element | Text =>
    each instanceof Text ? each.data.trim() !== '' : each instanceof Element && each.tagName !== 'STYLE',
  );

function drawnFrom(node: Element | Text): Drawn {
  if (node instanceof Text) return { name: '', text: node.data, children: [] };
  const id = node.id.startsWith('b-') ? node.id : node.getAttribute('data-entry');
  const name = [node.tagName, ...told.map((attribute) => node.getAttribute(attribute) ?? '')].join(' ');
  return { name, ...(id ? { id } : {}), children: childrenOf(node).map(drawnFrom) };
}

/** The nodes that something drawn was read from, by the numbers of children. */
const nodeAt = (root: Node, path: readonly number[]): Node | undefined =>
  path.reduce<Node | undefined>((at, n) => at && childrenOf(at)[n], root);

/** Marks what differs in one drawing: elements by an attribute, words by a highlight, so that nothing in it changes. */
function mark(root: Element, marks: readonly Mark[], words: Highlight): Element[] {
  const marked = new Set<Element>();
  for (const each of root.querySelectorAll('[data-differs]')) each.removeAttribute('data-differs');
  for (const { path, change, ranges = [] } of marks) {
    const node = nodeAt(root, path);
    const element = node instanceof Element ? node : node?.parentElement;
    if (change !== 'words') element?.setAttribute('data-differs', change);
    if (element) marked.add(element);
    if (node instanceof Text)
      for (const [from, to] of change === 'words' ? ranges : [[0, node.length] as const]) {
        const range = new Range();
        range.setStart(node, from);
        range.setEnd(node, Math.min(to, node.length));
        words.add(range);
      }
  }
  return [...marked];
}

const topOf = (element: Element): number => element.getBoundingClientRect().top;

/** What is marked, from the top down, one of what stands side by side. */
function inRows(marked: readonly Element[]): Element[] {
  const rows: Element[] = [];
  for (const element of [...marked].sort((a, b) => topOf(a) - topOf(b))) {
    const last = rows.at(-1);
    if (!last || topOf(element) - topOf(last) > SAME_ROW) rows.push(element);
  }
  return rows;
}

/**
 * Two drawings of one thing side by side, with what differs marked in both: what is gone, new or moved by a line around it,
 * words by their ground.
 */
export function DrawingsApart({
  before,
  after,
  labels,
}: {
  before: ReactNode;
  after: ReactNode;
  labels: readonly [before: string, after: string];
}): ReactElement {
  const left = useRef<HTMLDivElement>(null);
  const right = useRef<HTMLDivElement>(null);
  const marked = useRef<Element[]>([]);
  const at = useRef(-1);
  const [count, setCount] = useState(0);
  useEffect(() => {
    const [earlier, later] = [left.current, right.current];
    if (!earlier || !later || typeof Highlight === 'undefined') return undefined;
    const [gone, fresh] = [new Highlight(), new Highlight()];
    CSS.highlights.set('left-out', gone);
    CSS.highlights.set('new-words', fresh);
    const compare = () => {
      gone.clear();
      fresh.clear();
      const marks = compareDrawings(drawnFrom(earlier), drawnFrom(later));
      marked.current = inRows([...mark(earlier, marks.before, gone), ...mark(later, marks.after, fresh)]);
      setCount(marked.current.length);
    };
    compare();
    // Pictures, names and listings come when they are there.
    const observer = new MutationObserver(compare);
    for (const each of [earlier, later])
      observer.observe(each, { childList: true, subtree: true, characterData: true });
    return () => {
      observer.disconnect();
      CSS.highlights.delete('left-out');
      CSS.highlights.delete('new-words');
    };
  }, []);
  const goToNext = () => {
    at.current = (at.current + 1) % Math.max(1, marked.current.length);
    marked.current[at.current]?.scrollIntoView({ block: 'center', behavior: 'smooth' });
  };
  return (
    <>
      <div className={styles.places}>
        <span role="status">
          {count === 0
            ? 'Drawn, nothing differs.'
            : `Drawn, ${count} ${count === 1 ? 'place differs' : 'places differ'}.`}
        </span>
        {count > 0 && (
          <Button size="small" onClick={goToNext}>
            To the next
          </Button>
        )}
      </div>
      <div className={styles.pair}>
        {[
          { ref: left, label: labels[0], drawn: before },
          { ref: right, label: labels[1], drawn: after },
        ].map(({ ref, label, drawn }) => (
          <section key={label} aria-label={label}>
            <h2>{label}</h2>
            <div ref={ref} className={styles.drawing}>
              {drawn}
            </div>
          </section>
        ))}
      </div>
    </>
  );
}
