'use client';
import { MenuItem, Select } from '@mui/material';
import { ListChecks } from 'lucide-react';
import { later } from '../later';
import type { Choice } from '../../core/model/kinds';
import type { KindUi } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without, YesRule } from './rule-inputs';

/** Architects alone change what there is to choose from. */
const ChoiceList = later(() => import('./choice-list').then((file) => file.ChoiceList));

const chosen = (value: unknown): string[] =>
  Array.isArray(value)
    ? value.filter((each): each is string => typeof each === 'string')
    : typeof value === 'string' && value
      ? [value]
      : [];

/** The choices that a form offers: those that are, and what is chosen already. */
const inForm = (choices: readonly Choice[], has: readonly string[]): Choice[] =>
  choices.filter(({ key, retired }) => !retired || has.includes(key));

export const choice: KindUi<'choice'> = {
  icon: ListChecks,
  Input: ({ id, rules, value, onChange, invalid, describedBy, label }) => {
    const has = chosen(value);
    if (!rules.multiple) {
      return (
        <Select
          fullWidth
          displayEmpty
          value={has[0] ?? ''}
          error={invalid}
          onChange={({ target }) => onChange(target.value || null)}
          {...(label ? { 'aria-label': label } : { labelId: `${id}-label` })}
          SelectDisplayProps={{ id, 'aria-describedby': describedBy }}
        >
          <MenuItem value="">
            <span style={{ color: 'var(--faint)' }}>Nothing chosen</span>
          </MenuItem>
          {inForm(rules.choices, has).map((each) => (
            <MenuItem key={each.id} value={each.key}>
              {each.label}
            </MenuItem>
          ))}
        </Select>
      );
    }
    return (
      <div
        className={styles.choices}
        data-invalid={invalid}
        role={label ? 'group' : undefined}
        aria-label={label}
      >
        {inForm(rules.choices, has).map((each) => (
          <label className={styles.choice} key={each.id}>
            <input
              type="checkbox"
              checked={has.includes(each.key)}
              aria-describedby={describedBy}
              onChange={({ target }) =>
                onChange(target.checked ? [...has, each.key] : has.filter((key) => key !== each.key))
              }
            />
            <span>{each.label}</span>
          </label>
        ))}
        {rules.choices.length === 0 && <span>There is nothing to choose from yet.</span>}
      </div>
    );
  },
  Rules: ({ id, rules, model, onChange }) => (
    <>
      <YesRule
        label="Several may be chosen"
        value={rules.multiple ?? false}
        onChange={(multiple) =>
          onChange(without(multiple ? { ...rules, multiple } : { choices: rules.choices }))
        }
      />
      {rules.multiple && (
        <div className={styles.pair}>
          <NumberRule
            whole
            id={`${id}-min`}
            label="At least"
            value={rules.min}
            onChange={(min) => onChange(without({ ...rules, min }))}
          />
          <NumberRule
            whole
            id={`${id}-max`}
            label="At most"
            value={rules.max}
            onChange={(max) => onChange(without({ ...rules, max }))}
          />
        </div>
      )}
      <ChoiceList id={id} rules={rules} model={model} onChange={onChange} />
    </>
  ),
  note(value, { multiple, min, max }) {
    if (!multiple) return '';
    const bounds =
      min && max ? ` of ${min} to ${max}` : max ? ` of up to ${max}` : min ? ` of at least ${min}` : '';
    return `${chosen(value).length}${bounds || ' chosen'}`;
  },
  isGroup: ({ multiple }) => multiple ?? false,
  width: 'third',
};
