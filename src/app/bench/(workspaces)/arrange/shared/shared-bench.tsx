'use client';
import type { ReactElement } from 'react';
import type { SharedBlockAnswer } from '../../../../../contract/shared-blocks';
import { Conflicts } from '../../../../../ui/conflicts-later';
import { EntryForm } from '../../../../../ui/entry-form';
import { Frame } from '../../../../../ui/frame';
import { goToField } from '../../../../../ui/go-to-field';
import { HereNow } from '../../../../../ui/here-now';
import { Link } from '../../../../../ui/link';
import { Eyebrow, Mono, Note } from '../../../../../ui/marks';
import { NotesPanel } from '../../../../../ui/notes/notes-panel';
import { keyOf } from '../../../../../ui/parse-form';
import { RecordHead } from '../../../../../ui/record-head';
import { seenInWords } from '../../../../../ui/seen-in-words';
import { Workspace } from '../../../../../ui/shell/workspace';
import { Stem } from '../../../../../ui/stem';
import { useAsk } from '../../../../../ui/use-ask';
import { historyOf } from '../../../../../ui/versions/version-hrefs';
import { slotLabels } from '../../../../../core/content/versions';
import arrangeStyles from '../arrange.module.css';
import { DraftNotes } from '../draft-notes';
import { PageLanguages } from '../page-languages';
import { PageOnBench } from '../page-on-bench';
import { SiteTree } from '../tree/site-tree';
import { SharedActs } from './shared-acts';
import { SharedPlaces } from './shared-places';
import styles from './shared.module.css';
import { onPagesInWords } from './use-shared-blocks';
import { useSharedEditing, type SharedEditing } from './use-shared-editing';

/** How many pages are named in its reach; the table below the drawing has all. */
const NAMED = 8;

/** Its name and key, and below them who is here, what was noted, what it reaches. */
function OwnPanel({ editing }: { editing: SharedEditing }): ReactElement {
  const { kept, fields, values, slots, faults, draft, mayChange, scope } = editing;
  const { data: reach } = useAsk('sharedReach', { path: { id: kept.id } });
  return (
    <div className={styles.sections}>
      <div className={styles.fields}>
        <EntryForm
          fields={fields}
          values={values}
          faults={faults}
          disabled={!mayChange}
          onChange={draft.change}
        />
        <p>
          Its key is <Mono>{kept.key}</Mono>, for good.
        </p>
      </div>
      <HereNow record={kept.id} fields={scope.fields} />
      <NotesPanel
        record={kept.id}
        scope={{ ...scope, slots: slotLabels(editing.type.definition.slots) }}
        content={{ values, slots }}
        at={editing.noteAt}
        onAt={editing.setNoteAt}
      />
      <section>
        <Eyebrow>Reach of this shared block</Eyebrow>
        <Stem
          label="Reach of this shared block"
          from={[]}
          here={{ label: kept.title || 'Without a name', detail: onPagesInWords(editing.stands) }}
          to={(reach?.pages ?? []).slice(0, NAMED).map((page) => ({
            key: page.id,
            label: page.label,
            detail: page.detail,
            href: `/bench/open/${page.id}`,
          }))}
        />
        {(reach?.pages.length ?? 0) > NAMED && (
          <p>And {((reach?.pages.length ?? 0) - NAMED).toLocaleString('en')} more pages that visitors see.</p>
        )}
      </section>
    </div>
  );
}

/** One shared block: its blocks drawn and arranged as on a page, and every page on which it shows. */
export function SharedBench({ initial, today }: { initial: SharedBlockAnswer; today: string }): ReactElement {
  const editing = useSharedEditing(initial, today);
  const { draft, kept, toFix, mayChange, problem, scope, values } = editing;
  const title = String(values.name ?? '') || 'Without a name';
  const goToFirstFault = (toBlock: (path: string) => void) => {
    const [first] = toFix;
    if (!first) return;
    if (first.path.startsWith('/values/')) goToField(keyOf(first.path));
    else toBlock(first.path);
  };
  const words = problem?.words ?? draft.problem;
  return (
    <PageOnBench
      editing={{ ...editing, kept: { ...kept, category: null } }}
      own={<OwnPanel editing={editing} />}
    >
      {({ shelf, canvas, panel, goToFault }) => (
        <Workspace
          outline={
            <>
              <SiteTree here={kept.id} />
              {shelf}
            </>
          }
          outlineLabel="Site tree"
          reachLabel="What is selected"
          reach={<div className={arrangeStyles.panel}>{panel}</div>}
        >
          <RecordHead
            eyebrow={<Link href="/bench/arrange/shared">Shared block</Link>}
            title={title}
            state={kept.state}
            seen={seenInWords(kept)}
            saved={
              draft.status === 'saved' ? 'Saved' : draft.status === 'not saved' ? 'Not saved yet' : 'Saving…'
            }
            toFix={toFix.length}
            onFix={() => goToFirstFault(goToFault)}
            draft={draft}
            mayChange={mayChange}
            ways={<Link href={historyOf('shared', kept.id)}>Versions</Link>}
          >
            <SharedActs editing={editing} />
          </RecordHead>
          <Note sort="info">
            It stands {onPagesInWords(editing.stands)}.{' '}
            {editing.stands.pages === 1
              ? 'What is changed here shows there once it is published.'
              : editing.stands.pages > 1
                ? 'What is changed here shows on all of them once it is published.'
                : 'Put it on pages below, or from the shelf of a page.'}
          </Note>
          {!mayChange && <Note sort="info">You may read this. An editor or an architect changes it.</Note>}
          {words && (
            <Note sort="error" role="alert">
              {words}
            </Note>
          )}
          <DraftNotes draft={draft} scope={scope} />
          <PageLanguages editing={editing} />
          <div className={styles.sections}>
            {canvas}
            <Frame label="Where it shows">
              <SharedPlaces shared={kept.id} disabled={!editing.arranges} />
            </Frame>
          </div>
          {draft.conflicts.length > 0 && (
            <Conflicts
              conflicts={draft.conflicts}
              scope={scope}
              values={draft.given}
              by={kept.changedBy}
              onDecide={draft.decide}
            />
          )}
        </Workspace>
      )}
    </PageOnBench>
  );
}
