'use client';
import { Button, IconButton, MenuItem, OutlinedInput, Select } from '@mui/material';
import { ArrowDown, ArrowUp, ListChecks, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { newId } from '../../core/ids';
import type { Choice, ChoiceRules } from '../../core/model/kinds';
import { keyFrom } from '../../core/model/naming';
import { languageName } from '../form-languages';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { ChoiceGoes, mayBeInUse, type ChoiceFate } from './choice-goes';
import type { KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without, YesRule } from './rule-inputs';
import { moved } from '../moved';

const chosen = (value: unknown): string[] =>
  Array.isArray(value)
    ? value.filter((each): each is string => typeof each === 'string')
    : typeof value === 'string' && value
      ? [value]
      : [];

/** Names by language with one of them changed; an empty one goes. */
const named = (labels: Choice['labels'], locale: string, words: string): Record<string, string> =>
  Object.fromEntries(Object.entries({ ...labels, [locale]: words }).filter(([, each]) => each !== ''));

function Choices({
  id,
  rules,
  model,
  onChange,
}: Pick<RulesProps<'choice'>, 'id' | 'rules' | 'model' | 'onChange'>): ReactElement {
  const inForce = useModel();
  const [label, setLabel] = useState('');
  const [going, setGoing] = useState<Choice>();
  const { choices, replaced = [] } = rules;
  const put = (next: ChoiceRules['choices']) => onChange({ ...rules, choices: next });
  const set = (choice: string, change: Partial<Choice>) =>
    put(choices.map((each) => (each.id === choice ? { ...each, ...change } : each)));
  const takeOut = (choice: string, to?: string | null) =>
    onChange({
      ...rules,
      choices: choices.filter((each) => each.id !== choice),
      ...(to === undefined
        ? {}
        : { replaced: [...replaced.filter(({ from }) => from !== choice), { from: choice, to }] }),
    });
  const decide = (choice: Choice, fate: ChoiceFate | 'unused') => {
    setGoing(undefined);
    if (fate === 'stays') set(choice.id, { retired: true });
    else takeOut(choice.id, fate === 'unused' ? undefined : fate.to);
  };
  const move = (from: number, to: number) => put(moved(choices, from, to));
  const add = () => {
    if (!label.trim()) return;
    put([
      ...choices,
      {
        id: newId(),
        key: keyFrom(
          label,
          choices.map(({ key }) => key),
        ),
        label: label.trim(),
      },
    ]);
    setLabel('');
  };
  return (
    <Labelled id={`${id}-choices`} label="Choices, in order" end={choices.length} group>
      <ul className={styles.list}>
        {choices.map((choice, i) => (
          <li className={styles.item} key={choice.id}>
            <div className={styles.names}>
              <OutlinedInput
                value={choice.label}
                title={choice.key}
                onChange={({ target }) => set(choice.id, { label: target.value })}
                slotProps={{ input: { 'aria-label': `Choice ${i + 1}` } }}
              />
              {choice.retired && <small className={styles.retired}>Not offered any more</small>}
              {model.locales.others.map((locale) => (
                <OutlinedInput
                  key={locale}
                  value={choice.labels?.[locale] ?? ''}
                  placeholder={`in ${languageName(locale)}`}
                  onChange={({ target }) =>
                    set(choice.id, { labels: named(choice.labels, locale, target.value) })
                  }
                  slotProps={{
                    input: { 'aria-label': `Choice ${i + 1} in ${languageName(locale)}`, lang: locale },
                  }}
                />
              ))}
            </div>
            <IconButton
              aria-label={`Move ${choice.label} up`}
              disabled={i === 0}
              onClick={() => move(i, i - 1)}
            >
              <ArrowUp size={14} />
            </IconButton>
            <IconButton
              aria-label={`Move ${choice.label} down`}
              disabled={i === choices.length - 1}
              onClick={() => move(i, i + 1)}
            >
              <ArrowDown size={14} />
            </IconButton>
            {choice.retired ? (
              <Button
                size="small"
                onClick={() => put(choices.map((each) => (each.id === choice.id ? offered(each) : each)))}
              >
                Offer again
              </Button>
            ) : (
              <IconButton
                aria-label={`Take out ${choice.label}`}
                onClick={() => (mayBeInUse(inForce, choice) ? setGoing(choice) : takeOut(choice.id))}
              >
                <X size={14} />
              </IconButton>
            )}
          </li>
        ))}
        <li>
          <OutlinedInput
            fullWidth
            placeholder="Another choice, then Enter"
            value={label}
            onChange={({ target }) => setLabel(target.value)}
            onBlur={add}
            onKeyDown={(event) => {
              if (event.key === 'Enter') {
                event.preventDefault();
                add();
              }
            }}
            slotProps={{ input: { 'aria-label': 'Another choice' } }}
          />
        </li>
      </ul>
      {going && (
        <ChoiceGoes
          choice={going}
          others={choices.filter((each) => each.id !== going.id && !each.retired)}
          onCancel={() => setGoing(undefined)}
          onDecide={(fate) => decide(going, fate)}
        />
      )}
    </Labelled>
  );
}

/** A choice that is offered again. */
const offered = ({ retired: _retired, ...choice }: Choice): Choice => choice;

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
      <Choices id={id} rules={rules} model={model} onChange={onChange} />
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
  ways: ['as the choices stand', 'the choices from the end'],
};
