'use client';
import { Button, MenuItem, OutlinedInput, Select } from '@mui/material';
import dayjs from 'dayjs';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { GivenAnswer } from '../../contract/review';
import { ask } from '../ask';
import { DayBox } from '../day-box';
import { Labelled } from '../labelled';
import { usePerson } from '../shell/person';
import { useAsk } from '../use-ask';
import styles from './notes.module.css';

/** By which day something is to be done; the year where it is another. */
export const dayInWords = (day: string): string =>
  dayjs(day).format(dayjs(day).isSame(dayjs(), 'year') ? 'D MMMM' : 'D MMMM YYYY');

/** To whom a record is given to see to, by which day; and giving it to somebody. */
export function GivenTo({
  record,
  given,
  busy,
  act,
}: {
  record: string;
  given: GivenAnswer | undefined;
  busy: boolean;
  act: (work: () => Promise<unknown>) => Promise<boolean>;
}): ReactElement {
  const person = usePerson();
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState('');
  const [day, setDay] = useState('');
  const [words, setWords] = useState('');
  const { data } = useAsk('colleagues', {}, { enabled: open });
  const path = { id: record };
  const give = async (event: FormEvent) => {
    event.preventDefault();
    if (await act(() => ask('giveWork', { path, body: { to, words, ...(day ? { day } : {}) } })))
      setOpen(false);
  };
  return (
    <div className={styles.given}>
      {given && (
        <p className={styles.said}>
          Given to <b>{given.to === person.id ? 'you' : given.toName}</b>
          {given.day ? ` by ${dayInWords(given.day)}` : ''}, by {given.by}.{given.words && ` ${given.words}`}
        </p>
      )}
      {open ? (
        <form className={styles.fresh} onSubmit={(event) => void give(event)}>
          <Labelled id="given-to" label="Give it to">
            <Select
              id="given-to"
              fullWidth
              value={to}
              onChange={({ target }) => setTo(target.value)}
              slotProps={{ input: { 'aria-label': 'Give it to' } }}
            >
              {(data?.items ?? []).map(({ id, name }) => (
                <MenuItem key={id} value={id}>
                  {id === person.id ? `${name} (you)` : name}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
          <Labelled id="given-day" label="By">
            <DayBox id="given-day" value={day} onChange={setDay} />
          </Labelled>
          <OutlinedInput
            fullWidth
            multiline
            value={words}
            placeholder="What is to be done"
            inputProps={{ 'aria-label': 'What is to be done', maxLength: 500 }}
            onChange={({ target }) => setWords(target.value)}
          />
          <div className={styles.buttons}>
            <Button type="submit" variant="contained" size="small" disabled={busy || to === ''}>
              Give it
            </Button>
            <Button size="small" onClick={() => setOpen(false)}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <div className={styles.buttons}>
          <Button size="small" onClick={() => setOpen(true)}>
            {given ? 'Give it to somebody else' : 'Give it to somebody'}
          </Button>
          {given && (
            <Button
              size="small"
              disabled={busy}
              onClick={() => void act(() => ask('endGivenWork', { path }))}
            >
              Done
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
