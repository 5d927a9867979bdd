'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { Json } from '../core/json';
import type { Field } from '../core/model/document';
import type { Conflict } from './use-draft';
import styles from './conflicts.module.css';

const inWords = (value: Json): string =>
  value === null || value === '' ? 'empty' : Array.isArray(value) ? value.join(', ') : String(value);

/** Where two people changed the same field: for each, whose words stay. Nothing is kept until it is decided. */
export function Conflicts({
  conflicts,
  fields,
  by,
  onDecide,
}: {
  conflicts: readonly Conflict[];
  fields: readonly Field[];
  by: string;
  onDecide: (mine: ReadonlySet<string>) => void;
}): ReactElement {
  const [mine, setMine] = useState<ReadonlySet<string>>(() => new Set(conflicts.map(({ key }) => key)));
  const choose = (key: string, isMine: boolean) =>
    setMine((now) => (isMine ? new Set([...now, key]) : new Set([...now].filter((each) => each !== key))));
  return (
    <Dialog open={conflicts.length > 0} fullWidth maxWidth="sm" aria-labelledby="conflicts">
      <DialogTitle id="conflicts">
        {by || 'Someone'} changed the same {conflicts.length === 1 ? 'field' : 'fields'} meanwhile
      </DialogTitle>
      <DialogContent>
        {conflicts.map(({ key, mine: own, theirs }) => (
          <div
            key={key}
            className={styles.conflict}
            role="radiogroup"
            aria-label={fields.find((field) => field.key === key)?.label ?? key}
          >
            <b>{fields.find((field) => field.key === key)?.label ?? key}</b>
            <label>
              <input type="radio" name={key} checked={mine.has(key)} onChange={() => choose(key, true)} />
              <span>Yours: {inWords(own)}</span>
            </label>
            <label>
              <input type="radio" name={key} checked={!mine.has(key)} onChange={() => choose(key, false)} />
              <span>Theirs: {inWords(theirs)}</span>
            </label>
          </div>
        ))}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={() => onDecide(mine)}>
          Save these
        </Button>
      </DialogActions>
    </Dialog>
  );
}
