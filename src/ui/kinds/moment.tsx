'use client';
import { OutlinedInput } from '@mui/material';
import { Clock } from 'lucide-react';
import { DayBounds } from './date';
import type { KindUi } from './kind-ui';
import { asText } from './line';

export const moment: KindUi<'moment'> = {
  icon: Clock,
  Input: ({ id, value, onChange, invalid, describedBy, label }) => (
    <OutlinedInput
      id={id}
      type="datetime-local"
      fullWidth
      value={asText(value)}
      error={invalid}
      onChange={({ target }) => onChange(target.value)}
      slotProps={{
        input: { 'aria-describedby': describedBy, 'aria-label': label, max: '9999-12-31T23:59', step: 60 },
      }}
    />
  ),
  Rules: DayBounds,
  note: () => '',
  isGroup: () => false,
  width: 'third',
  ways: ['earliest first', 'latest first'],
};
