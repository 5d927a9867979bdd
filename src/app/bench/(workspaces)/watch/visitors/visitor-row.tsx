'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { VisitorAnswer, VisitorLinkAnswer } from '../../../../../contract/visitors';
import type { VisitorGroup } from '../../../../../core/site/audience';
import { ask } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import type { Acting } from '../../../../../ui/use-acting';
import { When } from '../../../../../ui/when';
import { GroupTicks } from './group-ticks';
import styles from './visitors.module.css';

/** One account, with what can be done with it. `act` does something, tells it, and answers whether it was done. */
export function VisitorRow({
  visitor: { id, revision, email, groups: kept, confirmed, invited, madeAt, seenAt },
  groups,
  act,
  onLink,
}: {
  visitor: VisitorAnswer;
  groups: readonly VisitorGroup[];
  act: Acting;
  onLink: (link: VisitorLinkAnswer) => void;
}): ReactElement {
  const path = { id };
  const [isErasing, setErasing] = useState(false);
  // What was ticked stands there while it is on its way.
  const [chosen, setChosen] = useState(kept);
  const change = async (groupsNow: string[]) => {
    setChosen(groupsNow);
    const isDone = await act(
      () => ask('changeVisitor', { path, revision, body: { groups: groupsNow } }),
      'It holds from the next page on.',
    );
    if (!isDone) setChosen(kept);
  };
  return (
    <tr>
      <th scope="row" className={styles.email}>
        {email}
        {!confirmed && (
          <div className={look.pencil}>
            {invited ? 'invited' : 'asked for an account'}, has no password yet
          </div>
        )}
      </th>
      <td>
        <GroupTicks
          label={`${email} belongs to`}
          groups={groups}
          chosen={chosen}
          onChange={(next) => void change(next)}
        />
      </td>
      <td>
        <When at={madeAt} as="D MMM YYYY" />
      </td>
      <td>
        {seenAt === null ? <span className={look.pencil}>never</span> : <When at={seenAt} as="D MMM YYYY" />}
      </td>
      <td>
        {isErasing ? (
          <div className={styles.acts}>
            <span>All that is kept of it goes for good.</span>
            <Button
              size="small"
              color="error"
              variant="contained"
              onClick={() =>
                void act(() => ask('removeVisitor', { path, revision }), 'The account is erased.')
              }
            >
              Erase it
            </Button>
            <Button size="small" onClick={() => setErasing(false)}>
              Keep it
            </Button>
          </div>
        ) : (
          <div className={styles.acts}>
            <Button
              size="small"
              onClick={() =>
                void act(
                  async () => onLink(await ask('sendVisitorLink', { path })),
                  'A letter with a link is on its way.',
                )
              }
            >
              {confirmed ? 'A link for a new password' : 'The link again'}
            </Button>
            <Button size="small" color="error" onClick={() => setErasing(true)}>
              Erase…
            </Button>
          </div>
        )}
      </td>
    </tr>
  );
}
