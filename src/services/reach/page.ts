import type { Id } from '../../core/ids';
import { kindFor } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { liveAbove, liveBelow, livePagesByIds, livePlaces, type LivePage } from '../../store/live-pages';
import { referrers } from '../../store/refs';
import { schemeShownBy } from '../categories/pages';
import { entryTypeOf } from '../entries/addresses';
import type { Installation } from '../runtime/installation';
import { siteAt } from '../runtime/sites';
import { leadsOf, shapesAround, standsIn } from '../visitor/stands-in';
import { reachOfTypes } from './entry';
import { pagesListing } from './listed';
import { distinctPages, livePlacesReferring, pagesShowing, reachedPages, type ReachedPage } from './pages';

/** The types of the entries whose own pages, or marks, some pages lead to or stand above. */
const entryTypesBelow = (installation: Installation, pages: readonly LivePage[]): Set<Id> =>
  new Set(
    pages.flatMap((page) => {
      const type = page.category === null ? installation.model.pageType(page.type) : undefined;
      const scheme = schemeShownBy(installation, type)?.id;
      const marked =
        scheme === undefined
          ? []
          : installation.model.contentTypes.filter(({ fields }) =>
              fields.some((field) => kindFor(field).scheme === scheme),
            );
      return [entryTypeOf(installation, type), ...marked].flatMap((of) => (of ? [of.id] : []));
    }),
  );

/** The page that lists what stands below another: the page above it, or where that is a heading, the one above that. */
function listedAbove(
  installation: Installation,
  above: readonly LivePage[],
  parent: number | null | undefined,
): LivePage[] {
  const page = above.find(({ record }) => record === parent);
  if (!page) return [];
  return leadsOf(installation, page) === 'below'
    ? [page, ...listedAbove(installation, above, page.parent)]
    : [page];
}

/** Whether a page stands in what every page of its site shows in its head or foot, being so many steps below the top. */
const standsAround = (installation: Installation, page: LivePage, steps: number): boolean => {
  const shapes = shapesAround(installation);
  return (['head', 'foot'] as const).some(
    (place) => steps <= (shapes[place]?.depth ?? 0) && standsIn(installation, page, place),
  );
};

/** The pages of its site on which a block shows a navigation that a page may stand in. */
async function pagesNavigating(
  reader: Reader,
  installation: Installation,
  page: LivePage,
): Promise<ReachedPage[]> {
  const navigations = installation.model.blockTypes.filter(
    ({ definition }) => definition.behaves === 'navigation',
  );
  if (navigations.length === 0 || !standsIn(installation, page, 'head')) return [];
  const places = await livePlacesReferring(
    reader,
    installation,
    navigations.map(({ id }) => id),
    'block',
  );
  return reachedPages(
    reader,
    installation,
    places.filter(({ address }) => siteAt(installation, address).id === page.site),
  );
}

/**
 * Every page visitors see that differs when a page's words, place or visibility changes: itself, the page above it
 * (which lists it), the pages below it (which name it), and all of them where it stands in the navigation.
 */
export async function reachOfPage(
  reader: Reader,
  installation: Installation,
  record: number,
): Promise<ReachedPage[]> {
  const now = installation.now();
  const [self] = await livePagesByIds(reader, now, [record]);
  const above = await liveAbove(reader, now, record);
  const below = await liveBelow(reader, now, [record]);
  const branch = [...(self ? [self] : []), ...below];
  const isTop = self?.parent === null;
  const isAround = isTop || (self !== undefined && standsAround(installation, self, above.length));
  const near = self?.category
    ? [self]
    : self && isAround
      ? await livePlaces(reader, now, { site: self.site })
      : [...listedAbove(installation, above, self?.parent), ...branch];
  // Where it says how the pages of entries are, or stands above what does, every link to such an entry follows it.
  // And where it says how the pages of categories are, every mark of one.
  const types = entryTypesBelow(installation, branch);
  const leading = self
    ? (await referrers(reader, self.uuid, 1)).flatMap(({ uuid, role }) =>
        role === 'full list' ? [uuid] : [],
      )
    : [];
  return distinctPages([
    ...(await reachedPages(reader, installation, near)),
    ...(types.size > 0 ? await reachOfTypes(reader, installation, types) : []),
    ...(await pagesShowing(reader, installation, new Set(leading))),
    ...(self && !isAround ? await pagesNavigating(reader, installation, self) : []),
    ...(await pagesListing(reader, installation, record, [...above, ...branch])),
    ...(self
      ? await reachedPages(reader, installation, await livePlacesReferring(reader, installation, [self.uuid]))
      : []),
  ]);
}

/** Every page that leads to one below a page: its links follow where that gets another address, or goes. */
export async function reachOfBranch(
  reader: Reader,
  installation: Installation,
  record: number,
): Promise<ReachedPage[]> {
  const below = await liveBelow(reader, installation.now(), [record]);
  const targets = below.map(({ uuid }) => uuid);
  return reachedPages(reader, installation, await livePlacesReferring(reader, installation, targets));
}
