'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { mayPublish } from '../../../../../core/roles';
import { ask } from '../../../../../ui/ask';
import { useGoing } from '../../../../../ui/going';
import { PublishAt } from '../../../../../ui/publish-at';
import { momentInWords } from '../../../../../ui/seen-in-words';
import { usePerson } from '../../../../../ui/shell/person';
import { Sure } from '../../../../../ui/sure';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { PublishingActs } from '../publishing-acts';
import type { SharedEditing } from './use-shared-editing';
import { onPagesInWords } from './use-shared-blocks';

/** Asks before a shared block is turned off or goes into the bin: every page that shows it comes first. */
function SharedGoes({
  editing,
  how,
  onCancel,
  onSure,
}: {
  editing: SharedEditing;
  how: 'turn off' | 'bin';
  onCancel: () => void;
  onSure: (instead?: string) => void;
}): ReactElement {
  const { kept } = editing;
  const { data: reach } = useAsk('sharedReach', { path: { id: kept.id } });
  const shown = kept.shown.length > 0;
  return (
    <Sure
      title={how === 'turn off' ? `Turn off “${kept.title}”?` : `Put “${kept.title}” in the bin?`}
      act={how === 'turn off' ? 'Turn it off' : 'Bin it'}
      said={[
        shown
          ? 'Wherever it stands, visitors see nothing in its place, or what you choose here.'
          : 'Visitors do not see it now.',
      ]}
      reach={
        reach && [
          { words: 'Pages that change for visitors:', things: reach.pages },
          {
            words: 'It stands on these, as they are worked on:',
            things: reach.goesTo.filter(({ id }) => !reach.pages.some((page) => page.id === id)),
          },
        ]
      }
      undo={
        how === 'bin'
          ? 'It comes back from the bin to all its places.'
          : 'It can be taken back at once, or later in Watch.'
      }
      record={kept.id}
      onCancel={onCancel}
      onSure={onSure}
    />
  );
}

/** What can be done with a shared block as a whole, by those who may. */
export function SharedActs({ editing }: { editing: SharedEditing }): ReactElement {
  const { kept, draft, toFix, acting, act, arranges, stands } = editing;
  const { begin } = useGoing();
  const tell = useTell();
  const { role } = usePerson();
  const [timing, setTiming] = useState(false);
  const [sure, setSure] = useState<'turn off' | 'bin'>();
  const publishes = mayPublish(role, kept.asksReview);
  const shown = kept.shown.length > 0;
  const path = { id: kept.id };
  const where = onPagesInWords(stands);
  const go = async (how: 'turn off' | 'bin', instead?: string) => {
    const on = begin();
    const query = instead === undefined ? {} : { instead };
    setSure(undefined);
    if (how === 'turn off')
      await act(
        (revision) => ask('withdrawSharedBlock', { path, revision, query }),
        'Visitors no longer see it anywhere.',
      );
    else if (await act((revision) => ask('binSharedBlock', { path, revision, query }), 'It is in the bin.'))
      on('/bench/arrange/shared');
  };
  const copy = async () => {
    const on = begin();
    let made: string | undefined;
    const done = await act(async () => {
      made = (await ask('copySharedBlock', { path })).id;
    }, 'The copy shows nowhere yet.');
    if (done && made !== undefined) on(`/bench/arrange/${made}`);
  };
  return (
    <>
      {arranges && <Button onClick={() => void copy()}>Copy</Button>}
      {arranges && <Button onClick={() => setSure('bin')}>Bin</Button>}
      <PublishingActs
        publishes={publishes}
        waits={kept.stage === 'review'}
        mayPublishNow={toFix.length === 0}
        isNew={!shown || kept.differs || draft.status !== 'saved'}
        isShown={shown}
        labels={{ withdraw: 'Turn off', publish: stands.pages > 0 ? `Publish ${where}` : 'Publish' }}
        onReturn={(reviews) =>
          void act(
            (revision) => ask('returnSharedBlock', { path, revision }),
            reviews ? 'It is given back.' : 'It is a draft again.',
          )
        }
        onSubmit={() =>
          void act((revision) => ask('submitSharedBlock', { path, revision }), 'It waits for review.')
        }
        onWithdraw={() => setSure('turn off')}
        onTime={() => setTiming(true)}
        onPublish={() =>
          void act(
            (revision) => ask('publishSharedBlock', { path, revision, body: {} }),
            stands.pages > 0 ? `Visitors see it ${where} now.` : 'Visitors see it wherever it is put.',
          )
        }
      />
      {timing && (
        <PublishAt
          name={kept.title || 'this shared block'}
          shown={kept.shown}
          onClose={() => setTiming(false)}
          onPublish={async (times) => {
            await acting((revision) => ask('publishSharedBlock', { path, revision, body: times }));
            tell(times.from ? `It is seen from ${momentInWords(times.from)}.` : 'Visitors see it now.');
          }}
          onTakeDown={(from) =>
            acting((revision) => ask('withdrawSharedBlock', { path, revision, query: { from } }))
          }
        />
      )}
      {sure && (
        <SharedGoes
          editing={editing}
          how={sure}
          onCancel={() => setSure(undefined)}
          onSure={(instead) => void go(sure, instead)}
        />
      )}
    </>
  );
}
