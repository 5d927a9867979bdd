'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { VersionRow, VersionsAnswer } from '../../../../contract/versions';
import {
  placeInWords,
  slotLabels,
  takeBack,
  type Difference,
  type PlaceScope,
  type VersionContent,
} from '../../../../core/content/versions';
import type { CompiledModel } from '../../../../core/model/compile';
import { isFilledIn } from '../../../../core/model/media-type';
import { ask, wordsOf } from '../../../../ui/ask';
import { languageName } from '../../../../ui/form-languages';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { NotesPanel, type NoteAt } from '../../../../ui/notes/notes-panel';
import { useNotesAt } from '../../../../ui/notes/use-notes-at';
import { DayBox } from '../../../../ui/day-box';
import { useGoing } from '../../../../ui/going';
import { OutlineGroup } from '../../../../ui/shell/outline';
import { useMay } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { useAsk } from '../../../../ui/use-ask';
import { useKnown } from '../../../../ui/use-known';
import { usePutBack } from '../../../../ui/versions/use-put-back';
import { idsIn } from '../../../../ui/versions/value-in-words';
import { historyOf } from '../../../../ui/versions/version-hrefs';
import { VersionList } from '../../../../ui/versions/version-list';
import { isReviewable, ReviewActs } from './review-acts';
import { AsDrawn, isDrawn } from './as-drawn';
import { Differences } from './differences';
import styles from './history.module.css';
import { askedIn, seenOnDay, useCompared } from './use-compared';
import { VersionName } from './version-name';

/** What places in a record are called by, and what a record of its type is called. */
function scopeIn(model: CompiledModel, { sort, type: of }: VersionsAnswer): PlaceScope & { label: string } {
  const id = of ?? '';
  if (sort === 'listing') return { model, fields: [], label: 'Listing' };
  if (sort === 'medium') return { model, fields: model.media.fields.filter(isFilledIn), label: 'Medium' };
  if (sort === 'category') {
    const scheme = model.scheme(id);
    return { model, fields: scheme?.fields ?? [], label: scheme?.definition.label ?? 'Category' };
  }
  const arranged = model.pageOrShared(id);
  const type = arranged ?? model.contentType(id);
  const slots = slotLabels(arranged?.definition.slots ?? []);
  return {
    model,
    fields: type?.fields ?? [],
    slots,
    label: type?.definition.label ?? 'Of a type that is gone',
  };
}

const keeping = {
  entry: 'write entries',
  medium: 'write entries',
  page: 'arrange pages',
  listing: 'keep listings',
  shared: 'arrange pages',
  category: 'shape the model',
} as const;

const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

/** Older versions, asked for page by page below those that are there. */
function useVersions(id: string, first: VersionsAnswer) {
  const [older, setOlder] = useState<{ items: VersionRow[]; next: number | undefined }>();
  const [problem, setProblem] = useState<string>();
  const next = older ? older.next : first.next;
  return {
    items: [...first.items, ...(older?.items ?? [])],
    problem,
    next,
    more: async () => {
      if (next === undefined) return;
      try {
        const told = await ask('versions', { path: { id }, query: { before: next } });
        setOlder({ items: [...(older?.items ?? []), ...told.items], next: told.next });
        setProblem(undefined);
      } catch (error) {
        setProblem(wordsOf(error));
      }
    },
  };
}

