'use client';
import type { ReactElement } from 'react';
import type { SeveralRules } from '../../core/model/kinds';
import styles from './kinds.module.css';
import { NumberRule, without, YesRule } from './rule-inputs';

/** Whether several may be chosen, and how many. */
export function SeveralRulesInputs<R extends SeveralRules>({
  id,
  rules,
  onChange,
}: {
  id: string;
  rules: R;
  onChange: (rules: R) => void;
}): ReactElement {
  const one = (): R => {
    const { multiple: _m, min: _least, max: _most, ...rest } = rules;
    return rest as R;
  };
  return (
    <>
      <YesRule
        label="Several may be chosen"
        value={rules.multiple ?? false}
        onChange={(multiple) => onChange(multiple ? { ...rules, multiple } : one())}
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
    </>
  );
}

/** "2 of up to 5", for the end of a field's label. */
export function severalNote(count: number, { multiple, min, max }: SeveralRules): string {
  if (!multiple) return '';
  const bounds =
    min && max ? ` of ${min} to ${max}` : max ? ` of up to ${max}` : min ? ` of at least ${min}` : '';
  return `${count}${bounds || ' chosen'}`;
}

export const idsIn = (value: unknown): string[] =>
  Array.isArray(value)
    ? value.filter((each): each is string => typeof each === 'string')
    : typeof value === 'string' && value
      ? [value]
      : [];
