'use client';
import { Button, IconButton, Menu, MenuItem } from '@mui/material';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Plus, X } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { blocksGiven, copyOfBlock, idOf, slotsGiven } from '../../../../core/content/block-edits';
import { pointer, type Fault } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import { allowedIn } from '../../../../core/model/check/slots';
import type { CompiledModel } from '../../../../core/model/compile';
import type { Slot } from '../../../../core/model/document';
import { blockName } from '../../../../ui/block-name';
import { TypeIcon } from '../../../../ui/icon';
import look from '../../../../ui/look/look.module.css';
import { moved } from '../../../../ui/moved';
import { NoteHere } from '../../../../ui/notes/note-here';
import { notesWithin, useNoting } from '../../../../ui/notes/noting';
import { faultsBelow } from '../../../../ui/parse-form';
import styles from './arrange.module.css';
import { BlockForm } from './block-form';
import { asText } from './block-says';
import { useSharedBlocks } from './shared/use-shared-blocks';
import { freshBlock } from './fresh-block';

interface SlotProps {
  slot: Slot;
  model: CompiledModel;
  blocks: JsonObject[];
  /** With paths below the slot. */
  faults: readonly Fault[];
  disabled: boolean;
  today: string;
  /** The other language that is filled in, or empty for the main one. */
  language: string;
  path: string;
  /** Where it stands in the record (a JSON Pointer, blocks by their ids). */
  place: string;
  /** `typedIn` names where words were typed, where that is what changed. */
  onChange: (blocks: JsonObject[], typedIn?: string) => void;
}

