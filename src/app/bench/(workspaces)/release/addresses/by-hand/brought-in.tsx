'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { RedirectsImported, RedirectOutcome } from '../../../../../../contract/redirects';
import type { ListedRedirect } from '../../../../../../core/formats/redirect-list';
import { Frame } from '../../../../../../ui/frame';
import look from '../../../../../../ui/look/look.module.css';
import { Mono } from '../../../../../../ui/marks';
import { PlainRows } from '../../../../../../ui/plain-table';
import styles from './by-hand.module.css';

/** A file of addresses that was tried, with what each of them would do. */
export interface Trial {
  name: string;
  rows: ListedRedirect[];
  told: RedirectsImported;
}

/** How many rows are shown; of the rest it is said how many there are. */
const SHOWN = 200;

const words: Record<RedirectOutcome['does'], string> = {
  new: 'comes in',
  changes: 'changes the one that is there',
  same: 'is there already',
  refused: 'stays out',
};

const countOf = ({ told }: Trial, ...outcomes: RedirectOutcome['does'][]): number =>
  told.rows.filter(({ does }) => outcomes.includes(does)).length;

/** What a file would do before it is brought in: what stays out first, since that can be mended. */
export function BroughtIn({
  trial,
  busy,
  onBring,
  onLeave,
}: {
  trial: Trial;
  busy: boolean;
  onBring: () => void;
  onLeave: () => void;
}): ReactElement {
  const comes = countOf(trial, 'new', 'changes');
  const out = countOf(trial, 'refused');
  const rows = [...trial.told.rows].sort(
    (a, b) => Number(b.does === 'refused') - Number(a.does === 'refused') || a.row - b.row,
  );
  return (
    <Frame label={`${trial.name}, tried`}>
      <div className={look.empty}>
        <strong>
          {countOf(trial, 'new')} come in, {countOf(trial, 'changes')} change, {countOf(trial, 'same')} are
          there already, {out} {out === 1 ? 'stays' : 'stay'} out.
        </strong>
        <p>Nothing is kept yet. What comes in is one act, which can be taken back.</p>
        <div className={look.acts}>
          <Button variant="contained" disabled={busy || comes === 0} onClick={onBring}>
            Bring {comes} in
          </Button>
          <Button onClick={onLeave}>Leave it</Button>
        </div>
      </div>
      <PlainRows
        label="What each row would do"
        columns={['Row', 'Old address', 'Leads to', 'What it would do']}
      >
        {rows.slice(0, SHOWN).map(({ row, from, does, why }) => (
          <tr key={row}>
            <td className={styles.numbers}>{row}</td>
            <td>
              <Mono>{from || '–'}</Mono>
            </td>
            <td>
              <Mono>{trial.rows[row - 1]?.to ?? '–'}</Mono>
            </td>
            <td>
              {words[does]}
              {why && <small data-due>{why}</small>}
            </td>
          </tr>
        ))}
      </PlainRows>
      {rows.length > SHOWN && <p className={look.pencil}>and {rows.length - SHOWN} more</p>}
    </Frame>
  );
}
