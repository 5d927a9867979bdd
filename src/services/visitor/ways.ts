import { resultAddress } from '../../core/site/address';
import type { VisitorPage } from '../../core/site/visitor-page';
import type { LivePage } from '../../store/live-pages';
import { categoryHomes, waysTo, type CategoryWay } from '../categories/pages';
import { MOST_BESIDE } from '../reach/by-place';
import type { Installation } from '../runtime/installation';
import { languagesOn, visitorAddress } from '../runtime/languages';
import { siteAt } from '../runtime/sites';
import type { ResolvedAddress } from './resolve-address';

/** The pages below one in the order its type asks for. */
export function inOrder(
  installation: Installation,
  parent: LivePage | undefined,
  children: LivePage[],
): LivePage[] {
  const order = (parent && installation.model.pageType(parent.type)?.definition.childOrder) ?? 'byHand';
  if (order === 'title')
    return [...children].sort((a, b) =>
      new Intl.Collator(installation.model.locale).compare(a.title, b.title),
    );
  return order === 'date'
    ? [...children].sort((a, b) => b.publishedAt - a.publishedAt || a.id - b.id)
    : children;
}

/** The languages a page can be read in, each with where. Empty where there is only one. */
export function languagesOf(
  installation: Installation,
  page: string,
  results: number,
  here?: string,
): VisitorPage['languages'] {
  const languages = languagesOn(installation, siteAt(installation, page));
  if (languages.length === 1) return [];
  return languages.map((language) => ({
    locale: language ?? installation.model.locale,
    address: resultAddress(visitorAddress(installation, language, page), results),
    here: language === here,
  }));
}

/** The ways that lead on from a page: to the pages below it, and for a category to those beside it. */
export async function waysOn(
  installation: Installation,
  { page, entry, category }: ResolvedAddress,
  children: readonly LivePage[],
  language?: string,
): Promise<{ categories: CategoryWay[]; beside: CategoryWay[] }> {
  if (category) {
    const {
      home,
      category: { id, scheme, parent },
    } = category;
    const siblings = installation.categories.below(scheme, parent);
    return {
      categories: await waysTo(
        installation.content,
        installation,
        home,
        installation.categories.below(scheme, id),
        language,
      ),
      beside:
        siblings.length > 1 && siblings.length <= MOST_BESIDE
          ? await waysTo(installation.content, installation, home, siblings, language)
          : [],
    };
  }
  const homes = entry
    ? []
    : [...(await categoryHomes(installation.content, installation)).values()].filter(
        (home) =>
          home.page.parent === page.record && children.some(({ record }) => record === home.page.record),
      );
  return {
    categories: (
      await Promise.all(
        homes.map((home) =>
          waysTo(
            installation.content,
            installation,
            home,
            installation.categories.below(home.scheme, null),
            language,
          ),
        ),
      )
    ).flat(),
    beside: [],
  };
}
