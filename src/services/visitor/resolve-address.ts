import type { Category } from '../../core/content/categories';
import type { LocalizedValues } from '../../core/content/localized-values';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, PageType } from '../../core/model/document';
import { addressOf } from '../../core/site/address';
import { liveEntryBySlug } from '../../store/entry-slugs';
import { listLive } from '../../store/queries/listing-query';
import { livePageAt, type LivePage } from '../../store/live-pages';
import {
  categoryAddress,
  categoryAt,
  categoryHomes,
  schemeShownBy,
  wordsOf,
  type CategoryHome,
} from '../categories/pages';
import { entryPlaces, entryPages, entryTypeOf } from '../entries/addresses';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { entryBody } from '../records/bodies';
import { siteAt } from '../runtime/sites';

/** An entry that has a page of its own: what visitors see of it, and where. */
export interface OwnPage {
  id: Id;
  type: CompiledType<ContentType>;
  localized: LocalizedValues;
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
export interface ResolvedAddress {
  page: LivePage;
  entry?: OwnPage;
  category?: CategoryPage;
}

/** Whether a page type only says how other pages are: those of entries, or of categories. It has none itself. */
export const saysHowOthersAre = (
  installation: Installation,
  type: CompiledType<PageType> | undefined,
): boolean =>
  entryTypeOf(installation, type) !== undefined || schemeShownBy(installation, type) !== undefined;

async function entryAt(installation: Installation, address: string): Promise<ResolvedAddress | undefined> {
  const pieces = address.split('/').filter(Boolean);
  const slug = pieces.pop();
  const under = addressOf(pieces);
  if (slug === undefined) return undefined;
  for (const home of await entryPages(installation.content, installation)) {
    const type = home.under === under ? installation.model.contentType(home.type) : undefined;
    const found =
      type &&
      (await liveEntryBySlug(
        installation.content,
        installation.keyMap.of(type.id),
        slug,
        installation.now(),
      ));
    if (type && found)
      return {
        page: home.page,
        entry: {
          id: found.uuid,
          type,
          localized: entryBody(found.body),
          title: found.title,
          address,
          publishedBy: found.publishedBy,
        },
      };
  }
  return undefined;
}

async function categoryPage(
  installation: Installation,
  home: CategoryHome,
  category: Category,
): Promise<ResolvedAddress> {
  const words = await wordsOf(installation.content, installation, home, category.id);
  return {
    page: home.page,
    category: {
      category,
      home,
      address: categoryAddress(installation, home, category.id),
      ...(words ? { words } : {}),
    },
  };
}

/** What stands at an address in the main language. A page goes before an entry's, and that before a category's. */
export async function resolveAddress(
  installation: Installation,
  address: string,
): Promise<ResolvedAddress | undefined> {
  const page = await livePageAt(
    installation.content,
    siteAt(installation, address).id,
    installation.now(),
    address,
  );
  if (page && !saysHowOthersAre(installation, installation.model.pageType(page.type))) return { page };
  const entry = await entryAt(installation, address);
  if (entry) return entry;
  for (const home of (await categoryHomes(installation.content, installation)).values()) {
    const category = categoryAt(installation, home, address);
    if (category) return categoryPage(installation, home, category);
  }
  return undefined;
}

/** One entry as a page that shows entries would show it, to look at the page by. */
export async function anyOwnPage(
  installation: Installation,
  type: CompiledType<ContentType>,
  page: LivePage,
): Promise<OwnPage | undefined> {
  const asked = {
    indexTable: indexTableIn(installation, type),
    keyMap: installation.keyMap,
    now: installation.now(),
    today: today(installation),
  };
  const [version] = (
    await listLive(installation.content, asked, {
      where: everyEntry,
      order: [{ by: 'changed', direction: 'down' }],
      limit: 1,
    })
  ).versions;
  if (!version) return undefined;
  const localized = entryBody(version.body);
  const address =
    (await entryPlaces(installation.content, installation, [{ id: version.uuid, type: type.id }])).get(
      version.uuid,
    ) ?? page.address;
  return {
    id: version.uuid,
    type,
    localized,
    title: titleOf(type.definition, localized.values),
    address,
    publishedBy: page.publishedBy,
  };
}
