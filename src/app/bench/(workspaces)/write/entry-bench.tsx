'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState, type ReactElement } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { EntryAnswer } from '../../../../contract/entries';
import type { Fault } from '../../../../core/faults';
import type { Field } from '../../../../core/model/document';
import { ask } from '../../../../ui/ask';
import { EntryForm } from '../../../../ui/entry-form';
import { groupId, groupsOf } from '../../../../ui/field-groups';
import {
  faultsInForm,
  fieldsFor,
  fieldsIn,
  localizedPatchOf,
  withLanguages,
} from '../../../../ui/form-languages';
import { Frame } from '../../../../ui/frame';
import { goToField } from '../../../../ui/go-to-field';
import { LanguageChoice } from '../../../../ui/language-choice';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note, StateMark } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { faultsAt, parseForm } from '../../../../ui/parse-form';
import { SideBySide } from '../../../../ui/side-by-side';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { usePaused } from '../../../../ui/use-paused';
import { keptIn, useDraft } from '../../../../ui/use-draft';
import { CameInNote } from '../../../../ui/came-in-note';
import { Conflicts } from '../../../../ui/conflicts';
import { HereNow } from '../../../../ui/here-now';
import { EntryActs } from './entry-acts';
import { EntryFaces } from './entry-faces';
import { EntryReach } from './entry-reach';
import { useFieldShows } from './use-field-shows';
import styles from './write.module.css';
import { Link } from '../../../../ui/link';

const statusWords = { saved: '', typing: 'Not saved yet…', saving: 'Saving…', 'not saved': 'Not saved yet' };

const NONE: readonly Field[] = [];

/** What is asked again when the entry has another revision. */
const followers = new Set([
  'entryReach',
  'entryRevisions',
  'overview',
  'entries',
  'tryListing',
  'tryListingFigures',
  'listingResult',
]);

