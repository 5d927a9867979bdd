'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { PagePatch, PagePreview, PreviewQuery } from '../../../../contract/pages';
import type { PlaceScope } from '../../../../core/content/versions';
import type { Id } from '../../../../core/ids';
import type { Fault } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { Field, PageType, Slot } from '../../../../core/model/document';
import { Problem, wordsOf } from '../../../../ui/ask';
import { faultsInForm, withLanguages } from '../../../../ui/form-languages';
import { useModel } from '../../../../ui/model-in-force';
import type { NoteAt } from '../../../../ui/notes/notes-panel';
import { useNotesAt } from '../../../../ui/notes/use-notes-at';
import type { FormReading } from '../../../../ui/parse-form';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { keptIn, useDraft, type Draft, type Kept } from '../../../../ui/use-draft';
import { useFormReading } from '../../../../ui/use-form-faults';
import { useSlotFaults } from '../../../../ui/use-slot-faults';
import { useNewest } from '../../../../ui/use-newest';
import { useSameWhile } from '../../../../ui/use-same-while';
import { useSaveKey } from '../../../../ui/use-save-key';
import { apart, everyFieldOf, patchOf, sendableOf, slotName, TRAY, withSlots } from './page-draft';

/** What is asked again when what is arranged has another revision. */
const followers = new Set([
  ...['pagePreview', 'pageReach', 'versions'],
  ...['sharedPreview', 'sharedReach', 'sharedBlock', 'sharedBlocks'],
]);

/** What is arranged, as the server tells it: a page, or a shared block. */
export interface ArrangedAnswer extends Kept {
  id: Id;
  values: JsonObject;
  translations: JsonObject;
  slots: JsonObject;
  olderBlocks: Record<string, Record<Id, string[]>>;
  older: Record<string, string[]>;
  faults: readonly Fault[];
}

/** Does something with it at a revision, and answers how it is then. */
export type ArrangedAct<A> = (revision: number) => Promise<A | void>;

/** What is arranged as it is edited, in whichever way it is looked at. */
export interface ArrangedEditing<A extends ArrangedAnswer> {
  model: CompiledModel;
  type: CompiledType<PageType>;
  /** Its own fields, and those with the localised ones in every language. */
  fields: readonly Field[];
  everyField: readonly Field[];
  today: string;
  draft: Draft<A>;
  kept: A;
  /** As it is in the form. */
  values: JsonObject;
  slots: JsonObject;
  /** What was taken off and is kept. */
  tray: readonly JsonObject[];
  reading: FormReading;
  /** What is to fix: in blocks, elsewhere (as the listing of a page), and in its own fields. */
  blockFaults: readonly Fault[];
  otherFaults: readonly Fault[];
  faults: readonly Fault[];
  /** How much holds back publishing. */
  toFix: readonly Fault[];
  /** What could not be done, in words, with what is at fault. */
  problem: { words: string; faults: readonly Fault[] } | undefined;
  language: string;
  setLanguage: (language: string) => void;
  /** As the server drew it last, to be arranged. */
  drawn: PagePreview | undefined;
  /** Why it could not be drawn, where it could not. */
  drawnProblem: Problem | null;
  /** What its slots held at some of its last revisions. */
  slotsAt: ReadonlyMap<number, JsonObject>;
  scope: PlaceScope;
  notes: ReturnType<typeof useNotesAt>;
  noteAt: NoteAt | undefined;
  setNoteAt: (at: NoteAt | undefined) => void;
  beginNote: (path: string, quote: string) => void;
  /** Does something once all that was typed is saved. */
  acting: (what: ArrangedAct<A>) => Promise<void>;
  /** The same, told when it is done; a refusal is told over the bench. Answers whether it was done. */
  act: (what: ArrangedAct<A>, done: string) => Promise<boolean>;
}

interface Asked<A extends ArrangedAnswer> {
  initial: A;
  type: CompiledType<PageType>;
  fields: readonly Field[];
  today: string;
  /** The slots whose rules count, as what is typed stands in them. */
  counted: (slots: JsonObject) => readonly Slot[];
  save: (revision: number, patch: PagePatch) => Promise<A>;
  /** Asks for it as it is now. */
  fetch: () => Promise<A>;
  /** By which question it is drawn, and what else is asked with it. */
  drawnBy: 'pagePreview' | 'sharedPreview';
  drawnWith?: PreviewQuery;
}

