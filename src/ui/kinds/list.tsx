'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { ArrowDown, ArrowUp, Copy, LayoutList, X } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState, type ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import { newId } from '../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { plainFields } from '../../core/model/kinds';
import { defaultValues, serializeValues } from '../../core/content/values';
import { Labelled } from '../labelled';
import { areSameFaults, faultsBelow } from '../parse-form';
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

const keyOf = (item: JsonObject | undefined, at: number): string => asName(item?._id) || String(at);

/** What can be done to an item, by its place. */
interface ItemActs {
  toggle(at: number): void;
  move(from: number, to: number): void;
  add(item: JsonObject): void;
  remove(at: number): void;
  change(at: number, field: string, next: Json): void;
}

interface ItemProps {
  id: string;
  item: JsonObject;
  at: number;
  name: string;
  fields: readonly Field[];
  /** Faults inside the item, with paths below it. */
  below: readonly Fault[];
  isOpen: boolean;
  isLast: boolean;
  full: boolean;
  acts: ItemActs;
}

const isSameItem = ({ below: was, ...a }: ItemProps, { below: is, ...b }: ItemProps): boolean =>
  (Object.keys(a) as (keyof typeof a)[]).every((key) => a[key] === b[key]) && areSameFaults(was, is);

/** The same few fields again and again. Made with the form of a set of fields, since every item is one. */
export function listUi(Fields: Inside): KindUi<'list'> {
  /** One item, drawn again when something of its own differs: a list may hold hundreds. */
  const ItemRow = memo(function ItemRow({
    id,
    item,
    at,
    name,
    fields,
    below,
    isOpen,
    isLast,
    full,
    acts,
  }: ItemProps): ReactElement {
    return (
      <li data-open={isOpen}>
        <div className={styles.itemtop}>
          <button type="button" aria-expanded={isOpen} onClick={() => acts.toggle(at)}>
            {name}
            {below.length > 0 && <span className={styles.mend}>{below.length} to fix</span>}
          </button>
          <IconButton
            aria-label={`Move ${name} up`}
            disabled={at === 0}
            onClick={() => acts.move(at, at - 1)}
          >
            <ArrowUp size={14} />
          </IconButton>
          <IconButton
            aria-label={`Move ${name} down`}
            disabled={isLast}
            onClick={() => acts.move(at, at + 1)}
          >
            <ArrowDown size={14} />
          </IconButton>
          <IconButton aria-label={`Copy ${name}`} disabled={full} onClick={() => acts.add(item)}>
            <Copy size={14} />
          </IconButton>
          <IconButton aria-label={`Take out ${name}`} onClick={() => acts.remove(at)}>
            <X size={14} />
          </IconButton>
        </div>
        {isOpen && (
          <div className={styles.inside}>
            <Fields
              id={`${id}-${at}`}
              fields={fields}
              values={item}
              faults={below}
              onChange={(field, next) => acts.change(at, field, next)}
            />
          </div>
        )}
      </li>
    );
  }, isSameItem);

  const Input = ({ id, rules, value, onChange, faults }: InputProps<'list'>): ReactElement => {
    const items = itemsIn(value);
    const [open, setOpen] = useState<string>();
    const fields = useMemo(() => plainFields(rules.fields), [rules.fields]);
    const naming = fields.find((field) => field.id === rules.names) ?? fields[0];
    // What an item does is done to the items as they are by then, so that it need not be drawn again with them.
    const latest = useRef({ items, onChange });
    useEffect(() => {
      latest.current = { items, onChange };
    });
    const acts = useMemo((): ItemActs => {
      const put = (next: (items: readonly JsonObject[]) => JsonObject[]) => {
        const made = next(latest.current.items);
        latest.current.items = made;
        latest.current.onChange(made);
      };
      return {
        toggle: (at) => {
          const key = keyOf(latest.current.items[at], at);
          setOpen((opened) => (opened === key ? undefined : key));
        },
        move: (from, to) =>
          put((now) => {
            const next = [...now];
            const [moved] = next.splice(from, 1);
            if (moved) next.splice(to, 0, moved);
            return next;
          }),
        add: (item) => {
          const made = { ...item, _id: newId() };
          put((now) => [...now, made]);
          setOpen(made._id);
        },
        remove: (at) => put((now) => now.filter((_, i) => i !== at)),
        change: (at, field, next) =>
          put((now) => now.map((each, i) => (i === at ? { ...each, [field]: next } : each))),
      };
    }, []);
    const full = rules.max !== undefined && items.length >= rules.max;
    return (
      <div className={styles.items}>
        <ol>
          {items.map((item, i) => (
            <ItemRow
              key={keyOf(item, i)}
              id={id}
              item={item}
              at={i}
              name={(naming && asName(item[naming.key])) || `Item ${i + 1}`}
              fields={fields}
              below={faultsBelow(faults, `/${i}`).filter(({ path }) => path !== '')}
              isOpen={open === keyOf(item, i)}
              isLast={i === items.length - 1}
              full={full}
              acts={acts}
            />
          ))}
        </ol>
        <Button
          id={id}
          disabled={full}
          onClick={() => acts.add(serializeValues(fields, defaultValues(fields)))}
        >
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
