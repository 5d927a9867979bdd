'use client';
import { IconButton, InputAdornment, OutlinedInput, Popover } from '@mui/material';
import dayjs from 'dayjs';
import { CalendarDays } from 'lucide-react';
import { later } from './later';
import { useState, type ReactElement } from 'react';
import { saidDay, saidMoment } from '../core/content/said-day';
import styles from './day-box.module.css';
import { useModel } from './model-in-force';

const DayCalendar = later(() => import('./day-calendar').then((file) => file.DayCalendar));

/**
 * A day (`2026-12-24`), or a moment (`2026-12-24T10:30`), as the site's language says it; the day of the week
 * too where it is told in full.
 */
export function dayInBox(value: string, locale: string, inFull = false): string {
  if (!dayjs(value).isValid()) return value;
  const day = new Intl.DateTimeFormat(locale, {
    day: 'numeric',
    month: inFull ? 'long' : 'short',
    year: 'numeric',
    ...(inFull ? { weekday: 'long' } : {}),
    timeZone: 'UTC',
  }).format(Date.parse(`${value.slice(0, 10)}T00:00:00Z`));
  return value.includes('T') ? `${day}, ${value.slice(11, 16)}` : day;
}

/**
 * A box for a day, or for a day and a time: typed as people say it, or picked from a calendar. What words are
 * taken for is told below them while one types.
 */
export function DayBox({
  id,
  value,
  onChange,
  clock = false,
  invalid = false,
  describedBy,
  label,
  late = false,
}: {
  id: string;
  /** The day or moment (ISO 8601, without an offset); empty where there is none. */
  value: string;
  onChange: (value: string) => void;
  /** Whether it takes a time of day too. */
  clock?: boolean;
  invalid?: boolean;
  describedBy?: string | undefined;
  label?: string | undefined;
  /** Whether it is told only once one is done typing. */
  late?: boolean;
}): ReactElement {
  const { locale } = useModel();
  const [typed, setTyped] = useState<string>();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const shown = value === '' ? '' : dayInBox(value, locale);
  const saying = { today: dayjs().format('YYYY-MM-DD'), locale };
  const read = (text: string) => (clock ? saidMoment(text, saying) : saidDay(text, saying));
  const taken = typed === undefined || typed.trim() === '' ? undefined : read(typed);
  const isLost = typed !== undefined && typed.trim() !== '' && taken === undefined;
  const tell = (text: string) => {
    const next = text.trim() === '' ? '' : read(text);
    if (next !== undefined && next !== value) onChange(next);
  };
  const type = (text: string) => {
    setTyped(text);
    if (!late) tell(text);
  };
  const help = `${id}-taken`;
  return (
    <>
      <OutlinedInput
        id={id}
        fullWidth
        value={typed ?? shown}
        error={invalid || isLost}
        sx={{ pr: '6px' }}
        placeholder={clock ? '24 Dec 10:30' : '24 Dec'}
        autoComplete="off"
        onChange={({ target }) => type(target.value)}
        onBlur={() => {
          if (late && typed !== undefined) tell(typed);
          // Words that are no day stay, to be mended.
          if (!isLost) setTyped(undefined);
        }}
        onKeyDown={({ key }) => {
          if (key === 'Enter' && late && typed !== undefined) tell(typed);
        }}
        slotProps={{
          input: {
            'aria-describedby': [describedBy, typed === undefined ? undefined : help]
              .filter(Boolean)
              .join(' '),
            'aria-label': label,
          },
        }}
        endAdornment={
          <InputAdornment position="end" sx={{ ml: 0 }}>
            <IconButton
              size="small"
              edge="end"
              aria-label={`Calendar${label ? `: ${label}` : ''}`}
              aria-haspopup="dialog"
              onClick={({ currentTarget }) => setAt(currentTarget)}
            >
              <CalendarDays size={16} strokeWidth={1.6} aria-hidden="true" />
            </IconButton>
          </InputAdornment>
        }
      />
      {typed !== undefined && typed.trim() !== '' && (
        <span id={help} className={styles.taken} data-lost={isLost} role="status">
          {taken === undefined
            ? clock
              ? 'No day and time yet: 24 Dec 10:30, tomorrow 9am, next Friday 19:00.'
              : 'No day yet: 24 Dec, tomorrow, next Friday, in 2 weeks.'
            : dayInBox(taken, locale, true)}
        </span>
      )}
      <Popover
        open={at !== null}
        anchorEl={at}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': 'Calendar' } }}
      >
        <DayCalendar
          value={value}
          clock={clock}
          locale={locale}
          onPick={(next, done) => {
            setTyped(undefined);
            onChange(next);
            if (done) setAt(null);
          }}
        />
      </Popover>
    </>
  );
}
