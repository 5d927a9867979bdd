'use client';
import { useMemo } from 'react';
import type { SharedBlockRow } from '../../../../../contract/shared-blocks';
import type { Id } from '../../../../../core/ids';
import { useAsk } from '../../../../../ui/use-ask';

const NONE: readonly SharedBlockRow[] = [];

/** The shared blocks there are, by their ids, in the order of their names; none until they are told. */
export function useSharedBlocks(): ReadonlyMap<Id, SharedBlockRow> {
  const { data } = useAsk('sharedBlocks');
  const items = data?.items ?? NONE;
  return useMemo(() => new Map(items.map((row) => [row.id, row])), [items]);
}

/** On how many pages of how many sites something stands, in words. */
export function onPagesInWords({ pages, sites }: Pick<SharedBlockRow, 'pages' | 'sites'>): string {
  if (pages === 0) return 'on no page';
  const on = pages === 1 ? 'on 1 page' : `on ${pages} pages`;
  return sites > 1 ? `${on} of ${sites} sites` : on;
}
