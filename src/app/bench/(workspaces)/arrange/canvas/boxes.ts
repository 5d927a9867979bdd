'use client';
import { useLayoutEffect, useState, type RefObject } from 'react';
import type { Id } from '../../../../../core/ids';
import type { Box, SlotBox } from './place-under';

/** Where an element is, from the top left corner of another. */
export function boxIn(sheet: Element, of: Element): Box {
  const [outer, box] = [sheet.getBoundingClientRect(), of.getBoundingClientRect()];
  return {
    left: box.left - outer.left,
    top: box.top - outer.top,
    right: box.right - outer.left,
    bottom: box.bottom - outer.top,
  };
}

export const blockOnSheet = (sheet: Element, id: Id): HTMLElement | null =>
  sheet.querySelector<HTMLElement>(`#${CSS.escape(`b-${id}`)}`);

/** Every slot on a drawing, with where the blocks directly in it are. */
export const slotBoxes = (sheet: Element): SlotBox[] =>
  [...sheet.querySelectorAll<HTMLElement>('.slot-here')].map((slot) => {
    let depth = 0;
    for (let at = slot.parentElement; at && at !== sheet; at = at.parentElement)
      if (at.classList.contains('slot-here')) depth += 1;
    return {
      of: slot.dataset.of,
      slot: slot.dataset.slot ?? '',
      box: boxIn(sheet, slot),
      blocks: [...slot.children]
        .filter((child) => child.classList.contains('block'))
        .map((child) => boxIn(sheet, child)),
      depth,
    };
  });

const isSame = (a: Box | undefined, b: Box | undefined): boolean =>
  a?.left === b?.left && a?.top === b?.top && a?.right === b?.right && a?.bottom === b?.bottom;

/** Where a block is on the drawing, measured again when anything is drawn or becomes larger; nothing for no id. */
export function useBlockBox(
  sheet: RefObject<HTMLElement | null>,
  id: Id | undefined,
  drawn: unknown,
): Box | undefined {
  const [box, setBox] = useState<Box>();
  useLayoutEffect(() => {
    const outer = sheet.current;
    if (!outer) return undefined;
    const measure = () => {
      const at = id === undefined ? null : blockOnSheet(outer, id);
      // What is not seen on the day that is looked at has no frame.
      if (at && at.getClientRects().length === 0) return setBox(undefined);
      const next = at ? boxIn(outer, at) : undefined;
      // What is put in is selected before it is drawn: what frames it stays where it was until then.
      return setBox((was) => (!next || isSame(was, next) ? was : next));
    };
    const observer = new ResizeObserver(measure);
    observer.observe(outer);
    measure();
    return () => observer.disconnect();
  }, [sheet, id, drawn]);
  return box;
}
