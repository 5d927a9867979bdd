'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { EntryAnswer } from '../../../../contract/entries';
import type { PageAnswer } from '../../../../contract/pages';
import type { SharedBlockAnswer } from '../../../../contract/shared-blocks';
import type { VersionedSort, VersionRow } from '../../../../contract/versions';
import { mayPublish } from '../../../../core/roles';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { PublishAt } from '../../../../ui/publish-at';
import { PublishButton } from '../../../../ui/publish-button';
import { useMay, usePerson } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { versionTime } from '../../../../ui/versions/version-words';

const SENT = 'sent for review';

/** What was changed since a record was sent for review, and by whom; nothing where it is as it was sent. */
function changedSince(items: readonly VersionRow[]): string | undefined {
  const sent = items.findIndex(({ why }) => why === SENT);
  const since = items.slice(0, Math.max(0, sent));
  if (since.length === 0) return undefined;
  const changed = [...new Set(since.flatMap((row) => row.changed))];
  const by = [...new Set(since.map((row) => row.by))].join(' and ');
  return `Since it was sent, ${by || 'somebody'} changed ${changed.join(', ') || 'it'} (${versionTime(since[0]?.at ?? '')}).`;
}

/** Asks what to say to the writers with what is given back. */
function GiveBack({
  busy,
  onGive,
  onClose,
}: {
  busy: boolean;
  onGive: (words: string) => void;
  onClose: () => void;
}): ReactElement {
  const [words, setWords] = useState('');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="give-back">
      <DialogTitle id="give-back">Give it back</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '12px' }}>
        <p>
          Its writers find it on their first screen, with the notes at it. Notes at a field or at words are
          written beside them.
        </p>
        <OutlinedInput
          fullWidth
          multiline
          minRows={3}
          autoFocus
          value={words}
          placeholder="What is to be done, as a note about all of it"
          inputProps={{ 'aria-label': 'What is to be done', maxLength: 2000 }}
          onChange={({ target }) => setWords(target.value)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={busy} onClick={() => onGive(words.trim())}>
          Give it back
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What can be sent for review. */
export type Reviewable = 'entry' | 'page' | 'shared';

export const isReviewable = (sort: VersionedSort): sort is Reviewable =>
  sort === 'entry' || sort === 'page' || sort === 'shared';

interface Reviewed {
  thing: EntryAnswer | PageAnswer | SharedBlockAnswer;
  asksReview: boolean;
  publish(times: { from?: string; until?: string }): Promise<unknown>;
  giveBack(): Promise<unknown>;
  takeDown(from: string): Promise<unknown>;
}

/** The record that is compared, as its sort is asked for, published and given back. */
function useReviewed(sort: Reviewable, id: string, revision: number): Reviewed | undefined {
  const model = useModel();
  const path = { id };
  const { data: entry } = useAsk('entry', { path }, { enabled: sort === 'entry' });
  const { data: page } = useAsk('page', { path }, { enabled: sort === 'page' });
  const { data: shared } = useAsk('sharedBlock', { path }, { enabled: sort === 'shared' });
  if (entry)
    return {
      thing: entry,
      asksReview: model.contentTypeByKey(entry.type)?.definition.review ?? false,
      publish: (body) => ask('publishEntry', { path, revision, body }),
      giveBack: () => ask('returnEntry', { path, revision }),
      takeDown: (from) => ask('withdrawEntry', { path, revision, query: { from } }),
    };
  if (page)
    return {
      thing: page,
      asksReview: model.pageTypeByKey(page.type)?.definition.review ?? false,
      publish: (body) => ask('publishPage', { path, revision, body }),
      giveBack: () => ask('returnPage', { path, revision }),
      takeDown: (from) => ask('withdrawPage', { path, revision, query: { from } }),
    };
  if (shared)
    return {
      thing: shared,
      asksReview: shared.asksReview,
      publish: (body) => ask('publishSharedBlock', { path, revision, body }),
      giveBack: () => ask('returnSharedBlock', { path, revision }),
      takeDown: (from) => ask('withdrawSharedBlock', { path, revision, query: { from } }),
    };
  return undefined;
}

/** What a reviewer does with what is compared: give it back with a note, publish it at once or at a time. */
export function ReviewActs({
  sort,
  id,
  revision,
  items,
}: {
  sort: Reviewable;
  id: string;
  /** The revision that is compared on the screen: nothing newer is published unseen. */
  revision: number;
  items: readonly VersionRow[];
}): ReactElement | null {
  const client = useQueryClient();
  const tell = useTell();
  const { role } = usePerson();
  const reviews = useMay('review');
  const reviewed = useReviewed(sort, id, revision);
  const { data: ofEntry } = useAsk('entryReach', { path: { id } }, { enabled: sort === 'entry' });
  const { data: ofPage } = useAsk('pageReach', { path: { id } }, { enabled: sort === 'page' });
  const { data: ofShared } = useAsk('sharedReach', { path: { id } }, { enabled: sort === 'shared' });
  const [busy, setBusy] = useState(false);
  const [back, setBack] = useState(false);
  const [timing, setTiming] = useState(false);
  const [problem, setProblem] = useState<string>();
  if (!reviewed) return null;
  const { thing, asksReview, publish, giveBack, takeDown } = reviewed;
  const waits = thing.stage === 'review';
  const publishes = mayPublish(role, asksReview);
  const isNew = thing.differs || thing.shown.length === 0 || waits;
  const since = waits ? changedSince(items) : undefined;
  const act = async (work: () => Promise<unknown>, done: string) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
      tell(done);
    } catch (error) {
      setProblem(
        error instanceof Problem && error.status === 412
          ? 'It was changed since you opened it. What it says now stands here: look again.'
          : wordsOf(error),
      );
    } finally {
      await client.invalidateQueries();
      setBusy(false);
    }
  };
  const give = (words: string) => {
    setBack(false);
    void act(async () => {
      if (words) await ask('addNote', { path: { id }, body: { path: '', words } });
      await giveBack();
    }, 'It is given back.');
  };
  const pages = (ofEntry ?? ofPage ?? ofShared)?.pages.length ?? 0;
  return (
    <>
      {waits && reviews && (
        <Button disabled={busy} onClick={() => setBack(true)}>
          Give back…
        </Button>
      )}
      {publishes && isNew && (
        <>
          <Button disabled={busy || thing.faults.length > 0} onClick={() => setTiming(true)}>
            At a time…
          </Button>
          <PublishButton
            pages={pages}
            disabled={busy || thing.faults.length > 0}
            {...(thing.faults.length > 0 ? { title: 'Something must be fixed first.' } : {})}
            onClick={() => void act(() => publish({}), 'Visitors see it now.')}
          />
        </>
      )}
      {since && <Note sort="info">{since}</Note>}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {back && <GiveBack busy={busy} onGive={give} onClose={() => setBack(false)} />}
      {timing && (
        <PublishAt
          name={thing.title || 'this'}
          shown={thing.shown}
          onClose={() => setTiming(false)}
          onPublish={async (times) => {
            await publish(times);
            tell('Its times are set.');
            await client.invalidateQueries();
          }}
          onTakeDown={async (from) => {
            await takeDown(from);
            await client.invalidateQueries();
          }}
        />
      )}
    </>
  );
}
