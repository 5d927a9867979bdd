'use client';
import type { ReactElement } from 'react';
import type { EntryRow } from '../../../../../contract/entries';
import look from '../../../../../ui/look/look.module.css';
import { Link } from '../../../../../ui/link';

/** How much visitors said on what stands in a row, each number leading to what it counts. */
export function CommentsCell({
  row: { id, comments: { shown, held } = { shown: 0, held: 0 } },
}: {
  row: Pick<EntryRow, 'id' | 'comments'>;
}): ReactElement {
  if (shown === 0 && held === 0) return <span className={look.faint}>–</span>;
  const counts = [
    { state: 'shown', n: shown, words: `${shown}`, label: 'that visitors see' },
    { state: 'held', n: held, words: `${held} ${held === 1 ? 'waits' : 'wait'}`, label: 'that wait' },
  ].filter(({ n }) => n > 0);
  return (
    <>
      {counts.map(({ state, words, label }, i) => (
        <span key={state}>
          {i > 0 && ', '}
          <Link
            href={`/bench/watch/comments?on=${id}&state=${state}`}
            style={{ fontWeight: 400 }}
            aria-label={`${words}: comments ${label}`}
          >
            {words}
          </Link>
        </span>
      ))}
    </>
  );
}
