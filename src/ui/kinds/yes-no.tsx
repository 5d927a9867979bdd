'use client';
import { ToggleLeft } from 'lucide-react';
import type { KindUi } from './kind-ui';
import styles from './kinds.module.css';
import { without, WordsRule } from './rule-inputs';

const answers = [
  ['', 'Not said'],
  ['yes', 'Yes'],
  ['no', 'No'],
] as const;

export const yesNo: KindUi<'yesNo'> = {
  icon: ToggleLeft,
  Input: ({ id, rules, value, onChange, describedBy, label }) => (
    <div className={styles.yesno} role="radiogroup" aria-label={label} aria-describedby={describedBy}>
      {answers.map(([key, words]) => (
        <label key={key}>
          <input
            type="radio"
            name={id}
            checked={(value === true ? 'yes' : value === false ? 'no' : '') === key}
            onChange={() => onChange(key === '' ? null : key === 'yes')}
          />
          <span>{key === 'yes' ? (rules.yes ?? words) : key === 'no' ? (rules.no ?? words) : words}</span>
        </label>
      ))}
    </div>
  ),
  Rules: ({ id, rules, onChange }) => (
    <div className={styles.pair}>
      <WordsRule
        id={`${id}-yes`}
        label="Words for yes"
        value={rules.yes}
        onChange={(yes) => onChange(without({ ...rules, yes }))}
      />
      <WordsRule
        id={`${id}-no`}
        label="Words for no"
        value={rules.no}
        onChange={(no) => onChange(without({ ...rules, no }))}
      />
    </div>
  ),
  note: () => '',
  isGroup: () => true,
  width: 'half',
  // Answers in words of their own need room.
  isWide: ({ yes, no }) => Boolean(yes ?? no),
};
