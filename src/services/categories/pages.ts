import { visitorAddress } from '../runtime/languages';
import type { Category } from '../../core/content/categories';
import type { Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { comparable } from '../../core/mapping/rule/here';
import type { CompiledType } from '../../core/model/compile';
import type { EmptyCategories, PageType, Scheme } from '../../core/model/document';
import { addressOf } from '../../core/site/address';
import type { Reader } from '../../store/database';
import { livePagesOfTypes, liveWordsOf, type LivePage } from '../../store/live-pages';
import { liveCounts } from './counts';
import type { Installation } from '../runtime/installation';
import type { PageBody } from '../records/bodies';
import { answersOf } from '../../core/model/page-source';

/** The scheme whose categories a page type shows, each on a page of its own. */
export const schemeShownBy = (
  installation: Installation,
  type: CompiledType<PageType> | undefined,
): CompiledType<Scheme> | undefined =>
  type && installation.model.scheme(answersOf(type.definition.source).scheme ?? '');

/**
 * Where the categories of a scheme have their pages: the page that says how each of them is, and the address
 * the tree begins at.
 */
export interface CategoryHome {
  page: LivePage;
  scheme: Id;
  under: string;
  empty: EmptyCategories | 'shown';
}

/** The home of a scheme's categories that a page is, if it is one. */
export function categoryHomeAt(installation: Installation, page: LivePage): CategoryHome | undefined {
  const type = installation.model.pageType(page.type);
  const scheme = schemeShownBy(installation, type);
  return (
    type &&
    scheme && {
      page,
      scheme: scheme.id,
      under: underOf(page.address),
      empty: answersOf(type.definition.source).empty,
    }
  );
}

/**
 * The homes of categories, by scheme. Where several pages could show a scheme's categories, the first that
 * was made is their home.
 */
export async function categoryHomes(
  reader: Reader,
  installation: Installation,
): Promise<Map<Id, CategoryHome>> {
  const types = installation.model.pageTypes.filter((type) => schemeShownBy(installation, type));
  const homes = new Map<Id, CategoryHome>();
  if (types.length === 0) return homes;
  for (const page of await livePagesOfTypes(
    reader,
    installation.now(),
    types.map(({ id }) => installation.keyMap.of(id)),
  )) {
    const home = categoryHomeAt(installation, page);
    if (home && !homes.has(home.scheme)) homes.set(home.scheme, home);
  }
  return homes;
}

/** The address below which a page has its own last piece. */
const underOf = (address: string): string => addressOf(address.split('/').filter(Boolean).slice(0, -1));

/**
 * Where the words of a category are found, by the address of the page they stand below; any other page where
 * it stands.
 */
export const addressOfPlaced = (
  installation: Installation,
  page: { category: Id | null; address: string },
  parent: string | undefined,
): string =>
  page.category === null || parent === undefined
    ? page.address
    : categoryAddress(installation, { under: underOf(parent) }, page.category);

/** Where a category's page stands in the tree: the slugs from the top of its scheme down. */
export const categoryAddress = (
  installation: Installation,
  home: Pick<CategoryHome, 'under'>,
  category: Id,
): string =>
  addressOf([
    ...home.under.split('/').filter(Boolean),
    ...installation.categories.trail(category).map(({ slug }) => slug),
  ]);

/** The category whose page stands at an address (in the main language), if one does. */
export function categoryAt(
  installation: Installation,
  home: CategoryHome,
  address: string,
): Category | undefined {
  const under = home.under.split('/').filter(Boolean);
  const pieces = address.split('/').filter(Boolean);
  if (pieces.length <= under.length || !under.every((piece, i) => pieces[i] === piece)) return undefined;
  return (
    pieces
      .slice(under.length)
      .reduce<Category | null | undefined>(
        (above, slug) =>
          above === undefined
            ? undefined
            : installation.categories
                .below(home.scheme, above?.id ?? null)
                .find((each) => each.slug === slug),
        null,
      ) ?? undefined
  );
}

export const wordsOf = (
  reader: Reader,
  installation: Installation,
  home: CategoryHome,
  category: Id,
): Promise<LivePage | undefined> =>
  liveWordsOf(reader, installation.now(), home.page.record, installation.keyMap.find(category));

export const categoryLabel = (category: Category, language?: string): string =>
  (language === undefined ? undefined : category.labels[language]) ?? category.label;

/** A way to a category's page, with how many entries stand in it or below it. */
export interface CategoryWay {
  category: Category;
  home: CategoryHome;
  label: string;
  address: string;
  count: number;
}

/** Ways to some categories, in their order; those whose pages are not shown are left out. */
export async function waysTo(
  reader: Reader,
  installation: Installation,
  home: CategoryHome,
  categories: readonly Category[],
  language?: string,
): Promise<CategoryWay[]> {
  const counts = await liveCounts(
    reader,
    installation,
    home.scheme,
    categories.map(({ id }) => id),
  );
  return categories.flatMap((each) => {
    const count = counts.get(each.id) ?? 0;
    return count === 0 && home.empty !== 'shown'
      ? []
      : [
          {
            category: each,
            home,
            label: categoryLabel(each, language),
            address: visitorAddress(installation, language, categoryAddress(installation, home, each.id)),
            count,
          },
        ];
  });
}

/**
 * Where a category in which nothing stands leads: to the nearest above it with something in it, or to the page above
 * them all. Nothing where it has a page of its own; `null` where it has none and leads nowhere.
 */
export async function leadsElsewhere(
  reader: Reader,
  installation: Installation,
  home: CategoryHome,
  category: Id,
): Promise<string | null | undefined> {
  if (home.empty === 'shown') return undefined;
  const trail = installation.categories
    .trail(category)
    .map(({ id }) => id)
    .reverse();
  const counts = await liveCounts(reader, installation, home.scheme, trail);
  if ((counts.get(category) ?? 0) > 0) return undefined;
  if (home.empty === 'hidden') return null;
  const above = trail.find((id) => (counts.get(id) ?? 0) > 0);
  return above === undefined ? home.under : categoryAddress(installation, home, above);
}

/** What a category itself says that a page has a field of the same key for. */
function valuesFromCategory(
  scheme: CompiledType<Scheme> | undefined,
  type: CompiledType<PageType>,
  { values }: Category,
): Values {
  return Object.fromEntries(
    type.fields.flatMap((field) => {
      const from = scheme?.fieldByKey(field.key);
      const value = from && comparable(field, from) ? values[from.id] : undefined;
      return value === undefined ? [] : [[field.id, value]];
    }),
  );
}

/**
 * What the page of a category says: what all of them say; in its place what the category itself says under the same
 * keys; and before both its own words. Where those have no title, it is called as the category.
 */
export function bodyOfCategory(
  type: CompiledType<PageType>,
  all: PageBody,
  own: PageBody | undefined,
  category: Category,
  scheme: CompiledType<Scheme> | undefined,
): PageBody {
  const { title } = type.definition;
  const titled = own?.values[title] !== undefined;
  const locales = new Set([
    ...Object.keys(all.translations ?? {}),
    ...Object.keys(own?.translations ?? {}),
    ...Object.keys(category.labels),
  ]);
  const translations = Object.fromEntries(
    [...locales].map((locale): [string, Values] => {
      const { [title]: _, ...shared } = all.translations?.[locale] ?? {};
      const label = category.labels[locale];
      return [
        locale,
        {
          ...shared,
          ...(titled || label === undefined ? {} : { [title]: label }),
          ...own?.translations?.[locale],
        },
      ];
    }),
  );
  const slots = {
    ...all.slots,
    ...Object.fromEntries(Object.entries(own?.slots ?? {}).filter(([, blocks]) => blocks.length > 0)),
  };
  const byHand = { ...all.byHand, ...own?.byHand };
  return {
    ...all,
    ...(Object.keys(byHand).length > 0 ? { byHand } : {}),
    ...(own?.layout === undefined ? {} : { layout: own.layout }),
    values: {
      ...all.values,
      ...valuesFromCategory(scheme, type, category),
      [title]: category.label,
      ...own?.values,
    },
    translations,
    slots,
    settings: { set: { ...all.settings?.set, ...own?.settings?.set } },
  };
}
