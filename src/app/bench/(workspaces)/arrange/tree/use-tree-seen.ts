'use client';
import type { TreeSeen } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';
import { useAsk } from '../../../../../ui/use-ask';
import { useTurned } from './use-folded';

/** What of the trees is seen, asked as branches are opened; nothing while it is on its way. With words, what has them. */
export function useTreeSeen(here: Id | undefined, q = ''): TreeSeen | undefined {
  const open = [...useTurned()].join(',');
  const query = q === '' ? { ...(open ? { open } : {}), ...(here ? { here } : {}) } : { q };
  return useAsk('treeSeen', { query }).data;
}
