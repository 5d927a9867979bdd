import type { SeenOwn, SeenPage, SeenQuery } from '../contract/pages';
import { blocksIn } from '../core/content/blocks';
import type { Id } from '../core/ids';
import { splitLanguage, splitResults } from '../core/site/address';
import { liveAbove } from '../store/pages';
import { categoryLabel } from './category-pages';
import type { House } from './house';
import { pageBody } from './kept-body';
import { notFound } from './refusal';
import { standingAt, type Standing } from './standing';
import { visit } from './visitor';

/** What a page at an address is of, and where that is written. */
function ownOf({ page, entry, category }: Standing): SeenOwn {
  if (entry) return { sort: 'entry', id: entry.id, label: entry.title };
  if (category) return { sort: 'category', id: category.words?.uuid ?? page.uuid, label: categoryLabel(category.category) };
  return { sort: 'page', id: page.uuid, label: page.title };
}

/** A visitor's page as it stands now, with where each piece of it comes from. */
export async function seenPage(house: House, { address }: SeenQuery): Promise<SeenPage> {
  const [path = '/', query] = address.split('?');
  const found = await visit(house, path, new URLSearchParams(query));
  const { address: within } = splitLanguage(path, house.model.document.locales.others);
  const standing = found.found === 'page' ? await standingAt(house, splitResults(within)?.address ?? within) : undefined;
  if (found.found !== 'page' || !standing) throw notFound('page at this address');
  const { page, category } = standing;
  const pages = [...(await liveAbove(house.content, house.now(), page.record)), page, ...(category?.words ? [category.words] : [])];
  const blocks: Record<Id, Id> = Object.fromEntries(pages.flatMap(({ uuid, body }) => blocksIn(pageBody(body).slots ?? {}).map(({ id }) => [id, uuid])));
  return { drawn: found.page, own: ownOf(standing), page: page.uuid, blocks };
}
