import { useMemo } from 'react';
import { DraftSlots } from '../core/content/draft-slots';
import { referencesIn } from '../core/content/values';
import { pointer, type Fault } from '../core/faults';
import { sameJson, type Json, type JsonObject } from '../core/json';
import type { CompiledModel } from '../core/model/compile';
import type { Field, Slot } from '../core/model/document';
import { faultsInForm } from './form-languages';
import { keyOf, parseForm, type FormReading } from './parse-form';
import { useAllKnown } from './use-known';

/** What the server found in what it keeps, and what it keeps. */
interface Kept {
  faults: readonly Fault[];
  values: JsonObject;
}

const sameValue = (a: Json | undefined, b: Json | undefined): boolean => sameJson(a ?? null, b ?? null);

/** What is found in several ways is told once. */
const eachOnce = (faults: readonly Fault[]): Fault[] => [
  ...new Map(faults.map((fault) => [`${fault.path} ${fault.code}`, fault])).values(),
];

/**
 * What a form holds, read as the server reads it, with all that it refers to. Of fields that say what is
 * kept, also what the server alone can find (that another has the same) is told: so the form, the table and
 * the server tell the same.
 */
export function useFormReading(
  fields: readonly Field[],
  given: JsonObject,
  today: string,
  kept: Kept,
): FormReading {
  const first = useMemo(() => parseForm(fields, given, today), [fields, given, today]);
  const known = useAllKnown(referencesIn(fields, first.values).map(({ target }) => target));
  return useMemo(() => {
    const reading = known ? parseForm(fields, given, today, known) : first;
    const told = faultsInForm(kept.faults).filter(
      ({ path }) => path.startsWith('/values/') && sameValue(given[keyOf(path)], kept.values[keyOf(path)]),
    );
    // What this form found in a field stands for what the server found there.
    const found = new Set(reading.faults.map(({ path }) => path));
    return {
      ...reading,
      faults: eachOnce([...reading.faults, ...told.filter(({ path }) => !found.has(path))]),
    };
  }, [fields, first, given, kept, known, today]);
}

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
