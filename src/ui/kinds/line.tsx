'use client';
import { MenuItem, OutlinedInput, Select } from '@mui/material';
import { Type } from 'lucide-react';
import { lengthOf, type LengthRules } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import { TextBox } from '../text-box';
import type { KindUi } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without } from './rule-inputs';

export const asText = (value: unknown): string =>
  typeof value === 'string' ? value : typeof value === 'number' ? String(value) : '';

/** "19 of 80", as a reader counts. */
export const lengthNote = (value: unknown, { maxLength }: LengthRules): string =>
  maxLength ? `${lengthOf(asText(value))} of ${maxLength}` : '';

export function LengthRulesInputs<R extends LengthRules>({
  id,
  rules,
  onChange,
}: {
  id: string;
  rules: R;
  onChange: (rules: R) => void;
}) {
  return (
    <div className={styles.pair}>
      <NumberRule
        whole
        id={`${id}-min`}
        label="At least, characters"
        value={rules.minLength}
        onChange={(minLength) => onChange(without({ ...rules, minLength }))}
      />
      <NumberRule
        whole
        id={`${id}-max`}
        label="At most"
        value={rules.maxLength}
        onChange={(maxLength) => onChange(without({ ...rules, maxLength }))}
      />
    </div>
  );
}

const formats = [
  ['plain', 'Any words'],
  ['email', 'An e-mail address'],
  ['url', 'A web address'],
  ['phone', 'A telephone number'],
] as const;

export const line: KindUi<'line'> = {
  icon: Type,
  Input: ({ id, value, onChange, invalid, describedBy, label }) => (
    <OutlinedInput
      id={id}
      fullWidth
      value={asText(value)}
      onChange={(event) => onChange(event.target.value)}
      error={invalid}
      slotProps={{ input: { 'aria-describedby': describedBy, 'aria-label': label } }}
    />
  ),
  Rules: ({ id, rules, onChange }) => (
    <>
      <LengthRulesInputs id={id} rules={rules} onChange={onChange} />
      <Labelled id={`${id}-format`} label="Holds">
        <Select
          fullWidth
          value={rules.format ?? 'plain'}
          labelId={`${id}-format-label`}
          SelectDisplayProps={{ id: `${id}-format` }}
          onChange={({ target }) =>
            onChange(without({ ...rules, format: target.value === 'plain' ? undefined : target.value }))
          }
        >
          {formats.map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </Select>
      </Labelled>
      <TextBox
        id={`${id}-pattern`}
        label="Written as the pattern"
        value={rules.pattern ?? ''}
        onChange={(pattern) => onChange(without({ ...rules, pattern: pattern || undefined }))}
        help="A regular expression that the whole line must fit, such as [A-Z]{2}-[0-9]{3}."
        slotProps={{ input: { maxLength: 200 } }}
      />
      {rules.pattern !== undefined && (
        <TextBox
          id={`${id}-message`}
          label="What is said where it does not fit"
          value={rules.message ?? ''}
          onChange={(message) => onChange(without({ ...rules, message: message || undefined }))}
          slotProps={{ input: { maxLength: 200 } }}
        />
      )}
    </>
  ),
  note: lengthNote,
  isGroup: () => false,
  width: 'half',
  fillsLine: true,
};
