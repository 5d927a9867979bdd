'use client';
import { useEffect, useState } from 'react';
import { EditSteps } from '../core/content/edit-steps';
import { mergeValues, putAt } from '../core/content/merge';
import type { Collision } from '../core/content/merge-json';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../core/json';
import type { StepWays } from './steps';
import { forgetUnsaved, keepUnsaved, readUnsaved, type FormModel } from './unsaved';

/** A form that is kept when someone says so, of a thing that others may change meanwhile. */
export interface KeptForm extends StepWays {
  /** As it stands in the form. */
  given: JsonObject;
  /** What of it is not kept yet. */
  changes: JsonObject;
  /** Where two people's words collide; nothing is kept until each is decided. */
  conflicts: readonly Collision[];
  /** What somebody else changed meanwhile, and now stands beside one's own. */
  cameIn: readonly string[];
  change(key: string, value: Json): void;
  /** Lets all be as it is kept. */
  leave(): void;
  /** Settles conflicts: those at `mine` (their paths) are mine, the others theirs. */
  decide(mine: ReadonlySet<string>): void;
}

interface Kept {
  revision: number;
  values: JsonObject;
}

interface Standing {
  revision: number;
  base: JsonObject;
  given: JsonObject;
  conflicts: readonly Collision[];
  cameIn: readonly string[];
}

const differing = (given: JsonObject, kept: JsonObject): JsonObject =>
  Object.fromEntries(Object.entries(given).filter(([key, value]) => !sameJson(value, kept[key] ?? null)));

/** What stands in a form laid over another version of the same thing. */
function laidOver({ base, given }: Pick<Standing, 'base' | 'given'>, kept: Kept): Standing {
  const { values, conflicts } = mergeValues(base, given, kept.values);
  return {
    revision: kept.revision,
    base: kept.values,
    given: values,
    conflicts,
    cameIn: Object.keys(differing(values, given)),
  };
}

/**
 * What is typed into such a form stands in the browser's storage at once, under a name of its own. When the
 * thing is kept anew, by oneself or by somebody else, what was typed is merged with it.
 */
export function useKeptForm(name: string, kept: Kept, form: FormModel): KeptForm {
  const fresh = (): Standing => ({
    revision: kept.revision,
    base: kept.values,
    given: kept.values,
    conflicts: [],
    cameIn: [],
  });
  const [standing, setStanding] = useState((): Standing => {
    const unsaved = readUnsaved(name, form);
    return unsaved ? laidOver(unsaved, kept) : fresh();
  });
  if (standing.revision !== kept.revision) setStanding(laidOver(standing, kept));
  const { base, given } = standing;
  const isKept = sameJson(given, base);
  useEffect(() => {
    if (isKept) forgetUnsaved(name);
  }, [isKept, name]);
  const [steps] = useState(() => new EditSteps());
  const [may, setMay] = useState({ undo: false, redo: false });
  const put = (next: JsonObject) => {
    setStanding({ ...standing, given: next, conflicts: [], cameIn: [] });
    keepUnsaved(name, { base, given: next }, form);
    setMay({ undo: steps.canUndo, redo: steps.canRedo });
  };
  const step = (way: 'undo' | 'redo') => {
    const taken = steps[way](given);
    if (taken) put({ ...given, ...taken });
  };
  return {
    given,
    changes: differing(given, base),
    conflicts: standing.conflicts,
    cameIn: standing.cameIn,
    change(key, value) {
      steps.note(given, { [key]: value }, Date.now(), typeof value === 'string' ? key : undefined);
      put({ ...given, [key]: value });
    },
    undo: may.undo ? () => step('undo') : undefined,
    redo: may.redo ? () => step('redo') : undefined,
    leave() {
      setStanding(fresh());
      forgetUnsaved(name);
    },
    decide(mine) {
      const decided = standing.conflicts
        .filter(({ path }) => !mine.has(path))
        .reduce<Json>((values, { path, theirs }) => putAt(values, path, theirs), given);
      put(isJsonObject(decided) ? decided : given);
    },
  };
}
