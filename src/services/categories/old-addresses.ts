import type { Category } from '../../core/content/categories';
import type { Id } from '../../core/ids';
import { leaveAddresses, type OldAddressRow } from '../../store/old-addresses';
import type { Act } from '../records/act';
import { categoryAddress, categoryHomes } from './pages';

/**
 * Leaves the addresses of categories behind whose pages, with all below them, are found elsewhere from now on: where
 * they stand, or where what they went into stands. To be called before they change.
 */
export async function leaveCategoryAddresses(
  act: Act,
  left: readonly { category: Category; why: OldAddressRow['why']; heir?: Id }[],
): Promise<void> {
  if (left.length === 0) return;
  const homes = await categoryHomes(act.tx, act.inside);
  await leaveAddresses(
    act.tx,
    left.flatMap(({ category: { id, scheme, parent, slug }, why, heir }): OldAddressRow[] => {
      const home = homes.get(scheme);
      if (!home) return [];
      const step = { address: categoryAddress(act.inside, home, id), why, at: act.now };
      return [
        { ...step, parent: parent ?? scheme, piece: slug, way: 'category', target: id },
        ...(heir === undefined
          ? []
          : [{ ...step, parent: id, piece: '', way: 'heir' as const, target: heir }]),
      ];
    }),
  );
}