/** Edits what is arranged: its draft, what is to fix in it, how it is drawn, and all that is done with it. */
export function useArranged<A extends ArrangedAnswer>({
  initial,
  type,
  fields,
  today,
  counted,
  save,
  fetch,
  drawnBy,
  drawnWith = {},
}: Asked<A>): ArrangedEditing<A> {
  const model = useModel();
  const client = useQueryClient();
  const tell = useTell();
  const everyField = useMemo(() => everyFieldOf(model, fields), [fields, model]);
  const locales = model.document.locales.others;
  const drafted = (answer: A): A => withSlots(withLanguages(answer, fields, locales));
  const [language, setLanguage] = useState(useSearchParams().get('language') ?? '');
  const [noteAt, setNoteAt] = useState<NoteAt>();
  const notes = useNotesAt(initial.id);
  const beginNote = useCallback((path: string, quote: string) => {
    setNoteAt({ path, quote });
    document.getElementById('notes')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const draft = useDraft<A>({
    initial: drafted(initial),
    form: { model: model.revision, fields: everyField },
    sendable: (given) => sendableOf(model, type, fields, given, today),
    send: async (changes, revision, byItself) =>
      drafted(
        await save(revision, { ...patchOf(changes, locales), ...(byItself ? { apart: 'collided' } : {}) }),
      ),
    fetch: async () => drafted(await fetch()),
    other: (current) => {
      const other = keptIn(current, initial);
      return other && drafted(other);
    },
  });
  const { kept, given } = draft;
  const [slotsAt, setSlotsAt] = useState<ReadonlyMap<number, JsonObject>>(
    () => new Map([[initial.revision, initial.slots]]),
  );
  if (!slotsAt.has(kept.revision))
    setSlotsAt(new Map([...[...slotsAt].slice(-4), [kept.revision, kept.slots]]));
  const { data: drawn, error: drawnProblem } = useAsk(drawnBy, {
    path: { id: kept.id },
    query: { arranging: 'yes', ...(language ? { language } : {}), ...drawnWith },
  });
  const { revision } = kept;
  useEffect(() => {
    // Kept words are drawn as visitors would see them.
    if (revision !== initial.revision)
      void client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
  }, [client, revision, initial.revision]);
  const { renew, status } = draft;
  const newer = drawn !== undefined && drawn.revision > revision && status === 'saved';
  useEffect(() => {
    // A screen that one goes back to shows what it showed then; the drawing tells that there is more.
    if (newer) void renew();
  }, [renew, newer]);
  useSaveKey(draft);
  const parts = useMemo(() => apart(given), [given]);
  const [values, slots] = [useSameWhile(parts.values), useSameWhile(parts.slots)];
  const tray = useSameWhile(parts.tray);
  const reading = useFormReading(everyField, values, today, kept);
  const countedSlots = useMemo(() => counted(slots), [counted, slots]);
  const blockFaults = useSlotFaults(model, countedSlots, slots, today, kept);
  const told = new Set(reading.faults.map(({ path }) => path));
  const otherFaults = faultsInForm([
    ...draft.faults,
    ...kept.faults.filter(({ path }) => path === '/listing'),
    ...(problem?.faults ?? []),
  ]).filter(({ path }) => !told.has(path));
  const acting = useNewest(async (what: ArrangedAct<A>): Promise<void> => {
    const settled = await draft.settle();
    if (!settled) throw new Error('What you typed is not saved yet, so this waits.');
    const answer = await what(settled.revision);
    if (answer) draft.take(drafted(answer));
    void client.invalidateQueries();
  });
  const act = useNewest(async (what: ArrangedAct<A>, done: string): Promise<boolean> => {
    setProblem(undefined);
    try {
      await acting(what);
      tell(done);
      return true;
    } catch (error) {
      setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
      return false;
    }
  });
  return {
    model,
    type,
    fields,
    everyField,
    today,
    draft,
    kept,
    values,
    slots,
    tray,
    reading,
    blockFaults,
    otherFaults,
    faults: [...reading.faults, ...otherFaults.filter(({ path }) => path.startsWith('/values/'))],
    toFix: [...reading.faults, ...blockFaults],
    problem,
    language,
    setLanguage,
    drawn,
    drawnProblem,
    slotsAt,
    scope: {
      model,
      fields: everyField,
      slots: new Map([
        ...type.definition.slots.map(({ key, label }) => [slotName(key), label] as const),
        [TRAY, 'Tray'],
      ]),
    },
    notes,
    noteAt,
    setNoteAt,
    beginNote,
    acting,
    act,
  };
}
