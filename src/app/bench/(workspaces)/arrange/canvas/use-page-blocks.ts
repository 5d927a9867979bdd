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
  outermostBlocks,
  placedShared,
  putInBlocks,
  replaceBlock,
  saysAnything,
  takeOffBlocks,
  whyNotThere,
  type BlockPlace,
  type FoundBlock,
} from '../../../../../core/content/block-edits';
import type { SharedBlockRow } from '../../../../../contract/shared-blocks';
import { MOST_IN_TRAY } from '../../../../../core/content/tray';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import type { CompiledModel } from '../../../../../core/model/compile';
import { placedSharedKey } from '../../../../../core/model/shared-type';
import type { Slot } from '../../../../../core/model/document';
import { useNewest } from '../../../../../ui/use-newest';

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
  /** What was taken off the page and is kept. */
  tray: readonly JsonObject[];
  /** The shared blocks there are, by their ids. */
  shared: ReadonlyMap<Id, SharedBlockRow>;
  selection: Selection;
  /** The blocks that are selected, as they stand. */
  selected: readonly FoundBlock[];
  select(selection: Selection): void;
  /** Selects one more, or one less. */
  toggle(id: Id): void;
  whyNot(put: readonly JsonObject[], place: Pick<BlockPlace, 'of' | 'slot'>): string | undefined;
  put(blocks: readonly JsonObject[], place: BlockPlace): void;
  /** Moves blocks of the page, or puts back what lies in the tray. */
  move(ids: readonly Id[], place: BlockPlace): void;
  copy(ids: readonly Id[]): void;
  /** Takes blocks off: what says something lies in the tray then, where there is one. */
  takeOff(ids: readonly Id[]): void;
  /** Lets go of what lies in the tray. */
  forget(ids: readonly Id[]): void;
  hide(ids: readonly Id[], hidden: boolean): void;
  /** Puts other blocks in the place of one. */
  replace(id: Id, by: readonly JsonObject[]): void;
  /**
   * Puts a shared block in the place of the first of some blocks, which it holds from now on. Answers the id
   * of its place.
   */
  giveToShared(ids: readonly Id[], shared: Id): Id;
  change(id: Id, change: (block: JsonObject) => JsonObject, typedIn?: string): void;
}

interface Asked {
  model: CompiledModel;
  own: readonly Slot[];
  slots: JsonObject;
  /** What lies in the tray; absent where there is none. */
  tray: readonly JsonObject[] | undefined;
  shared: ReadonlyMap<Id, SharedBlockRow>;
  /** What is selected at first. */
  first?: Selection | undefined;
  /** `tray` is given where that changes too; `typedIn` names where words were typed. */
  onChange: (slots: JsonObject, also?: { tray?: JsonObject[]; typedIn?: string | undefined }) => void;
}

const EMPTY: readonly JsonObject[] = [];

/**
 * Arranges the blocks of a page: every act is one change of its draft, as that is by then, however long ago what
 * leads to it was drawn.
 */
