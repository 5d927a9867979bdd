'use client';
import { Group as GroupIcon } from 'lucide-react';
import type { ReactElement } from 'react';
import { isJsonObject } from '../../core/json';
import { plainFields } from '../../core/model/kinds';
import type { Inside } from './inside';
import type { InputProps, KindUi } from './kind-ui';
import styles from './kinds.module.css';

/** Fields that belong together. Made with the form of a set of fields, since it shows one. */
export function groupUi(Fields: Inside): KindUi<'group'> {
  const Input = ({ id, rules, value, onChange, faults }: InputProps<'group'>): ReactElement => {
    const values = isJsonObject(value) ? value : {};
    return (
      <div className={styles.inside}>
        <Fields
          id={id}
          fields={plainFields(rules.fields)}
          values={values}
          faults={faults}
          onChange={(key, next) => onChange({ ...values, [key]: next })}
        />
      </div>
    );
  };
  return {
    icon: GroupIcon,
    Input,
    Rules: () => <></>,
    note: () => '',
    isGroup: () => true,
    width: 'wide',
    tellsInside: true,
  };
}
