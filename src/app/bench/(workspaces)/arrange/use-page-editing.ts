'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { PageAnswer, PagePreview } from '../../../../contract/pages';
import { blocksGiven } from '../../../../core/content/block-edits';
import type { PlaceScope } from '../../../../core/content/versions';
import { pointer, type Fault } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import type { CompiledModel, CompiledType } from '../../../../core/model/compile';
import type { Field, PageType, Slot } from '../../../../core/model/document';
import { answersOf } from '../../../../core/model/page-source';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { faultsInForm, withLanguages } from '../../../../ui/form-languages';
import { useModel } from '../../../../ui/model-in-force';
import type { NoteAt } from '../../../../ui/notes/notes-panel';
import { useNotesAt } from '../../../../ui/notes/use-notes-at';
import type { FormReading } from '../../../../ui/parse-form';
import { useMay } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { useSaveKey } from '../../../../ui/use-save-key';
import { keptIn, useDraft, type Draft } from '../../../../ui/use-draft';
import { useFormReading, useSlotFaults } from '../../../../ui/use-form-faults';
import { useOutsideOfPage } from '../../../../ui/use-within';
import { apart, everyFieldOf, patchOf, sendableOf, slotName, withSlots } from './page-draft';

/** What is asked again when the page has another revision. */
const followers = new Set(['pagePreview', 'pageReach', 'versions']);

const NO_SLOTS: readonly Slot[] = [];

/** Does something with the page at a revision, and answers how it is then. */
export type PageAct = (revision: number) => Promise<PageAnswer | void>;

/** One page as it is edited, in whichever way it is looked at. */
export interface PageEditing {
  model: CompiledModel;
  type: CompiledType<PageType>;
  /** The page's own fields, and those with the localised ones in every language. */
  fields: readonly Field[];
  everyField: readonly Field[];
  today: string;
  draft: Draft<PageAnswer>;
  kept: PageAnswer;
  /** As it is in the form. */
  values: JsonObject;
  slots: JsonObject;
  reading: FormReading;
  /** What is to fix: in blocks, elsewhere on the page (as its listing), and in its own fields. */
  blockFaults: readonly Fault[];
  otherFaults: readonly Fault[];
  faults: readonly Fault[];
  /** How much holds back publishing. */
  toFix: readonly Fault[];
  needsListing: boolean;
  /** What is said over the bench, as what could not be done. */
  words: string | undefined;
  /** Why the person may only read it, where that is so. */
  outside: string | undefined;
  mayChange: boolean;
  arranges: boolean;
  language: string;
  setLanguage: (language: string) => void;
  /** As the server drew it last, to be arranged. */
  drawn: PagePreview | undefined;
  /** Why it could not be drawn, where it could not. */
  drawnProblem: Problem | null;
  /** What its slots held at some of its last revisions. */
  slotsAt: ReadonlyMap<number, JsonObject>;
  shownCategory: string | undefined;
  setShownCategory: (category: string | undefined) => void;
  scope: PlaceScope;
  notes: ReturnType<typeof useNotesAt>;
  noteAt: NoteAt | undefined;
  setNoteAt: (at: NoteAt | undefined) => void;
  beginNote: (path: string, quote: string) => void;
  /** Does something once all that was typed is saved. */
  acting: (what: PageAct) => Promise<void>;
  /** The same, told when it is done; a refusal is told over the bench. Answers whether it was done. */
  act: (what: PageAct, done: string) => Promise<boolean>;
}

