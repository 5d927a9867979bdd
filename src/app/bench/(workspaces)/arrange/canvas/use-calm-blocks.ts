import { startTransition, useEffect, useState } from 'react';
import { idOf, standAlike } from '../../../../../core/content/block-edits';
import type { Fault } from '../../../../../core/faults';
import { sameJson } from '../../../../../core/json';
import { typesWords } from '../../../../../ui/types-words';
import { PAUSE } from '../../../../../ui/use-paused';
import type { PageBlocks } from './use-page-blocks';

/**
 * Whether all that decides what fits where is as it was: where blocks stand, what lies in the tray, what is
 * selected.
 */
const isPlacedAlike = (a: PageBlocks, b: PageBlocks): boolean =>
  a.shared === b.shared &&
  a.model === b.model &&
  a.selection === b.selection &&
  sameJson(a.tray.map(idOf), b.tray.map(idOf)) &&
  standAlike(a.slots, b.slots);

interface Calm {
  blocks: PageBlocks;
  faults: readonly Fault[];
}

/**
 * The blocks as what is beside their form is drawn from them. What is put, moved or selected is seen at once, and
 * so is what is set; words follow a moment after the last key, or when one leaves them, so that a key costs the
 * form alone. `steady` stays the same thing until a block has another place. What is done with either is done with
 * the blocks as they are by then.
 */
export function useCalmBlocks(
  blocks: PageBlocks,
  faults: readonly Fault[],
): { calm: Calm; steady: PageBlocks } {
  const [steady, setSteady] = useState(blocks);
  const stands = steady === blocks || isPlacedAlike(steady, blocks);
  if (!stands) setSteady(blocks);
  // Apart from the one above: what is set while drawing is lost where something that may wait was set before it.
  const [calm, setCalm] = useState<Calm>({ blocks, faults });
  const now = { blocks, faults };
  useEffect(() => {
    const follow = () =>
      setCalm((was) => (was.blocks === blocks && was.faults === faults ? was : { blocks, faults }));
    if (!typesWords(document.activeElement)) {
      startTransition(follow);
      return undefined;
    }
    const timer = setTimeout(() => startTransition(follow), PAUSE);
    // Who leaves the words may take up at once what is drawn from them.
    document.addEventListener('focusout', follow, { once: true });
    return () => {
      clearTimeout(timer);
      document.removeEventListener('focusout', follow);
    };
  }, [blocks, faults]);
  return { calm: isPlacedAlike(calm.blocks, blocks) ? calm : now, steady: stands ? steady : blocks };
}
