'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState, type ReactElement } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { PageAnswer } from '../../../../contract/pages';
import { pointer, type Fault } from '../../../../core/faults';
import type { Field, Slot } from '../../../../core/model/document';
import type { Json } from '../../../../core/json';
import { settingKeys, type Layers, type SettingKey } from '../../../../core/model/settings';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { EntryForm } from '../../../../ui/entry-form';
import { faultsInForm, fieldsFor, withLanguages } from '../../../../ui/form-languages';
import { Frame } from '../../../../ui/frame';
import { goToField } from '../../../../ui/go-to-field';
import { Labelled } from '../../../../ui/labelled';
import { sourcesOf } from '../../../../ui/sources-of';
import { LanguageChoice } from '../../../../ui/language-choice';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { faultsBelow, keyOf } from '../../../../ui/parse-form';
import { NotesPanel, type NoteAt } from '../../../../ui/notes/notes-panel';
import { NotingHere } from '../../../../ui/notes/noting';
import { useNotesAt } from '../../../../ui/notes/use-notes-at';
import { seenInWords } from '../../../../ui/seen-in-words';
import { useOutsideOfPage } from '../../../../ui/use-within';
import { useFormReading, useSlotFaults } from '../../../../ui/use-form-faults';
import { useMay } from '../../../../ui/shell/person';
import { SettingsHere } from '../../../../ui/settings-here';
import { SideBySide } from '../../../../ui/side-by-side';
import { Workspace } from '../../../../ui/shell/workspace';
import { Stem } from '../../../../ui/stem';
import { RecordHead } from '../../../../ui/record-head';
import { historyOf } from '../../../../ui/versions/version-hrefs';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { keptIn, useDraft } from '../../../../ui/use-draft';
import { CameInNote } from '../../../../ui/came-in-note';
import { Conflicts } from '../../../../ui/conflicts';
import { HereNow } from '../../../../ui/here-now';
import { slotLabels, type PlaceScope } from '../../../../core/content/versions';
import { PageDrawing } from '../page-drawing';
import { targetOf } from '../point/target-of';
import { AddPage } from './add-page';
import { CategoryWords } from './category-words';
import { apart, everyFieldOf, patchOf, sendableOf, slotName, withSlots } from './page-draft';
import { PickedEntries } from './picked-entries';
import { PageActs } from './page-acts';
import { PagePlace } from './page-place';
import { addressOfEach } from '../../../../core/site/address';
import { goesByHand, PlacedByHand } from './placed-by-hand';
import { blocksIn, SlotForm } from './slots-form';
import { SiteTree } from './site-tree';
import styles from './arrange.module.css';
import { OlderBlocks } from './older-blocks';
import { answersOf } from '../../../../core/model/page-source';
import { Link } from '../../../../ui/link';

/** What is asked again when the page has another revision. */
const followers = new Set(['pagePreview', 'pageReach', 'versions']);

const NO_SLOTS: readonly Slot[] = [];
/** Settings that only the listings on a page have. */
const ofListings: readonly SettingKey[] = ['showHeading', 'showLink'];
const NOTHING_OLDER = {};

