'use client';
import { Button } from '@mui/material';
import { memo, useState, type ReactElement } from 'react';
import type { EntryAnswer, ReachAnswer } from '../../../../contract/entries';
import { mayPublish } from '../../../../core/roles';
import { ask, Problem, wordsOf } from '../../../../ui/ask';
import { useGoing } from '../../../../ui/going';
import { PublishAt } from '../../../../ui/publish-at';
import { PublishButton } from '../../../../ui/publish-button';
import { VisitorActs } from '../../../../ui/record-head';
import { momentInWords } from '../../../../ui/seen-in-words';
import { useMay, usePerson } from '../../../../ui/shell/person';
import { Sure } from '../../../../ui/sure';
import { useTell } from '../../../../ui/telling';

interface Props {
  entry: EntryAnswer;
  asksReview: boolean;
  reach: ReachAnswer | undefined;
  /** Faults at this moment hold back publishing. */
  faults: number;
  /** Whether something was typed that is not kept yet. */
  typed: boolean;
  settle(): Promise<EntryAnswer | undefined>;
  onDone(answer: EntryAnswer): void;
  onProblem(words: string | undefined, faults: Problem['faults']): void;
}

type Act = 'publishEntry' | 'withdrawEntry' | 'submitEntry' | 'returnEntry' | 'binEntry' | 'restoreEntry';

const done: Record<Act, string> = {
  publishEntry: 'It is published.',
  withdrawEntry: 'Visitors no longer see it.',
  submitEntry: 'It waits for review.',
  returnEntry: 'It is a draft again.',
  binEntry: 'It is in the bin.',
  restoreEntry: 'It is out of the bin, as a draft.',
};

/** How a reach tells of what names an entry. */
const LINKS_TO_IT = 'links to it';

/** How many places are told by their names. */
const NAMED = 2;

/** Where visitors find an entry that was just published; or that no page shows it yet, and what to do. */
async function shownInWords(id: string): Promise<string> {
  const reach = await ask('entryReach', { path: { id } }).catch(() => undefined);
  if (!reach) return done.publishEntry;
  const places = reach.goesTo.map(({ label }) => label);
  if (places.length === 0)
    return 'It is published, but no page shows it yet: a listing, or a page for each entry of its type, would.';
  const more = places.length - NAMED;
  return `Visitors find it on ${places.slice(0, NAMED).join(' and ')}${more > 0 ? ` and ${inWords(more)} more` : ''}.`;
}

const inWords = (pages: number) => (pages === 1 ? '1 page' : `${pages} pages`);

