'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { Labelled } from './labelled';

/** One of several named answers, under its label. */
export function Chosen<K extends string>({
  id,
  label,
  value,
  none,
  options,
  onChange,
  help,
  disabled = false,
}: {
  id: string;
  label: string;
  value: K;
  /** The words for none of them, told as ''. */ none?: string;
  options: readonly (readonly [key: K, words: string])[];
  onChange: (key: K) => void;
  help?: string;
  disabled?: boolean;
}): ReactElement {
  return (
    <Labelled id={id} label={label} help={help}>
      <Select
        fullWidth
        displayEmpty
        disabled={disabled}
        value={value}
        onChange={({ target }) => {
          const found = options.find(([key]) => key === target.value)?.[0];
          if (found !== undefined) onChange(found);
          else if (none !== undefined) onChange('' as K);
        }}
        labelId={`${id}-label`}
        SelectDisplayProps={{ id }}
      >
        {none !== undefined && <MenuItem value="">{none}</MenuItem>}
        {options.map(([key, words]) => (
          <MenuItem key={key} value={key}>
            {words}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  );
}
