'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { MessageAnswer } from '../../../../../contract/messages';
import { ask } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import type { Acting } from '../../../../../ui/use-acting';
import { When } from '../../../../../ui/when';
import styles from './messages.module.css';

/** One message. `act` does something, tells it, and answers whether it was done. */
export function MessageRow({
  message: { id, email, page, at, withAccount },
  act,
}: {
  message: MessageAnswer;
  act: Acting;
}): ReactElement {
  const [isErasing, setErasing] = useState(false);
  return (
    <tr>
      <th scope="row" className={styles.from}>
        {email}
        {withAccount && <div className={look.pencil}>signed in: it goes with the account</div>}
      </th>
      <td>{page}</td>
      <td className={styles.when}>
        <When at={at} as="D MMM YYYY, HH:mm" />
      </td>
      <td>
        <div className={styles.acts}>
          {isErasing ? (
            <>
              <span>It goes for good, and its letter with it.</span>
              <Button
                size="small"
                color="error"
                variant="contained"
                onClick={() =>
                  void act(() => ask('eraseMessage', { path: { id } }), 'The message is erased.')
                }
              >
                Erase it
              </Button>
              <Button size="small" onClick={() => setErasing(false)}>
                Keep it
              </Button>
            </>
          ) : (
            <Button size="small" color="error" onClick={() => setErasing(true)}>
              Erase…
            </Button>
          )}
        </div>
      </td>
    </tr>
  );
}
