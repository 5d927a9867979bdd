'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useSearchParams } from 'next/navigation';
import { memo, useCallback, useEffect, useMemo, useState, type ReactElement } from 'react';
import type { EntryAnswer, ReachAnswer } from '../../../../contract/entries';
import { sameJson, type JsonObject } from '../../../../core/json';
import { pointer, type Fault } from '../../../../core/faults';
import type { Field } from '../../../../core/model/document';
import { fieldsFound } from '../../../../core/model/found';
import { ask } from '../../../../ui/ask';
import { EntryForm } from '../../../../ui/entry-form';
import { groupId, groupsOf } from '../../../../ui/field-groups';
import {
  faultsInForm,
  fieldsFor,
  fieldsIn,
  localizedPatchOf,
  spokenIn,
  withLanguages,
} from '../../../../ui/form-languages';
import { Frame } from '../../../../ui/frame';
import { goToField } from '../../../../ui/go-to-field';
import { useIsHere } from '../../../../ui/going';
import { LanguageChoice } from '../../../../ui/language-choice';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { faultsAt, parseForm } from '../../../../ui/parse-form';
import { useOutsideOfType } from '../../../../ui/use-within';
import { useFormReading } from '../../../../ui/use-form-faults';
import { RecordHead } from '../../../../ui/record-head';
import { seenInWords } from '../../../../ui/seen-in-words';
import { SideBySide } from '../../../../ui/side-by-side';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { useNewest } from '../../../../ui/use-newest';
import { useSaveKey } from '../../../../ui/use-save-key';
import { useComesAfter } from '../../../../ui/use-comes-after';
import { usePaused } from '../../../../ui/use-paused';
import { answersOf } from '../../../../core/model/page-source';
import { ShowDraft } from '../../../../ui/draft-links';
import { keptIn, useDraft } from '../../../../ui/use-draft';
import { CameInNote } from '../../../../ui/came-in-note';
import { Conflicts } from '../../../../ui/conflicts-later';
import { NotesPanel, type NoteAt } from '../../../../ui/notes/notes-panel';
import { useNotesAt } from '../../../../ui/notes/use-notes-at';
import { EarlierVersions } from '../../../../ui/versions/earlier-versions';
import { HereNow } from '../../../../ui/here-now';
import { useSources } from './use-sources';
import { ListWays } from './table/list-at-hand';
import { EntryActs } from './entry-acts';
import { EntryFaces, EntryFound, RecordAudience } from './beside-later';
import { EntryReach } from './entry-reach';
import { useFieldShows } from './use-field-shows';
import styles from './write.module.css';
import { Link } from '../../../../ui/link';

const statusWords = { saved: '', typing: 'Not saved yet…', saving: 'Saving…', 'not saved': 'Not saved yet' };

const NONE: readonly Field[] = [];

/** What is asked again when the entry has another revision. */
const followers = new Set([
  'entryReach',
  'versions',
  'overview',
  'entries',
  'tryListing',
  'tryListingFigures',
  'listingResult',
]);

const SaveNow = memo(function SaveNow({
  disabled,
  save,
}: {
  disabled: boolean;
  save: () => Promise<unknown>;
}): ReactElement {
  return (
    <Button disabled={disabled} onClick={() => void save()}>
      Save
    </Button>
  );
});

/** The ways to an entry's own page. */
const ItsPage = memo(function ItsPage({ address }: { address: string }): ReactElement {
  return (
    <>
      <Link href={`/bench/point?at=${encodeURIComponent(address)}`}>Point at its page</Link>
      <a href={address} target="_blank" rel="noreferrer">
        As a visitor
      </a>
    </>
  );
});

/** Where an entry is seen of which nothing is kept. */
const NOWHERE_YET: ReachAnswer = { goesTo: [], pages: [] };

