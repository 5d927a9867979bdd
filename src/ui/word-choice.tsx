'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import styles from './chip.module.css';

/** One of several words that stand in a sentence, chosen from a menu. */
export function WordChoice<K extends string>({
  label,
  value,
  options,
  disabled,
  chip = false,
  onChange,
}: {
  label: string;
  value: K;
  options: readonly (readonly [K, string])[];
  disabled: boolean;
  /** Whether it stands as a value rather than among the words. */
  chip?: boolean;
  onChange: (value: K) => void;
}): ReactElement {
  if (disabled) return <span>{options.find(([key]) => key === value)?.[1]}</span>;
  return (
    <Select
      variant="standard"
      disableUnderline
      className={chip ? styles.chipword : styles.word}
      IconComponent={() => null}
      value={value}
      onChange={({ target }) => {
        const found = options.find(([key]) => key === target.value)?.[0];
        if (found !== undefined) onChange(found);
      }}
      slotProps={{ input: { 'aria-label': label } }}
    >
      {options.map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </Select>
  );
}
