import { useMemo } from 'react';
import { referencesIn } from '../core/content/values';
import type { Fault } from '../core/faults';
import type { JsonObject } from '../core/json';
import type { Field } from '../core/model/document';
import { eachOnce, sameValue } from './faults-told';
import { faultsInForm } from './form-languages';
import { keyOf, parseForm, type FormReading } from './parse-form';
import { useAllKnown } from './use-known';

/** What the server found in what it keeps, and what it keeps. */
interface Kept {
  faults: readonly Fault[];
  values: JsonObject;
}

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
