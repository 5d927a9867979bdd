'use client';
import { useCallback, useEffect, useRef } from 'react';
import type { BlockPlace } from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import { wordsOf } from '../../../../../ui/ask';
import { useTell } from '../../../../../ui/telling';
import type { PageBlocks } from '../canvas/use-page-blocks';
import { copiesOfStarter } from './use-starters';

/** Puts copies of the blocks of a starter in a place, as the page stands when they have come; says why not where it cannot. */
export function usePutStarter(blocks: PageBlocks): (starter: Id, place: BlockPlace) => Promise<void> {
  const tell = useTell();
  const latest = useRef(blocks);
  useEffect(() => {
    latest.current = blocks;
  }, [blocks]);
  return useCallback(
    async (starter, place) => {
      try {
        const copies = await copiesOfStarter(starter);
        const why = latest.current.whyNot(copies, place);
        if (why === undefined) latest.current.put(copies, place);
        else tell(why);
      } catch (error) {
        tell(wordsOf(error));
      }
    },
    [tell],
  );
}
