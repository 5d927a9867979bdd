import { sql, type Sql } from '../sql';

/** What the clock asks of the rows `s` of the visitors' side: that they are seen at a moment (ms). */
export const liveNow = (now: number): Sql => sql`s.live_from <= ${now} AND s.live_until > ${now}`;

/** The same where an index that sorts is walked: the plus keeps the planner from going to another. */
export const liveNowWalking = (now: number): Sql => sql`+s.live_from <= ${now} AND +s.live_until > ${now}`;
