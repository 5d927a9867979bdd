'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { VisitorActs } from '../../../../ui/record-head';
import { useMay } from '../../../../ui/shell/person';

/** What is done to let visitors see a page or a shared block, or somebody who reviews: by those who may. */
export function PublishingActs({
  publishes,
  waits,
  mayPublishNow,
  isNew,
  isShown,
  labels,
  onReturn,
  onSubmit,
  onWithdraw,
  onTime,
  onPublish,
}: {
  /** Whether the person may publish it without a review. */
  publishes: boolean;
  /** Whether it waits for review. */
  waits: boolean;
  /** Whether nothing holds back publishing. */
  mayPublishNow: boolean;
  /** Whether there is anything that visitors do not see yet. */
  isNew: boolean;
  /** Whether visitors see it, now or later. */
  isShown: boolean;
  /** What the buttons say. */
  labels: { withdraw: string; publish: string };
  onReturn: (reviews: boolean) => void;
  onSubmit: () => void;
  onWithdraw: () => void;
  onTime: () => void;
  onPublish: () => void;
}): ReactElement {
  const arranges = useMay('arrange pages');
  const reviews = useMay('review');
  return (
    <>
      {waits && (reviews || arranges) && (
        <Button onClick={() => onReturn(reviews)}>{reviews ? 'Give back' : 'Take back from review'}</Button>
      )}
      <VisitorActs>
        {!publishes && !waits && arranges && (
          <Button variant="contained" onClick={onSubmit}>
            Send for review
          </Button>
        )}
        {publishes && (
          <>
            <Button disabled={!isShown} onClick={onWithdraw}>
              {labels.withdraw}
            </Button>
            <Button disabled={!mayPublishNow} onClick={onTime}>
              At a time…
            </Button>
            <Button variant="contained" disabled={!mayPublishNow || !isNew} onClick={onPublish}>
              {labels.publish}
            </Button>
          </>
        )}
      </VisitorActs>
    </>
  );
}
