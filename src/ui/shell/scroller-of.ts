/** What scrolls around an element; nothing where only the window does. */
export function scrollerOf(element: Element): Element | null {
  let scroller = element.parentElement;
  while (scroller && !/auto|scroll/.test(getComputedStyle(scroller).overflowY))
    scroller = scroller.parentElement;
  return scroller;
}

/** Whether somebody has scrolled it before the script of the page came: where they are then, they stay. */
export const isScrolledEarly = (scroller: Element | null): boolean =>
  window.earlyActs !== undefined && (scroller?.scrollTop ?? 0) > 0;