/** The blocks that stand in one slot, in their order: each can be opened, moved, hidden, copied and taken out. */
export function SlotForm({
  slot,
  model,
  blocks,
  faults,
  disabled,
  today,
  language,
  path,
  place,
  onChange,
}: SlotProps): ReactElement {
  const asked = useSearchParams().get('block');
  const noting = useNoting();
  const shared = useSharedBlocks();
  // One that was pointed at is open, and those around it.
  const [open, setOpen] = useState<string | undefined>(() => {
    const around = asked ? blocks.find((block) => JSON.stringify(block).includes(asked)) : undefined;
    return around ? asText(around.id) : undefined;
  });
  const [at, setAt] = useState<HTMLElement | null>(null);
  const allowed = allowedIn(slot, model.document);
  const own = faults.filter((fault) => fault.path === '').map(({ message }) => message);
  const full = slot.max !== undefined && blocks.length >= slot.max;
  const bounds =
    slot.min && slot.max
      ? `${slot.min} to ${slot.max}`
      : slot.max
        ? `up to ${slot.max}`
        : slot.min
          ? `at least ${slot.min}`
          : '';
  const move = (from: number, to: number) => onChange(moved(blocks, from, to));
  const add = (key: string) => {
    setAt(null);
    const type = model.blockTypeByKey(key);
    if (!type) return;
    const block = freshBlock(model, type, today);
    onChange([...blocks, block]);
    setOpen(idOf(block));
  };
  return (
    <section
      className={styles.slot}
      aria-label={`Slot ${slot.label}`}
      {...(own.length > 0 ? { 'data-to-fix': '' } : {})}
    >
      <header>
        <h3>{slot.label}</h3>
        <span>
          {[
            blocks.length === 0 ? 'empty' : `${blocks.length} ${blocks.length === 1 ? 'block' : 'blocks'}`,
            bounds,
            slot.handedDown ? 'inherited by pages below' : '',
          ]
            .filter(Boolean)
            .join(', ')}
        </span>
      </header>
      {blocks.length === 0 && slot.handedDown && (
        <p className={`${look.pencil} ${look.small}`}>
          Empty, so visitors see here what the page above shows.
        </p>
      )}
      <ol>
        {blocks.map((block, i) => {
          const id = asText(block.id) || String(i);
          const type = model.blockTypeByKey(asText(block.type));
          const name = shared.get(asText(block.shared))?.title ?? blockName(block, model);
          const label = name
            ? `${type?.definition.label ?? 'Block'}: ${name}`
            : (type?.definition.label ?? 'Block');
          const inside = faultsBelow(faults, `/${i}`);
          const held = asText(block.held);
          return (
            <li
              key={id}
              id={`block-${id}`}
              data-open={open === id}
              data-hidden={block.hidden === true}
              {...(inside.length > 0 ? { 'data-to-fix': '' } : {})}
            >
              <div className={styles.blocktop}>
                <TypeIcon name={type?.definition.icon ?? ''} />
                <button
                  type="button"
                  aria-expanded={open === id}
                  onClick={() => setOpen(open === id ? undefined : id)}
                >
                  <b>{type?.definition.label ?? 'A type that is gone'}</b>
                  {name && <span>{name}</span>}
                  {inside.length > 0 && <em>{inside.length} to fix</em>}
                  {held && <small>held</small>}
                  {block.hidden === true && <small>hidden</small>}
                </button>
                {noting && block.id !== undefined && (
                  <NoteHere
                    label={label}
                    notes={notesWithin(noting, pointer(place, id))}
                    onNote={() => noting.begin(pointer(place, id), '')}
                  />
                )}
                <IconButton
                  aria-label={`Move ${label} up`}
                  disabled={disabled || i === 0}
                  onClick={() => move(i, i - 1)}
                >
                  <ArrowUp size={14} />
                </IconButton>
                <IconButton
                  aria-label={`Move ${label} down`}
                  disabled={disabled || i === blocks.length - 1}
                  onClick={() => move(i, i + 1)}
                >
                  <ArrowDown size={14} />
                </IconButton>
                <IconButton
                  aria-label={`${block.hidden === true ? 'Show' : 'Hide'} ${label}`}
                  disabled={disabled || held !== ''}
                  onClick={() =>
                    onChange(
                      blocks.map((each, n) => (n === i ? { ...each, hidden: each.hidden !== true } : each)),
                    )
                  }
                >
                  {block.hidden === true ? <EyeOff size={14} /> : <Eye size={14} />}
                </IconButton>
                <IconButton
                  aria-label={`Copy ${label}`}
                  disabled={disabled || full}
                  onClick={() =>
                    onChange([...blocks.slice(0, i + 1), copyOfBlock(block), ...blocks.slice(i + 1)])
                  }
                >
                  <Copy size={14} />
                </IconButton>
                <IconButton
                  aria-label={`Take out ${label}`}
                  disabled={disabled || held !== ''}
                  onClick={() => onChange(blocks.filter((_, n) => n !== i))}
                >
                  <X size={14} />
                </IconButton>
              </div>
              {open === id && (
                <BlockForm
                  block={block}
                  model={model}
                  faults={inside}
                  disabled={disabled || held === 'place and values'}
                  language={language}
                  path={`${path}-${i}`}
                  place={pointer(place, id)}
                  onChange={(next, typedIn) =>
                    onChange(
                      blocks.map((each, n) => (n === i ? next : each)),
                      typedIn,
                    )
                  }
                  onCopies={(copies) => onChange(blocks.toSpliced(i, 1, ...copies))}
                >
                  {type?.definition.slots.map((inner) => (
                    <SlotForm
                      key={inner.id}
                      slot={inner}
                      model={model}
                      blocks={blocksGiven(slotsGiven(block)[inner.key])}
                      faults={faultsBelow(inside, `/slots/${inner.key}`)}
                      disabled={disabled || held === 'place and values'}
                      today={today}
                      language={language}
                      path={`${path}-${i}-${inner.key}`}
                      place={pointer(place, id, 'slots', inner.key)}
                      onChange={(next, typedIn) =>
                        onChange(
                          blocks.map((each, n) =>
                            n === i ? { ...each, slots: { ...slotsGiven(each), [inner.key]: next } } : each,
                          ),
                          typedIn,
                        )
                      }
                    />
                  ))}
                </BlockForm>
              )}
            </li>
          );
        })}
      </ol>
      {own.map((fault) => (
        <p className={styles.slotfault} role="alert" key={fault}>
          {fault}
        </p>
      ))}
      {!disabled &&
        (allowed.length === 0 ? (
          <p className={`${look.pencil} ${look.small}`}>No block type may stand here yet.</p>
        ) : (
          <Button
            startIcon={<Plus size={15} />}
            disabled={full}
            aria-haspopup="menu"
            onClick={(event) => setAt(event.currentTarget)}
          >
            Add a block to {slot.label}
          </Button>
        ))}
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {allowed.map((type) => (
          <MenuItem key={type.id} onClick={() => add(type.key)} sx={{ gap: '10px' }}>
            <TypeIcon name={type.icon} />
            <span>
              {type.label}
              {type.purpose && (
                <small style={{ display: 'block', color: 'var(--pencil)', fontSize: 12 }}>
                  {type.purpose}
                </small>
              )}
            </span>
          </MenuItem>
        ))}
      </Menu>
    </section>
  );
}
