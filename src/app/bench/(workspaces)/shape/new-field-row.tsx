'use client';
import { Button, Menu, MenuItem, OutlinedInput, Select } from '@mui/material';
import { useRef, useState, type KeyboardEvent, type ReactElement } from 'react';
import { modelBounds, type FieldSet } from '../../../../core/model/document';
import { kindNames, kinds, type KindName } from '../../../../core/model/kinds';
import { KindIcon } from '../../../../ui/kinds';
import styles from './shape.module.css';

interface Props {
  place: number;
  /** Groups and lists of the sheet, in which a field may stand. */
  holders: readonly { id: string; label: string }[];
  into: string | undefined;
  onInto: (holder: string | undefined) => void;
  sets: readonly FieldSet[];
  onInclude: (set: string) => void;
  onAdd: (label: string, kind: KindName) => void;
}

/**
 * The last row of the sheet: type a label, Tab to choose its kind, Enter to add. Several in a row without
 * leaving the keyboard.
 */
export function NewFieldRow({ place, holders, into, onInto, sets, onInclude, onAdd }: Props): ReactElement {
  const [label, setLabel] = useState('');
  const [kind, setKind] = useState<KindName>('line');
  const [at, setAt] = useState<HTMLElement | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const add = () => {
    if (!label.trim()) return;
    onAdd(label.trim(), kind);
    setLabel('');
    setKind('line');
    input.current?.focus();
  };
  const enter = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    add();
  };
  return (
    <tr className={styles.add}>
      <td className={styles.place}>{place + 1}</td>
      <td colSpan={5}>
        <div className={styles.adding}>
          <OutlinedInput
            inputRef={input}
            sx={{ flex: '1 1 220px', maxWidth: 340 }}
            value={label}
            placeholder="Type a label, then Tab to choose its kind"
            onChange={({ target }) => setLabel(target.value)}
            onKeyDown={enter}
            slotProps={{ input: { 'aria-label': 'Label of a new field', maxLength: modelBounds.label } }}
          />
          <Select
            value={kind}
            sx={{ minWidth: 150 }}
            onChange={({ target }) => setKind(target.value)}
            slotProps={{ input: { 'aria-label': 'Kind of the new field' } }}
            renderValue={(chosen) => kinds[chosen].label}
          >
            {kindNames.map((name) => (
              <MenuItem key={name} value={name} sx={{ gap: '10px' }}>
                <KindIcon kind={name} />
                <span>
                  {kinds[name].label}
                  <small style={{ display: 'block', color: 'var(--pencil)', fontSize: 12 }}>
                    {kinds[name].purpose}
                  </small>
                </span>
              </MenuItem>
            ))}
          </Select>
          {holders.length > 0 && (
            <Select
              value={into ?? ''}
              displayEmpty
              sx={{ minWidth: 130 }}
              onChange={({ target }) => onInto(target.value || undefined)}
              slotProps={{ input: { 'aria-label': 'Where the new field stands' } }}
            >
              <MenuItem value="">On the sheet</MenuItem>
              {holders.map((holder) => (
                <MenuItem key={holder.id} value={holder.id}>
                  In {holder.label}
                </MenuItem>
              ))}
            </Select>
          )}
          <Button onClick={add} disabled={!label.trim()}>
            Add the field
          </Button>
          {sets.length > 0 && (
            <Button aria-haspopup="menu" onClick={(event) => setAt(event.currentTarget)}>
              Include a set
            </Button>
          )}
          <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
            {sets.map((set) => (
              <MenuItem
                key={set.id}
                onClick={() => {
                  setAt(null);
                  onInclude(set.id);
                }}
              >
                {set.label}
              </MenuItem>
            ))}
          </Menu>
        </div>
      </td>
    </tr>
  );
}
