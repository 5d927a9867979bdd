import type { Id } from '../../core/ids';
import type { Reader } from '../../store/database';
import { referrers } from '../../store/refs';

/** The listings that read a type or a field of it, in their working or their live version. */
export async function listingsReading(reader: Reader, target: Id): Promise<string[]> {
  const found = [...(await referrers(reader, target, 0)), ...(await referrers(reader, target, 1))].filter(
    ({ sort }) => sort === 'listing',
  );
  return [...new Set(found.map(({ title }) => title))];
}
