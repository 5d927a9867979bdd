'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { EditSteps } from '../core/content/edit-steps';
import { mergeValues, putAt } from '../core/content/merge';
import type { Collision } from '../core/content/merge-json';
import type { Fault } from '../core/faults';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../core/json';
import { Problem, wordsOf } from './ask';
import { lastSaved, noteSaved } from './last-saved';
import { onSignedIn } from './signed-out';
import { forgetUnsaved, keepUnsaved, readUnsaved, type FormModel } from './unsaved';

/** What the server keeps of a thing that is edited here. */
export interface Kept {
  id: string;
  revision: number;
  values: JsonObject;
  changedBy: string;
}

/** What came in from somebody else while one was writing, and stands beside one's own: the fields it is in. */
export interface CameIn {
  by: string;
  keys: string[];
}

export interface Draft<A extends Kept> {
  /** As the server last told it. */
  kept: A;
  /** As it stands in the form. */
  given: JsonObject;
  status: 'saved' | 'typing' | 'saving' | 'not saved';
  problem: string | undefined;
  faults: readonly Fault[];
  conflicts: Collision[];
  cameIn: CameIn | undefined;
  /** Whether words that an earlier visit had not kept were brought back. */
  broughtBack: boolean;
  /** Changes one value. Words typed on in one place, which `typedIn` names, are taken back as one. */
  change(key: string, value: Json, typedIn?: string): void;
  /** Changes several at once, as one thing done. */
  changeAll(changes: JsonObject): void;
  /** Takes back the last thing done here, or does it again; absent where there is none. */
  undo: (() => void) | undefined;
  redo: (() => void) | undefined;
  /** Keeps everything now. Answers what is kept, or nothing where something could not be. */
  settle(): Promise<A | undefined>;
  /** Takes what the server answered to an act. */
  take(answer: A): void;
  /** Asks for it as it is now, and lays what was typed over that. Answers whether the server told it. */
  renew(): Promise<boolean>;
  /** Settles conflicts: those at `mine` (their paths) are mine, the others theirs. Both stay in the history. */
  decide(mine: ReadonlySet<string>): void;
}

interface Options<A extends Kept> {
  initial: A;
  /** Of which model the form is, with its fields: words that were not kept outlive a change of it. */
  form: FormModel;
  /** What of the form can be sent: values that can be read as their kind. */
  sendable(given: JsonObject): JsonObject;
  /** `apart` keeps the version in the history by itself. */
  send(changes: JsonObject, revision: number, apart: boolean): Promise<A>;
  /** Asks for it as it is now. */
  fetch(): Promise<A>;
  /** Reads the other version out of a 412. */
  other(current: JsonObject): A | undefined;
}

const PAUSE = 1200;
const AGAIN = 5000;

const differing = (given: JsonObject, kept: JsonObject): JsonObject =>
  Object.fromEntries(Object.entries(given).filter(([key, value]) => !sameJson(value, kept[key] ?? null)));

/**
 * Edits one thing so that no word is lost: every change stands in the browser's storage at once and on the
 * server a moment later. Changes that others made meanwhile are merged, down to list items, blocks and
 * paragraphs; where two cannot stand beside one another, the editor decides.
 */
