'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { blockName } from '../block-name';
import { useModel } from '../model-in-force';
import { useAsk } from '../use-ask';

interface NamedBlock {
  id: string;
  label: string;
  depth: number;
}

/** What a block is called where it is chosen: its type, and what names it in its slot. */
function nameOf(model: CompiledModel, block: JsonObject): string {
  const label =
    model.blockTypes.find(({ definition }) => definition.key === block.type)?.definition.label ?? 'A block';
  const name = blockName(block, model);
  return name === '' ? label : `${label}: ${name}`;
}

/** The blocks in slots (as a page speaks of them), in reading order, each before those inside it. */
function blocksOf(model: CompiledModel, slots: Json | undefined, depth = 0): NamedBlock[] {
  if (!isJsonObject(slots)) return [];
  return Object.values(slots).flatMap((blocks) =>
    (Array.isArray(blocks) ? blocks : []).flatMap((block): NamedBlock[] => {
      if (!isJsonObject(block) || typeof block.id !== 'string') return [];
      return [
        { id: block.id, label: nameOf(model, block), depth },
        ...blocksOf(model, block.slots, depth + 1),
      ];
    }),
  );
}

/** Whether a link leads to the whole of a page, or to one of the blocks on it. */
export function BlockChoice({
  page,
  value,
  onChoose,
}: {
  page: string;
  /** The block that is meant; empty for the whole page. */
  value: string;
  onChoose: (block: string) => void;
}): ReactElement | null {
  const model = useModel();
  const { data } = useAsk('page', { path: { id: page } }, { enabled: page !== '' });
  const blocks = blocksOf(model, data?.slots);
  if (page === '' || !data || (blocks.length === 0 && value === '')) return null;
  const isThere = value === '' || blocks.some(({ id }) => id === value);
  return (
    <Select
      fullWidth
      displayEmpty
      value={value}
      error={!isThere}
      onChange={({ target }) => onChoose(target.value)}
      slotProps={{ input: { 'aria-label': 'Where on the page' } }}
    >
      <MenuItem value="">The whole page</MenuItem>
      {blocks.map(({ id, label, depth }) => (
        <MenuItem key={id} value={id}>
          {'\u2003'.repeat(depth)}
          {label}
        </MenuItem>
      ))}
      {!isThere && <MenuItem value={value}>A block that stands there no more</MenuItem>}
    </Select>
  );
}
