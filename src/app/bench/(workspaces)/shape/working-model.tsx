'use client';
import { useQueryClient } from '@tanstack/react-query';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactElement,
  type ReactNode,
} from 'react';
import type { WorkingModelAnswer } from '../../../../contract/model';
import type { JsonObject } from '../../../../core/json';
import { modelChanges } from '../../../../core/model/change/changes';
import type { ModelFault } from '../../../../core/model/check';
import type { ModelDocument } from '../../../../core/model/document';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { useModel } from '../../../../ui/model-in-force';
import { useMay } from '../../../../ui/shell/person';
import { useChecks } from './use-checks';

export interface WorkingModel {
  document: ModelDocument;
  inForce: ModelDocument;
  /** Its number, for what is guarded by it. */
  number: number;
  changes: number;
  faults: ModelFault[];
  /** Whether the signed-in person may change it. */
  mayChange: boolean;
  saving: 'saved' | 'saving' | 'not saved';
  /** Why it could not be kept. */
  problem: string | undefined;
  change(edit: (document: ModelDocument) => ModelDocument): void;
  /** Waits until everything is kept. Answers the number, or nothing where it could not be. */
  settle(): Promise<number | undefined>;
  /** Goes back to the model in force. */
  drop(): Promise<void>;
  /** Puts it in force as one change. */
  apply(): Promise<void>;
  /** Whether nothing is written yet that stands on the model. */
  isEmpty: boolean;
}

const Context = createContext<WorkingModel | undefined>(undefined);

export function useWorkingModel(): WorkingModel {
  const model = useContext(Context);
  if (!model) throw new Error('There is no working copy here.');
  return model;
}

const PAUSE = 500;

/**
 * The one working copy of the model, as it is edited here: changes stand on the screen at once and are kept on the
 * server a moment later, one after the other, each guarded by the number that was read.
 */
export function WorkingModelProvider({
  working,
  document: text,
  children,
}: {
  /** What is said of the working copy. */
  working: Omit<WorkingModelAnswer, 'document'>;
  /** The working copy as JSON, where it is not as the model in force: a large one is read several times faster so. */
  document?: string;
  children: ReactNode;
}): ReactElement {
  const client = useQueryClient();
  const mayChange = useMay('shape the model');
  const { document: began } = useModel();
  const [inForce, setInForce] = useState(began);
  const [document, setDocument] = useState(() =>
    // What the server wrote as JSON is a model document.
    text === undefined ? began : (JSON.parse(text) as ModelDocument),
  );
  const [number, setNumber] = useState(working.number);
  const [saving, setSaving] = useState<WorkingModel['saving']>('saved');
  const [problem, setProblem] = useState<string>();
  const latest = useRef({ document, number, kept: document });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const running = useRef<Promise<void>>(Promise.resolve());

  const keep = useCallback(async (): Promise<void> => {
    const { document: sent, kept, number: read } = latest.current;
    // What was taken back before it was sent is as it is kept.
    if (sent === kept) return setSaving('saved');
    setSaving('saving');
    try {
      const answer = await ask('keepWorkingModel', {
        revision: read,
        body: { document: sent as unknown as JsonObject },
      });
      latest.current = { ...latest.current, number: answer.number, kept: sent };
      setNumber(answer.number);
      setProblem(undefined);
      setSaving(latest.current.document === sent ? 'saved' : 'saving');
    } catch (error) {
      setSaving('not saved');
      const changed =
        error instanceof Problem && error.status === 412 && typeof error.current?.number === 'number';
      if (changed) latest.current = { ...latest.current, number: error.current?.number as number };
      setProblem(
        changed
          ? 'Someone else changed the working copy meanwhile. Reload to see theirs, or change something more to save yours over it.'
          : wordsOf(error),
      );
    }
  }, []);

  const settle = useCallback(async () => {
    clearTimeout(timer.current);
    running.current = running.current.then(keep);
    await running.current;
    return latest.current.document === latest.current.kept ? latest.current.number : undefined;
  }, [keep]);

  const change = useCallback(
    (edit: (document: ModelDocument) => ModelDocument) => {
      const next = edit(latest.current.document);
      latest.current = { ...latest.current, document: next };
      setDocument(next);
      setSaving('saving');
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void settle(), PAUSE);
    },
    [settle],
  );

  const begin = useCallback(
    (next: ModelDocument) => {
      latest.current = { document: next, kept: next, number: 0 };
      setDocument(next);
      setInForce(next);
      setNumber(0);
      setProblem(undefined);
      setSaving('saved');
      void client.invalidateQueries();
    },
    [client],
  );

  const drop = useCallback(async () => {
    const now = await settle();
    if (now) await ask('dropWorkingModel', { revision: now });
    begin(inForce);
  }, [begin, inForce, settle]);

  const apply = useCallback(async () => {
    const now = await settle();
    if (now === undefined) throw new Problem(0, 'The working copy is not saved yet.');
    begin((await ask('applyModel', { revision: now })).document);
  }, [begin, settle]);

  // Leaving the workspace keeps what the pause still held back.
  useEffect(() => () => void settle(), [settle]);

  const faults = useChecks(document, working, working.faults);
  const value = useMemo<WorkingModel>(
    () => ({
      document,
      inForce,
      number,
      mayChange,
      saving,
      problem,
      change,
      settle,
      drop,
      apply,
      changes: modelChanges(inForce, document).length,
      faults,
      isEmpty: working.used.length === 0,
    }),
    [
      working.used,
      document,
      inForce,
      number,
      mayChange,
      saving,
      problem,
      change,
      settle,
      drop,
      apply,
      faults,
    ],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}
