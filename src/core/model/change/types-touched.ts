import type { Id } from '../../ids';
import type { ModelChange } from './changes';

/**
 * The types whose visitors' pages may differ after the changes, or everything when the house style or the
 * languages do.
 */
export function typesTouched(changes: readonly ModelChange[]): { everything: boolean; types: Set<Id> } {
  return {
    everything: changes.some(({ of }) => of === 'site'),
    types: new Set(changes.flatMap(({ type, within }) => [...(type ? [type] : []), ...(within ?? [])])),
  };
}
