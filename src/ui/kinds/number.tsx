'use client';
import { Autocomplete, OutlinedInput, TextField } from '@mui/material';
import { Hash } from 'lucide-react';
import { displayNames } from '../../core/content/formatters';
import { currencies } from '../../core/model/kinds/number';
import { Chosen } from '../chosen';
import { Labelled } from '../labelled';
import type { KindUi } from './kind-ui';
import styles from './kinds.module.css';
import { asText } from './line';
import { NumberRule, without, WordsRule } from './rule-inputs';

/** What was typed as a number where it is one, else as it stands: the words are kept, and told to be no number. */
const asNumber = (text: string): number | string =>
  /^-?\d{1,15}([.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : text;

/** A number while it is being typed must not lose its last point or nought. */
const settles = (text: string): boolean => !/[.,]\d*0?$/.test(text) || /[.,]\d*[1-9]$/.test(text);

const currencyName = (code: string): string => displayNames('en', { type: 'currency' }).of(code) ?? code;

export const number: KindUi<'number'> = {
  icon: Hash,
  Input: ({ id, value, onChange, invalid, describedBy, label }) => (
    <OutlinedInput
      id={id}
      fullWidth
      inputMode="decimal"
      value={asText(value)}
      error={invalid}
      onChange={({ target }) => onChange(settles(target.value) ? asNumber(target.value) : target.value)}
      onBlur={({ target }) => {
        const read = asNumber(target.value);
        if (read !== value && target.value !== '') onChange(read);
      }}
      slotProps={{ input: { 'aria-describedby': describedBy, 'aria-label': label } }}
    />
  ),
  Rules: ({ id, rules, onChange }) => (
    <>
      <div className={styles.pair}>
        <NumberRule
          id={`${id}-min`}
          label="Least"
          value={rules.min}
          onChange={(min) => onChange(without({ ...rules, min }))}
        />
        <NumberRule
          id={`${id}-max`}
          label="Most"
          value={rules.max}
          onChange={(max) => onChange(without({ ...rules, max }))}
        />
        <WordsRule
          id={`${id}-unit`}
          label="Unit"
          value={rules.unit}
          onChange={(unit) => onChange(without({ ...rules, unit }))}
        />
        <NumberRule
          whole
          id={`${id}-decimals`}
          label="Decimals"
          value={rules.decimals}
          onChange={(decimals) => onChange(without({ ...rules, decimals }))}
        />
      </div>
      <Chosen
        id={`${id}-show`}
        label="Shown"
        none="In groups: 1,812"
        value={rules.show ?? ''}
        options={[
          ['plain', 'Plain, as years: 1812'],
          ['fixed', 'With all its decimals: 6.50'],
          ['money', 'As money'],
        ]}
        onChange={(show) =>
          onChange(
            without(
              show === 'money'
                ? { ...rules, show, decimals: rules.decimals || 2, unit: undefined }
                : {
                    ...rules,
                    show: show === 'plain' || show === 'fixed' ? show : undefined,
                    currency: undefined,
                  },
            ),
          )
        }
      />
      {rules.show === 'money' && (
        <Autocomplete
          id={`${id}-currency`}
          options={[...currencies]}
          value={rules.currency ?? null}
          getOptionLabel={(code) => `${code}, ${currencyName(code)}`}
          onChange={(_, currency) => onChange(without({ ...rules, currency: currency ?? undefined }))}
          renderInput={(params) => (
            <Labelled id={`${id}-currency`} label="Currency">
              <TextField {...params} size="small" placeholder="Three letters: EUR" />
            </Labelled>
          )}
        />
      )}
    </>
  ),
  note: (_value, { unit }) => unit ?? '',
  isGroup: () => false,
  width: 'third',
};
