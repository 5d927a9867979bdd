'use client';
import { Button } from '@mui/material';
import { useSearchParams } from 'next/navigation';
import { useEffect, useState, type ReactElement, type ReactNode } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import type { CompiledType } from '../../../../core/model/compile';
import type { PageType } from '../../../../core/model/document';
import { answersOf } from '../../../../core/model/page-source';
import { addressOfEach } from '../../../../core/site/address';
import { Conflicts } from '../../../../ui/conflicts-later';
import { goToField } from '../../../../ui/go-to-field';
import { useGoing } from '../../../../ui/going';
import { Link } from '../../../../ui/link';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { keyOf } from '../../../../ui/parse-form';
import { RecordHead } from '../../../../ui/record-head';
import { seenInWords } from '../../../../ui/seen-in-words';
import { Workspace } from '../../../../ui/shell/workspace';
import { historyOf } from '../../../../ui/versions/version-hrefs';
import { PageDrawing } from '../page-drawing';
import { targetOf } from '../point/target-of';
import styles from './arrange.module.css';
import { DraftNotes } from './draft-notes';
import { CategoryWords } from './category-words';
import { PageActs } from './page-acts';
import { PageLanguages } from './page-languages';
import { AddPage, PageAsForm, PageFields, PageFound, PageReach, RecordAudience } from './later';
import { PageOnBench } from './page-on-bench';
import { isPatternOf } from './is-pattern';
import { SiteTree } from './tree/site-tree';
import { usePageEditing, type PageEditing } from './use-page-editing';

/** What is said over the bench: who may change the page, what it says of others, what came in. */
function Notes({ editing }: { editing: PageEditing }): ReactElement {
  const { model, type, kept, draft, outside, words, scope } = editing;
  const source = answersOf(type.definition.source);
  const entries = model.contentType(source.entryType ?? '');
  const scheme = model.scheme(source.scheme ?? '');
  return (
    <>
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
      {source.leads && (
        <Note sort="info">
          {source.leads === 'below'
            ? 'It is a heading over what stands below it, and no page to go to: whoever comes here is led to the first page below.'
            : `Whoever comes here is led where “${type.field(source.leads.by)?.label ?? ''}” says.`}
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
      <DraftNotes draft={draft} scope={scope} />
    </>
  );
}

/** Beside the form: how the page will look, narrow, a part leading to where it is written. */
function FormDrawing({ editing, choice }: { editing: PageEditing; choice: ReactNode }): ReactElement {
  const { model, type, kept, drawn } = editing;
  const { go } = useGoing();
  const entries = model.contentType(answersOf(type.definition.source).entryType ?? '');
  return (
    <>
      <Eyebrow>How it will look</Eyebrow>
      {choice}
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
            if (to) go(to);
          }}
        />
      )}
      <RecordAudience id={kept.id} sort="page" />
      <PageFound editing={editing} />
    </>
  );
}

