import { useMemo } from 'react';
import { DraftSlots } from '../core/content/draft-slots';
import { pointer, type Fault } from '../core/faults';
import type { JsonObject } from '../core/json';
import type { CompiledModel } from '../core/model/compile';
import type { Slot } from '../core/model/document';
import { eachOnce, sameValue } from './faults-told';
import { useAllKnown } from './use-known';

/**
 * What is to fix in slots as they are given, by their keys: read as the server does, with all that the
 * blocks refer to.
 */
export function useSlotFaults(
  model: CompiledModel,
  slots: readonly Slot[],
  given: JsonObject,
  today: string,
  kept: { faults: readonly Fault[]; slots: JsonObject },
): Fault[] {
  const reader = useMemo(() => new DraftSlots(model), [model]);
  const targets = useMemo(() => reader.targets(slots, given), [given, reader, slots]);
  const known = useAllKnown(targets);
  const here = useMemo(() => (known ? { today, known } : { today }), [known, today]);
  return useMemo(() => {
    const { unread, broken } = reader.faults(slots, given, here);
    const untold = new Set(unread.map(({ path }) => path));
    const told = slots.flatMap(({ key }) =>
      sameValue(given[key], kept.slots[key])
        ? kept.faults.filter(({ path }) => `${path}/`.startsWith(`${pointer('/slots', key)}/`))
        : [],
    );
    return eachOnce([...unread, ...broken.filter(({ path }) => !untold.has(path)), ...told]);
  }, [given, here, kept, reader, slots]);
}
