import dayjs from 'dayjs';
import type { ShownSpan } from '../contract/entries';
import type { State } from '../core/content/states';

interface Seen {
  state: State;
  shown: readonly ShownSpan[];
  differs: boolean;
}

/** A moment as it is told: the day, with the hour where that is not midnight, and the year where it is another. */
export function momentInWords(at: string, now = dayjs()): string {
  const moment = dayjs(at);
  const day = moment.format(moment.isSame(now, 'year') ? 'D MMMM' : 'D MMMM YYYY');
  return moment.hour() === 0 && moment.minute() === 0 ? day : `${day}, ${moment.format('HH:mm')}`;
}

/**
 * What visitors see of a record now, and what follows, in sentences: since when, until when, whether the
 * working version says something else.
 */
export function seenInWords({ state, shown, differs }: Seen, now = dayjs()): string {
  if (state === 'binned') return 'It is in the bin; visitors do not see it.';
  const [first, ...others] = shown;
  if (!first) return state === 'withdrawn' ? 'Visitors do not see it any more.' : 'Visitors do not see it.';
  const until = (span: ShownSpan) => (span.until ? ` until ${momentInWords(span.until, now)}` : '');
  const later = (span: ShownSpan, what: string) =>
    `${what} from ${momentInWords(span.from, now)}${until(span)}.`;
  const waits = dayjs(first.from).isAfter(now);
  const begins = waits
    ? later(first, 'Visitors see it')
    : differs && others.length === 0
      ? `Visitors still see the version of ${momentInWords(first.from, now)}${until(first)}.`
      : others.length > 0
        ? `Visitors see the version of ${momentInWords(first.from, now)}${until(first)}.`
        : `Visitors see this version, since ${momentInWords(first.from, now)}${until(first)}; nothing in it is new.`;
  return [begins, ...others.map((span) => later(span, 'Another version follows'))].join(' ');
}
