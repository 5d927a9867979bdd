'use client';
import {
  createContext,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ReactElement,
  type ReactNode,
} from 'react';
import type { Id } from '../../../../../core/ids';
import type { DrawnSlots } from '../../../../../core/site/visitor-page';

/** On a page of so many blocks all are drawn, near or not. */
const ALL_DRAWN = 40;
/** How many are drawn before it is known which are near. */
const FIRST = 12;
/** How high (px) a block is taken to be that was never drawn. */
const GUESSED = 160;
/** How far (px) beyond what is in view counts as near. */
const BEYOND = 900;

/** What is told of each element when it comes near, or is near no more. */
type Tell = (near: boolean) => void;

/** Watches elements in the box that scrolls them. */
class Nearness {
  private readonly telling = new Map<Element, Tell>();
  private observer: IntersectionObserver | undefined;

  watch(element: HTMLElement, tell: Tell): () => void {
    this.observer ??= new IntersectionObserver(
      (seen) => {
        for (const { target, isIntersecting } of seen) this.telling.get(target)?.(isIntersecting);
      },
      { root: scrollerOf(element), rootMargin: `${BEYOND}px 0px` },
    );
    this.telling.set(element, tell);
    this.observer.observe(element);
    return () => {
      this.telling.delete(element);
      this.observer?.unobserve(element);
    };
  }
}

function scrollerOf(element: HTMLElement): HTMLElement | null {
  for (let at = element.parentElement; at; at = at.parentElement)
    if (/auto|scroll/.test(getComputedStyle(at).overflowY)) return at;
  return null;
}

/** The ids of the blocks in slots, in the order in which they are drawn. */
const drawnIds = (slots: DrawnSlots): Id[] =>
  Object.values(slots).flatMap((blocks) => blocks.flatMap(({ id, slots: own }) => [id, ...drawnIds(own)]));

interface Many {
  first: ReadonlySet<Id>;
  nearness: Nearness;
}

/** Which blocks are drawn at first, on a page of very many; nothing on any other, where all are. */
const ManyBlocks = createContext<Many | undefined>(undefined);

/** Within it the blocks of a page are drawn that are near what is in view, where they are very many. */
export function NearBlocks({ slots, children }: { slots: DrawnSlots; children: ReactNode }): ReactElement {
  const ids = useMemo(() => drawnIds(slots), [slots]);
  const isMany = ids.length > ALL_DRAWN;
  // Those that are first when it is opened; later ones are told by where they stand.
  const [first] = useState(() => new Set(ids.slice(0, FIRST)));
  const many = useMemo(() => (isMany ? { first, nearness: new Nearness() } : undefined), [isMany, first]);
  return <ManyBlocks value={many}>{children}</ManyBlocks>;
}

/** Takes what leads away or takes input out of the way of the keyboard. */
export function outOfTheWay(drawn: HTMLElement): void {
  for (const each of drawn.querySelectorAll<HTMLElement>(
    'a, button, input, select, textarea, video, audio, summary, [tabindex="0"]',
  ))
    if (!each.isContentEditable && !each.closest('[data-in-place]')) each.tabIndex = -1;
}

/** What stands in a block. On a page of very many, one that is far keeps its place and nothing else. */
export function InnerOfBlock({ block, children }: { block: Id; children: ReactNode }): ReactElement {
  const many = useContext(ManyBlocks);
  const inner = useRef<HTMLDivElement>(null);
  const [isNear, setNear] = useState(many?.first.has(block) ?? true);
  const [height, setHeight] = useState(GUESSED);
  const isDrawn = !many || isNear;
  useEffect(() => {
    const element = inner.current;
    if (!many || !element) return undefined;
    return many.nearness.watch(element, (near) => {
      // Words that are being written are not taken away.
      if (!near && element.querySelector('.written-here')) return;
      if (!near && !element.hasAttribute('data-far')) setHeight(element.offsetHeight || GUESSED);
      setNear(near);
    });
  }, [many]);
  useLayoutEffect(() => {
    if (isDrawn && inner.current) outOfTheWay(inner.current);
  }, [isDrawn]);
  return (
    <div ref={inner} className="inner" {...(isDrawn ? {} : { 'data-far': '', style: { minHeight: height } })}>
      {isDrawn && children}
    </div>
  );
}
