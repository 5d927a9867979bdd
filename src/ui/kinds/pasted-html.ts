import { isHref, type Feature } from '../../core/content/formatted';

/**
 * Brings HTML from a clipboard, as word processors and pages of others write it, to the few elements that the
 * editor knows. What the field does not allow is left to the editor, which takes its words as paragraphs; but
 * lists that are only drawn as lists become lists, tables where none are allowed become lines, and nothing
 * foreign stays.
 */
export function cleanPasted(html: string, allow: readonly Feature[]): string {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  dropForeign(body);
  drawnLists(body);
  stylesToMarks(body);
  nestLists(body);
  tablesToLines(body, allow.includes('table') ? ':is(blockquote, li, td, th) table' : 'table');
  levelHeadings(body);
  fitInside(body);
  bare(body);
  tidySpaces(body);
  return body.innerHTML;
}

/** Whether HTML was copied from an editor of this kind: it is taken as it is. */
export const isOurs = (html: string): boolean => html.includes('data-pm-slice');

const BLOCKS =
  /^(p|h[1-6]|ul|ol|li|dl|dt|dd|blockquote|table|tbody|thead|tfoot|caption|tr|td|th|figure|figcaption|div|section|article|aside|header|footer|main|nav|address|hr|pre)$/;
const isBlock = (node: Node | null): node is Element =>
  node instanceof Element && BLOCKS.test(node.localName);

const each = <E extends Element>(root: Element, selector: string, work: (element: E) => void): void =>
  root.querySelectorAll<E>(selector).forEach(work);

/** Puts what stands in an element in its place. */
const unwrap = (element: Element): void => element.replaceWith(...element.childNodes);

function rename(element: Element, name: string): Element {
  const made = element.ownerDocument.createElement(name);
  made.append(...element.childNodes);
  for (const { name: key, value } of [...element.attributes]) made.setAttribute(key, value);
  element.replaceWith(made);
  return made;
}

/** Takes out what is no text: comments with conditions, styles, scripts, and the elements of other vocabularies. */
function dropForeign(root: HTMLElement): void {
  const walker = root.ownerDocument.createTreeWalker(root, NodeFilter.SHOW_COMMENT);
  const comments: Node[] = [];
  while (walker.nextNode()) comments.push(walker.currentNode);
  for (const comment of comments) (comment as Comment).remove();
  each(
    root,
    'style, script, meta, link, title, xml, object, iframe, noscript, template, svg, math',
    (element) => element.remove(),
  );
  for (const element of [...root.querySelectorAll('*')])
    if (element.localName.includes(':')) {
      // An empty paragraph mark (o:p) says nothing; what stands in others is kept.
      if (element.textContent?.trim() === '') element.remove();
      else unwrap(element);
    }
}

const styleOf = (element: Element): string => element.getAttribute('style') ?? '';
const level = (element: Element): number =>
  Number(/mso-list:[^;]*level(\d+)/i.exec(styleOf(element))?.[1] ?? 0);

/** Whether what stands before an item counts: `1.`, `a)`, `(iv)`. */
const counts = (mark: string): boolean => /^\(?(\d+|[a-z]|[ivxlc]+)[.)]/i.test(mark.trim());

/** Paragraphs that are only drawn as items, each with its sign before it, become lists. */
function drawnLists(root: HTMLElement): void {
  for (const first of [...root.querySelectorAll('p, h1, h2, h3, h4, h5, h6')]) {
    if (!first.isConnected || level(first) === 0) continue;
    const items: Element[] = [];
    for (let next: Element | null = first; next && level(next) > 0; next = next.nextElementSibling)
      items.push(next);
    const lists: { list: Element; level: number }[] = [];
    const holder = root.ownerDocument.createDocumentFragment();
    for (const item of items) {
      const own = level(item);
      const sign = [...item.querySelectorAll('span')].find((span) =>
        /mso-list:\s*ignore/i.test(styleOf(span)),
      );
      const name = counts(sign?.textContent ?? '') ? 'ol' : 'ul';
      sign?.remove();
      while (lists.length > 0 && (lists.at(-1)?.level ?? 0) > own) lists.pop();
      let at = lists.at(-1);
      if (!at || at.level < own || at.list.localName !== name) {
        if (at && at.level === own) lists.pop();
        const list = root.ownerDocument.createElement(name);
        const above = lists.at(-1)?.list.lastElementChild;
        (above ?? holder).append(list);
        at = { list, level: own };
        lists.push(at);
      }
      const li = root.ownerDocument.createElement('li');
      const paragraph = root.ownerDocument.createElement('p');
      paragraph.append(...item.childNodes);
      li.append(paragraph);
      at.list.append(li);
    }
    first.before(holder);
    for (const item of items) item.remove();
  }
}

/** What is only said by styles is said by elements: bold, italic, underlined. */
function stylesToMarks(root: HTMLElement): void {
  for (const element of [...root.querySelectorAll<HTMLElement>('span, b, strong, i, em, u, font')]) {
    const style = styleOf(element);
    const weight = /(?:^|;)\s*font-weight:\s*(\w+)/i.exec(style)?.[1];
    // An element for bold may say that it is not, to carry something else.
    if (/^(b|strong)$/.test(element.localName) && weight && /^(normal|400)$/.test(weight)) {
      unwrap(element);
      continue;
    }
    if (element.localName !== 'span' && element.localName !== 'font') continue;
    const marks = [
      ...(weight && (weight === 'bold' || Number(weight) >= 600) ? ['strong'] : []),
      ...(/(?:^|;)\s*font-style:\s*italic/i.test(style) ? ['em'] : []),
      ...(/text-decoration[^;]*underline/i.test(style) && !element.closest('a') ? ['u'] : []),
    ];
    let inner: Element = element;
    for (const name of marks) {
      const mark = element.ownerDocument.createElement(name);
      mark.append(...inner.childNodes);
      inner.append(mark);
      inner = mark;
    }
    unwrap(element);
  }
}

