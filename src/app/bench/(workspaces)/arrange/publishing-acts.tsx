'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { useMay } from '../../../../ui/shell/person';

/** What is done to let visitors see a page or a shared block, or somebody who reviews: by those who may. */
export function PublishingActs({
  publishes,
  waits,
  mayPublishNow,
  isNew,
  label,
  onReturn,
  onSubmit,
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
  /** What the button says that publishes it. */
  label: string;
  onReturn: (reviews: boolean) => void;
  onSubmit: () => void;
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
      {!publishes && !waits && arranges && (
        <Button variant="contained" onClick={onSubmit}>
          Send for review
        </Button>
      )}
      {publishes && (
        <Button disabled={!mayPublishNow} onClick={onTime}>
          At a time…
        </Button>
      )}
      {publishes && (
        <Button variant="contained" disabled={!mayPublishNow || !isNew} onClick={onPublish}>
          {label}
        </Button>
      )}
    </>
  );
}