/** Edits one page: its draft, what is to fix in it, how it is drawn, and all that is done with it. */
export function usePageEditing(
  initial: PageAnswer,
  type: CompiledType<PageType>,
  today: string,
): PageEditing {
  const model = useModel();
  const client = useQueryClient();
  const tell = useTell();
  // Words of one category only add to what all of them say: nothing of them is needed.
  const fields = useMemo(
    (): readonly Field[] =>
      type.fields.map((field) => (initial.category === null ? field : { ...field, required: false })),
    [initial.category, type],
  );
  const everyField = useMemo(() => everyFieldOf(model, fields), [fields, model]);
  const arranges = useMay('arrange pages');
  const reviews = useMay('review');
  const locales = model.document.locales.others;
  const drafted = (answer: PageAnswer) => withSlots(withLanguages(answer, fields, locales));
  const [language, setLanguage] = useState(useSearchParams().get('language') ?? '');
  const [shownCategory, setShownCategory] = useState<string>();
  const [noteAt, setNoteAt] = useState<NoteAt>();
  const notes = useNotesAt(initial.id);
  const beginNote = useCallback((path: string, quote: string) => {
    setNoteAt({ path, quote });
    document.getElementById('notes')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const draft = useDraft<PageAnswer>({
    initial: drafted(initial),
    form: { model: model.revision, fields: everyFieldOf(model, fields) },
    sendable: (given) => sendableOf(model, type, fields, given, today),
    send: async (changes, revision, byItself) =>
      drafted(
        await ask('changePage', {
          path: { id: initial.id },
          revision,
          body: { ...patchOf(changes, locales), ...(byItself ? { apart: 'collided' } : {}) },
        }),
      ),
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
  const outside = useOutsideOfPage(initial, type.id);
  const mayChange = !outside && (arranges || (reviews && kept.stage === 'review'));
  const { data: drawn, error: drawnProblem } = useAsk('pagePreview', {
    path: { id: kept.id },
    query: {
      arranging: 'yes',
      ...(language ? { language } : {}),
      ...(shownCategory ? { category: shownCategory } : {}),
    },
  });
  const { revision } = kept;
  useEffect(() => {
    // Kept words are drawn as visitors would see them.
    if (revision !== initial.revision)
      void client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
  }, [client, revision, initial.revision]);
  useSaveKey(draft);
  const { values, slots } = useMemo(() => apart(given), [given]);
  const reading = useFormReading(everyField, values, today, kept);
  // Of the words of one category only slots count in which something stands.
  const countedSlots = useMemo(
    () =>
      (type.definition.slots ?? NO_SLOTS).filter(
        ({ key }) => initial.category === null || blocksGiven(slots[key]).length > 0,
      ),
    [initial.category, slots, type],
  );
  const blockFaults = useSlotFaults(model, countedSlots, slots, today, kept);
  const told = new Set(reading.faults.map(({ path }) => path));
  const otherFaults = faultsInForm([
    ...draft.faults,
    ...kept.faults.filter(({ path }) => path === '/listing'),
    ...(problem?.faults ?? []),
  ]).filter(({ path }) => !told.has(path));
  const acting = async (what: PageAct): Promise<void> => {
    const settled = await draft.settle();
    if (!settled) throw new Error('What you typed is not saved yet, so this waits.');
    const answer = await what(settled.revision);
    if (answer) draft.take(drafted(answer));
    void client.invalidateQueries();
  };
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
    reading,
    blockFaults,
    otherFaults,
    faults: [...reading.faults, ...otherFaults.filter(({ path }) => path.startsWith('/values/'))],
    toFix: [...reading.faults, ...blockFaults],
    needsListing: answersOf(type.definition.source).listing === 'needed' && kept.listing === null,
    // What is told at its own field is not told again over the bench.
    words: problem && !problem.faults.some(({ path }) => path === '/slug') ? problem.words : draft.problem,
    outside,
    mayChange,
    arranges,
    language,
    setLanguage,
    drawn,
    drawnProblem,
    slotsAt,
    shownCategory,
    setShownCategory,
    scope: {
      model,
      fields: everyField,
      slots: new Map(type.definition.slots.map(({ key, label }) => [slotName(key), label])),
    },
    notes,
    noteAt,
    setNoteAt,
    beginNote,
    acting,
    async act(what, done) {
      setProblem(undefined);
      try {
        await acting(what);
        tell(done);
        return true;
      } catch (error) {
        setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
        return false;
      }
    },
  };
}

/** Where a field of the page itself stands in the record. */
export const fieldPlace = (key: string): string => pointer('', 'values', key);
