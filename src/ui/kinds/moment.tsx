'use client';
import { Clock } from 'lucide-react';
import { DayBounds } from './date';
import type { KindUi } from './kind-ui';
import { TimeInput } from './time-input';

export const moment: KindUi<'moment'> = {
  icon: Clock,
  Input: (props) => <TimeInput {...props} clock />,
  Rules: DayBounds,
  note: () => '',
  isGroup: () => false,
  width: 'third',
};
