'use client';
import { IconButton } from '@mui/material';
import { Copy, X } from 'lucide-react';
import { memo, type ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import type { Json, JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { areSameFaults } from '../parse-form';
import type { Inside } from './inside';
import styles from './kinds.module.css';
import lines from './list.module.css';
import { MoveButtons, useSortedItem } from './sorted-items';

/** What can be done to an item, by its place. */
export interface ItemActs {
  toggle(at: number): void;
  move(from: number, to: number): void;
  copy(at: number): void;
  remove(at: number): void;
  change(at: number, field: string, next: Json): void;
}

export interface ItemProps {
  /** The input of the list. */
  id: string;
  /** The item among its neighbours. */
  itemKey: string;
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

/** One item of a list, drawn again when something of its own differs: a list may hold hundreds. */
export function listItem(Fields: Inside): (props: ItemProps) => ReactElement {
  const Item = memo(function Item({
    id,
    itemKey,
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
    const { place, grip } = useSortedItem(itemKey);
    return (
      <li {...place} data-open={isOpen}>
        <div className={lines.top}>
          {!(isLast && at === 0) && grip}
          <button type="button" aria-expanded={isOpen} onClick={() => acts.toggle(at)}>
            {name}
            {below.length > 0 && <span className={lines.mend}>{below.length} to fix</span>}
          </button>
          <MoveButtons
            name={name}
            isFirst={at === 0}
            isLast={isLast}
            onStep={(step) => acts.move(at, at + step)}
          />
          <IconButton aria-label={`Copy ${name}`} disabled={full} onClick={() => acts.copy(at)}>
            <Copy size={14} />
          </IconButton>
          <IconButton aria-label={`Take out ${name}`} onClick={() => acts.remove(at)}>
            <X size={14} />
          </IconButton>
        </div>
        {isOpen && (
          <div className={`${styles.inside} ${lines.within}`}>
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
  return (props) => <Item {...props} />;
}
