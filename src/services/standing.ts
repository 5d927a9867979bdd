import type { Category } from '../core/content/categories';
import type { Said } from '../core/content/said';
import { titleOf } from '../core/content/values';
import type { Id } from '../core/ids';
import { everyEntry } from '../core/mapping/listing-rule';
import type { CompiledType } from '../core/model/compile';
import type { ContentType, PageType } from '../core/model/document';
import { addressOf } from '../core/site/address';
import { liveEntryBySlug } from '../store/entry-slugs';
import { listLive } from '../store/listing-query';
import { livePageAt, type LivePage } from '../store/pages';
import { categoryAddress, categoryAt, categoryHomes, schemeShownBy, wordsOf, type CategoryHome } from './category-pages';
import { entryAddresses, entryPages, entryTypeOf } from './entry-addresses';
import { sheetIn, today, type House } from './house';
import { entryBody } from './kept-body';
import { siteAt } from './sites';

/** An entry that has a page of its own: what visitors see of it, and where. */
export interface OwnPage {
  id: Id;
  type: CompiledType<ContentType>;
  said: Said;
  title: string;
  address: string;
  publishedBy: string | null;
}

/** A category that has a page: where, and the page with its own words, if an editor wrote any. */
export interface CategoryPage {
  category: Category;
  home: CategoryHome;
  address: string;
  words?: LivePage;
}

/** What stands at an address: a page, or what a page says of each entry or category, with the one it is. */
export interface Standing {
  page: LivePage;
  entry?: OwnPage;
  category?: CategoryPage;
}

/** Whether a page type only says how other pages are: those of entries, or of categories. It has none itself. */
export const saysHowOthersAre = (house: House, type: CompiledType<PageType> | undefined): boolean => entryTypeOf(house, type) !== undefined || schemeShownBy(house, type) !== undefined;

async function entryAt(house: House, address: string): Promise<Standing | undefined> {
  const pieces = address.split('/').filter(Boolean);
  const slug = pieces.pop();
  const under = addressOf(pieces);
  if (slug === undefined) return undefined;
  for (const home of await entryPages(house.content, house)) {
    const type = home.under === under ? house.model.contentType(home.type) : undefined;
    const found = type && (await liveEntryBySlug(house.content, house.surrogates.of(type.id), slug, house.now()));
    if (type && found) return { page: home.page, entry: { id: found.uuid, type, said: entryBody(found.body), title: found.title, address, publishedBy: found.publishedBy } };
  }
  return undefined;
}

async function categoryPage(house: House, home: CategoryHome, category: Category): Promise<Standing> {
  const words = await wordsOf(house.content, house, home, category.id);
  return { page: home.page, category: { category, home, address: categoryAddress(house, home, category.id), ...(words ? { words } : {}) } };
}

/** What stands at an address in the main language. A page goes before an entry's, and that before a category's. */
export async function standingAt(house: House, address: string): Promise<Standing | undefined> {
  const page = await livePageAt(house.content, siteAt(house, address).id, house.now(), address);
  if (page && !saysHowOthersAre(house, house.model.pageType(page.type))) return { page };
  const entry = await entryAt(house, address);
  if (entry) return entry;
  for (const home of (await categoryHomes(house.content, house)).values()) {
    const category = categoryAt(house, home, address);
    if (category) return categoryPage(house, home, category);
  }
  return undefined;
}

/** One entry as a page that shows entries would show it, to look at the page by. */
export async function anyOwnPage(house: House, type: CompiledType<ContentType>, page: LivePage): Promise<OwnPage | undefined> {
  const asked = { sheet: sheetIn(house, type), surrogates: house.surrogates, now: house.now(), today: today(house) };
  const [version] = (await listLive(house.content, asked, { where: everyEntry, order: [{ by: 'changed', direction: 'down' }], limit: 1 })).versions;
  if (!version) return undefined;
  const said = entryBody(version.body);
  const address = (await entryAddresses(house.content, house, [{ id: version.uuid, type: type.id }])).get(version.uuid) ?? page.address;
  return { id: version.uuid, type, said, title: titleOf(type.is, said.values), address, publishedBy: page.publishedBy };
}
