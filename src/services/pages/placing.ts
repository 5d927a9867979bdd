import { putCategoryWords } from '../../store/category-words';
import { positionAgain } from '../../core/content/positions';
import { isBinAddress } from '../../core/site/address';
import { answersOf } from '../../core/model/page-source';
import { branchIsSeen, leaveAddresses } from '../../store/old-addresses';
import { branchOf, childrenOf, placeOf, putPlaces, type PlacedPage, type PlaceRow } from '../../store/pages';
import type { Act } from '../records/act';
import { addressAt, type Place } from './places';

/** Puts pages in their places inside an act, or gives them new ones. */
export async function placePages(act: Act, rows: readonly PlaceRow[]): Promise<void> {
  await act.touch(rows.map(({ record }) => record));
  await putPlaces(act.tx, rows);
}

/** Says inside an act whose words a page holds: a category's, by its integer key. */
export async function giveWords(act: Act, record: number, category: number): Promise<void> {
  await act.touch([record]);
  await putCategoryWords(act.tx, record, category);
}

/**
 * Leaves the address of a page behind, which changes for it and all that stands below it, where visitors see any of
 * them. A page that says how others are takes those along from below the page above it.
 */
async function leaveBehind(
  act: Act,
  before: PlacedPage,
  address: string,
  parent: number | null,
): Promise<void> {
  if (before.address === address || before.parent === null) return;
  if (!(await branchIsSeen(act.tx, before.record, act.now))) return;
  const above = await placeOf(act.tx, before.parent);
  const type = act.inside.model.pageType(before.type);
  if (!above || !type) return;
  const isMoved = before.parent !== parent;
  const left = {
    parent: above.uuid,
    target: before.uuid,
    why: isMoved ? 'moved' : 'renamed',
    at: act.now,
  } as const;
  if (answersOf(type.definition.source).isPlace)
    await leaveAddresses(act.tx, [{ ...left, piece: before.slug, way: 'page', address: before.address }]);
  else if (isMoved)
    await leaveAddresses(act.tx, [{ ...left, piece: '', way: 'below', address: above.address }]);
}

/**
 * Gives a page and all below it their addresses, after its slug or place changed. Where another has taken the position
 * meanwhile, it stands right behind that one.
 */
export async function readdress(
  act: Act,
  record: number,
  at: Place,
  position: string,
  slug: string,
): Promise<void> {
  const branch = await branchOf(act.tx, record);
  const byParent = (above: number) =>
    branch.filter((each) => each.parent === above && each.record !== record);
  const { site, parent } = at;
  const before = branch.find((each) => each.record === record);
  if (before && !isBinAddress(before.address))
    await leaveBehind(act, before, addressAt(at, slug), parent?.record ?? null);
  const beside = await childrenOf(act.tx, site.id, parent?.record ?? null);
  const free = positionAgain(
    beside.filter((each) => each.record !== record),
    position,
  );
  const rows: PlaceRow[] = [
    {
      record,
      site: site.id,
      parent: parent?.record ?? null,
      position: free,
      slug,
      address: addressAt(at, slug),
    },
  ];
  for (let i = 0; i < rows.length; i += 1) {
    const above = rows[i];
    if (!above) continue;
    for (const child of byParent(above.record)) {
      // The address of a category's words is told by the category.
      if (child.category !== null) continue;
      const address = above.address === '/' ? `/${child.slug}` : `${above.address}/${child.slug}`;
      rows.push({ ...child, parent: above.record, address });
    }
  }
  await placePages(act, rows);
}