/** One page, of a type that is there: on its bench, or as a form. */
function Bench({
  initial,
  type,
  today,
}: {
  initial: PageAnswer;
  type: CompiledType<PageType>;
  today: string;
}): ReactElement {
  const editing = usePageEditing(initial, type, today);
  const { model, draft, kept, language, outside, mayChange, toFix, acting, act, setLanguage } = editing;
  const { given, status } = draft;
  const asked = useSearchParams();
  const add = asked.get('add') ?? undefined;
  const [adding, setAdding] = useState(add !== undefined);
  const [asForm, setAsForm] = useState(asked.get('as') === 'form');
  const [askedField, askedBlock] = [type.field(asked.get('field') ?? '')?.key, asked.get('block')];
  useEffect(() => {
    if (askedBlock) document.getElementById(`block-${askedBlock}`)?.scrollIntoView({ block: 'center' });
    else if (askedField !== undefined) goToField(askedField);
  }, [askedBlock, askedField]);
  const source = answersOf(type.definition.source);
  const entries = model.contentType(source.entryType ?? '');
  const scheme = model.scheme(source.scheme ?? '');
  const shown = kept.shown.length > 0;
  const standsAt = isPatternOf(editing) ? addressOfEach(kept.address) : kept.address;
  const seenAt = entries || scheme ? (editing.drawn?.page.address ?? kept.address) : kept.address;
  const title =
    String(given[type.field(type.definition.title)?.key ?? ''] ?? '') ||
    (kept.category === null ? '' : kept.title);
  const goToFirstFault = (toBlock?: (path: string) => void) => {
    const [first] = toFix;
    const own = first?.path.startsWith('/values/') ? keyOf(first.path) : undefined;
    if (own === undefined && first && toBlock) return toBlock(first.path);
    if (own !== undefined)
      setLanguage(model.document.locales.others.find((each) => own.startsWith(`${each}_`)) ?? '');
    requestAnimationFrame(() =>
      own === undefined
        ? document.querySelector('[data-to-fix]')?.scrollIntoView({ block: 'center' })
        : goToField(own),
    );
    return undefined;
  };
  const categoryChoice = scheme && kept.category === null && (
    <CategoryWords
      page={kept}
      scheme={scheme.id}
      shown={editing.shownCategory}
      onShown={editing.setShownCategory}
      disabled={!mayChange}
    />
  );
  const way = (label: string, isForm: boolean) => (
    <button type="button" aria-pressed={asForm === isForm} onClick={() => setAsForm(isForm)}>
      {label}
    </button>
  );
  const bench = (work: ReactNode, toBlock?: (path: string) => void) => (
    <>
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
        toFix={toFix.length}
        onFix={() => goToFirstFault(toBlock)}
        draft={draft}
        mayChange={mayChange}
        ways={
          <>
            <span className={styles.ways} role="group" aria-label="How it is edited">
              {way('On the page', false)}
              {way('As a form', true)}
            </span>
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
        {editing.arranges && !outside && !scheme && (
          <Button onClick={() => setAdding(true)}>Add a page below</Button>
        )}
        {!outside && (
          <PageActs
            page={kept}
            title={title}
            asksReview={type.definition.review ?? false}
            mayPublishNow={toFix.length === 0 && !editing.needsListing}
            typed={status !== 'saved'}
            acting={acting}
            act={act}
          />
        )}
      </RecordHead>
      <Notes editing={editing} />
      {work}
      {adding && <AddPage parent={kept} first={add} onClose={() => setAdding(false)} />}
      {draft.conflicts.length > 0 && (
        <Conflicts
          conflicts={draft.conflicts}
          scope={editing.scope}
          values={given}
          by={kept.changedBy}
          onDecide={draft.decide}
        />
      )}
    </>
  );
  if (asForm)
    return (
      <Workspace
        outline={<SiteTree here={kept.id} />}
        outlineLabel="Site tree"
        reach={<PageReach editing={editing} title={title} />}
      >
        {bench(
          <PageAsForm editing={editing} beside={<FormDrawing editing={editing} choice={categoryChoice} />} />,
        )}
      </Workspace>
    );
  return (
    <PageOnBench editing={editing} own={<PageFields editing={editing} />}>
      {({ shelf, canvas, panel, isPage, goToFault }) => (
        <Workspace
          outline={
            <>
              <SiteTree here={kept.id} />
              {shelf}
            </>
          }
          outlineLabel="Site tree"
          reachLabel="What is selected"
          reach={
            <div className={styles.panel}>
              {isPage && <PageLanguages editing={editing} />}
              {panel}
              {isPage && <RecordAudience id={kept.id} sort="page" />}
              {isPage && <PageFound editing={editing} />}
              {isPage && <PageReach editing={editing} title={title} />}
            </div>
          }
        >
          {bench(
            <>
              {categoryChoice}
              {!isPage && language !== '' && <PageLanguages editing={editing} />}
              {canvas}
            </>,
            goToFault,
          )}
        </Workspace>
      )}
    </PageOnBench>
  );
}

/** One page: its own words, what fills it, where it stands, and how it will look. */
export function PageBench({ initial, today }: { initial: PageAnswer; today: string }): ReactElement | null {
  const type = useModel().pageTypeByKey(initial.type);
  return type ? <Bench initial={initial} type={type} today={today} /> : null;
}