/** One entry: its groups of fields with what each lacks, the form, how it looks, and what it reaches. */
export function EntryBench({ initial, today }: { initial: EntryAnswer; today: string }): ReactElement | null {
  const model = useModel();
  const client = useQueryClient();
  const type = model.contentTypeByKey(initial.type);
  const fields: readonly Field[] = type?.fields ?? NONE;
  const locales = model.document.locales.others;
  const everyField = useMemo(
    (): readonly Field[] => [...fields, ...locales.flatMap((each) => fieldsIn(fields, each))],
    [fields, locales],
  );
  const [locale, setLocale] = useState('');
  const [noteAt, setNoteAt] = useState<NoteAt>();
  const beginNote = useCallback((key: string, quote: string) => {
    setNoteAt({ path: pointer('', 'values', key), quote });
    document.getElementById('notes')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const hasOwnPage = model.pageTypes.some(
    ({ definition }) => answersOf(definition.source).entryType === type?.id,
  );
  const writes = useMay('write entries');
  const reviews = useMay('review');
  const isHere = useIsHere();
  /** From its first words on it is found at its own address. */
  const atOwnAddress = useCallback(() => {
    if (isHere()) window.history.replaceState(null, '', `/bench/write/entry/${initial.id}`);
  }, [isHere, initial.id]);
  const draft = useDraft<EntryAnswer>({
    initial: withLanguages(initial, fields, locales),
    form: { model: model.revision, fields: everyField },
    sendable: (given) => parseForm(everyField, given, today).sendable,
    send: async (changes, revision, apart) => {
      if (revision === 0) {
        const made = await ask('addEntry', {
          body: { id: initial.id, type: initial.type, ...localizedPatchOf(changes, locales) },
        });
        atOwnAddress();
        return withLanguages(made, fields, locales);
      }
      return withLanguages(
        await ask('changeEntry', {
          path: { id: initial.id },
          revision,
          body: { ...localizedPatchOf(changes, locales), ...(apart ? { apart: 'collided' } : {}) },
        }),
        fields,
        locales,
      );
    },
    fetch: async () => withLanguages(await ask('entry', { path: { id: initial.id } }), fields, locales),
    other: (current) => {
      const other = keptIn(current, initial);
      return other && withLanguages(other, fields, locales);
    },
  });
  const { kept, given, status } = draft;
  const { id, revision } = kept;
  const isKept = revision > 0;
  const idInAddress = useSearchParams().get('id');
  const [isLoadedAnew] = useState(initial.revision === 0 && idInAddress === initial.id);
  const { renew } = draft;
  useEffect(() => {
    // Loaded anew before anything is kept, it is the same entry, and finds its words.
    if (initial.revision === 0)
      window.history.replaceState(null, '', `/bench/write/new/${initial.type}?id=${initial.id}`);
  }, [initial.id, initial.type, initial.revision]);
  useEffect(() => {
    if (!isLoadedAnew) return;
    // Its first words may have been on their way while this was drawn: then it is kept by now.
    void renew().then((isMade) => {
      if (isMade) atOwnAddress();
    });
  }, [isLoadedAnew, atOwnAddress, renew]);
  const notes = useNotesAt(id, isKept);
  // An entry that was just begun is not told what it lacks, but where one was, or asks.
  const [toldAll, setToldAll] = useState(initial.revision > 0);
  const outside = useOutsideOfType(type?.id ?? '');
  const mayWrite = !outside && (writes || (reviews && kept.stage === 'review'));
  const { data: reach } = useAsk('entryReach', { path: { id } }, { enabled: isKept });
  const seldom = useMemo(() => new Set(fieldsFound(type?.definition.found)), [type]);
  const shows = useFieldShows(type);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  useEffect(() => {
    if (revision !== initial.revision)
      void client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
  }, [client, revision, initial.revision]);
  useSaveKey(draft);
  const reading = useFormReading(everyField, given, today, kept);
  // How it looks, and what is told beside the form, follow a moment after the last key.
  const paused = usePaused(reading.values);
  const calm = usePaused(given);
  const scope = useMemo(() => ({ model, fields: everyField }), [model, everyField]);
  const content = useMemo(() => ({ values: calm }), [calm]);
  const comesNow = useComesAfter();
  const drawn = useMemo(() => spokenIn(fields, paused, locale), [fields, paused, locale]);
  const takeRight = useNewest((answer: EntryAnswer) => draft.take(withLanguages(answer, fields, locales)));
  const tellProblem = useCallback(
    (words: string | undefined, found: readonly Fault[]) =>
      setProblem(words ? { words, faults: found } : undefined),
    [],
  );
  const sources = useSources(
    fields,
    locale,
    kept,
    given,
    mayWrite && isKept && status === 'saved' ? takeRight : undefined,
  );
  const formFields = useMemo(() => fieldsFor(fields, locale), [fields, locale]);
  const goToFieldOf = useCallback(
    (field: string) => {
      const found = type?.field(field);
      if (found) goToField(found.key);
    },
    [type],
  );
  const asked = useSearchParams().get('field') ?? '';
  const pointed = type?.field(asked)?.key;
  useEffect(() => {
    if (pointed !== undefined) goToField(pointed);
  }, [pointed]);
  /** A field in another language is gone to once that language is shown. */
  const goToFault = (key: string) => {
    const language = locales.find((each) => key.startsWith(`${each}_`)) ?? '';
    setLocale(language);
    requestAnimationFrame(() => goToField(key));
  };
  if (!type) return null;
  const told = new Set(reading.faults.map(({ path }) => path));
  const faults = [
    ...reading.faults,
    ...faultsInForm([...draft.faults, ...(problem?.faults ?? [])]).filter(
      ({ path }) => path.startsWith('/values/') && !told.has(path),
    ),
  ];
  const begunWith = withLanguages(initial, fields, locales).values;
  const shownFaults = toldAll
    ? faults
    : faults.filter(({ path }) => {
        const key = path.split('/')[2] ?? '';
        return !sameJson(given[key] ?? null, begunWith[key] ?? null);
      });
  const mends = (inside: readonly Field[]) =>
    inside.reduce((sum, { key }) => sum + faultsAt(shownFaults, key).length, 0);
  const filled = (inside: readonly Field[]) =>
    inside.filter((field) => reading.values[field.id] !== undefined).length;
  const locked = !mayWrite || kept.state === 'binned';
  const titleIn = (said: JsonObject) =>
    String(said[type.field(type.definition.title)?.key ?? ''] ?? '').trim();
  const title = titleIn(given);
  const groups = groupsOf(fields);
  return (
    <Workspace
      outlineLabel="In this entry"
      outline={
        <>
          <Link className={styles.back} href={`/bench/write/${type.definition.key}`}>
            ‹ {type.definition.plural}
          </Link>
          {groups.length > 1 && (
            <OutlineGroup title="In this entry">
              {groups.map(({ heading, fields: inside }) => {
                const n = mends(inside);
                return (
                  <OutlineRow
                    key={heading}
                    label={heading}
                    endIs={n > 0 ? 'bad' : 'words'}
                    end={n > 0 ? `${n} to fix` : `${filled(inside)} of ${inside.length}`}
                    onClick={() => {
                      document.getElementById(groupId(heading))?.scrollIntoView({ block: 'start' });
                      if (inside[0]) goToField(inside[0].key);
                    }}
                  />
                );
              })}
            </OutlineGroup>
          )}
          {comesNow && isKept && <EarlierVersions sort="entry" id={id} />}
        </>
      }
      reach={
        <>
          {comesNow && isKept && (
            <>
              <HereNow record={id} fields={everyField} />
              <NotesPanel record={id} scope={scope} content={content} at={noteAt} onAt={setNoteAt} />
            </>
          )}
          {comesNow && (
            <EntryReach
              type={type}
              title={titleIn(calm) || 'Without a name'}
              detail={kept.address ?? type.definition.label}
              isShown={kept.shown.length > 0}
              hasNews={kept.shown.length === 0 || kept.differs || status !== 'saved'}
              reach={isKept ? reach : NOWHERE_YET}
            />
          )}
        </>
      }
    >
      <RecordHead
        eyebrow={type.definition.label}
        title={title || 'Without a name'}
        state={kept.state}
        seen={isKept ? seenInWords(kept) : 'Nothing of it is kept until you write something.'}
        saved={
          isKept || status !== 'saved'
            ? statusWords[status] || `Saved ${dayjs(kept.changedAt).format('D MMM, HH:mm')}`
            : ''
        }
        toFix={isKept ? faults.length : 0}
        onFix={() => {
          setToldAll(true);
          goToFault(faults[0]?.path.split('/')[2] ?? '');
        }}
        draft={draft}
        mayChange={!locked}
        ways={
          <>
            <ListWays id={id} />
            {kept.address && <ItsPage address={kept.address} />}
          </>
        }
      >
        {!locked && <SaveNow disabled={status === 'saved' || status === 'saving'} save={draft.settle} />}
        {isKept && hasOwnPage && <ShowDraft record={id} ofEntry />}
        {!outside && (
          <EntryActs
            entry={kept}
            asksReview={type.definition.review}
            reach={reach}
            faults={faults.length}
            typed={status !== 'saved'}
            settle={draft.settle}
            onDone={takeRight}
            onProblem={tellProblem}
          />
        )}
      </RecordHead>
      {(problem?.words ?? draft.problem) && (
        <Note sort="error" role="alert">
          {problem?.words ?? draft.problem}
        </Note>
      )}
      {draft.broughtBack && (
        <Note sort="info" role="status">
          Words that were not saved when you left are back in the form.
        </Note>
      )}
      {draft.cameIn && <CameInNote cameIn={draft.cameIn} scope={scope} />}
      {!mayWrite && (
        <Note sort="info">
          You may read this. {outside ?? 'Editors and architects change it; who reviews, while it waits.'}
        </Note>
      )}
      <SideBySide
        wide={locale !== ''}
        beside={
          <>
            {comesNow && <EntryFaces type={type} values={drawn} locale={locale} onField={goToFieldOf} />}
            {comesNow && kept.revision > 0 && <RecordAudience id={kept.id} sort="entry" />}
            {comesNow && hasOwnPage && (
              <EntryFound type={type} values={drawn} locale={locale} address={kept.address} />
            )}
            {shownFaults.length > 0 && (
              <section className={styles.faults} aria-label="Before it can go out">
                <Eyebrow>Before it can go out</Eyebrow>
                {shownFaults.map(({ path, code, message }) => {
                  const field = everyField.find(({ key }) => path === `/values/${key}`);
                  return (
                    <Note key={path + code} sort="error">
                      <button type="button" onClick={() => field && goToFault(field.key)}>
                        {field && !message.startsWith(field.label) ? `${field.label}: ${message}` : message}
                      </button>
                    </Note>
                  );
                })}
              </section>
            )}
          </>
        }
      >
        <Frame label="Fields">
          <div className={styles.sheet}>
            {fields.some(({ localised }) => localised) && (
              <LanguageChoice
                value={locale}
                onChange={setLocale}
                toFix={['', ...locales].map((each) => mends(fieldsFor(fields, each)))}
              />
            )}
            <EntryForm
              fields={formFields}
              values={given}
              faults={shownFaults}
              onChange={draft.change}
              disabled={locked}
              {...(sources ? { sources } : {})}
              notes={notes.byField}
              seldom={seldom}
              {...(isKept ? { onNote: beginNote } : {})}
              {...(locale ? {} : { shows: shows ?? 'soon' })}
            />
          </div>
        </Frame>
      </SideBySide>
      {draft.conflicts.length > 0 && (
        <Conflicts
          conflicts={draft.conflicts}
          scope={scope}
          values={given}
          by={kept.changedBy}
          onDecide={draft.decide}
        />
      )}
    </Workspace>
  );
}