function whatVisitorsSee({ shown, differs, state }: EntryAnswer): string {
  const [now] = shown;
  if (state === 'binned') return 'It is in the bin; visitors do not see it.';
  if (!now) return 'Visitors do not see it.';
  const from = dayjs(now.from).format('D MMMM');
  if (dayjs(now.from).isAfter(dayjs())) return `Visitors see it from ${from}.`;
  return differs ? `Visitors still see the version of ${from}.` : `Visitors see this version, since ${from}.`;
}

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
  const mayWrite = useMay('write entries');
  const draft = useDraft<EntryAnswer>({
    initial: withLanguages(initial, fields, locales),
    form: { model: model.revision, fields: everyField },
    sendable: (given) => parseForm(everyField, given, today).sendable,
    send: async (changes, revision, apart) =>
      withLanguages(
        await ask('changeEntry', {
          path: { id: initial.id },
          revision,
          body: { ...localizedPatchOf(changes, locales), ...(apart ? { apart } : {}) },
        }),
        fields,
        locales,
      ),
    other: (current) => {
      const other = keptIn(current, initial);
      return other && withLanguages(other, fields, locales);
    },
  });
  const { kept, given, status } = draft;
  const { id, revision } = kept;
  const { data: reach } = useAsk('entryReach', { path: { id } });
  const shows = useFieldShows(type);
  const { data: revisions } = useAsk('entryRevisions', { path: { id } });
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  useEffect(() => {
    if (revision !== initial.revision)
      void client.invalidateQueries({ predicate: ({ queryKey }) => followers.has(String(queryKey[0])) });
  }, [client, revision, initial.revision]);
  useHotkeys(
    'mod+s',
    (event) => {
      event.preventDefault();
      void draft.settle();
    },
    { enableOnFormTags: true },
  );
  const reading = useMemo(() => parseForm(everyField, given, today), [everyField, given, today]);
  // How it looks follows a moment after the last key.
  const drawn = usePaused(reading.values);
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
  if (!type) return null;
  const told = new Set(reading.faults.map(({ path }) => path));
  const faults = [
    ...reading.faults,
    ...faultsInForm([...draft.faults, ...(problem?.faults ?? [])]).filter(
      ({ path }) => path.startsWith('/values/') && !told.has(path),
    ),
  ];
  const mends = (inside: readonly Field[]) =>
    inside.reduce((sum, { key }) => sum + faultsAt(faults, key).length, 0);
  const filled = (inside: readonly Field[]) =>
    inside.filter((field) => reading.values[field.id] !== undefined).length;
  const locked = !mayWrite || kept.state === 'binned';
  const title = String(given[type.field(type.definition.title)?.key ?? ''] ?? '').trim();
  const groups = groupsOf(fields);
  return (
    <Workspace
      outlineLabel="In this entry"
      outline={
        <>
          <Link className={styles.back} href={`/bench/write/${type.definition.key}`}>
            ‹ {type.definition.plural}
          </Link>
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
          <OutlineGroup title="Earlier versions" count={revisions?.items.length}>
            {revisions?.items.slice(0, 12).map(({ number, at, why, by }) => (
              <li key={number} style={{ display: 'flex', gap: 8, padding: '4px 16px', fontSize: 13 }}>
                <span>{dayjs(at).format('D MMM, HH:mm')}</span>
                <span className={look.pencil} style={{ marginLeft: 'auto', textAlign: 'right' }} title={by}>
                  {why}
                </span>
              </li>
            ))}
          </OutlineGroup>
        </>
      }
      reach={
        <>
          <HereNow record={id} fields={everyField} />
          <EntryReach
            type={type}
            title={title || 'Without a name'}
            detail={kept.address ?? type.definition.label}
            isShown={kept.shown.length > 0}
            reach={reach}
          />
        </>
      }
    >
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>{type.definition.label}</span>
          </div>
          <h1>{title || 'Without a name'}</h1>
          <div className={styles.standing}>
            <StateMark state={kept.state} />
            <span className={look.pencil}>{whatVisitorsSee(kept)}</span>
            <span className={look.pencil} role="status">
              {statusWords[status] || `Saved ${dayjs(kept.changedAt).format('D MMM, HH:mm')}`}
            </span>
          </div>
        </div>
        <div className={look.acts}>
          {kept.address && (
            <Button component={Link} href={`/bench/point?at=${encodeURIComponent(kept.address)}`}>
              Point at its page
            </Button>
          )}
          {kept.address && (
            <Button component="a" href={kept.address} target="_blank" rel="noreferrer">
              As a visitor
            </Button>
          )}
          {!locked && (
            <Button disabled={status === 'saved' || status === 'saving'} onClick={() => void draft.settle()}>
              Save
            </Button>
          )}
          <EntryActs
            entry={kept}
            asksReview={type.definition.review}
            reach={reach}
            faults={reading.faults.length}
            typed={status !== 'saved'}
            settle={draft.settle}
            onDone={(answer) => draft.take(withLanguages(answer, fields, locales))}
            onProblem={(words, found) => setProblem(words ? { words, faults: found } : undefined)}
          />
        </div>
      </div>
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
      {draft.cameIn && <CameInNote cameIn={draft.cameIn} scope={{ model, fields: everyField }} />}
      {!mayWrite && <Note sort="info">You may read this; editors and architects change it.</Note>}
      <SideBySide
        beside={
          <>
            <EntryFaces type={type} values={drawn} onField={goToFieldOf} />
            {faults.length > 0 && (
              <section className={styles.faults} aria-label="Before it can go out">
                <Eyebrow>Before it can go out</Eyebrow>
                {faults.map(({ path, code, message }) => {
                  const field = everyField.find(({ key }) => path === `/values/${key}`);
                  return (
                    <Note key={path + code} sort="error">
                      <button type="button" onClick={() => field && goToField(field.key)}>
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
              <LanguageChoice value={locale} onChange={setLocale} />
            )}
            <EntryForm
              fields={formFields}
              values={given}
              faults={faults}
              onChange={draft.change}
              disabled={locked}
              {...(shows && !locale ? { shows } : {})}
            />
          </div>
        </Frame>
      </SideBySide>
      {draft.conflicts.length > 0 && (
        <Conflicts
          conflicts={draft.conflicts}
          scope={{ model, fields: everyField }}
          values={given}
          by={kept.changedBy}
          onDecide={draft.decide}
        />
      )}
    </Workspace>
  );
}
