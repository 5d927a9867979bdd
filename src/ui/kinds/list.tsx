'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { LayoutList } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type ReactElement } from 'react';
import { newId } from '../../core/ids';
import { isJsonObject, type JsonObject } from '../../core/json';
import { listBound } from '../../core/model/kinds/list';
import { plainFields } from '../../core/model/kinds';
import { defaultValues, serializeValues } from '../../core/content/values';
import { Labelled } from '../labelled';
import { faultsBelow } from '../parse-form';
import type { Inside } from './inside';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
import lines from './list.module.css';
import { listItem, type ItemActs } from './list-item';
import { PasteRows } from './dialogs-later';
import { NumberRule, without } from './rule-inputs';
import { moved } from '../moved';
import { SortedItems } from './sorted-items';

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

/** From how many items on a list folds, and how many of them it shows then. */
const LONG = 12;
const SHOWN = 8;

/** The same few fields again and again. Made with the form of a set of fields, since every item is one. */
export function listUi(Fields: Inside): KindUi<'list'> {
  const Item = listItem(Fields);

  const Input = ({ id, rules, value, onChange, faults }: InputProps<'list'>): ReactElement => {
    const items = itemsIn(value);
    const [open, setOpen] = useState<string>();
    const [unfolded, setUnfolded] = useState(false);
    const [pasting, setPasting] = useState(false);
    const fields = useMemo(() => plainFields(rules.fields), [rules.fields]);
    const naming = fields.find((field) => field.id === rules.names) ?? fields[0];
    // What an item does is done to the items as they are by then, so that it need not be drawn again with them.
    const latest = useRef({ items, onChange });
    useEffect(() => {
      latest.current = { items, onChange };
    });
    const { put, acts } = useMemo(() => {
      const put = (next: (items: readonly JsonObject[]) => JsonObject[]) => {
        const made = next(latest.current.items);
        latest.current.items = made;
        latest.current.onChange(made);
      };
      const acts: ItemActs = {
        toggle: (at) => {
          const key = keyOf(latest.current.items[at], at);
          setOpen((opened) => (opened === key ? undefined : key));
        },
        move: (from, to) => put((now) => moved(now, from, to)),
        copy: (at) => {
          const made = { ...latest.current.items[at], _id: newId() };
          put((now) => now.toSpliced(at + 1, 0, made));
          setOpen(made._id);
        },
        remove: (at) => put((now) => now.filter((_, i) => i !== at)),
        change: (at, field, next) =>
          put((now) => now.map((each, i) => (i === at ? { ...each, [field]: next } : each))),
      };
      return { put, acts };
    }, []);
    const fresh = () => serializeValues(fields, defaultValues(fields));
    const add = (all: readonly JsonObject[]) => {
      const made = all.map((item) => ({ ...item, _id: newId() }));
      put((now) => [...now, ...made]);
      return made;
    };
    const room = (rules.max ?? listBound) - items.length;
    const shown = items.map((item, at) => ({
      at,
      item,
      key: keyOf(item, at),
      name: (naming && asName(item[naming.key])) || `Item ${at + 1}`,
      below: faultsBelow(faults, `/${at}`).filter(({ path }) => path !== ''),
    }));
    const folds = items.length >= LONG && !unfolded;
    // Nothing that is to be fixed, or worked on, is folded away.
    const seen = folds
      ? shown.filter(({ at, key, below }) => at < SHOWN || key === open || below.length > 0)
      : shown;
    const placeOf = (key: string) => shown.find((each) => each.key === key)?.at ?? -1;
    return (
      <div className={lines.items}>
        <SortedItems
          ids={seen.map(({ key }) => key)}
          nameOf={(key) => shown[placeOf(key)]?.name ?? ''}
          onMove={(key, over) => acts.move(placeOf(key), placeOf(over))}
        >
          <ol>
            {seen.map(({ at, item, key, name, below }) => (
              <Item
                key={key}
                id={id}
                itemKey={key}
                item={item}
                at={at}
                name={name}
                fields={fields}
                below={below}
                isOpen={open === key}
                isLast={at === items.length - 1}
                full={room <= 0}
                acts={acts}
              />
            ))}
          </ol>
        </SortedItems>
        <div className={lines.foot}>
          <Button
            id={id}
            disabled={room <= 0}
            onClick={() => {
              setOpen(add([fresh()])[0]?._id);
              if (folds) setUnfolded(true);
            }}
          >
            {items.length === 0 ? 'Add the first' : 'Add another'}
          </Button>
          <Button variant="text" disabled={room <= 0} onClick={() => setPasting(true)}>
            Paste rows…
          </Button>
          {items.length >= LONG && (
            <Button variant="text" aria-expanded={!folds} onClick={() => setUnfolded(folds)}>
              {folds ? `Show all ${items.length}` : 'Fold'}
            </Button>
          )}
        </div>
        {pasting && (
          <PasteRows
            fields={fields}
            room={room}
            onClose={() => setPasting(false)}
            onTake={(rows) => {
              add(rows.map((row) => ({ ...fresh(), ...row })));
              setPasting(false);
            }}
          />
        )}
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
