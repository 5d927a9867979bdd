'use client';
import { Checkbox, FormControlLabel } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { TextBox } from '../text-box';

/** A whole or fractional number that a rule may have or not. Half a number is told, and changes nothing yet. */
export function NumberRule({
  id,
  label,
  value,
  onChange,
  whole = false,
}: {
  id: string;
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  whole?: boolean;
}): ReactElement {
  const [typed, setTyped] = useState<string>();
  const shown = typed ?? (value === undefined ? '' : String(value));
  const read = (text: string): number | undefined =>
    /^-?\d+([.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : undefined;
  const bad = shown.trim() !== '' && (read(shown) === undefined || (whole && !Number.isInteger(read(shown))));
  const change = (text: string) => {
    setTyped(text);
    if (text.trim() === '') onChange(undefined);
    const number = read(text);
    if (number !== undefined && (!whole || Number.isInteger(number))) onChange(number);
  };
  return (
    <TextBox
      id={id}
      label={label}
      inputMode="decimal"
      value={shown}
      onChange={change}
      onBlur={() => {
        if (!bad) setTyped(undefined);
      }}
      faults={bad ? [whole ? 'A whole number.' : 'A number.'] : []}
    />
  );
}

export const WordsRule = ({
  id,
  label,
  value,
  onChange,
}: {
  id: string;
  label: string;
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}): ReactElement => (
  <TextBox
    id={id}
    label={label}
    value={value ?? ''}
    onChange={(text) => onChange(text === '' ? undefined : text)}
  />
);

export const YesRule = ({
  label,
  value,
  onChange,
  disabled = false,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
  disabled?: boolean;
}): ReactElement => (
  <FormControlLabel
    control={<Checkbox checked={value} onChange={(event) => onChange(event.target.checked)} />}
    label={label}
    disabled={disabled}
    sx={{ ml: '-6px', '& .MuiFormControlLabel-label': { fontSize: 13 } }}
  />
);

/** Rules without those that were taken away, since an absent rule is no rule. */
export function without<T extends object>(rules: { [K in keyof NoInfer<T>]: NoInfer<T>[K] | undefined }): T {
  return Object.fromEntries(Object.entries(rules).filter(([, value]) => value !== undefined)) as T;
}
