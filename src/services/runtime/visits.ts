import { addVisits, visitsAmong } from '../../store/visits';
import { today, type Installation } from './installation';

/** How long (ms) a page that shows its visits stands before it is counted anew. */
export const VISITS_FRESH = 10 * 60_000;

/** A page went out to a visitor. */
export const countVisit = (installation: Installation, page: string): void => installation.visits.count(page);

/** Keeps what was counted since the last time, under the day that it is now. */
export async function keepVisits(installation: Installation): Promise<void> {
  const day = today(installation);
  const counted = installation.visits.take().map((each) => ({ ...each, day }));
  if (counted.length > 0) await installation.sessions.write((tx) => addVisits(tx, counted));
}

export const pageVisits = async (installation: Installation, page: string): Promise<number> =>
  (await visitsAmong(installation.sessions, [page])).get(page) ?? 0;