/** One page: its own words, what fills it, where it stands, and how it will look. */
export function PageBench({ initial, today }: { initial: PageAnswer; today: string }): ReactElement | null {
  const model = useModel();
  const client = useQueryClient();
  const router = useRouter();
  const tell = useTell();
  const type = model.pageTypeByKey(initial.type);
  // Words of one category only add to what all of them say: nothing of them is needed.
  const fields = useMemo(
    (): readonly Field[] =>
      (type?.fields ?? []).map((field) =>
        initial.category === null ? field : { ...field, required: false },
      ),
    [initial.category, type],
  );
  const everyField = useMemo(() => everyFieldOf(model, fields), [fields, model]);
  const arranges = useMay('arrange pages');
  const reviews = useMay('review');
  const { data: listings } = useAsk('listings');
  const locales = model.document.locales.others;
  const drafted = (answer: PageAnswer) => withSlots(withLanguages(answer, fields, locales));
  const [language, setLanguage] = useState('');
  const [shownCategory, setShownCategory] = useState<string>();
  const add = useSearchParams().get('add') ?? undefined;
  const [adding, setAdding] = useState(add !== undefined);
  const [noteAt, setNoteAt] = useState<NoteAt>();
  const notes = useNotesAt(initial.id);
  const beginAt = useCallback((path: string, quote: string) => {
    setNoteAt({ path, quote });
    document.getElementById('notes')?.scrollIntoView({ block: 'nearest' });
  }, []);
  const beginNote = useCallback(
    (key: string, quote: string) => beginAt(pointer('', 'values', key), quote),
    [beginAt],
  );
  const noting = useMemo(() => ({ at: notes.at, begin: beginAt }), [notes.at, beginAt]);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const draft = useDraft<PageAnswer>({
    initial: drafted(initial),
    form: { model: model.revision, fields: everyFieldOf(model, fields) },
    sendable: (given) => (type ? sendableOf(model, type, fields, given, today) : {}),
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
  const { kept, given, status } = draft;
  const outside = useOutsideOfPage(initial, type?.id ?? '');
  const mayArrange = !outside && (arranges || (reviews && kept.stage === 'review'));
  const scope: PlaceScope = {
    model,
    fields: everyField,
    slots: new Map((type?.definition.slots ?? []).map(({ key, label }) => [slotName(key), label])),
  };
  const { data: drawn } = useAsk('pagePreview', {
    path: { id: kept.id },
    query: { ...(language ? { language } : {}), ...(shownCategory ? { category: shownCategory } : {}) },
  });
  const { data: reach } = useAsk('pageReach', { path: { id: kept.id } });
  const { data: homePage } = useAsk(
    'page',
    { path: { id: kept.parent ?? '' } },
    { enabled: kept.category !== null && kept.parent !== null },
  );
  const { revision } = kept;
  useEffect(() => {
    // Kept words are drawn as visitors would see them.
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
  const asked = useSearchParams();
  const [askedField, askedBlock] = [type?.field(asked.get('field') ?? '')?.key, asked.get('block')];
  useEffect(() => {
    if (askedBlock) document.getElementById(`block-${askedBlock}`)?.scrollIntoView({ block: 'center' });
    else if (askedField !== undefined) goToField(askedField);
  }, [askedBlock, askedField]);
  const { values, slots } = useMemo(() => apart(given), [given]);
  const reading = useFormReading(everyField, values, today, kept);
  // Of the words of one category only slots count in which something stands.
  const countedSlots = useMemo(
    () =>
      (type?.definition.slots ?? NO_SLOTS).filter(
        ({ key }) => initial.category === null || blocksIn(slots[key]).length > 0,
      ),
    [initial.category, slots, type],
  );
  const blockFaults = useSlotFaults(model, countedSlots, slots, today, kept);
  if (!type) return null;
  const source = answersOf(type.definition.source);
  const entries = model.contentType(source.entryType ?? '');
  const scheme = model.scheme(source.scheme ?? '');
  const told = new Set(reading.faults.map(({ path }) => path));
  const others = faultsInForm([
    ...draft.faults,
    ...kept.faults.filter(({ path }) => path === '/listing'),
    ...(problem?.faults ?? []),
  ]).filter(({ path }) => !told.has(path));
  const faults = [...reading.faults, ...others.filter(({ path }) => path.startsWith('/values/'))];
  /** Does something with the page once all that was typed is saved. */
  const acting = async (what: (revision: number) => Promise<PageAnswer | void>): Promise<void> => {
    const settled = await draft.settle();
    if (!settled) throw new Error('What you typed is not saved yet, so this waits.');
    const answer = await what(settled.revision);
    if (answer) draft.take(drafted(answer));
    void client.invalidateQueries();
  };
  const act = async (
    what: (revision: number) => Promise<PageAnswer | void>,
    done: string,
  ): Promise<boolean> => {
    setProblem(undefined);
    try {
      await acting(what);
      tell(done);
      return true;
    } catch (error) {
      setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
      return false;
    }
  };
  const path = { id: kept.id };
  const layers: Layers = [
    { source: 'site', layer: model.document.settings },
    { source: 'type', layer: type.definition.settings },
    { source: 'page', layer: { set: kept.settings as { [key: string]: string } } },
  ];
  const set = (key: SettingKey, value: Json) =>
    void act(
      (revision) =>
        ask('changePage', { path, revision, body: { settings: { ...kept.settings, [key]: value } } }),
      'It is set.',
    );
  const listing = listings?.items.find(({ id }) => id === kept.listing);
  // Of those that fill it or stand in its blocks; words of a category stand on a page that its home fills.
  const standing = JSON.stringify([kept.listing, kept.slots, kept.byHand]);
  const handOrdered = (listings?.items ?? []).filter(
    (each) =>
      goesByHand(each) &&
      (standing.includes(each.id) || JSON.stringify([homePage?.listing, homePage?.slots]).includes(each.id)),
  );
  const shown = kept.shown.length > 0;
  const isPattern = entries !== undefined || (scheme !== undefined && kept.category === null);
  const standsAt = isPattern ? addressOfEach(kept.address) : kept.address;
  const seenAt = entries || scheme ? (drawn?.page.address ?? kept.address) : kept.address;
  const title =
    String(given[type.field(type.definition.title)?.key ?? ''] ?? '') ||
    (kept.category === null ? '' : kept.title);
  const held = [...reading.faults, ...blockFaults];
  const needsListing = source.listing === 'needed' && kept.listing === null;
  const goToFirstFault = () => {
    const [first] = held;
    const own = first?.path.startsWith('/values/') ? keyOf(first.path) : undefined;
    if (own !== undefined) {
      setLanguage(locales.find((each) => own.startsWith(`${each}_`)) ?? '');
      requestAnimationFrame(() => goToField(own));
    } else document.querySelector('[data-to-fix]')?.scrollIntoView({ block: 'center' });
  };
  // What is told at its own field is not told again over the bench.
  const words =
    problem && !problem.faults.some(({ path: at }) => at === '/slug') ? problem.words : draft.problem;
  const preview = (
    <>
      <Eyebrow>How it will look</Eyebrow>
      {scheme && kept.category === null && (
        <CategoryWords
          page={kept}
          scheme={scheme.id}
          shown={shownCategory}
          onShown={setShownCategory}
          disabled={!mayArrange}
        />
      )}
      {drawn && (
        <PageDrawing
          page={drawn.page}
          label="How the page will look"
          items={6}
          onPoint={(pointed) => {
            const to = targetOf(pointed, {
              own: entries ? undefined : { sort: 'page', id: kept.id },
              blocks: {},
              page: kept.id,
            });
            if (to) router.push(to);
          }}
        />
      )}
    </>
  );
  return (
    <Workspace
      outline={<SiteTree here={kept.id} />}
      outlineLabel="Site tree"
      reach={
        <>
          <HereNow record={kept.id} fields={scope.fields} />
          <NotesPanel
            record={kept.id}
            scope={{ ...scope, slots: slotLabels(type.definition.slots) }}
            content={{ values, slots }}
            at={noteAt}
            onAt={setNoteAt}
          />
          {mayArrange && kept.category === null && (
            <PagePlace
              page={kept}
              isPattern={isPattern}
              act={act}
              slugFaults={others.filter((fault) => fault.path === '/slug').map(({ message }) => message)}
            />
          )}
          <section className={styles.settings}>
            <Eyebrow>Settings</Eyebrow>
            <SettingsHere
              id="page-setting"
              keys={settingKeys.filter(
                (key) =>
                  key !== 'firstState' &&
                  !ofListings.includes(key) &&
                  (entries || (key !== 'showNeighbours' && key !== 'showRelated')) &&
                  (key !== 'inNavigation' || type.definition.inNavigation === 'editor'),
              )}
              disabled={!mayArrange}
              layers={layers}
              onChange={set}
            />
            <Eyebrow>Of the listings on it</Eyebrow>
            <SettingsHere
              id="page-listings-setting"
              keys={ofListings}
              varies="what each listing says"
              disabled={!mayArrange}
              layers={layers}
              onChange={set}
            />
          </section>
          <section>
            <Eyebrow>Reach of this page</Eyebrow>
            <Stem
              label="Reach of this page"
              from={[
                {
                  key: 'type',
                  label: type.definition.label,
                  detail: 'frames it',
                  href: `/bench/shape/pages/${type.definition.key}`,
                },
                ...(listing
                  ? [
                      {
                        key: 'listing',
                        label: listing.label,
                        detail: 'fills it',
                        href: `/bench/map/${listing.id}`,
                      },
                    ]
                  : []),
              ]}
              here={{ label: title || 'Without a name', detail: standsAt }}
              to={(reach?.pages ?? [])
                .filter(({ id }) => id !== kept.id)
                .slice(0, 8)
                .map((page) => ({
                  key: page.id,
                  label: page.label,
                  detail: 'names it',
                  href: `/bench/arrange/${page.id}`,
                }))}
            />
          </section>
        </>
      }
    >
      <RecordHead
        eyebrow={
          <>
            {type.definition.label} <Mono>{standsAt}</Mono>
          </>
        }
        title={title || 'Without a name'}
        state={kept.state}
        seen={seenInWords(kept)}
        saved={status === 'saved' ? 'Saved' : status === 'not saved' ? 'Not saved yet' : 'Saving…'}
        toFix={held.length}
        onFix={goToFirstFault}
        draft={draft}
        mayChange={mayArrange}
        ways={
          <>
            <Link href={historyOf('page', kept.id)}>Versions</Link>
            {shown && <Link href={`/bench/point?at=${encodeURIComponent(seenAt)}`}>Point at it</Link>}
            {shown && (
              <a href={seenAt} target="_blank" rel="noreferrer">
                As a visitor
              </a>
            )}
          </>
        }
      >
        {arranges && !outside && !scheme && <Button onClick={() => setAdding(true)}>Add a page below</Button>}
        {!outside && (
          <PageActs
            page={kept}
            title={title}
            asksReview={type.definition.review ?? false}
            mayPublishNow={held.length === 0 && !needsListing}
            typed={status !== 'saved'}
            acting={acting}
            act={act}
          />
        )}
      </RecordHead>
      {outside && <Note sort="info">You may read this. {outside}</Note>}
      {words && (
        <Note sort="error" role="alert">
          {words}
        </Note>
      )}
      {entries && (
        <Note sort="info">
          It says how the page of each {entries.definition.label} is, at{' '}
          <Mono>{addressOfEach(kept.address)}</Mono>: what stands in its slots stands on all of them. Beside
          the form stands one as an example.
        </Note>
      )}
      {scheme && kept.category === null && (
        <Note sort="info">
          It says how the page of each {scheme.definition.label} is, below{' '}
          <Mono>{addressOfEach(kept.address)}</Mono>: what stands in its slots stands on all of them, until
          one has words of its own. Fields that the {scheme.definition.label} has itself, under the same key,
          are taken from it.
        </Note>
      )}
      {scheme && kept.category !== null && (
        <Note sort="info">
          These words stand on the page of {kept.title} alone, and stay with it when it moves or goes into
          another. What is left empty is as all of them say.
        </Note>
      )}
      {draft.broughtBack && (
        <Note sort="info" role="status">
          Words that were not saved when you left are back in the form.
        </Note>
      )}
      {draft.cameIn && <CameInNote cameIn={draft.cameIn} scope={scope} />}
      <SideBySide wide={language !== ''} beside={preview}>
        <Frame label="Fields">
          <div className={styles.sheet}>
            <LanguageChoice
              value={language}
              onChange={setLanguage}
              toFix={(each) =>
                fieldsFor(fields, each).reduce(
                  (sum, { key }) => sum + faultsBelow(faults, `/values/${key}`).length,
                  0,
                )
              }
            />
            <EntryForm
              fields={fieldsFor(fields, language)}
              values={values}
              faults={faults}
              onChange={draft.change}
              disabled={!mayArrange}
              {...(language
                ? { sources: sourcesOf(fields, language, values, kept.older[language] ?? []) }
                : {})}
              notes={notes.byField}
              onNote={beginNote}
            />
            {source.picked && (
              <PickedEntries
                page={kept}
                types={[...source.picked.types]}
                disabled={!mayArrange}
                faults={others
                  .filter(({ path: at }) => at.startsWith('/picks') || at === '/beginFrom')
                  .map(({ message }) => message)}
                onChange={(patch, done) =>
                  void act((revision) => ask('changePage', { path, revision, body: patch }), done)
                }
              />
            )}
            {(source.listing === 'needed' || (scheme && kept.category === null)) && (
              <Labelled
                id="listing"
                label="Filled by the listing"
                needed={!scheme}
                faults={others.filter((fault) => fault.path === '/listing').map(({ message }) => message)}
              >
                <Select
                  displayEmpty
                  fullWidth
                  disabled={!mayArrange}
                  value={kept.listing ?? ''}
                  onChange={({ target }) =>
                    void act(
                      (revision) =>
                        ask('changePage', { path, revision, body: { listing: target.value || null } }),
                      'Another listing fills it.',
                    )
                  }
                  labelId="listing-label"
                  SelectDisplayProps={{ id: 'listing' }}
                >
                  <MenuItem value="">None yet</MenuItem>
                  {listings?.items.map(({ id, label }) => (
                    <MenuItem key={id} value={id}>
                      {label}
                    </MenuItem>
                  ))}
                </Select>
              </Labelled>
            )}
            {handOrdered.map((each) => (
              <PlacedByHand
                key={each.id}
                page={kept}
                listing={each}
                disabled={!mayArrange}
                onChange={(byHand) =>
                  void act(
                    (revision) => ask('changePage', { path, revision, body: { byHand } }),
                    'It stands in another order here.',
                  )
                }
              />
            ))}
            <OlderBlocks value={kept.olderBlocks[language] ?? NOTHING_OLDER}>
              <NotingHere value={noting}>
                {type.definition.slots.map((slot) => (
                  <SlotForm
                    key={slot.id}
                    slot={slot}
                    model={model}
                    blocks={blocksIn(slots[slot.key])}
                    faults={faultsBelow(blockFaults, `/slots/${slot.key}`)}
                    disabled={!mayArrange}
                    today={today}
                    language={language}
                    path={`slot-${slot.key}`}
                    place={pointer('', 'slots', slot.key)}
                    onChange={(blocks) => draft.change(slotName(slot.key), blocks)}
                  />
                ))}
              </NotingHere>
            </OlderBlocks>
            {type.definition.layouts.length > 1 && (
              <Labelled id="layout" label="Layout">
                <Select
                  fullWidth
                  disabled={!mayArrange}
                  value={kept.layout ?? type.definition.layouts[0]?.key ?? ''}
                  onChange={({ target }) =>
                    void act(
                      (revision) => ask('changePage', { path, revision, body: { layout: target.value } }),
                      'It is set out in another layout.',
                    )
                  }
                  labelId="layout-label"
                  SelectDisplayProps={{ id: 'layout' }}
                >
                  {type.definition.layouts.map(({ key, label }) => (
                    <MenuItem key={key} value={key}>
                      {label}
                    </MenuItem>
                  ))}
                </Select>
              </Labelled>
            )}
          </div>
        </Frame>
      </SideBySide>
      {adding && <AddPage parent={kept} first={add} onClose={() => setAdding(false)} />}
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
