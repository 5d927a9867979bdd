'use client';
import { Button, OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Note } from '../../../../../ui/marks';
import styles from './bin.module.css';

/** For how many days something is kept in the bin, as an architect sets it. */
export function BinDays({ days }: { days: number }): ReactElement {
  const client = useQueryClient();
  const [given, setGiven] = useState(String(days));
  const [problem, setProblem] = useState<string>();
  const keep = async () => {
    try {
      await ask('keepInBin', { body: { days: Number(given) } });
      setProblem(undefined);
      await client.invalidateQueries({ queryKey: ['bin'] });
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <>
      <form
        className={styles.days}
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <label htmlFor="bin-days">Kept for</label>
        <OutlinedInput
          id="bin-days"
          value={given}
          inputProps={{ inputMode: 'numeric', maxLength: 3 }}
          onChange={({ target }) => setGiven(target.value)}
        />
        <span>days, then forgotten for good.</span>
        {given !== String(days) && (
          <Button type="submit" size="small">
            Save
          </Button>
        )}
      </form>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
    </>
  );
}
