'use client';
import { Button, OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { VersionRow } from '../../../../contract/versions';
import { ask, wordsOf } from '../../../../ui/ask';
import { Labelled } from '../../../../ui/labelled';
import { Eyebrow, Note } from '../../../../ui/marks';
import { versionTime, versionWords } from '../../../../ui/versions/version-words';
import styles from './history.module.css';

/** One of the versions that are compared: when, by whom, what, and the name under which it is found again. */
export function VersionName({
  id,
  row,
  heading,
  mayName,
}: {
  id: string;
  row: VersionRow;
  heading: string;
  mayName: boolean;
}): ReactElement {
  const client = useQueryClient();
  const [name, setName] = useState(row.name ?? '');
  const [problem, setProblem] = useState<string>();
  const save = async () => {
    try {
      await ask('nameVersion', { path: { id, number: String(row.number) }, body: { name } });
      setProblem(undefined);
      await client.invalidateQueries({ queryKey: ['versions'] });
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <section className={styles.side} aria-label={heading}>
      <Eyebrow>{heading}</Eyebrow>
      <div>{versionTime(row.at)}</div>
      <p>{versionWords(row)}</p>
      {mayName && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <Labelled id={`name-${row.number}`} label="Its name">
            <OutlinedInput
              id={`name-${row.number}`}
              fullWidth
              value={name}
              placeholder="Before the count"
              onChange={({ target }) => setName(target.value)}
            />
          </Labelled>
          {name.trim() !== (row.name ?? '') && (
            <Button type="submit" size="small" sx={{ mt: 1 }}>
              {name.trim() ? 'Name it' : 'Take the name away'}
            </Button>
          )}
        </form>
      )}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
    </section>
  );
}
