import { pointer, type Fault } from '../faults';
import { isJsonObject, type Json } from '../json';

/** Where a navigation begins: at the top of the site, with the branch that the page stands in, or with the page itself. */
export const navigationStarts = ['top', 'branch', 'here'] as const;
export type NavigationStart = (typeof navigationStarts)[number];

/** In which order its pages stand: as the tree has them, by their titles, or the latest first. */
export const navigationOrders = ['tree', 'title', 'date'] as const;
export type NavigationOrder = (typeof navigationOrders)[number];

/** How many steps down a navigation goes at most, and how many pages it shows on each step but the first. */
export const navigationBounds = { depth: 4, pages: 400 } as const;

/** How deep a navigation goes, and in which order its pages stand. */
export interface NavigationShape {
  depth: number;
  order: NavigationOrder;
}

/** A navigation made from the tree by rule. */
export interface NavigationRule extends NavigationShape {
  from: NavigationStart;
}

/** The navigations that stand around every page: in its head, which is always there, and in its foot. */
export interface SiteNavigation {
  head?: NavigationShape;
  foot?: NavigationShape;
}

/** What a head shows where nobody says otherwise. */
export const usualHead: NavigationShape = { depth: 1, order: 'tree' };

/** What a navigation block shows where nobody says otherwise. */
export const usualRule: NavigationRule = { from: 'branch', depth: 2, order: 'tree' };

/** One line of a navigation as visitors see it; one without an address is a heading over what stands below it. */
export interface NavigationItem {
  label: string;
  address?: string;
  /** Whether it is the page that is looked at, or stands above it. */
  here?: 'page' | 'above';
  items: NavigationItem[];
}

/**
 * Reads the rule of a navigation block. What is left out is as usual; with any fault nothing may be kept.
 *
 * @example parseNavigation({ from: 'top', depth: 2 }, '/navigation')
 * // { rule: { from: 'top', depth: 2, order: 'tree' }, faults: [] }
 */
export function parseNavigation(
  given: Json | undefined,
  path: string,
): { rule: NavigationRule | undefined; faults: Fault[] } {
  if (given === undefined || given === null) return { rule: undefined, faults: [] };
  if (!isJsonObject(given))
    return {
      rule: undefined,
      faults: [{ path, code: 'kind', message: 'A navigation says where it begins, and how deep it goes.' }],
    };
  const faults: Fault[] = [];
  const refuse = (key: string, code: string, message: string) =>
    faults.push({ path: pointer(path, key), code, message });
  for (const key of Object.keys(given))
    if (!['from', 'depth', 'order'].includes(key))
      refuse(key, 'unknown', `"${key}" means nothing in a navigation.`);
  const { from = usualRule.from, depth = usualRule.depth, order = usualRule.order } = given;
  const start = navigationStarts.find((each) => each === from);
  const sorted = navigationOrders.find((each) => each === order);
  if (!start) refuse('from', 'value', `A navigation begins at one of: ${navigationStarts.join(', ')}.`);
  if (!sorted) refuse('order', 'value', `Its order is one of: ${navigationOrders.join(', ')}.`);
  const isDeep =
    typeof depth === 'number' && Number.isInteger(depth) && depth >= 1 && depth <= navigationBounds.depth;
  if (!isDeep) refuse('depth', 'value', `It goes down 1 to ${navigationBounds.depth} steps.`);
  if (!start || !sorted || !isDeep) return { rule: undefined, faults };
  return { rule: { from: start, depth, order: sorted }, faults };
}

/** A page in the order it is shown in: what it is called, and when (ms) it was published. */
interface Ordered {
  title: string;
  publishedAt: number;
}

/** Pages in an order; those of the tree stay as they came. */
export function inNavigationOrder<P extends Ordered>(
  pages: readonly P[],
  order: NavigationOrder,
  locale: string,
): P[] {
  if (order === 'tree') return [...pages];
  if (order === 'date') return [...pages].sort((a, b) => b.publishedAt - a.publishedAt);
  const byTitle = new Intl.Collator(locale);
  return [...pages].sort((a, b) => byTitle.compare(a.title, b.title));
}

/**
 * The lines of a navigation from the pages below each page, and below the one it begins with. A heading stands
 * only where something stands below it.
 */
export function navigationItems<P extends { record: number }>(
  below: ReadonlyMap<number, readonly P[]>,
  start: number,
  depth: number,
  line: (page: P) => Omit<NavigationItem, 'items'>,
): NavigationItem[] {
  if (depth <= 0) return [];
  return (below.get(start) ?? []).flatMap((page): NavigationItem[] => {
    const item = { ...line(page), items: navigationItems(below, page.record, depth - 1, line) };
    return item.address === undefined && item.items.length === 0 ? [] : [item];
  });
}