/** The versions of one record: any two of them compared in words and as drawn, and what differs taken back. */
export function HistoryBench({ id, initial }: { id: string; initial: VersionsAnswer }): ReactElement {
  const model = useModel();
  const { go, begin } = useGoing();
  const address = useSearchParams();
  const { data: first = initial } = useAsk('versions', { path: { id } }, { initial });
  const { items, next, more, problem } = useVersions(id, first);
  const asked = askedIn(address.get('of'), address.get('against'));
  const compared = useCompared(id, first, asked);
  const { of, against, isFirst, before, after, differences, error } = compared;
  const { label, ...scope } = scopeIn(model, first);
  const { sort, title, revision } = first;
  const mayChange = useMay(keeping[sort]) && !first.binned;
  const newest = items[0]?.number ?? of;
  const { busy, problems, putBack } = usePutBack({ id, sort, revision });
  const [tab, setTab] = useState('words');
  const [noteAt, setNoteAt] = useState<NoteAt>();
  const { at: notes } = useNotesAt(id);
  const known = useKnown(
    (differences ?? []).flatMap((each) => [...idsIn(each.before), ...idsIn(each.after)]),
  );
  const sources = [before?.content ?? {}, after?.content ?? {}] as const;
  const languageOf = ({ path }: Difference) => placeInWords(path, scope, [...sources].reverse()).language;
  const ofLanguage = (language: string | undefined) =>
    (differences ?? []).filter((each) => languageOf(each) === language);
  const others = model.document.locales.others.filter((locale) => ofLanguage(locale).length > 0);
  const tabs = [
    { key: 'words', label: 'In words' },
    ...(isDrawn(sort) ? [{ key: 'drawn', label: 'As drawn' }] : []),
    ...others.map((locale) => ({
      key: locale,
      label: `${languageName(locale)}, ${count(ofLanguage(locale).length, 'differs', 'differ')}`,
    })),
  ];
  const shownTab = tabs.find(({ key }) => key === tab) ?? tabs[0];
  const shown = ofLanguage(shownTab?.key === 'words' ? undefined : shownTab?.key);
  const isWorking = of === newest;
  const put = async (wanted: VersionContent) => {
    if (!after) return;
    const on = begin();
    if (await putBack(after.content, wanted))
      on(historyOf(sort, id, { against: address.get('against') ?? against }), { instead: true });
  };
  const rowAt = (number: number | undefined) => items.find((row) => row.number === number);
  const sides = [
    { heading: 'This', row: rowAt(of) },
    { heading: 'Against', row: rowAt(against) },
  ];
  const fields = scope.fields.length;
  const differing = new Set(ofLanguage(undefined).map(({ path }) => path)).size;
  return (
    <Workspace
      outlineLabel="Versions"
      reachLabel="The two"
      outline={
        <>
          <Link className={styles.back} href={`/bench/open/${id}`}>
            ‹ {title || 'Without a name'}
          </Link>
          <OutlineGroup
            title="Versions"
            count={first.total}
            list={
              <VersionList
                items={items}
                working={newest}
                chosen={of}
                against={against}
                hrefOf={({ number }) =>
                  historyOf(sort, id, number < of ? { of, against: number } : { of: number })
                }
              />
            }
          >
            {null}
          </OutlineGroup>
          {next !== undefined && (
            <div className={styles.day}>
              <Button size="small" onClick={() => void more()}>
                Earlier
              </Button>
            </div>
          )}
          {sort !== 'category' && sort !== 'medium' && (
            <OutlineGroup title="As visitors saw it">
              <li className={styles.day}>
                <label htmlFor="seen-on">On a day</label>
                <DayBox
                  id="seen-on"
                  late
                  value={asked.seenOn ?? ''}
                  onChange={(day) => {
                    if (day) go(historyOf(sort, id, { of: asked.of, against: seenOnDay(day) }));
                  }}
                />
              </li>
            </OutlineGroup>
          )}
        </>
      }
      reach={
        <>
          {sort !== 'category' && (
            <NotesPanel
              record={id}
              scope={scope}
              content={after?.content ?? {}}
              at={noteAt}
              onAt={setNoteAt}
            />
          )}
          <div className={styles.sides}>
            {sides.map(
              ({ heading, row }) =>
                row && (
                  <VersionName
                    key={`${row.number} ${row.name ?? ''}`}
                    id={id}
                    row={row}
                    heading={heading}
                    mayName={mayChange}
                  />
                ),
            )}
          </div>
        </>
      }
    >
      <div className={look.heading}>
        <div>
          <Eyebrow>{label}</Eyebrow>
          <h1>What differs</h1>
          <p className={look.pencil} role="status">
            {error
              ? ''
              : differences === undefined
                ? 'Reading both versions.'
                : isFirst
                  ? 'It is new: there is no version before this one.'
                  : sort === 'entry' || sort === 'medium'
                    ? `${differing} of ${count(fields, 'field', 'fields')}, since ${before?.label ?? ''}.`
                    : `${count(differing, 'thing differs', 'things differ')} since ${before?.label ?? ''}.`}
          </p>
        </div>
        <div className={look.acts}>
          {isWorking && mayChange && !isFirst && differences && differences.length > 0 && before && (
            <Button disabled={busy} onClick={() => void put(before.content)}>
              Take all back
            </Button>
          )}
          {isReviewable(sort) && isWorking && !first.binned && (
            <ReviewActs sort={sort} id={id} revision={of} items={items} />
          )}
          {!isWorking && (
            <Button component={Link} href={historyOf(sort, id, { against: of })}>
              Against what is worked on
            </Button>
          )}
        </div>
      </div>
      {error && (
        <Note sort="error" role="alert">
          {error.status === 404 && asked.seenOn !== undefined
            ? `Visitors did not see it on ${dayjs(asked.seenOn).format('D MMMM YYYY')}.`
            : wordsOf(error)}
        </Note>
      )}
      {problem && <Note sort="error">{problem}</Note>}
      {problems.map((words) => (
        <Note key={words} sort="error" role="alert">
          {words}
        </Note>
      ))}
      {before && after && differences && (
        <>
          <div className={styles.tabs}>
            <div role="tablist" aria-label="How it is compared">
              {tabs.map(({ key, label: words }) => (
                <button
                  key={key}
                  type="button"
                  role="tab"
                  aria-selected={shownTab?.key === key}
                  onClick={() => setTab(key)}
                >
                  {words}
                </button>
              ))}
            </div>
            <span className={styles.key}>
              <del>left out</del> <ins>new</ins> moved ↕
            </span>
          </div>
          {shownTab?.key === 'drawn' ? (
            <AsDrawn sort={sort} id={id} type={first.type} before={before} after={after} />
          ) : shown.length > 0 ? (
            <Differences
              differences={shown}
              scope={scope}
              sources={sources}
              labels={[before.label, after.label]}
              known={known}
              busy={busy}
              notes={notes}
              onNote={sort === 'category' ? undefined : (path) => setNoteAt({ path, quote: '' })}
              onTakeBack={
                isWorking && mayChange && !isFirst
                  ? (difference) => void put(takeBack(before.content, after.content, difference))
                  : undefined
              }
            />
          ) : (
            <div className={look.empty}>
              <strong>Nothing differs{others.length > 0 ? ' here' : ''}.</strong>
              <p>
                {others.length > 0
                  ? 'In another language something does.'
                  : 'Both versions say the same. What was done between them stands in the list.'}
              </p>
            </div>
          )}
        </>
      )}
    </Workspace>
  );
}
