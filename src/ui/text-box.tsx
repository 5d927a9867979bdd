'use client';
import { OutlinedInput, type OutlinedInputProps } from '@mui/material';
import type { ReactElement, ReactNode } from 'react';
import { faultId, Labelled } from './labelled';

interface Props extends Omit<OutlinedInputProps, 'label' | 'onChange' | 'value' | 'error'> {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  faults?: readonly string[];
  help?: ReactNode;
  end?: ReactNode;
  needed?: boolean;
}

/** One line (or several, with `multiline`) of text under its label. */
export function TextBox({
  id,
  label,
  value,
  onChange,
  faults = [],
  help,
  end,
  needed = false,
  ...rest
}: Props): ReactElement {
  return (
    <Labelled id={id} label={label} faults={faults} help={help} end={end} needed={needed}>
      <OutlinedInput
        id={id}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        error={faults.length > 0}
        fullWidth
        {...rest}
        slotProps={{
          ...rest.slotProps,
          input: {
            'aria-describedby': [help ? `${id}-help` : '', faultId(id)].join(' ').trim(),
            'aria-invalid': faults.length > 0,
            ...(rest.slotProps?.input ?? {}),
          },
        }}
      />
    </Labelled>
  );
}
