'use client';
import type { StarterRow } from '../../../../../contract/starters';
import { blocksGiven, copyOfBlock } from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import { sharedSlot } from '../../../../../core/model/shared-type';
import { ask } from '../../../../../ui/ask';
import { useAsk } from '../../../../../ui/use-ask';

const NONE: readonly StarterRow[] = [];

/** The starters there are, by their names; none until they are told. */
export const useStarters = (): readonly StarterRow[] => useAsk('starters').data?.items ?? NONE;

/** Copies of the blocks that a starter is, to stand on a page. */
export async function copiesOfStarter(id: Id): Promise<JsonObject[]> {
  const { slots } = await ask('starter', { path: { id } });
  return blocksGiven(slots[sharedSlot.key]).map(copyOfBlock);
}
