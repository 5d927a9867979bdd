'use client';
import { Button, IconButton, Menu, MenuItem, Select } from '@mui/material';
import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Plus, X } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { newBlock, serializeSlots } from '../../../../core/content/blocks';
import { pointer, type Fault } from '../../../../core/faults';
import { newId } from '../../../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { allowedIn } from '../../../../core/model/check';
import type { CompiledModel } from '../../../../core/model/compile';
import type { Slot } from '../../../../core/model/document';
import { TypeIcon } from '../../../../ui/icon';
import { EntryForm } from '../../../../ui/entry-form';
import { faultsInForm, fieldsFor, localizedPatchOf, withLanguages } from '../../../../ui/form-languages';
import { blockName } from '../../../../ui/block-name';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { NoteHere } from '../../../../ui/notes/note-here';
import { notesWithin, useNoting } from '../../../../ui/notes/noting';
import { faultsBelow } from '../../../../ui/parse-form';
import { useAsk } from '../../../../ui/use-ask';
import { sourcesOf } from '../../../../ui/sources-of';
import styles from './arrange.module.css';
import { useOlderIn } from './older-blocks';
import { moved } from '../../../../ui/moved';

export const blocksIn = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isJsonObject) : [];

const asText = (value: Json | undefined): string => (typeof value === 'string' ? value : '');
const valuesIn = (block: JsonObject): JsonObject => (isJsonObject(block.values) ? block.values : {});

const translationsIn = (block: JsonObject): JsonObject =>
  isJsonObject(block.translations) ? block.translations : {};

/** A block that says something else, in the main language or another. */
function saying(block: JsonObject, change: JsonObject, language: string): JsonObject {
  const { values = {}, translations = {} } = localizedPatchOf(change, language ? [language] : []);
  const kept = translationsIn(block);
  const own = kept[language];
  const next = language
    ? {
        ...kept,
        [language]: { ...(isJsonObject(own) ? own : {}), ...(translations[language] as JsonObject) },
      }
    : kept;
  return {
    ...block,
    values: { ...valuesIn(block), ...values },
    ...(Object.keys(next).length > 0 ? { translations: next } : {}),
  };
}

/** A copy with ids of its own, as an independent block. */
const copyOf = (block: JsonObject): JsonObject => {
  const { preset: _preset, held: _held, slots, ...rest } = block;
  return {
    ...rest,
    id: newId(),
    ...(isJsonObject(slots)
      ? {
          slots: Object.fromEntries(
            Object.entries(slots).map(([key, inner]) => [key, blocksIn(inner).map(copyOf)]),
          ),
        }
      : {}),
  };
};

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
  onChange: (blocks: JsonObject[]) => void;
}

interface BlockProps {
  block: JsonObject;
  model: CompiledModel;
  faults: readonly Fault[];
  disabled: boolean;
  today: string;
  language: string;
  path: string;
  place: string;
  onChange: (block: JsonObject) => void;
}

