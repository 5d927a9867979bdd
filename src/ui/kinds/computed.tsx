'use client';
import { MenuItem, OutlinedInput, Select } from '@mui/material';
import { Sigma } from 'lucide-react';
import type { ReactElement } from 'react';
import { computations, computationWords, kindFor } from '../../core/model/kinds';
import { Labelled } from '../labelled';
import type { KindUi, RulesProps } from './kind-ui';
import { asText } from './line';
import { without, YesRule } from './rule-inputs';

const Rules = ({ id, rules, onChange, siblings }: RulesProps<'computed'>): ReactElement => (
  <>
    <Labelled id={`${id}-how`} label="Worked out as">
      <Select
        fullWidth
        value={rules.how}
        labelId={`${id}-how-label`}
        SelectDisplayProps={{ id: `${id}-how` }}
        onChange={({ target }) => onChange({ ...rules, how: target.value })}
      >
        {computations.map((how) => (
          <MenuItem key={how} value={how}>
            {computationWords[how].charAt(0).toUpperCase() + computationWords[how].slice(1)}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
    <Labelled id={`${id}-from`} label="From" group>
      <div>
        {siblings
          .filter((field) => !kindFor(field).derived)
          .map((field) => (
            <YesRule
              key={field.id}
              label={`${field.label}, ${kindFor(field).label.toLowerCase()}`}
              value={rules.from.includes(field.id)}
              onChange={(used) =>
                onChange({
                  ...rules,
                  from: used ? [...rules.from, field.id] : rules.from.filter((each) => each !== field.id),
                })
              }
            />
          ))}
      </div>
    </Labelled>
    {rules.how === 'joined' && (
      <Labelled id={`${id}-joint`} label="Between the pieces">
        <OutlinedInput
          id={`${id}-joint`}
          fullWidth
          value={rules.joint ?? ' '}
          onChange={({ target }) => onChange(without({ ...rules, joint: target.value }))}
        />
      </Labelled>
    )}
  </>
);

export const computed: KindUi<'computed'> = {
  icon: Sigma,
  Rules,
  width: 'third',
  Input: ({ id, value, describedBy, label }) => (
    <OutlinedInput
      id={id}
      fullWidth
      readOnly
      value={asText(value)}
      placeholder="Worked out when saved"
      slotProps={{ input: { 'aria-describedby': describedBy, 'aria-label': label } }}
    />
  ),
  note: () => 'worked out',
  isGroup: () => false,
};
