'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { X } from 'lucide-react';
import type { ReactElement } from 'react';
import type { Json } from '../../../../core/json';
import { comparisonWords } from '../../../../core/mapping/rule/condition-words';
import type { Condition, Test } from '../../../../core/mapping/rule/listing-rule';
import { valuesTaken } from '../../../../core/mapping/rule/parse/condition';
import type { Field } from '../../../../core/model/document';
import { kindFor, type Value as FieldValue, type Comparison } from '../../../../core/model/kinds';
import { FieldInput } from '../../../../ui/kinds';
import { Labelled } from '../../../../ui/labelled';
import styles from './shape.module.css';

const asTests = (condition: Condition | undefined): Test[] =>
  !condition
    ? []
    : 'all' in condition
      ? condition.all.filter((inner): inner is Test => 'field' in inner)
      : 'field' in condition
        ? [condition]
        : [];

/** What a test compares with, as the field itself is filled in. Choices are kept by id and filled in by key. */
function Value({
  field,
  test,
  onChange,
}: {
  field: Field;
  test: Test;
  onChange: (value: Json | undefined) => void;
}): ReactElement | null {
  const takes = valuesTaken(test.is);
  if (takes === 'none' || takes === 'two') return null;
  const several = takes === 'list';
  const asked = kindFor(field).taking(several);
  const kind = kindFor(asked);
  const spoken = test.value === undefined ? null : kind.speak(test.value as FieldValue);
  return (
    <FieldInput
      field={asked}
      id={`when-${field.id}`}
      value={spoken}
      invalid={false}
      describedBy=""
      faults={[]}
      label={`${field.label}: value`}
      onChange={(input) => {
        const read = kind.read(input);
        onChange(read.ok ? (read.value as Json) : undefined);
      }}
    />
  );
}

/** Whether another field may hang on one: there is more to ask of it than whether it holds something. */
const mayBeAsked = (field: Field): boolean => {
  const { isOpaque, words } = kindFor(field);
  return !isOpaque || words === 'text';
};

/** The condition on which a field is shown: tests of the fields beside it, all of which must hold. */
export function ConditionEditor({
  field,
  siblings,
  onChange,
}: {
  field: Field;
  siblings: readonly Field[];
  onChange: (condition: Condition | undefined) => void;
}): ReactElement {
  const tests = asTests(field.showWhen);
  const others = siblings.filter((each) => each.id !== field.id && mayBeAsked(each));
  const put = (next: Test[]) =>
    onChange(next.length === 0 ? undefined : next.length === 1 ? next[0] : { all: next });
  const begin = (id: string): Test => ({ field: id, is: 'filled' });
  const [first] = others;
  return (
    <Labelled
      id={`when-${field.id}-all`}
      label="Shown when"
      group
      help={tests.length === 0 ? 'Always.' : undefined}
    >
      <div className={styles.tests}>
        {tests.map((test, i) => {
          const asked = others.find(({ id }) => id === test.field);
          const set = (part: Partial<Test>) =>
            put(
              tests.map((each, n) => {
                const { value: _v, ...rest } = each;
                return n === i
                  ? 'value' in part || part.field || part.is
                    ? { ...rest, ...part }
                    : each
                  : each;
              }),
            );
          return (
            <div key={i} className={styles.test}>
              <Select
                value={asked?.id ?? ''}
                displayEmpty
                onChange={({ target }) => set(begin(target.value))}
                slotProps={{ input: { 'aria-label': `Condition ${i + 1}: field` } }}
              >
                {!asked && <MenuItem value="">A field that is gone</MenuItem>}
                {others.map(({ id, label }) => (
                  <MenuItem key={id} value={id}>
                    {label}
                  </MenuItem>
                ))}
              </Select>
              <Select
                value={test.is}
                onChange={({ target }) => set({ is: target.value as Comparison })}
                slotProps={{ input: { 'aria-label': `Condition ${i + 1}: how` } }}
              >
                {(asked
                  ? kindFor(asked).comparisons.filter((is) => is !== 'between' && is !== 'under')
                  : [test.is]
                ).map((is) => (
                  <MenuItem key={is} value={is}>
                    {comparisonWords[is]}
                  </MenuItem>
                ))}
              </Select>
              <IconButton
                aria-label={`Take out condition ${i + 1}`}
                onClick={() => put(tests.filter((_, n) => n !== i))}
              >
                <X size={14} />
              </IconButton>
              {asked && (
                <div className={styles.testvalue}>
                  <Value
                    field={asked}
                    test={test}
                    onChange={(value) =>
                      put(
                        tests.map((each, n) => {
                          if (n !== i) return each;
                          const { value: _v, ...rest } = each;
                          return value === undefined ? rest : { ...rest, value };
                        }),
                      )
                    }
                  />
                </div>
              )}
            </div>
          );
        })}
        {first && (
          <Button size="small" onClick={() => put([...tests, begin(first.id)])}>
            {tests.length === 0 ? 'Set a condition' : 'And another'}
          </Button>
        )}
      </div>
    </Labelled>
  );
}
