'use client';
import { Button, IconButton, OutlinedInput } from '@mui/material';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { newId } from '../../core/ids';
import type { Choice, ChoiceRules } from '../../core/model/kinds';
import { keyFrom } from '../../core/model/naming';
import { languageName } from '../form-languages';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { moved } from '../moved';
import { ChoiceGoes, mayBeInUse, type ChoiceFate } from './choice-goes';
import type { RulesProps } from './kind-ui';
import styles from './kinds.module.css';

/** Names by language with one of them changed; an empty one goes. */
const named = (labels: Choice['labels'], locale: string, words: string): Record<string, string> =>
  Object.fromEntries(Object.entries({ ...labels, [locale]: words }).filter(([, each]) => each !== ''));

/** What there is to choose from: named, moved, taken out, and more put to it. */
export function ChoiceList({
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
