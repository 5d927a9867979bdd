import type { BinAnswer, BinItem, BinQuery } from '../../contract/bin';
import type { Category } from '../../core/content/categories';
import type { Id } from '../../core/ids';
import { binnedRows, countBinned, goneCategories, type GoneCategory } from '../../store/bin';
import type { Installation } from '../runtime/installation';
import { binDays } from './days';

const ONE_PAGE = 50;
/** The most categories that are told of. */
const CATEGORIES = 200;
export const DAY = 86_400_000;

/** Categories that were taken away and are not there again, as long as things are kept. */
export async function categoriesInBin(installation: Installation, days: number): Promise<GoneCategory[]> {
  const { content, categories, now } = installation;
  const gone = await goneCategories(content, now() - days * DAY, CATEGORIES);
  const told = new Set<Id>();
  return gone.filter(({ id }) => {
    const isThere = categories.get(id) !== undefined || told.has(id);
    told.add(id);
    return !isThere;
  });
}

const addressOf = (above: string | null, slug: string | null): string | undefined =>
  above === null || slug === null ? undefined : above === '/' ? `/${slug}` : `${above}/${slug}`;

const cursorAt = (cursor: string): { at: number; record: number } => {
  const [at = 0, record = 0] = cursor.split('-').map(Number);
  return Number.isSafeInteger(at) && Number.isSafeInteger(record) ? { at, record } : { at: 0, record: 0 };
};

/** What lies in the bin, what was laid there last first. */
export async function bin(
  installation: Installation,
  { limit = ONE_PAGE, cursor = '' }: BinQuery,
): Promise<BinAnswer> {
  const { content, model, now } = installation;
  const days = await binDays(installation);
  const daysLeft = (at: number) => Math.max(0, Math.ceil((at + days * DAY - now()) / DAY));
  const before = cursorAt(cursor);
  const rows = await binnedRows(content, { before, most: limit });
  const gone = await categoriesInBin(installation, days);
  const labelOf = (sort: BinItem['sort'], type: Id | null): string => {
    if (sort === 'listing') return 'Listing';
    if (sort === 'medium') return 'Medium';
    if (sort === 'shared') return model.shared.definition.label;
    return (
      (sort === 'page' ? model.pageType(type ?? '') : model.contentType(type ?? ''))?.definition.label ?? ''
    );
  };
  const records = rows.map(({ uuid, sort, type, title, at, by, above, slug, below }): BinItem => {
    const address = sort === 'page' ? addressOf(above, slug) : undefined;
    return {
      id: uuid,
      sort,
      title,
      of: labelOf(sort, type),
      ...(address === undefined ? {} : { address }),
      at: new Date(at).toISOString(),
      by: by ?? '',
      daysLeft: daysLeft(at),
      below,
    };
  });
  const categories = gone.map(({ id, at, by, before: kept }): BinItem => {
    // What an act kept of a category is written by the act alone.
    const { label, scheme } = JSON.parse(kept) as Category;
    const of = model.scheme(scheme)?.definition.label ?? 'Category';
    const told = { id, sort: 'category' as const, title: label, of, below: 0 };
    return { ...told, at: new Date(at).toISOString(), by: by ?? '', daysLeft: daysLeft(at) };
  });
  const last = rows.at(-1);
  return {
    items: before.at === 0 ? [...categories, ...records] : records,
    total: (await countBinned(content)) + categories.length,
    days,
    ...(last && rows.length === limit ? { next: `${last.at}-${last.record}` } : {}),
  };
}
