'use client';
import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { DigitalClock } from '@mui/x-date-pickers/DigitalClock';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import dayjs from 'dayjs';
import { useMemo, type ReactElement } from 'react';
import styles from './day-box.module.css';

/** The time that a day is picked with where none was said. */
const FIRST_TIME = '10:00';

/** The first day of the week (0 is Sunday) where a language is written; Monday where that is not known. */
function weekStart(locale: string): number {
  // Browsers tell it by one of two names (tc39.es/proposal-intl-locale-info); the types of this version know neither.
  const told = new Intl.Locale(locale) as Intl.Locale & {
    getWeekInfo?: () => { firstDay: number };
    weekInfo?: { firstDay: number };
  };
  return ((told.getWeekInfo?.() ?? told.weekInfo)?.firstDay ?? 1) % 7;
}

const names = (
  locale: string,
  options: Intl.DateTimeFormatOptions,
  count: number,
  at: (i: number) => number,
) => {
  const format = new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' });
  return Array.from({ length: count }, (_, i) => format.format(at(i)));
};

/** The names and the week of a language, from the browser: no list of languages is loaded for it. */
function localeOf(locale: string): string {
  const name = `site-${locale.toLowerCase()}`;
  const month = (i: number) => Date.UTC(2026, i, 15);
  const weekday = (i: number) => Date.UTC(2026, 0, 4 + i);
  dayjs.locale(
    {
      ...(dayjs.Ls.en as ILocale),
      name,
      weekStart: weekStart(locale),
      months: names(locale, { month: 'long' }, 12, month),
      monthsShort: names(locale, { month: 'short' }, 12, month),
      weekdays: names(locale, { weekday: 'long' }, 7, weekday),
      weekdaysShort: names(locale, { weekday: 'short' }, 7, weekday),
      weekdaysMin: names(locale, { weekday: 'narrow' }, 7, weekday),
    },
    undefined,
    true,
  );
  return name;
}

/** A calendar to pick a day from, with the times of the day where one is asked for. */
export function DayCalendar({
  value,
  clock,
  locale,
  onPick,
}: {
  value: string;
  clock: boolean;
  locale: string;
  /** Called with the day or moment, and whether nothing more is to be picked. */
  onPick: (value: string, done: boolean) => void;
}): ReactElement {
  const adapterLocale = useMemo(() => localeOf(locale), [locale]);
  const at = value === '' || !dayjs(value).isValid() ? null : dayjs(value).locale(adapterLocale);
  const time = at && value.includes('T') ? value.slice(11, 16) : FIRST_TIME;
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale={adapterLocale}>
      <div className={styles.calendar}>
        <DateCalendar
          value={at}
          autoFocus
          fixedWeekNumber={6}
          onChange={(day) => {
            if (!day) return;
            const picked = day.format('YYYY-MM-DD');
            onPick(clock ? `${picked}T${time}` : picked, !clock);
          }}
        />
        {clock && (
          <DigitalClock
            value={at}
            ampm={false}
            timeStep={15}
            skipDisabled
            onChange={(moment) => {
              if (!moment) return;
              const day = (at ?? dayjs()).format('YYYY-MM-DD');
              onPick(`${day}T${moment.format('HH:mm')}`, true);
            }}
          />
        )}
      </div>
    </LocalizationProvider>
  );
}