/** The variant a block is shown in, of those its type allows. */
function VariantOf({
  block,
  model,
  disabled,
  onChange,
}: Pick<BlockProps, 'block' | 'model' | 'disabled' | 'onChange'>): ReactElement | null {
  const allowed = model.blockTypeByKey(asText(block.type))?.definition.face.variants ?? [];
  const variants = model.document.houseStyle.variants.filter(({ key }) => allowed.includes(key));
  if (variants.length === 0) return null;
  const id = `variant-${asText(block.id)}`;
  return (
    <Labelled id={id} label="Look">
      <Select
        fullWidth
        displayEmpty
        disabled={disabled}
        value={asText(block.variant)}
        labelId={`${id}-label`}
        SelectDisplayProps={{ id }}
        onChange={({ target }) => {
          const { variant: _v, ...rest } = block;
          onChange(target.value ? { ...rest, variant: target.value } : rest);
        }}
      >
        <MenuItem value="">As usual</MenuItem>
        {variants.map(({ key, label }) => (
          <MenuItem key={key} value={key}>
            {label}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  );
}

function ListingOf({
  block,
  faults,
  disabled,
  onChange,
}: Pick<BlockProps, 'block' | 'faults' | 'disabled' | 'onChange'>): ReactElement {
  const { data } = useAsk('listings');
  const id = `listing-${asText(block.id)}`;
  return (
    <Labelled
      id={id}
      label="Shows the listing"
      needed
      faults={faultsBelow(faults, '/listing').map(({ message }) => message)}
    >
      <Select
        fullWidth
        displayEmpty
        disabled={disabled}
        value={data ? asText(block.listing) : ''}
        labelId={`${id}-label`}
        SelectDisplayProps={{ id }}
        onChange={({ target }) => onChange({ ...block, listing: target.value || null })}
      >
        <MenuItem value="">None yet</MenuItem>
        {data?.items.map((listing) => (
          <MenuItem key={listing.id} value={listing.id}>
            {listing.label}
          </MenuItem>
        ))}
      </Select>
    </Labelled>
  );
}

/** What one block says: its fields, its look, its listing, and the slots inside it. */
function BlockForm({
  block,
  model,
  faults,
  disabled,
  today,
  language,
  path,
  place,
  onChange,
}: BlockProps): ReactElement {
  const noting = useNoting();
  const older = useOlderIn(asText(block.id));
  const type = model.blockTypeByKey(asText(block.type));
  if (!type) return <p>This block is of a type that is gone.</p>;
  const slots = isJsonObject(block.slots) ? block.slots : {};
  const fields = fieldsFor(type.fields, language);
  const spoken = withLanguages(
    { values: valuesIn(block), translations: translationsIn(block) },
    type.fields,
    language ? [language] : [],
  );
  return (
    <div className={styles.block}>
      {fields.length > 0 && (
        <EntryForm
          id={`${path}-`}
          fields={fields}
          values={spoken.values}
          faults={faultsInForm(faults)}
          onChange={(key, value) => onChange(saying(block, { [key]: value }, language))}
          disabled={disabled}
          {...(language ? { sources: sourcesOf(type.fields, language, spoken.values, older) } : {})}
          {...(noting
            ? {
                notes: new Map(
                  fields.map(({ key }) => [key, notesWithin(noting, pointer(place, 'values', key))]),
                ),
                onNote: (key: string, quote: string) => noting.begin(pointer(place, 'values', key), quote),
              }
            : {})}
        />
      )}
      {language && fields.length === 0 && type.definition.slots.length === 0 && (
        <p className={`${look.pencil} ${look.small}`}>Nothing of it differs by language.</p>
      )}
      {!language && type.definition.behaves === 'listing' && (
        <ListingOf block={block} faults={faults} disabled={disabled} onChange={onChange} />
      )}
      {!language && <VariantOf block={block} model={model} disabled={disabled} onChange={onChange} />}
      {type.definition.slots.map((slot) => (
        <SlotForm
          key={slot.id}
          slot={slot}
          model={model}
          blocks={blocksIn(slots[slot.key])}
          faults={faultsBelow(faults, `/slots/${slot.key}`)}
          disabled={disabled}
          today={today}
          language={language}
          path={`${path}-${slot.key}`}
          place={pointer(place, 'slots', slot.key)}
          onChange={(blocks) => onChange({ ...block, slots: { ...slots, [slot.key]: blocks } })}
        />
      ))}
    </div>
  );
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
    const block = newBlock(model, type, { today });
    const [spoken] = blocksIn(
      serializeSlots(model, [{ ...slot, preset: [] }], { [slot.id]: [block] })[slot.key],
    );
    if (!spoken) return;
    onChange([...blocks, spoken]);
    setOpen(block.id);
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
          const name = blockName(block, model);
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
                  onClick={() => onChange([...blocks.slice(0, i + 1), copyOf(block), ...blocks.slice(i + 1)])}
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
                  today={today}
                  language={language}
                  path={`${path}-${i}`}
                  place={pointer(place, id)}
                  onChange={(next) => onChange(blocks.map((each, n) => (n === i ? next : each)))}
                />
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
