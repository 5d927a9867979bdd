'use client';
import { useCallback, useMemo, useState } from 'react';
import {
  blocksAt,
  changeBlock,
  copyBlocks,
  everyBlock,
  findBlock,
  idOf,
  moveBlocks,
  putInBlocks,
  takeOffBlocks,
  whyNotThere,
  type BlockPlace,
  type FoundBlock,
} from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import type { CompiledModel } from '../../../../../core/model/compile';
import type { Slot } from '../../../../../core/model/document';

/** What is selected on a page: some of its blocks, one of its slots, or (both empty) the page itself. */
export interface Selection {
  blocks: readonly Id[];
  slot?: Pick<BlockPlace, 'of' | 'slot'>;
}

const NOTHING: Selection = { blocks: [] };

/** The blocks of a page as they are arranged: which are selected, what may be done with them, and how. */
export interface PageBlocks {
  model: CompiledModel;
  own: readonly Slot[];
  slots: JsonObject;
  selection: Selection;
  /** The blocks that are selected, as they stand. */
  selected: readonly FoundBlock[];
  select(selection: Selection): void;
  /** Selects one more, or one less. */
  toggle(id: Id): void;
  whyNot(put: readonly JsonObject[], place: Pick<BlockPlace, 'of' | 'slot'>): string | undefined;
  put(blocks: readonly JsonObject[], place: BlockPlace): void;
  move(ids: readonly Id[], place: BlockPlace): void;
  copy(ids: readonly Id[]): void;
  takeOff(ids: readonly Id[]): void;
  hide(ids: readonly Id[], hidden: boolean): void;
  change(id: Id, change: (block: JsonObject) => JsonObject, typedIn?: string): void;
}

/** Arranges the blocks of a page: every act is one change of its draft. */
export function usePageBlocks(
  model: CompiledModel,
  own: readonly Slot[],
  slots: JsonObject,
  onChange: (slots: JsonObject, typedIn?: string) => void,
  first: Selection = NOTHING,
): PageBlocks {
  const [selection, select] = useState<Selection>(first);
  const selected = useMemo(() => {
    const all = everyBlock(slots);
    return selection.blocks.flatMap((id) => all.find(({ block }) => idOf(block) === id) ?? []);
  }, [selection, slots]);
  const whyNot = useCallback(
    (put: readonly JsonObject[], place: Pick<BlockPlace, 'of' | 'slot'>) =>
      whyNotThere(model, own, slots, put, place),
    [model, own, slots],
  );
  return {
    model,
    own,
    slots,
    selection,
    selected,
    select,
    toggle: (id) =>
      select(({ blocks }) => ({
        blocks: blocks.includes(id) ? blocks.filter((each) => each !== id) : [...blocks, id],
      })),
    whyNot,
    put(blocks, place) {
      onChange(putInBlocks(slots, blocks, place));
      select({ blocks: blocks.map(idOf) });
    },
    move(ids, place) {
      onChange(moveBlocks(slots, new Set(ids), place));
      select({ blocks: ids });
    },
    copy(ids) {
      const { slots: next, copies } = copyBlocks(slots, new Set(ids));
      onChange(next);
      select({ blocks: copies });
    },
    takeOff(ids) {
      const found = ids[0] === undefined ? undefined : findBlock(slots, ids[0]);
      const next = takeOffBlocks(slots, new Set(ids));
      onChange(next);
      // One goes on with what takes its place, or stands above it, or with the slot that is empty now.
      const staying = found ? blocksAt(next, found.place) : [];
      const beside = found && (staying[found.place.at] ?? staying.at(-1));
      select(beside ? { blocks: [idOf(beside)] } : found ? { blocks: [], slot: found.place } : NOTHING);
    },
    hide: (ids, hidden) =>
      onChange(
        ids.reduce(
          (now, id) =>
            changeBlock(now, id, ({ hidden: _hidden, ...block }) =>
              hidden ? { ...block, hidden: true } : block,
            ),
          slots,
        ),
      ),
    change: (id, change, typedIn) => onChange(changeBlock(slots, id, change), typedIn),
  };
}

/** What of some blocks their types hold where they are: these are not taken off, hidden or copied. */
export const isHeld = ({ block }: FoundBlock): boolean => block.held !== undefined;