/** What can be done with an entry as a whole, by those who may. Destructive work shows its reach first. */
export const EntryActs = memo(function EntryActs({
  entry,
  asksReview,
  reach,
  faults,
  typed,
  settle,
  onDone,
  onProblem,
}: Props): ReactElement {
  const { role } = usePerson();
  const mayWrite = useMay('write entries');
  const reviews = useMay('review');
  const tell = useTell();
  const { begin } = useGoing();
  const [busy, setBusy] = useState(false);
  const [timing, setTiming] = useState(false);
  const [asking, setAsking] = useState<'withdrawEntry' | 'binEntry'>();
  const publishes = mayPublish(role, asksReview);
  const pages = reach?.pages.length ?? 0;
  const shown = entry.shown.length > 0;
  // What was only looked at is not there, so nothing can be done with it.
  const isNothing = entry.revision === 0 && !typed;
  const isOut = shown && !entry.differs && !typed;
  const settled = async (): Promise<EntryAnswer> => {
    const kept = await settle();
    if (!kept) throw new Problem(0, 'What you typed is not saved yet, so this waits.');
    return kept;
  };
  const act = async (name: Act, instead?: string) => {
    setAsking(undefined);
    setBusy(true);
    onProblem(undefined, []);
    try {
      const kept = await settled();
      const answer = await ask(name, {
        path: { id: entry.id },
        revision: kept.revision,
        ...(name === 'publishEntry' ? { body: {} } : {}),
        ...(instead === undefined ? {} : { query: { instead } }),
      });
      onDone(answer);
      tell(name === 'publishEntry' ? await shownInWords(entry.id) : done[name]);
    } catch (error) {
      onProblem(wordsOf(error), error instanceof Problem ? error.faults : []);
    } finally {
      setBusy(false);
    }
  };
  const copy = async () => {
    const on = begin();
    setBusy(true);
    onProblem(undefined, []);
    try {
      const { id } = await settled();
      const made = await ask('copyEntry', { path: { id } });
      tell('The copy is a draft.');
      if (!on(`/bench/write/entry/${made.id}`)) setBusy(false);
    } catch (error) {
      onProblem(wordsOf(error), error instanceof Problem ? error.faults : []);
      setBusy(false);
    }
  };
  if (entry.state === 'binned')
    return (
      <Button variant="contained" disabled={busy || !mayWrite} onClick={() => void act('restoreEntry')}>
        Take out of the bin
      </Button>
    );
  return (
    <>
      {mayWrite && entry.revision > 0 && (
        <Button disabled={busy} onClick={() => setAsking('binEntry')}>
          Bin
        </Button>
      )}
      {mayWrite && entry.revision > 0 && (
        <Button disabled={busy} onClick={() => void copy()}>
          Copy
        </Button>
      )}
      {entry.stage === 'review' && (reviews || mayWrite) && (
        <Button disabled={busy} onClick={() => void act('returnEntry')}>
          {reviews ? 'Give back' : 'Take back from review'}
        </Button>
      )}
      <VisitorActs>
        {!publishes && entry.stage !== 'review' && mayWrite && (
          <Button variant="contained" disabled={busy || isNothing} onClick={() => void act('submitEntry')}>
            Send for review
          </Button>
        )}
        {publishes && (
          <>
            <Button disabled={busy || !shown} onClick={() => setAsking('withdrawEntry')}>
              Withdraw
            </Button>
            <Button disabled={busy || isNothing || faults > 0} onClick={() => setTiming(true)}>
              At a time…
            </Button>
            <PublishButton
              pages={pages}
              disabled={busy || isNothing || faults > 0 || isOut}
              {...(faults > 0 ? { title: 'Something must be fixed first.' } : {})}
              onClick={() => void act('publishEntry')}
            />
          </>
        )}
      </VisitorActs>
      {timing && (
        <PublishAt
          name={entry.title || 'this entry'}
          shown={entry.shown}
          onClose={() => setTiming(false)}
          onPublish={async (times) => {
            const kept = await settled();
            onDone(
              await ask('publishEntry', { path: { id: entry.id }, revision: kept.revision, body: times }),
            );
            tell(times.from ? `It is seen from ${momentInWords(times.from)}.` : 'Visitors see it now.');
          }}
          onTakeDown={async (from) => {
            const kept = await settled();
            onDone(
              await ask('withdrawEntry', {
                path: { id: entry.id },
                revision: kept.revision,
                query: { from },
              }),
            );
          }}
        />
      )}
      {asking && (
        <Sure
          title={asking === 'binEntry' ? 'Put it in the bin?' : 'Withdraw it?'}
          act={asking === 'binEntry' ? 'Bin it' : 'Withdraw it'}
          said={[shown ? 'Visitors see this entry.' : 'Visitors do not see this entry, so no page changes.']}
          reach={
            !shown
              ? []
              : reach && [
                  {
                    words: 'It leaves:',
                    things: reach.goesTo.filter(({ detail }) => detail !== LINKS_TO_IT),
                  },
                  {
                    words: 'These name it, and would name nothing there:',
                    things: reach.goesTo.filter(({ detail }) => detail === LINKS_TO_IT),
                  },
                  { words: 'Pages that change:', things: reach.pages },
                ]
          }
          undo={
            asking === 'binEntry'
              ? 'It can be taken out of the bin again, as a draft.'
              : 'It can be taken back at once, or later in Watch.'
          }
          {...(shown ? { record: entry.id, leads: true } : {})}
          onCancel={() => setAsking(undefined)}
          onSure={(instead) => void act(asking, instead)}
        />
      )}
    </>
  );
});
