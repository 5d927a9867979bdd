'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { ArrowDown, ArrowUp, Copy, LayoutList, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { newId } from '../../core/ids';
import { isJsonObject, type JsonObject } from '../../core/json';
import { plainFields } from '../../core/model/kinds';
import { defaultValues, serializeValues } from '../../core/content/values';
import { Labelled } from '../labelled';
import type { Inside } from './inside';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import { NumberRule, without } from './rule-inputs';

const itemsIn = (value: unknown): JsonObject[] => (Array.isArray(value) ? value.filter(isJsonObject) : []);
const asName = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';

const Rules = ({ id, rules, onChange }: RulesProps<'list'>): ReactElement => (
  <>
    <div className={styles.pair}>
      <NumberRule
        whole
        id={`${id}-min`}
        label="At least, items"
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
    <Labelled id={`${id}-names`} label="An item is named by">
      <Select
        fullWidth
        displayEmpty
        value={rules.names ?? ''}
        labelId={`${id}-names-label`}
        SelectDisplayProps={{ id: `${id}-names` }}
        onChange={({ target }) => onChange(without({ ...rules, names: target.value || undefined }))}
      >
        <MenuItem value="">Its place</MenuItem>
        {plainFields(rules.fields).map((field) => (
          <MenuItem key={field.id} value={field.id}>
            {field.label}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  </>
);

/** The same few fields again and again. Made with the form of a set of fields, since every item is one. */
export function listUi(Fields: Inside): KindUi<'list'> {
  const Input = ({ id, rules, value, onChange, faults }: InputProps<'list'>): ReactElement => {
    const items = itemsIn(value);
    const [open, setOpen] = useState<string>();
    const fields = plainFields(rules.fields);
    const naming = fields.find((field) => field.id === rules.names) ?? fields[0];
    const nameOf = (item: JsonObject, i: number) => (naming && asName(item[naming.key])) || `Item ${i + 1}`;
    const put = (next: JsonObject[]) => onChange(next);
    const move = (from: number, to: number) => {
      const next = [...items];
      const [moved] = next.splice(from, 1);
      if (moved) next.splice(to, 0, moved);
      put(next);
    };
    const add = (item: JsonObject) => {
      const made = { ...item, _id: newId() };
      put([...items, made]);
      setOpen(made._id);
    };
    const full = rules.max !== undefined && items.length >= rules.max;
    return (
      <div className={styles.items}>
        <ol>
          {items.map((item, i) => {
            const key = asName(item._id) || String(i);
            const below = faults
              .filter(({ path }) => path.startsWith(`/${i}/`))
              .map((fault) => ({ ...fault, path: fault.path.slice(`/${i}`.length) }));
            const name = nameOf(item, i);
            return (
              <li key={key} data-open={open === key}>
                <div className={styles.itemtop}>
                  <button
                    type="button"
                    aria-expanded={open === key}
                    onClick={() => setOpen(open === key ? undefined : key)}
                  >
                    {name}
                    {below.length > 0 && <span className={styles.mend}>{below.length} to mend</span>}
                  </button>
                  <IconButton
                    aria-label={`Move ${name} up`}
                    disabled={i === 0}
                    onClick={() => move(i, i - 1)}
                  >
                    <ArrowUp size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Move ${name} down`}
                    disabled={i === items.length - 1}
                    onClick={() => move(i, i + 1)}
                  >
                    <ArrowDown size={14} />
                  </IconButton>
                  <IconButton aria-label={`Copy ${name}`} disabled={full} onClick={() => add(item)}>
                    <Copy size={14} />
                  </IconButton>
                  <IconButton
                    aria-label={`Take out ${name}`}
                    onClick={() => put(items.filter((_, at) => at !== i))}
                  >
                    <X size={14} />
                  </IconButton>
                </div>
                {open === key && (
                  <div className={styles.inside}>
                    <Fields
                      id={`${id}-${i}`}
                      fields={fields}
                      values={item}
                      faults={below}
                      onChange={(field, next) =>
                        put(items.map((each, at) => (at === i ? { ...each, [field]: next } : each)))
                      }
                    />
                  </div>
                )}
              </li>
            );
          })}
        </ol>
        <Button id={id} disabled={full} onClick={() => add(serializeValues(fields, defaultValues(fields)))}>
          {items.length === 0 ? 'Add the first' : 'Add another'}
        </Button>
      </div>
    );
  };
  return {
    icon: LayoutList,
    Input,
    Rules,
    width: 'wide',
    tellsInside: true,
    note: (value, { max }) =>
      max
        ? `${itemsIn(value).length} of up to ${max}`
        : itemsIn(value).length > 0
          ? String(itemsIn(value).length)
          : '',
    isGroup: () => true,
  };
}
