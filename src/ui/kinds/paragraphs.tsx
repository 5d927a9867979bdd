'use client';
import { OutlinedInput } from '@mui/material';
import { AlignLeft } from 'lucide-react';
import type { KindUi } from './kind-ui';
import { asText, lengthNote, LengthRulesInputs } from './line';
import { NumberRule, without } from './rule-inputs';

declare module '@mui/material/InputBase' {
  interface InputBaseComponentsPropsOverrides {
    rows?: number;
  }
}

export const paragraphs: KindUi<'paragraphs'> = {
  icon: AlignLeft,
  Input: ({ id, rules, value, onChange, invalid, describedBy, label }) => (
    <OutlinedInput
      id={id}
      fullWidth
      multiline
      minRows={rules.rows ?? 3}
      maxRows={24}
      value={asText(value)}
      onChange={(event) => onChange(event.target.value)}
      error={invalid}
      slotProps={{
        input: {
          // Told to the browser too: so high it stands before the script comes.
          rows: rules.rows ?? 3,
          'aria-describedby': describedBy,
          'aria-label': label,
          style: { fontFamily: 'Literata, Georgia, serif', lineHeight: '22px', fontSize: 15 },
        },
      }}
    />
  ),
  Rules: ({ id, rules, onChange }) => (
    <>
      <LengthRulesInputs id={id} rules={rules} onChange={onChange} />
      <NumberRule
        whole
        id={`${id}-rows`}
        label="Rows in the form"
        value={rules.rows}
        onChange={(rows) => onChange(without({ ...rules, rows }))}
      />
    </>
  ),
  note: lengthNote,
  isGroup: () => false,
  width: 'wide',
};
