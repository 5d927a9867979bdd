'use client';
import { useState, type ReactElement } from 'react';
import type { CommentAnswer } from '../../../../../contract/comments';
import { wordsOf } from '../../../../../ui/ask';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { Paging } from '../../../../../ui/paging';
import { useActing } from '../../../../../ui/use-acting';
import { useAsk } from '../../../../../ui/use-ask';
import styles from './comments.module.css';
import { commentsFrom, PER_SCREEN, type CommentsAsked } from './comments-asked';
import { OneComment } from './one-comment';

const states: readonly (readonly [state: CommentAnswer['state'], label: string, nothing: string])[] = [
  ['held', 'Waits', 'Nothing waits to be looked at.'],
  ['shown', 'Shown', 'Visitors see nothing that was said yet.'],
  ['binned', 'Put away', 'Nothing is put away.'],
];

/** What visitors say on pages and entries, or on one of them: to be looked at, shown, put away, answered. */
export function CommentsBench({ asked }: { asked: CommentsAsked }): ReactElement {
  const [state, setState] = useState(asked.state);
  const { on } = asked;
  const [offset, setOffset] = useState(0);
  const { act, problem } = useActing(['comments', 'overview']);
  const { data, error, isPlaceholderData } = useAsk('comments', commentsFrom({ ...asked, state }, offset));
  const told = data && !isPlaceholderData ? data : undefined;
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Watch</Eyebrow>
          <h1>What visitors say</h1>
          {on === undefined ? (
            <p className={look.pencil}>
              On pages and entries whose settings let them. Where it is not shown at once, it waits here.
            </p>
          ) : (
            <p className={look.pencil}>
              {data?.on === undefined ? '' : `On ${data.on} alone. `}
              <Link href="/bench/watch/comments">On everything</Link>
            </p>
          )}
        </div>
      </div>
      <div className={styles.states} role="group" aria-label="In which state">
        {states.map(([each, label]) => (
          <button
            key={each}
            type="button"
            aria-pressed={each === state}
            onClick={() => {
              setState(each);
              setOffset(0);
            }}
          >
            {label}
            {each === 'held' && on === undefined && data && data.held > 0 && (
              <span className={look.mono}> {data.held}</span>
            )}
          </button>
        ))}
      </div>
      {(problem || error) && (
        <Note sort="error" role="alert">
          {problem || wordsOf(error)}
        </Note>
      )}
      {told?.total === 0 && (
        <div className={look.empty}>
          <strong>{states.find(([each]) => each === state)?.[2]}</strong>
          {on === undefined && (
            <p>
              Visitors may say something where “Visitors may say something” is set: of a site, a type or a
              page.
            </p>
          )}
        </div>
      )}
      {told && told.items.length > 0 && (
        <ul className={styles.all} aria-label="What visitors say">
          {told.items.map((comment) => (
            <OneComment key={`${comment.id} ${comment.revision}`} comment={comment} act={act} />
          ))}
        </ul>
      )}
      {told && (
        <Paging
          total={told.total}
          per={PER_SCREEN}
          offset={offset}
          onOffset={setOffset}
          before="Newer"
          behind="Older"
        />
      )}
    </>
  );
}
