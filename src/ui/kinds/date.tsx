'use client';
import { MenuItem, OutlinedInput, Select } from '@mui/material';
import { CalendarDays } from 'lucide-react';
import type { ReactElement } from 'react';
import type { DayOrRelative } from '../../core/content/day';
import { DayBox } from '../day-box';
import { Labelled } from '../labelled';
import { TimeInput } from './time-input';
import type { KindUi } from './kind-ui';
import styles from './kinds.module.css';
import { asText } from './line';
import { without } from './rule-inputs';

const units = ['days', 'weeks', 'months', 'years'];

/** A fixed day, or one told from now; or none where `mayBeNone`. */
export function DayOrRelativeInput({
  id,
  label,
  value,
  onChange,
  quiet = false,
  mayBeNone = true,
}: {
  quiet?: boolean;
  id: string;
  label: string;
  value: DayOrRelative | undefined;
  onChange: (value: DayOrRelative | undefined) => void;
  mayBeNone?: boolean;
}): ReactElement {
  const how = value === undefined ? 'none' : typeof value === 'string' ? 'fixed' : 'now';
  const [count = '+0', unit = 'days'] = typeof value === 'object' ? value.now.split(' ') : [];
  const relative = (nextCount: string, nextUnit: string) => {
    const n = Math.max(-9999, Math.min(9999, Math.trunc(Number(nextCount) || 0)));
    onChange({ now: `${n < 0 ? '-' : '+'}${Math.abs(n)} ${nextUnit}` });
  };
  return (
    <Labelled id={id} label={label} group quiet={quiet}>
      <Select
        fullWidth
        value={how}
        aria-label={`${label}: how it is told`}
        onChange={({ target }) =>
          onChange(target.value === 'none' ? undefined : target.value === 'fixed' ? '' : { now: '+0 days' })
        }
      >
        {mayBeNone && <MenuItem value="none">No bound</MenuItem>}
        <MenuItem value="fixed">A fixed day</MenuItem>
        <MenuItem value="now">Told from today</MenuItem>
      </Select>
      {how === 'fixed' && <DayBox id={`${id}-day`} label={label} value={asText(value)} onChange={onChange} />}
      {how === 'now' && (
        <div className={styles.relative}>
          <OutlinedInput
            type="number"
            value={Number(count)}
            onChange={({ target }) => relative(target.value, unit)}
            slotProps={{ input: { 'aria-label': `${label}: how many, before today with a minus` } }}
          />
          <Select
            value={unit}
            aria-label={`${label}: unit`}
            onChange={({ target }) => relative(count, target.value)}
          >
            {units.map((each) => (
              <MenuItem key={each} value={each}>
                {each} from today
              </MenuItem>
            ))}
          </Select>
        </div>
      )}
    </Labelled>
  );
}

interface Bounds {
  min?: DayOrRelative;
  max?: DayOrRelative;
}

/** The first and the last day on which something may fall. */
export const DayBounds = ({
  id,
  rules,
  onChange,
}: {
  id: string;
  rules: Bounds;
  onChange: (rules: Bounds) => void;
}): ReactElement => (
  <>
    <DayOrRelativeInput
      id={`${id}-min`}
      label="Not before"
      value={rules.min}
      onChange={(min) => onChange(without({ ...rules, min } as Bounds))}
    />
    <DayOrRelativeInput
      id={`${id}-max`}
      label="Not after"
      value={rules.max}
      onChange={(max) => onChange(without({ ...rules, max } as Bounds))}
    />
  </>
);

export const date: KindUi<'date'> = {
  icon: CalendarDays,
  Input: (props) => <TimeInput {...props} clock={false} />,
  Rules: DayBounds,
  note: () => '',
  isGroup: () => false,
  width: 'third',
};
