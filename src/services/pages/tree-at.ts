import type { TreeAnswer, TreePage } from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import type { Id } from '../../core/ids';
import { addressOf, isBinAddress } from '../../core/site/address';
import { placesAt, type TreePlace } from '../../core/site/tree-at';
import { inTreeOrder } from '../../core/site/tree-order';
import { everyPlace, spansOfPages, titlesAt } from '../../store/pages';
import { placeChangesSince, plannedUntil } from '../../store/waiting-places';
import { addressOfPlaced } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { siteOf } from '../runtime/sites';
import { sitesTold } from './sites';

/**
 * The trees of all sites as they were at a moment (ISO 8601), or will be as far as it is planned: where each page stands
 * then, at which address, in which order, and how it stands with visitors; with the title that they read.
 */
export async function siteTreeAt(installation: Installation, moment: string): Promise<TreeAnswer> {
  const { content, categories, model } = installation;
  const at = Date.parse(moment);
  const [pages, spans, titles, changes, planned] = await Promise.all([
    everyPlace(content),
    // What was published since was not known then.
    spansOfPages(content, at),
    titlesAt(content, at),
    placeChangesSince(content, at),
    plannedUntil(content, at),
  ]);
  const byId = new Map(pages.map((page) => [page.uuid, page]));
  const uuidOf = new Map(pages.map((page) => [page.record, page.uuid]));
  const now = new Map<Id, TreePlace>(
    pages.map(({ uuid, site, parent, position, slug, address }) => [
      uuid,
      { site, parent: uuidOf.get(parent ?? 0) ?? null, position, slug, binned: isBinAddress(address) },
    ]),
  );
  const standing = [...placesAt(now, { changes, planned }, at)]
    .flatMap(([id, place]) => (place.binned ? [] : [{ id, ...place }]))
    .sort((a, b) => a.site - b.site || (a.position < b.position ? -1 : 1));
  const told: TreePage[] = [];
  const addresses = new Map<Id, string>();
  for (const { id, site: number, parent, slug } of inTreeOrder(standing, (place) => place.id)) {
    const page = byId.get(id);
    if (!page) continue;
    const site = siteOf(installation, number);
    const above = addresses.get(parent ?? '');
    const own =
      parent === null ? site.base || '/' : addressOf([...(above ?? '').split('/').filter(Boolean), slug]);
    const address = addressOfPlaced(installation, { category: page.category, address: own }, above);
    addresses.set(id, address);
    told.push({
      id,
      site: site.uuid,
      parent,
      type: model.pageType(page.type)?.definition.key ?? '',
      category: page.category,
      title: titles.get(page.record) || page.title || (categories.get(page.category ?? '')?.label ?? ''),
      slug,
      address,
      revision: page.revision,
      state: stateAt({ stage: 'draft', spans: spans.get(page.record) ?? [], binned: false }, at),
    });
  }
  return { sites: sitesTold(installation), pages: told };
}
