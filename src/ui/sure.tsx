'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { later } from './later';
import { useId, useState, type ReactElement } from 'react';
import type { ReachLink } from '../contract/entries';
import type { InsteadOption } from '../contract/instead';
import styles from './sure.module.css';

/** Loaded where something may take the place of what goes. */
const InsteadBox = later(() => import('./instead-box').then((file) => file.InsteadBox));

/** How many things are named; the rest are counted. */
const NAMED = 6;

/** Things that an act reaches, under words that say what they have to do with it. */
export interface ReachedThings {
  words: string;
  things: readonly Pick<ReachLink, 'id' | 'label'>[];
  /** How many there are, where not all are told. */
  total?: number;
}

/** Things by their names, the first of them; `words` says what they have to do with the act. */
function Names({ words, things, total = things.length }: ReachedThings): ReactElement | null {
  if (things.length === 0) return null;
  const more = total - Math.min(things.length, NAMED);
  return (
    <div className={styles.names}>
      <p>{words}</p>
      <ul>
        {things.slice(0, NAMED).map(({ id, label }) => (
          <li key={id}>{label}</li>
        ))}
        {more > 0 && <li>and {more.toLocaleString('en')} more</li>}
      </ul>
    </div>
  );
}

/**
 * Asks before something goes from where visitors see it, or into the bin: what goes with it, what changes,
 * which links would lead nowhere. Nothing can be done before that is known.
 */
export function Sure({
  title,
  act,
  said,
  reach,
  undo,
  record,
  leads = false,
  needsInstead = false,
  onCancel,
  onSure,
}: {
  title: string;
  /** What the button says that does it. */
  act: string;
  /** What it means, in sentences. */
  said: readonly string[];
  /** What is reached, each group under its words; undefined until it is known. */
  reach: readonly ReachedThings[] | undefined;
  /** How it is taken back. */
  undo: string;
  /** The record that goes, where another can be put in its place. */
  record?: string;
  /** Whether it has an address, which then leads to what is in its place. */
  leads?: boolean;
  /** Whether it goes only with another in its place. */
  needsInstead?: boolean;
  onCancel: () => void;
  onSure: (instead?: string) => void;
}): ReactElement {
  const id = useId();
  const [instead, setInstead] = useState<InsteadOption>();
  return (
    <Dialog open onClose={onCancel} fullWidth maxWidth="sm" aria-labelledby={id}>
      <DialogTitle id={id}>{title}</DialogTitle>
      <DialogContent>
        {said.map((words) => (
          <p key={words}>{words}</p>
        ))}
        {reach === undefined ? (
          <p role="status">Looking what it reaches…</p>
        ) : (
          reach.map((group) => <Names key={group.words} {...group} />)
        )}
        {record !== undefined && (
          <div className={styles.instead}>
            <InsteadBox
              id={`${id}-instead`}
              record={record}
              help={
                leads
                  ? 'All that names it names that from then on, and its address leads there.'
                  : 'All that names it names that from then on.'
              }
              chosen={instead}
              onChoose={setInstead}
            />
          </div>
        )}
        <p className={styles.undo}>{undo}</p>
      </DialogContent>
      <DialogActions>
        <Button onClick={onCancel}>Leave it</Button>
        <Button
          color="error"
          disabled={reach === undefined || (needsInstead && !instead)}
          onClick={() => onSure(instead?.id)}
        >
          {act}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
