import { shareShown, type Box, type DrawnGeometry } from '../../../../core/mapping/arrangement/compare';

/**
 * Reads off a drawn listing where its entries, words and pictures stand. `width` is the width (px) it is
 * drawn for, whatever the scale it is shown at.
 */
export function measureDrawn(root: HTMLElement, width: number): DrawnGeometry {
  const around = root.getBoundingClientRect();
  const scale = around.width > 0 ? width / around.width : 1;
  const boxOf = (rect: DOMRect): Box => ({
    left: (rect.left - around.left) * scale,
    top: (rect.top - around.top) * scale,
    width: rect.width * scale,
    height: rect.height * scale,
  });
  const all = <E extends Element = HTMLElement>(selector: string, within: Element = root) => [
    ...within.querySelectorAll<E>(selector),
  ];
  // What opens over the page (a picture made larger) is not part of it.
  const isOver = (element: Element) => element.closest('[popover]') !== null;
  const items = all('[data-entry]').filter((item) => !isOver(item));
  const words: Box[] = [];
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (!node.textContent?.trim() || !node.parentElement || isOver(node.parentElement)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const rect of range.getClientRects()) words.push(boxOf(rect));
  }
  const pictures = all<HTMLImageElement>('img').filter((picture) => !isOver(picture));
  const scrollers = all('*').filter(
    (element) =>
      !isOver(element) &&
      element.scrollWidth > element.clientWidth + 1 &&
      ['auto', 'scroll'].includes(getComputedStyle(element).overflowX),
  );
  const cutShort = (item: Element) =>
    /…(\s|$)/.test(item.textContent ?? '') ||
    all('*', item).some(
      (element) =>
        element.scrollWidth > element.clientWidth + 1 &&
        getComputedStyle(element).textOverflow === 'ellipsis',
    );
  return {
    width,
    height: around.height * scale,
    sideways: scrollers.reduce(
      (most, { scrollWidth, clientWidth }) => Math.max(most, scrollWidth / Math.max(1, clientWidth)),
      1,
    ),
    items: items.map((item) => boxOf(item.getBoundingClientRect())),
    ink: [...words, ...pictures.map((picture) => boxOf(picture.getBoundingClientRect()))],
    cut: items.filter(cutShort).length,
    pictures: pictures.map((picture) => {
      const { width: wide, height: high } = picture.getBoundingClientRect();
      const natural = Number(picture.getAttribute('width')) / Number(picture.getAttribute('height'));
      return getComputedStyle(picture).objectFit === 'cover' ? shareShown(natural, wide / high) : 1;
    }),
  };
}
