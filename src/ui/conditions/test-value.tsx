'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import type { DayOrRelative } from '../../core/content/day';
import { isJsonObject, type Json } from '../../core/json';
import { valuesTaken } from '../../core/mapping/rule/parse/condition';
import type { Field } from '../../core/model/document';
import { FieldInput } from '../kinds';
import { DayOrRelativeInput } from '../kinds/date';
import { useModel } from '../model-in-force';
import { beginTest, placesFor, type SpokenTest } from './rule-edit';
import styles from './conditions.module.css';
import { kindFor } from '../../core/model/kinds';

const asDay = (value: Json | undefined): DayOrRelative =>
  isJsonObject(value) && typeof value.now === 'string'
    ? { now: value.now }
    : typeof value === 'string'
      ? value
      : '';

/** One value that a field is compared with, filled in as the field itself is. */
function One({
  field,
  value,
  label,
  onChange,
}: {
  field: Field;
  value: Json | undefined;
  label: string;
  onChange: (value: Json) => void;
}): ReactElement {
  if (kindFor(field).measures === 'time')
    return (
      <DayOrRelativeInput
        id={`test-${label.replace(/\W+/g, '-')}`}
        label={label}
        value={asDay(value)}
        quiet
        mayBeNone={false}
        onChange={(day) => onChange(typeof day === 'object' ? { ...day } : (day ?? ''))}
      />
    );
  return (
    <FieldInput
      field={field}
      id={`test-${label.replace(/\W+/g, '-')}`}
      value={value}
      onChange={onChange}
      invalid={false}
      describedBy=""
      faults={[]}
      label={label}
    />
  );
}

/** What a test compares with: nothing, one value, two, or several. */
export function TestValue({
  field,
  test,
  disabled,
  atPlace,
  onChange,
}: {
  field: Field;
  test: SpokenTest;
  disabled: boolean;
  atPlace: boolean;
  onChange: (value: Json) => void;
}): ReactElement | null {
  const model = useModel();
  const takes = valuesTaken(test.is);
  if (takes === 'none') return null;
  const places = takes === 'two' || !atPlace ? [] : placesFor(model, field);
  const here = isJsonObject(test.value) && typeof test.value.here === 'string' ? test.value.here : '';
  const values = Array.isArray(test.value) ? test.value : [];
  const kind = kindFor(field);
  const several = takes === 'list' || (kind.several && test.is === 'equals');
  // What is compared with may be of any number, whatever the field itself asks for.
  const single = kind.taking(several);
  return (
    <fieldset className={styles.value} disabled={disabled}>
      {places.length > 0 && (
        <Select
          size="small"
          value={here}
          displayEmpty
          disabled={disabled}
          onChange={({ target }) =>
            onChange(
              target.value === ''
                ? (beginTest(field, test.is, test.field).value ?? '')
                : { here: target.value },
            )
          }
          slotProps={{ input: { 'aria-label': `Where the value of ${field.label} comes from` } }}
        >
          <MenuItem value="">what is chosen here</MenuItem>
          {places.map(([key, words]) => (
            <MenuItem key={key} value={key}>
              {words}
            </MenuItem>
          ))}
        </Select>
      )}
      {takes !== 'two' && here === '' && (
        <One field={single} value={test.value} label={`${field.label}: value`} onChange={onChange} />
      )}
      {takes === 'two' && (
        <>
          <One
            field={field}
            value={values[0]}
            label={`${field.label}: from`}
            onChange={(value) => onChange([value, values[1] ?? null])}
          />
          <One
            field={field}
            value={values[1]}
            label={`${field.label}: to`}
            onChange={(value) => onChange([values[0] ?? null, value])}
          />
        </>
      )}
    </fieldset>
  );
}