/** A list that stands right in a list belongs to the item before it. */
function nestLists(root: HTMLElement): void {
  each(root, 'ul > ul, ul > ol, ol > ul, ol > ol', (list) => {
    const before = list.previousElementSibling;
    if (before?.localName === 'li') before.append(list);
    else {
      const item = root.ownerDocument.createElement('li');
      list.before(item);
      item.append(list);
    }
  });
}

/** What sets the cells of a row apart where no table may stand. */
const BETWEEN_CELLS = ' – ';

/** What an element says, piece by piece where something in it begins a line of its own. */
function piecesOf(holder: Element): Node[][] {
  const pieces: Node[][] = [[]];
  for (const child of [...holder.childNodes])
    if (isBlock(child)) pieces.push(...piecesOf(child), []);
    else pieces.at(-1)?.push(child);
  return pieces.filter((piece) => piece.some(({ textContent }) => textContent?.trim() !== ''));
}

/** Each row of a table becomes a line of its own, its cells set apart; several pieces of a cell stand in one line. */
function tablesToLines(root: HTMLElement, which: string): void {
  for (const table of [...root.querySelectorAll(which)].reverse()) {
    const lines = [...table.querySelectorAll('tr, caption')].map((row) => {
      const line = root.ownerDocument.createElement('p');
      const cells = row.localName === 'caption' ? [row] : [...row.children];
      cells
        .map(piecesOf)
        .filter((pieces) => pieces.length > 0)
        .forEach((pieces, i) => {
          if (i > 0) line.append(BETWEEN_CELLS);
          pieces.forEach((piece, n) => line.append(...(n > 0 ? [' '] : []), ...piece));
        });
      return line;
    });
    table.replaceWith(...lines.filter((line) => line.textContent?.trim() !== ''));
  }
}

/** What may not stand where it does becomes what may, with all its words: a heading in a cell is a paragraph of it. */
function fitInside(root: HTMLElement): void {
  each(root, 'table > caption', (caption) => caption.parentElement?.before(rename(caption, 'p')));
  for (const holder of ['blockquote', 'li', 'td', 'th']) {
    each(root, `${holder} :is(h2, h3, h4, pre)`, (element) => rename(element, 'p'));
    each(root, `${holder} blockquote`, unwrap);
    each(root, `${holder} hr`, (line) => line.remove());
  }
  each(root, 'th li', (item) => rename(item, 'p'));
  each(root, 'th :is(ul, ol)', unwrap);
}

/** Headings are those of a text: the first level is the page's own. */
function levelHeadings(root: HTMLElement): void {
  each(root, 'h1', (heading) => rename(heading, 'h2'));
  each(root, 'h5, h6', (heading) => rename(heading, 'h4'));
  for (const title of [...root.querySelectorAll('p')])
    if (/\bMsoTitle\b/.test(title.className)) rename(title, 'h2');
}

/** What an attribute may say on an element; all others go. */
const kept: Readonly<Record<string, readonly string[]>> = {
  a: ['href'],
  td: ['colspan', 'rowspan'],
  th: ['colspan', 'rowspan'],
  ol: ['start'],
  img: ['src', 'alt'],
};

/** Where a link may lead, its spaces and foreign letters as addresses write them. */
function addressIn(href: string): string | undefined {
  const [asIs, encoded] = [href.trim(), URL.canParse(href) ? new URL(href).href : ''];
  return [asIs, encoded].find(isHref);
}

function bare(root: HTMLElement): void {
  for (const element of [...root.querySelectorAll('*')]) {
    for (const { name } of [...element.attributes])
      if (!kept[element.localName]?.includes(name)) element.removeAttribute(name);
    // A mark in the text that others lead to leads nowhere itself.
    if (element.localName !== 'a') continue;
    const address = addressIn(element.getAttribute('href') ?? '');
    if (address === undefined) unwrap(element);
    else element.setAttribute('href', address);
  }
  // A list may be said to begin anywhere; what no list of people reaches is not kept.
  each(root, 'ol[start]', (list) => {
    if (!/^\d{1,9}$/.test(list.getAttribute('start') ?? '')) list.removeAttribute('start');
  });
  each(root, 'img', (picture) => {
    // Files of the one who copied, and those of other places, cannot be fetched from here.
    if (!/^data:image\//i.test(picture.getAttribute('src') ?? '')) picture.remove();
  });
  for (const element of [...root.querySelectorAll('p, h2, h3, h4, li')])
    if (element.textContent?.trim() === '' && !element.querySelector('img, br')) element.remove();
}

/** Spaces that were only there to hold a place become plain ones; those between pieces go. */
function tidySpaces(root: HTMLElement): void {
  const walker = root.ownerDocument.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  const texts: Node[] = [];
  while (walker.nextNode()) texts.push(walker.currentNode);
  for (const node of texts) {
    const { previousSibling, nextSibling, parentElement } = node;
    const isBetween = isBlock(previousSibling) || isBlock(nextSibling) || parentElement === root;
    if ((node.nodeValue ?? '').trim() === '' && isBetween) {
      parentElement?.removeChild(node);
      continue;
    }
    // Before the signs that French sets apart they hold the line together.
    node.nodeValue = (node.nodeValue ?? '').replace(/\u00a0(?![;:!?»%])/g, ' ').replace(/\s+/g, ' ');
  }
}
