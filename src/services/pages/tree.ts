import type {
  AddressAnswer,
  AddressQuery,
  PlacesAnswer,
  PlaceVerdict,
  TreeAnswer,
} from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { homesIn, spansOfPages, tree, type PlacedPage } from '../../store/pages';
import { addressOfPlaced } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { needPage, typeOfPage } from './answer';
import { addressAt, pageTypeByKey, parentGiven, slugFor, typesAt, verdictsAmong, type Place } from './places';
import { sitesTold } from './sites';
import { siteGiven, siteOf } from '../runtime/sites';

/** Pages in the order in which they stand in their trees, each after its parent. */
function inTreeOrder(pages: readonly PlacedPage[]): PlacedPage[] {
  const below = new Map<number | null, PlacedPage[]>();
  for (const page of pages) {
    const siblings = below.get(page.parent);
    if (siblings) siblings.push(page);
    else below.set(page.parent, [page]);
  }
  const inOrder: PlacedPage[] = [];
  const add = (page: PlacedPage): void => {
    inOrder.push(page);
    below.get(page.record)?.forEach(add);
  };
  below.get(null)?.forEach(add);
  return inOrder;
}

/** The trees of all sites, each page after its parent. */
export async function siteTree(installation: Installation): Promise<TreeAnswer> {
  const [pages, spans] = await Promise.all([tree(installation.content), spansOfPages(installation.content)]);
  const byRecord = new Map(pages.map((page) => [page.record, page]));
  return {
    sites: sitesTold(installation),
    pages: inTreeOrder(pages).map((page) => ({
      id: page.uuid,
      site: siteOf(installation, page.site).uuid,
      parent: byRecord.get(page.parent ?? 0)?.uuid ?? null,
      type: installation.model.pageType(page.type)?.definition.key ?? '',
      category: page.category,
      title: page.title || (installation.categories.get(page.category ?? '')?.label ?? ''),
      slug: page.slug,
      address: addressOfPlaced(installation, page, byRecord.get(page.parent ?? 0)?.address),
      revision: page.revision,
      state: stateAt(
        { stage: page.stage, spans: spans.get(page.record) ?? [], binned: false },
        installation.now(),
      ),
    })),
  };
}

/**
 * The page types that may stand under a page, and with none at the top of a site (by id; without one, of the
 * first).
 */
export async function typesUnder(
  installation: Installation,
  id: Id | null,
  site?: Id,
): Promise<PlacesAnswer> {
  if (id === null)
    return { items: await typesAt(installation, { site: siteGiven(installation, site), parent: null }) };
  const { place } = await needPage(installation.content, id);
  return { items: await typesAt(installation, { site: siteOf(installation, place.site), parent: place }) };
}

/** Every place in the tree, with whether the page may stand there. */
export async function homesFor(installation: Installation, id: Id): Promise<PlacesAnswer> {
  const { record, place } = await needPage(installation.content, id);
  const type = typeOfPage(installation, record.type);
  const homes = await homesIn(installation.content, place.site);
  const verdicts = await verdictsAmong(installation.content, installation, type, homes, place);
  const items = homes.flatMap(({ uuid, title }, i): PlaceVerdict[] => {
    const verdict = verdicts[i];
    return uuid === id || !verdict ? [] : [{ id: uuid, label: title, ...verdict }];
  });
  return { items: items.sort((a, b) => Number(b.allowed) - Number(a.allowed)) };
}

export async function addressFor(
  installation: Installation,
  { title, type: key, parent: id, site }: AddressQuery,
): Promise<AddressAnswer> {
  const parent = await parentGiven(installation.content, id ?? null);
  const at: Place = {
    site: parent ? siteOf(installation, parent.site) : siteGiven(installation, site),
    parent,
  };
  const slug = await slugFor(
    installation.content,
    installation,
    pageTypeByKey(installation, key).definition,
    title,
    at,
    null,
  );
  return { slug, address: addressAt(at, slug) };
}
