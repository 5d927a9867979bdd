import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone';
import utc from 'dayjs/plugin/utc';

dayjs.extend(utc);
dayjs.extend(timezone);

/**
 * The moment (ms since 1970) at which clocks in a time zone (IANA) show a day and time (`2026-11-24T10:30`). What a clock
 * shows twice is the first of the two; what it leaps over, as much later.
 */
export const clockMoment = (shown: string, timeZone: string): number => dayjs.tz(shown, timeZone).valueOf();

/** What clocks in a time zone (IANA) show at a moment (ms since 1970): day and minute (`2026-11-24T10:30`). */
export const clockAt = (moment: number, timeZone: string): string =>
  dayjs.tz(moment, timeZone).format('YYYY-MM-DDTHH:mm');
