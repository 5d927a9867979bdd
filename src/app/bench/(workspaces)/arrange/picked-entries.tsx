'use client';
import { Button, MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { PageAnswer, PagePatch } from '../../../../contract/pages';
import type { Id } from '../../../../core/ids';
import { collectionBounds } from '../../../../core/site/collection';
import { ChosenList } from '../../../../ui/kinds/chosen-list';
import { EntryFinder } from '../../../../ui/kinds/entry-finder';
import { Labelled } from '../../../../ui/labelled';
import { Note } from '../../../../ui/marks';
import { useAsk } from '../../../../ui/use-ask';
import styles from './arrange.module.css';

const metadataKeys = {
  shown: '',
  'not shown': 'visitors do not see it',
  gone: 'in the bin or gone',
} as const;

interface Props {
  page: PageAnswer;
  /** The content types whose entries it takes; none means any. */
  types: readonly Id[];
  faults: string[];
  disabled: boolean;
  onChange: (patch: Pick<PagePatch, 'picks' | 'beginFrom'>, done: string) => void;
}

/**
 * The entries picked for a page, in order: found by name, moved by mouse or keyboard, begun from a listing's
 * result if wanted.
 */
export function PickedEntries({ page, types, faults, disabled, onChange }: Props): ReactElement {
  const { data: listings } = useAsk('listings');
  const { picks, drift } = page;
  const ids = picks.map(({ id }) => id);
  const passed = picks.filter(({ standing }) => standing !== 'shown').length;
  const inForce = (listings?.items ?? []).filter(({ state }) => state === 'published');
  return (
    <Labelled
      id="picks"
      label="Filled by these entries"
      end={`${picks.length} of ${collectionBounds.picks}`}
      faults={faults}
      help={
        passed > 0
          ? `Visitors pass over ${passed === 1 ? 'the one that is' : `the ${passed} that are`} marked.`
          : undefined
      }
    >
      <fieldset disabled={disabled} className={styles.picks}>
        <ChosenList
          label="Picked entries"
          onChange={(next) => onChange({ picks: next }, 'The entries are picked.')}
          items={picks.map(({ id, label, type, standing }) => ({
            id,
            label: label || 'An entry that is gone',
            mark: (
              <small className={styles.pickmark} data-standing={standing}>
                {metadataKeys[standing] || type}
              </small>
            ),
          }))}
        />
        {!disabled && picks.length < collectionBounds.picks && (
          <EntryFinder
            id="picks"
            types={types}
            taken={ids}
            onChoose={(id) => onChange({ picks: [...ids, id] }, 'The entry is picked.')}
          />
        )}
        {!disabled && picks.length === 0 && inForce.length > 0 && (
          <Select
            displayEmpty
            value=""
            onChange={({ target }) =>
              onChange({ beginFrom: target.value }, 'The entries are those of the listing.')
            }
            slotProps={{ input: { 'aria-label': 'Begin from what a listing shows' } }}
          >
            <MenuItem value="" disabled>
              Or begin from what a listing shows
            </MenuItem>
            {inForce.map(({ id, label }) => (
              <MenuItem key={id} value={id}>
                {label}
              </MenuItem>
            ))}
          </Select>
        )}
        {drift && (drift.came.length > 0 || drift.went > 0) && (
          <Note sort="info">
            It began from {drift.label}, which has moved on: {drift.came.length} came in
            {drift.went > 0 ? `, ${drift.went} went` : ''}.{' '}
            {!disabled &&
              drift.came.map(({ id, label }) => (
                <Button
                  key={id}
                  size="small"
                  disabled={picks.length >= collectionBounds.picks}
                  onClick={() => onChange({ picks: [...ids, id] }, `${label} is picked.`)}
                >
                  Pick {label}
                </Button>
              ))}
          </Note>
        )}
      </fieldset>
    </Labelled>
  );
}
