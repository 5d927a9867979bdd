import type { FormattedNode } from '../content/formatted';
import { freeSlug, slugFrom } from '../content/slug';
import type { Id } from '../ids';
import { partKeys, type PartKey } from '../mapping/parts';
import type { VisitorPage } from './visitor-page';

/** One thing that stands on a page, and where its address leads to. */
export interface ContentsItem {
  words: string;
  anchor: string;
}

/** What stands on a page, in order; and the anchors of those headings that stand in its text. */
export interface Contents {
  items: ContentsItem[];
  anchors: ReadonlyMap<FormattedNode, string>;
}

/** How narrow (in twelfths) a column stands beside what is read. */
export const BESIDE = 4;
/** With fewer headings there is nothing to choose among. */
const LEAST = 2;
const slugRule = { drop: {}, atMost: 48 };

const wordsOf = ({ text = '', content = [] }: FormattedNode): string => text + content.map(wordsOf).join('');

/** What a page holds in the order in which it is read: its parts and slots, without the columns beside. */
const inOrder = ({ rows, slotOrder, footSlots = [] }: VisitorPage): (PartKey | { slot: Id })[] =>
  rows && rows.length > 0
    ? rows.flatMap(({ cells }) => cells.flatMap(({ width, holds }) => (width > BESIDE ? holds : [])))
    : [...partKeys, ...slotOrder.flatMap((slot) => (footSlots.includes(slot) ? [] : [{ slot }]))];

/**
 * The headings of a page that lead to what stands below them: the highest of its own text, and those of its blocks. Those
 * of a text get anchors made of their words, each once.
 */
export function contentsOf(page: VisitorPage): Contents {
  const anchors = new Map<FormattedNode, string>();
  const taken = new Set<string>();
  const headings = (page.face.text ?? [])
    .flatMap(({ text }) => text?.content ?? [])
    .filter(({ type }) => type === 'heading');
  const highest = Math.min(...headings.map(({ attrs }) => Number(attrs?.level)));
  const ofText = headings.flatMap((node): ContentsItem[] => {
    const words = wordsOf(node).trim();
    if (words === '' || Number(node.attrs?.level) > highest) return [];
    const anchor = `h-${freeSlug(slugFrom(words, slugRule, page.locale) || 'part', (each) => taken.has(each))}`;
    taken.add(anchor.slice(2));
    anchors.set(node, anchor);
    return [{ words, anchor }];
  });
  const items = inOrder(page).flatMap((held): ContentsItem[] => {
    if (held === 'text') return ofText;
    if (typeof held === 'string') return [];
    return (page.slots[held.slot] ?? []).flatMap(({ id, face }) => {
      const words = face.heading?.[0]?.words;
      return words ? [{ words, anchor: `b-${id}` }] : [];
    });
  });
  return items.length < LEAST ? { items: [], anchors: new Map() } : { items, anchors };
}
