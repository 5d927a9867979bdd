import { ICalCalendar } from 'ical-generator';
import { clockMoment } from '../content/clock';
import { dayFrom, isDay } from '../content/day';

/** Things with a date, to be followed in a calendar. */
export interface CalendarContent {
  name: string;
  description: string;
  /** BCP 47. */
  language: string;
  /** The page that shows the things, and where the calendar is found: whole addresses. */
  address: string;
  self: string;
  /** The time zone (IANA) whose clocks tell the moments. */
  timeZone: string;
  events: CalendarEvent[];
}

export interface CalendarEvent {
  /** Permanent: a calendar knows by it what it has (a UUID). */
  id: string;
  title: string;
  summary: string;
  address: string;
  where?: string;
  /** A day (`2026-11-24`), or a day and time as the clock shows it where it happens (`2026-11-24T10:30`). */
  begins: string;
  /** The last day, or the moment at which it ends. */
  ends?: string;
  /** When it changed last (ms since 1970). */
  updated: number;
}

/** What stands in a calendar in which nothing happens: it must hold something (RFC 5545, 3.6), and this tells of no day. */
const HOLDS_NOTHING = [
  'BEGIN:VTIMEZONE',
  'TZID:UTC',
  'BEGIN:STANDARD',
  'DTSTART:19700101T000000',
  'TZOFFSETFROM:+0000',
  'TZOFFSETTO:+0000',
  'END:STANDARD',
  'END:VTIMEZONE',
].join('\r\n');

/** How often (s) a calendar should look again. */
const LOOK_AGAIN = 6 * 3600;

/** Things with a date as a calendar (RFC 5545, with the properties of RFC 7986). */
export function writeCalendar(content: CalendarContent): string {
  const { name, description, address, self, timeZone } = content;
  const calendar = new ICalCalendar({
    name,
    description,
    url: address,
    source: self,
    ttl: LOOK_AGAIN,
    ...(content.events.length === 0 ? { timezone: { name: 'UTC', generator: () => HOLDS_NOTHING } } : {}),
    prodId: { company: 'Clear Frame', product: 'Calendar', language: content.language.toUpperCase() },
  });
  for (const { id, title, summary, address: url, where, begins, ends, updated } of content.events) {
    const allDay = isDay(begins);
    // What ends before it begins, or is a day where the other is a moment, says no end.
    const end = ends !== undefined && isDay(ends) === allDay && ends >= begins ? ends : undefined;
    const at = (each: string): Date => new Date(allDay ? `${each}T00:00:00Z` : clockMoment(each, timeZone));
    calendar.createEvent({
      id,
      summary: title,
      ...(summary ? { description: summary } : {}),
      url,
      ...(where === undefined ? {} : { location: where }),
      allDay,
      start: at(begins),
      // A calendar's last day is the one after (RFC 5545, 3.6.1).
      ...(end === undefined ? {} : { end: at(allDay ? dayFrom({ now: '+1 days' }, end) : end) }),
      stamp: new Date(updated),
      lastModified: new Date(updated),
    });
  }
  return calendar.toString();
}
