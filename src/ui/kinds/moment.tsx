'use client';
import { OutlinedInput } from '@mui/material';
import { Clock } from 'lucide-react';
import { DayOrRelativeInput } from './date';
import type { KindUi } from './kind-ui';
import { asText } from './line';
import { without } from './rule-inputs';

export const moment: KindUi<'moment'> = {
  icon: Clock,
  Input: ({ id, value, onChange, invalid, describedBy, label }) => (
    <OutlinedInput id={id} type="datetime-local" fullWidth value={asText(value)} error={invalid} onChange={({ target }) => onChange(target.value)} slotProps={{ input: { 'aria-describedby': describedBy, 'aria-label': label, max: '9999-12-31T23:59', step: 60 } }} />
  ),
  Rules: ({ id, rules, onChange }) => (
    <>
      <DayOrRelativeInput id={`${id}-min`} label="Not before" value={rules.min} onChange={(min) => onChange(without({ ...rules, min }))} />
      <DayOrRelativeInput id={`${id}-max`} label="Not after" value={rules.max} onChange={(max) => onChange(without({ ...rules, max }))} />
    </>
  ),
  note: () => '',
  isGroup: () => false,
  width: 'third',
};
