'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { newId } from '../../../../core/ids';
import { isJsonObject, type JsonObject } from '../../../../core/json';
import { allowedIn } from '../../../../core/model/check/slots';
import { expandFields } from '../../../../core/model/compile';
import type { BlockType, PageType, PresetBlock, Slot } from '../../../../core/model/document';
import { setsOf } from '../../../../core/model/change/edit';
import { newSlot } from '../../../../core/model/fresh/start';
import type { SharedBlockRow } from '../../../../contract/shared-blocks';
import { placedSharedType } from '../../../../core/model/shared-type';
import { useAsk } from '../../../../ui/use-ask';
import { EntryForm } from '../../../../ui/entry-form';
import { NumberRule, without, YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { TextBox } from '../../../../ui/text-box';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** How a shared block is told from block types among what a slot may begin with. */
const SHARED_CHOICE = 'shared ';

/** The shared blocks that a slot of a page type may begin with, as far as it takes all that they hold. */
function useSharedFor(allowed: readonly BlockType[], isPage: boolean): readonly SharedBlockRow[] {
  const { data } = useAsk('sharedBlocks', {}, { enabled: isPage });
  const keys = new Set(allowed.map(({ key }) => key));
  return isPage ? (data?.items ?? []).filter(({ types }) => types.every((type) => keys.has(type))) : [];
}

/** One block that a slot begins with: its type, what it says, and what an editor may not change of it. */
function Preset({
  preset,
  allowed,
  shared,
  disabled,
  onChange,
  onTake,
}: {
  preset: PresetBlock;
  allowed: readonly BlockType[];
  shared: readonly SharedBlockRow[];
  disabled: boolean;
  onChange: (preset: PresetBlock) => void;
  onTake: () => void;
}): ReactElement {
  const { document } = useWorkingModel();
  const [open, setOpen] = useState(false);
  const type = document.blockTypes.find(({ id }) => id === preset.type);
  const fields = type ? expandFields(type.fields, setsOf(document)) : [];
  const chosen = preset.shared === undefined ? preset.type : `${SHARED_CHOICE}${preset.shared}`;
  const isThere =
    preset.shared === undefined
      ? allowed.some(({ id }) => id === preset.type)
      : shared.some(({ key }) => key === preset.shared);
  const values: JsonObject = isJsonObject(preset.values) ? preset.values : {};
  return (
    <li className={styles.preset}>
      <div className={styles.presettop}>
        <Select
          value={isThere ? chosen : ''}
          displayEmpty
          disabled={disabled}
          onChange={({ target }) => {
            const held = preset.held ? { held: preset.held } : {};
            const key = target.value.startsWith(SHARED_CHOICE)
              ? target.value.slice(SHARED_CHOICE.length)
              : undefined;
            onChange(
              key === undefined
                ? { id: preset.id, type: target.value, ...held }
                : { id: preset.id, type: placedSharedType.id, shared: key, ...held },
            );
          }}
          slotProps={{ input: { 'aria-label': 'Block it begins with' } }}
        >
          {!isThere && (
            <MenuItem value="">
              {preset.shared === undefined
                ? 'A block that may not stand here'
                : `The shared block “${preset.shared}”, which is not there or may not stand here`}
            </MenuItem>
          )}
          {allowed.map(({ id, label }) => (
            <MenuItem key={id} value={id}>
              {label}
            </MenuItem>
          ))}
          {shared.map(({ key, title }) => (
            <MenuItem key={key} value={`${SHARED_CHOICE}${key}`}>
              Shared block: {title}
            </MenuItem>
          ))}
        </Select>
        <Select
          value={preset.held ?? ''}
          displayEmpty
          disabled={disabled}
          onChange={({ target }) =>
            onChange(
              without({ ...preset, held: (target.value || undefined) as PresetBlock['held'] }) as PresetBlock,
            )
          }
          slotProps={{ input: { 'aria-label': 'What is held' } }}
        >
          <MenuItem value="">May be changed and taken out</MenuItem>
          <MenuItem value="place">Held in place</MenuItem>
          <MenuItem value="place and values">Held, with what it says</MenuItem>
        </Select>
        {fields.length > 0 && (
          <Button size="small" onClick={() => setOpen(!open)} aria-expanded={open}>
            What it says
          </Button>
        )}
        <IconButton aria-label="Do not begin with this block" disabled={disabled} onClick={onTake}>
          <X size={14} />
        </IconButton>
      </div>
      {open && (
        <EntryForm
          id={`preset-${preset.id}-`}
          fields={fields}
          values={values}
          faults={[]}
          disabled={disabled}
          onChange={(key, value) => onChange({ ...preset, values: { ...values, [key]: value } })}
        />
      )}
    </li>
  );
}

function SlotSheet({
  slot,
  place,
  of,
  isPage,
  disabled,
  onChange,
  onMove,
  onTake,
}: {
  slot: Slot;
  place: number;
  of: number;
  /** Whether it is of a page type, which may begin with shared blocks. */
  isPage: boolean;
  disabled: boolean;
  onChange: (slot: Slot) => void;
  onMove: (to: number) => void;
  onTake: () => void;
}): ReactElement {
  const { document } = useWorkingModel();
  const allowed = allowedIn(slot, document);
  const shared = useSharedFor(allowed, isPage);
  const presets = slot.preset ?? [];
  const setPresets = (next: PresetBlock[]) =>
    onChange(without({ ...slot, preset: next.length > 0 ? next : undefined }) as Slot);
  const [first] = allowed;
  return (
    <li className={styles.slotsheet}>
      <div className={styles.pair}>
        <TextBox
          id={`slot-${slot.id}`}
          label="Name of the slot"
          value={slot.label}
          onChange={(label) => onChange({ ...slot, label })}
          faults={slot.label.trim() ? [] : ['This needs a name.']}
          disabled={disabled}
          slotProps={{ input: { maxLength: 80 } }}
        />
        <NumberRule
          whole
          id={`slot-${slot.id}-min`}
          label="At least, blocks"
          value={slot.min}
          onChange={(min) => onChange(without({ ...slot, min }) as Slot)}
        />
        <NumberRule
          whole
          id={`slot-${slot.id}-max`}
          label="At most"
          value={slot.max}
          onChange={(max) => onChange(without({ ...slot, max }) as Slot)}
        />
      </div>
      <Labelled
        id={`slot-${slot.id}-allows`}
        label="May hold"
        group
        help={slot.allows.length === 0 ? 'None chosen: every block type.' : undefined}
      >
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 16px' }}>
          {document.blockTypes.map(({ id, label }) => (
            <YesRule
              key={id}
              label={label}
              value={slot.allows.includes(id)}
              onChange={(may) =>
                onChange({
                  ...slot,
                  allows: document.blockTypes
                    .map((each) => each.id)
                    .filter((each) => (each === id ? may : slot.allows.includes(each))),
                })
              }
            />
          ))}
        </div>
      </Labelled>
      <YesRule
        label="Inherited by pages below: they show it until they put their own"
        value={slot.handedDown ?? false}
        onChange={(handedDown) => onChange(without({ ...slot, handedDown: handedDown || undefined }) as Slot)}
      />
      {isPage && (
        <YesRule
          label="In the foot of the site, around the page"
          value={slot.inFoot ?? false}
          onChange={(inFoot) => onChange(without({ ...slot, inFoot: inFoot || undefined }) as Slot)}
        />
      )}
      <Labelled
        id={`slot-${slot.id}-preset`}
        label="Begins with"
        group
        help={presets.length === 0 ? 'Nothing: it stands empty at first.' : undefined}
      >
        <ol className={styles.presets}>
          {presets.map((preset, i) => (
            <Preset
              key={preset.id}
              preset={preset}
              allowed={allowed}
              shared={shared}
              disabled={disabled}
              onChange={(next) => setPresets(presets.map((each, n) => (n === i ? next : each)))}
              onTake={() => setPresets(presets.filter((_, n) => n !== i))}
            />
          ))}
        </ol>
        {first && !disabled && (
          <Button size="small" onClick={() => setPresets([...presets, { id: newId(), type: first.id }])}>
            Begin with a block
          </Button>
        )}
      </Labelled>
      {!disabled && (
        <div className={look.acts}>
          <IconButton
            aria-label={`Move ${slot.label} up`}
            disabled={place === 0}
            onClick={() => onMove(place - 1)}
          >
            <ArrowUp size={14} />
          </IconButton>
          <IconButton
            aria-label={`Move ${slot.label} down`}
            disabled={place === of - 1}
            onClick={() => onMove(place + 1)}
          >
            <ArrowDown size={14} />
          </IconButton>
          <Button size="small" color="error" onClick={onTake}>
            Take out {slot.label}
          </Button>
        </div>
      )}
    </li>
  );
}

/** The slots of a page type or block type: what may stand in each, how many, what it begins with, what is held. */
export function SlotsBench({
  type,
  mayChange,
  onChange,
}: {
  type: PageType | BlockType;
  mayChange: boolean;
  onChange: (slots: Slot[]) => void;
}): ReactElement {
  const { slots } = type;
  return (
    <fieldset disabled={!mayChange} className={styles.form} style={{ border: 0, margin: 0, minWidth: 0 }}>
      {slots.length === 0 && (
        <p className={look.pencil}>No slots yet. A slot is a named place where blocks stand.</p>
      )}
      <ol className={styles.slots}>
        {slots.map((slot, i) => (
          <SlotSheet
            key={slot.id}
            slot={slot}
            place={i}
            of={slots.length}
            isPage={'layouts' in type}
            disabled={!mayChange}
            onChange={(next) => onChange(slots.map((each) => (each.id === slot.id ? next : each)))}
            onTake={() => onChange(slots.filter(({ id }) => id !== slot.id))}
            onMove={(to) => {
              const next = [...slots];
              const [moved] = next.splice(i, 1);
              if (moved) next.splice(to, 0, moved);
              onChange(next);
            }}
          />
        ))}
      </ol>
      {mayChange && (
        <div>
          <Button
            startIcon={<Plus size={15} />}
            onClick={() =>
              onChange([
                ...slots,
                newSlot(
                  `Slot ${slots.length + 1}`,
                  [],
                  slots.map(({ key }) => key),
                ),
              ])
            }
          >
            Add a slot
          </Button>
        </div>
      )}
    </fieldset>
  );
}
