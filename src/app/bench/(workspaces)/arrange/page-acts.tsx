'use client';
import { Button } from '@mui/material';
import { memo, useState, type ReactElement } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import { mayPublish } from '../../../../core/roles';
import { ask } from '../../../../ui/ask';
import { PublishAt } from '../../../../ui/publish-at';
import { momentInWords } from '../../../../ui/seen-in-words';
import { ShowDraft } from '../../../../ui/draft-links';
import { useGoing } from '../../../../ui/going';
import { useMay, usePerson } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { PageGoes } from './page-goes';
import { PublishingActs } from './publishing-acts';

/** Does something with the page at its revision once all that was typed is saved. */
type Acting = (what: (revision: number) => Promise<PageAnswer | void>) => Promise<void>;

/** What can be done with a page as a whole, by those who may. Destructive work shows its reach first. */
export const PageActs = memo(function PageActs({
  page,
  title,
  asksReview,
  mayPublishNow,
  typed,
  acting,
  act,
}: {
  page: PageAnswer;
  title: string;
  asksReview: boolean;
  /** Whether nothing holds back publishing. */
  mayPublishNow: boolean;
  /** Whether something was typed that is not kept yet. */
  typed: boolean;
  acting: Acting;
  /** The same, telling what was done, or over the bench what went wrong. */
  act: (what: Parameters<Acting>[0], done: string) => Promise<boolean>;
}): ReactElement {
  const { begin } = useGoing();
  const tell = useTell();
  const { role } = usePerson();
  const arranges = useMay('arrange pages');
  const [timing, setTiming] = useState(false);
  const [sure, setSure] = useState<'withdraw' | 'bin'>();
  const publishes = mayPublish(role, asksReview);
  const shown = page.shown.length > 0;
  const path = { id: page.id };
  const go = async (how: 'withdraw' | 'bin', instead?: string) => {
    const on = begin();
    const query = instead === undefined ? {} : { instead };
    setSure(undefined);
    if (how === 'withdraw')
      await act((revision) => ask('withdrawPage', { path, revision, query }), 'Visitors no longer see it.');
    else if (
      await act(
        (revision) => ask('binPage', { path, revision, query: { branch: 'yes', ...query } }),
        'The page is in the bin.',
      )
    )
      on('/bench/arrange');
  };
  return (
    <>
      <ShowDraft record={page.id} />
      {arranges && page.parent !== null && <Button onClick={() => setSure('bin')}>Bin</Button>}
      <PublishingActs
        publishes={publishes}
        waits={page.stage === 'review'}
        mayPublishNow={mayPublishNow}
        isNew={!shown || page.differs || typed}
        isShown={shown}
        labels={{ withdraw: 'Withdraw', publish: 'Publish' }}
        onReturn={(reviews) =>
          void act(
            (revision) => ask('returnPage', { path, revision }),
            reviews ? 'It is given back.' : 'It is a draft again.',
          )
        }
        onSubmit={() => void act((revision) => ask('submitPage', { path, revision }), 'It waits for review.')}
        onWithdraw={() => setSure('withdraw')}
        onTime={() => setTiming(true)}
        onPublish={() =>
          void act((revision) => ask('publishPage', { path, revision, body: {} }), 'Visitors see it now.')
        }
      />
      {timing && (
        <PublishAt
          name={title || 'this page'}
          shown={page.shown}
          onClose={() => setTiming(false)}
          onPublish={async (times) => {
            await acting((revision) => ask('publishPage', { path, revision, body: times }));
            tell(times.from ? `It is seen from ${momentInWords(times.from)}.` : 'Visitors see it now.');
          }}
          onTakeDown={(from) =>
            acting((revision) => ask('withdrawPage', { path, revision, query: { from } }))
          }
        />
      )}
      {sure && (
        <PageGoes
          page={page}
          how={sure}
          onCancel={() => setSure(undefined)}
          onSure={(instead) => void go(sure, instead)}
        />
      )}
    </>
  );
});
