import type { AddressAnswer, AddressQuery, PlacesAnswer, TreeAnswer } from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { branchOf, tree, type PlacedPage } from '../../store/pages';
import { liveOfMany } from '../../store/records';
import { addressOfPlaced } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { needPage, typeOfPage } from './answer';
import { addressAt, pageTypeByKey, parentGiven, slugFor, typesAt, verdictFor, type Place } from './places';
import { sitesTold } from './sites';
import { siteGiven, siteOf } from '../runtime/sites';

/** The trees of all sites, each page after its parent. */
export async function siteTree(installation: Installation): Promise<TreeAnswer> {
  const pages = await tree(installation.content);
  const live = await liveOfMany(
    installation.content,
    pages.map(({ record }) => record),
  );
  const byRecord = new Map(pages.map((page) => [page.record, page]));
  const inOrder: PlacedPage[] = [];
  const add = (parent: number | null) => {
    for (const page of pages) {
      if (page.parent !== parent) continue;
      inOrder.push(page);
      add(page.record);
    }
  };
  add(null);
  return {
    sites: sitesTold(installation),
    pages: inOrder.map((page) => ({
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
        { stage: page.stage, spans: live.get(page.record) ?? [], binned: false },
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
  const branch = new Set((await branchOf(installation.content, record.id)).map((below) => below.record));
  const pages = (await tree(installation.content)).filter(
    (each) => each.record !== record.id && each.site === place.site,
  );
  const site = siteOf(installation, place.site);
  const items = await Promise.all(
    pages.map(async (each) => {
      if (branch.has(each.record))
        return {
          id: each.uuid,
          label: each.title,
          allowed: false,
          reasons: ['A page cannot stand below itself.'],
        };
      if (each.record === place.parent)
        return { id: each.uuid, label: each.title, allowed: true, reasons: ['It stands here now.'] };
      return {
        id: each.uuid,
        label: each.title,
        ...(await verdictFor(installation.content, installation, type, { site, parent: each }, record.id)),
      };
    }),
  );
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
