import { addVisits, visitsAmong } from '../store/visits';
import { today, type House } from './house';

/** How long (ms) a page that shows its visits stands before it is counted anew. */
export const VISITS_FRESH = 10 * 60_000;

/** A page went out to a visitor. */
export const countVisit = (house: House, page: string): void => house.visits.count(page);

/** Keeps what was counted since the last time, under the day that it is now. */
export async function keepVisits(house: House): Promise<void> {
  const day = today(house);
  const counted = house.visits.take().map((each) => ({ ...each, day }));
  if (counted.length > 0) await house.sessions.write((tx) => addVisits(tx, counted));
}

export const pageVisits = async (house: House, page: string): Promise<number> => (await visitsAmong(house.sessions, [page])).get(page) ?? 0;
