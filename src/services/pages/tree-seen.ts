import type { BranchPage, PagesBelow, TreeSeen, TreeSeenQuery } from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import { isId, type Id } from '../../core/ids';
import { MOST_OPEN } from '../../core/site/tree-places';
import {
  branchesOf,
  keysOfPages,
  pagesSought,
  spansOfSome,
  standingBelow,
  topPages,
  tree,
  typesBelow,
  withThoseAbove,
  type PlacedPage,
} from '../../store/pages';
import { pagesBySite } from '../../store/sites';
import type { Installation } from '../runtime/installation';
import { sitesTold } from './sites';
import { pagesAsked } from './sought';
import { asTree } from './tree';

/** Up to so many pages are told whole. */
const FEW = 150;
/** How many pages are told that have what was sought, or that stand below others. */
const TOLD = 200;

const idsIn = (list: string): Id[] => list.split(',').filter(isId).slice(0, MOST_OPEN);

/** The keys of the pages that are sought. */
async function sought({ content }: Installation, q: string): Promise<number[]> {
  const asked = pagesAsked(q);
  return asked ? pagesSought(content, asked, TOLD) : [];
}

/** The tops of all sites with what stands below them, the branches that are open, and all on the way to a page. */
async function branches({ content }: Installation, open: readonly Id[], here: Id | undefined) {
  const [tops, keys, at] = await Promise.all([
    topPages(content),
    keysOfPages(content, open),
    keysOfPages(content, here === undefined ? [] : [here]),
  ]);
  const way = await withThoseAbove(content, at);
  const opened = new Set([...tops.map(({ record }) => record), ...keys, ...way.map(({ record }) => record)]);
  return [...tops, ...(await standingBelow(content, [...opened]))];
}

/**
 * What of the trees of all sites somebody sees: few pages whole, of more the branches that are open. With words, the pages
 * that have them, and the way to each.
 */
export async function treeSeen(
  installation: Installation,
  { open = '', here, q = '' }: TreeSeenQuery,
): Promise<TreeSeen> {
  const { content, model } = installation;
  const counts = await pagesBySite(content);
  const whole = [...counts.values()].reduce((all, n) => all + n, 0) <= FEW;
  const found = q.trim() === '' ? undefined : await sought(installation, q.trim());
  const placed: readonly PlacedPage[] = found
    ? await withThoseAbove(content, found)
    : whole
      ? await tree(content)
      : await branches(installation, idsIn(open), here);
  const records = placed.map(({ record }) => record);
  const below = new Map<number, Record<string, number>>(records.map((record) => [record, {}]));
  for (const { parent, type, n } of await typesBelow(content, records)) {
    const key = model.pageType(type)?.definition.key;
    const counted = below.get(parent);
    if (key !== undefined && counted) counted[key] = n;
  }
  const pages = await asTree(installation, placed, (reader) => spansOfSome(reader, records));
  const ids = new Map(placed.map(({ record, uuid }) => [record, uuid]));
  return {
    sites: sitesTold(installation).map((site, i) => ({
      ...site,
      pages: counts.get(installation.sites[i]?.id ?? 0) ?? 0,
    })),
    pages: pages.map(({ record, ...page }): BranchPage => ({ ...page, below: below.get(record) ?? {} })),
    whole: whole && !found,
    ...(found ? { found: found.flatMap((record) => ids.get(record) ?? []) } : {}),
  };
}

/** What stands below some pages (ids with commas between), at any depth. */
export async function pagesBelow({ content, now }: Installation, list: string): Promise<PagesBelow> {
  const pages = await branchesOf(content, idsIn(list));
  const spans = await spansOfSome(
    content,
    pages.map(({ record }) => record),
  );
  const at = now();
  const items = pages.map(({ uuid: id, title, stage, record }) => ({
    id,
    title,
    state: stateAt({ stage, spans: spans.get(record) ?? [], binned: false }, at),
  }));
  const isSeen = ({ state }: (typeof items)[number]) => state === 'published';
  return {
    all: items.length,
    seen: items.filter(isSeen).length,
    copied: pages.filter(({ category }) => category === null).length,
    items: items.sort((a, b) => Number(isSeen(b)) - Number(isSeen(a))).slice(0, TOLD),
  };
}
