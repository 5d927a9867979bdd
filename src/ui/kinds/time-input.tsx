'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { proposedEnd } from '../../core/content/proposed-end';
import { DayBox, dayInBox } from '../day-box';
import { useModel } from '../model-in-force';
import styles from './kinds.module.css';
import type { InputProps } from './kind-ui';
import { asText } from './line';

/** A box for a day or a moment; while it is empty, what follows from the one before it is proposed. */
export function TimeInput({
  id,
  value,
  onChange,
  invalid,
  describedBy,
  label,
  beside,
  clock,
}: Pick<
  InputProps<'date' | 'moment'>,
  'id' | 'value' | 'onChange' | 'invalid' | 'describedBy' | 'label' | 'beside'
> & { clock: boolean }): ReactElement {
  const { locale } = useModel();
  const text = asText(value);
  const proposed = text === '' && beside ? proposedEnd(beside.fields, beside.own, beside.values) : undefined;
  return (
    <>
      <DayBox
        id={id}
        value={text}
        clock={clock}
        onChange={onChange}
        invalid={invalid}
        describedBy={describedBy}
        label={label}
      />
      {proposed !== undefined && (
        <Button size="small" className={styles.proposed} onClick={() => onChange(proposed)}>
          Until {dayInBox(proposed, locale)}?
        </Button>
      )}
    </>
  );
}