export function usePageBlocks({
  model,
  own,
  slots,
  tray: kept,
  shared,
  first = NOTHING,
  onChange,
}: Asked): PageBlocks {
  const tray = kept ?? EMPTY;
  const [selection, select] = useState<Selection>(first);
  const selected = useMemo(() => {
    const all = everyBlock(slots);
    return selection.blocks.flatMap((id) => all.find(({ block }) => idOf(block) === id) ?? []);
  }, [selection, slots]);
  const whyNot = useCallback(
    (put: readonly JsonObject[], place: Pick<BlockPlace, 'of' | 'slot'>) =>
      whyNotThere(model, own, slots, put, place, shared),
    [model, own, shared, slots],
  );
  const put = useNewest((blocks: readonly JsonObject[], place: BlockPlace) => {
    onChange(putInBlocks(slots, blocks, place));
    select({ blocks: blocks.map(idOf) });
  });
  const move = useNewest((ids: readonly Id[], place: BlockPlace) => {
    const lying = tray.filter((block) => ids.includes(idOf(block)));
    if (lying.length === 0) onChange(moveBlocks(slots, new Set(ids), place));
    else
      onChange(putInBlocks(slots, lying, place), {
        tray: tray.filter((block) => !lying.includes(block)),
      });
    select({ blocks: ids });
  });
  const copy = useNewest((ids: readonly Id[]) => {
    const { slots: next, copies } = copyBlocks(slots, new Set(ids));
    onChange(next);
    select({ blocks: copies });
  });
  const takeOff = useNewest((ids: readonly Id[]) => {
    const found = ids[0] === undefined ? undefined : findBlock(slots, ids[0]);
    const next = takeOffBlocks(slots, new Set(ids));
    const taken = kept ? outermostBlocks(slots, new Set(ids)).filter(saysAnything) : [];
    onChange(next, taken.length > 0 ? { tray: [...taken, ...tray].slice(0, MOST_IN_TRAY) } : {});
    // One goes on with what takes its place, or stands above it, or with the slot that is empty now.
    const staying = found ? blocksAt(next, found.place) : [];
    const beside = found && (staying[found.place.at] ?? staying.at(-1));
    select(beside ? { blocks: [idOf(beside)] } : found ? { blocks: [], slot: found.place } : NOTHING);
  });
  const forget = useNewest((ids: readonly Id[]) =>
    onChange(slots, { tray: tray.filter((block) => !ids.includes(idOf(block))) }),
  );
  const hide = useNewest((ids: readonly Id[], hidden: boolean) =>
    onChange(
      ids.reduce(
        (now, id) =>
          changeBlock(now, id, ({ hidden: _hidden, ...block }) =>
            hidden ? { ...block, hidden: true } : block,
          ),
        slots,
      ),
    ),
  );
  const replace = useNewest((id: Id, by: readonly JsonObject[]) => {
    onChange(replaceBlock(slots, id, by));
    select({ blocks: by.map(idOf) });
  });
  const giveToShared = useNewest(([first = '', ...others]: readonly Id[], id: Id) => {
    const place = placedShared(id);
    onChange(replaceBlock(takeOffBlocks(slots, new Set(others)), first, [place]));
    select({ blocks: [idOf(place)] });
    return idOf(place);
  });
  const change = useNewest((id: Id, by: (block: JsonObject) => JsonObject, typedIn?: string) =>
    onChange(changeBlock(slots, id, by), { typedIn }),
  );
  const acts = useMemo(
    () => ({
      select,
      toggle: (id: Id) =>
        select(({ blocks }) => ({
          blocks: blocks.includes(id) ? blocks.filter((each) => each !== id) : [...blocks, id],
        })),
      put,
      move,
      copy,
      takeOff,
      forget,
      hide,
      replace,
      giveToShared,
      change,
    }),
    [change, copy, forget, giveToShared, hide, move, put, replace, takeOff],
  );
  return useMemo(
    () => ({ model, own, slots, tray, shared, selection, selected, whyNot, ...acts }),
    [acts, model, own, selected, selection, shared, slots, tray, whyNot],
  );
}

/**
 * Why some blocks cannot become one shared block, in words; nothing where they can: they stand in one slot,
 * none of them is held, and none is or holds a shared one.
 */
export function whyNotShared(selected: readonly FoundBlock[]): string | undefined {
  const [first] = selected;
  if (!first) return 'Nothing is selected.';
  if (selected.some(({ place }) => place.of !== first.place.of || place.slot !== first.place.slot))
    return 'They stand in several slots.';
  if (selected.some(isHeld)) return 'The type of the page holds it here.';
  const all = everyBlock({ selected: selected.map(({ block }) => block) });
  return all.some(({ block }) => block.type === placedSharedKey)
    ? 'A shared block holds no other shared block.'
    : undefined;
}

/** What of some blocks their types hold where they are: these are not taken off, hidden or copied. */
export const isHeld = ({ block }: FoundBlock): boolean => block.held !== undefined;
