import type { PlannedPlace, PlaceChange, TreePlace } from '../core/site/tree-at';
import type { Id } from '../core/ids';
import { isBinAddress } from '../core/site/address';
import type { Reader, WriteTransaction } from './database';
import { anyOf, sql } from './sql';
import type { RowOf } from './tables/table';
import { waitingPlaces } from './tables/waiting-places';

/** A place that a page is to take: from a moment on (ms), or with its next publication (0). */
export type WaitingPlaceRow = RowOf<typeof waitingPlaces.columns>;

/** A place that a page is to take, with the page it will stand below by its id. */
export interface WaitingPlace extends Pick<WaitingPlaceRow, 'starts' | 'position' | 'slug'> {
  parent: Id | null;
}

/** The places that each of some pages is to take, the soonest first, what waits for a publication last. */
export async function waitingPlacesOf(
  reader: Reader,
  records: readonly number[],
): Promise<Map<number, WaitingPlace[]>> {
  const found = new Map<number, WaitingPlace[]>();
  const rows = await reader.all<WaitingPlace & { record: number }>(
    sql`SELECT w.record, w.starts, a.uuid AS parent, w.position, w.slug FROM waiting_places w LEFT JOIN records a ON a.id = w.parent
     WHERE w.record IN ${anyOf(records)} ORDER BY w.record, w.starts = 0, w.starts`,
  );
  for (const { record, ...place } of rows) found.set(record, [...(found.get(record) ?? []), place]);
  return found;
}

export const putWaitingPlaces = (tx: WriteTransaction, rows: readonly WaitingPlaceRow[]): Promise<void> =>
  tx.put(waitingPlaces, rows);
export const dropWaitingPlaces = (tx: WriteTransaction, where: Partial<WaitingPlaceRow>): Promise<number> =>
  tx.remove(waitingPlaces, where);

export const waitingPlaceOf = (
  reader: Reader,
  record: number,
  starts: number,
): Promise<WaitingPlaceRow | undefined> => reader.find(waitingPlaces, { record, starts });

export const waitingRowsOf = (reader: Reader, record: number): Promise<WaitingPlaceRow[]> =>
  reader.all(
    sql`SELECT record, starts, parent, position, slug FROM waiting_places WHERE record = ${record} ORDER BY starts`,
  );

/** The place that is to be taken first of all; of those that begin at one moment, any. */
export const firstWaitingPlace = (reader: Reader): Promise<WaitingPlaceRow | undefined> =>
  reader.one(
    sql`SELECT record, starts, parent, position, slug FROM waiting_places WHERE starts > 0 ORDER BY starts LIMIT 1`,
  );

/** Every place that a page is to take until a moment (ms). */
export const plannedUntil = (reader: Reader, at: number): Promise<PlannedPlace[]> =>
  reader.all(
    sql`SELECT r.uuid AS page, w.starts, a.uuid AS parent, w.position, w.slug FROM waiting_places w JOIN records r ON r.id = w.record
     LEFT JOIN records a ON a.id = w.parent WHERE w.starts > 0 AND w.starts <= ${at}`,
  );

/** What an act keeps of a page's place, as JSON. */
type KeptPlace = Omit<TreePlace, 'binned'> & { address: string };

/** What acts did to the places of pages since a moment (ms), in their order. */
export async function placeChangesSince(reader: Reader, since: number): Promise<PlaceChange[]> {
  const rows = await reader.all<{ page: Id; at: number; before: string | null }>(
    sql`SELECT c.target AS page, a.at, CASE WHEN c.before IS NULL THEN NULL ELSE json_extract(c.before, '$.place') END AS before
     FROM act_changes c CROSS JOIN acts a ON a.id = c.act AND a.at > ${since}
     WHERE c.sort = 'page' AND (c.before IS NULL OR json_type(c.before, '$.place') IS NOT NULL) ORDER BY a.id`,
  );
  return rows.map(({ page, at, before }) => {
    if (before === null) return { page, at, before };
    // Acts alone write it.
    const { site, parent, position, slug, address } = JSON.parse(before) as KeptPlace;
    return { page, at, before: { site, parent, position, slug, binned: isBinAddress(address) } };
  });
}