export function useDraft<A extends Kept>(options: Options<A>): Draft<A> {
  const [kept, setKept] = useState(options.initial);
  const [given, setGiven] = useState(options.initial.values);
  const [status, setStatus] = useState<Draft<A>['status']>('saved');
  const [problem, setProblem] = useState<string>();
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [conflicts, setConflicts] = useState<Collision[]>([]);
  const [cameIn, setCameIn] = useState<CameIn>();
  const [broughtBack, setBroughtBack] = useState(false);
  const [may, setMay] = useState({ undo: false, redo: false });
  const [steps] = useState(() => new EditSteps());
  const now = useRef({ kept: options.initial, given: options.initial.values, conflicts: 0 });
  const ways = useRef(options);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const running = useRef<Promise<void>>(Promise.resolve());
  const settleRef = useRef<() => Promise<A | undefined>>(() => Promise.resolve(undefined));
  useEffect(() => {
    ways.current = options;
  });

  const put = useCallback((next: { kept?: A; given?: JsonObject }) => {
    now.current = { ...now.current, ...next };
    if (next.kept) {
      setKept(next.kept);
      noteSaved(next.kept.id, next.kept.revision);
    }
    if (next.given) setGiven(next.given);
  }, []);

  /** Lays what stands here over another version of the same thing. */
  const mergeOver = useCallback(
    (base: JsonObject, mine: JsonObject, other: A) => {
      const { values, conflicts: found } = mergeValues(base, mine, other.values);
      put({ kept: other, given: values });
      const keys = Object.keys(differing(values, mine));
      if (keys.length > 0) setCameIn({ by: other.changedBy, keys });
      now.current.conflicts = found.length;
      setConflicts(found);
      return found.length === 0;
    },
    [put],
  );

  const keepOnce = useCallback(async (): Promise<void> => {
    for (let tries = 0; tries < 4; tries += 1) {
      if (now.current.conflicts > 0) return;
      const { kept: base, given: mine } = now.current;
      const changes = differing(ways.current.sendable(mine), base.values);
      if (Object.keys(changes).length === 0) {
        const open = Object.keys(differing(mine, base.values)).length > 0;
        if (!open) forgetUnsaved(base.id);
        setStatus(open ? 'not saved' : 'saved');
        return;
      }
      setStatus('saving');
      try {
        const answer = await ways.current.send(changes, base.revision, false);
        setProblem(undefined);
        setFaults([]);
        // What the server brought into its normal form, or knew already, comes into the fields not touched meanwhile.
        const settled = Object.fromEntries(
          Object.entries(now.current.given).map(([key, value]) => [
            key,
            sameJson(value, mine[key] ?? null) &&
            (key in changes || sameJson(value, base.values[key] ?? null))
              ? (answer.values[key] ?? null)
              : value,
          ]),
        );
        put({ kept: answer, given: settled });
      } catch (error) {
        const other =
          error instanceof Problem && error.status === 412 && error.current
            ? ways.current.other(error.current)
            : undefined;
        if (other) {
          mergeOver(base.values, now.current.given, other);
          continue;
        }
        setStatus('not saved');
        // That somebody is signed out is told below every screen.
        if (!(error instanceof Problem && error.status === 401)) setProblem(wordsOf(error));
        if (error instanceof Problem) setFaults(error.faults);
        if (error instanceof Problem && (error.status === 0 || error.status >= 500))
          timer.current = setTimeout(() => void settleRef.current(), AGAIN);
        return;
      }
    }
  }, [mergeOver, put]);

  const settle = useCallback(async (): Promise<A | undefined> => {
    clearTimeout(timer.current);
    running.current = running.current.then(keepOnce);
    await running.current;
    const { kept: base, given: mine } = now.current;
    return Object.keys(differing(mine, base.values)).length === 0 ? base : undefined;
  }, [keepOnce]);
  useEffect(() => {
    settleRef.current = settle;
  }, [settle]);

  // What could not be saved while nobody was signed in is saved as soon as somebody is.
  useEffect(() => onSignedIn(() => void settleRef.current()), []);

  const renewOnce = useCallback(async (): Promise<boolean> => {
    const answer = await ways.current.fetch().catch(() => undefined);
    if (!answer) return false;
    const { kept: base, given: mine } = now.current;
    if (answer.revision <= base.revision) return true;
    if (Object.keys(differing(mine, base.values)).length > 0) mergeOver(base.values, mine, answer);
    else put({ kept: answer, given: answer.values });
    return true;
  }, [mergeOver, put]);
  const renew = useCallback(async (): Promise<boolean> => {
    // What is being saved is no news of somebody else's.
    const renewed = running.current.then(renewOnce);
    running.current = renewed.then(() => undefined);
    return renewed;
  }, [renewOnce]);

  const touched = useCallback(() => {
    const { kept: base, given: mine } = now.current;
    keepUnsaved(base.id, { base: base.values, given: mine }, ways.current.form);
    setStatus('typing');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void settleRef.current(), PAUSE);
    setMay({ undo: steps.canUndo, redo: steps.canRedo });
  }, [steps]);

  const changeAll = useCallback(
    (changes: JsonObject, typedIn?: string) => {
      steps.note(now.current.given, changes, Date.now(), typedIn);
      put({ given: { ...now.current.given, ...changes } });
      touched();
    },
    [put, steps, touched],
  );
  const change = useCallback(
    (key: string, value: Json, typedIn?: string) =>
      changeAll({ [key]: value }, typedIn ?? (typeof value === 'string' ? key : undefined)),
    [changeAll],
  );

  const step = useCallback(
    (way: 'undo' | 'redo') => {
      const taken = steps[way](now.current.given);
      if (!taken) return;
      put({ given: { ...now.current.given, ...taken } });
      touched();
    },
    [put, steps, touched],
  );

  useEffect(() => {
    const { kept: began } = now.current;
    const unsaved = readUnsaved(began.id, ways.current.form);
    if (unsaved && !sameJson(unsaved.given, began.values)) {
      mergeOver(unsaved.base, unsaved.given, began);
      setBroughtBack(true);
      touched();
    }
    // A screen may come as it was drawn before the last that was saved here: gone back to, or loaded meanwhile.
    if (lastSaved(began.id) > began.revision) void renew();
    return () => void settleRef.current();
  }, [mergeOver, renew, touched]);

  return {
    kept,
    given,
    status,
    problem,
    faults,
    conflicts,
    cameIn,
    broughtBack,
    change,
    changeAll,
    undo: may.undo ? () => step('undo') : undefined,
    redo: may.redo ? () => step('redo') : undefined,
    settle,
    take: (answer) => put({ kept: answer }),
    renew,
    decide(mine) {
      const dropped = conflicts.filter(({ path }) => !mine.has(path));
      const decided = dropped.reduce<Json>(
        (values, { path, theirs }) => putAt(values, path, theirs),
        now.current.given,
      );
      const { kept: base, given: own } = now.current;
      const changes = differing(ways.current.sendable(own), base.values);
      now.current.conflicts = 0;
      setConflicts([]);
      const goOn = () => {
        put({ given: isJsonObject(decided) ? decided : own });
        touched();
      };
      if (dropped.length === 0 || Object.keys(changes).length === 0) return goOn();
      // What gives way is saved first, so that it stays in the history.
      setStatus('saving');
      ways.current.send(changes, base.revision, true).then((answer) => {
        put({ kept: answer });
        goOn();
      }, goOn);
      return undefined;
    },
  };
}

/** An answer read out of the body of a 412, where it looks like one of the thing itself. */
export const keptIn = <A extends Kept>(current: JsonObject, like: A): A | undefined =>
  current.id === like.id && typeof current.revision === 'number' && isJsonObject(current.values)
    ? ({ ...like, ...current } as A)
    : undefined;
