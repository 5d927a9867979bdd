'use client';
import { useState, type ReactElement } from 'react';
import { contactBounds } from '../../../../../core/site/contact';
import { wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../../ui/marks';
import { Paging } from '../../../../../ui/paging';
import { PlainTable } from '../../../../../ui/plain-table';
import { TextBox } from '../../../../../ui/text-box';
import { useActing } from '../../../../../ui/use-acting';
import { useAsk } from '../../../../../ui/use-ask';
import { usePaused } from '../../../../../ui/use-paused';
import { firstMessages, PER_SCREEN } from './first-messages';
import { MessageRow } from './message-row';
import styles from './messages.module.css';

/** From whom messages came by forms of pages, so that they are found, and erased where somebody asks for it. */
export function MessagesBench(): ReactElement {
  const [from, setFrom] = useState('');
  const [offset, setOffset] = useState(0);
  const { act, problem } = useActing(['messages']);
  const email = usePaused(from.trim());
  const isFirst = email === '' && offset === 0;
  const { data, error, isPlaceholderData } = useAsk(
    'messages',
    isFirst ? firstMessages : { query: { ...(email ? { email } : {}), offset, limit: PER_SCREEN } },
  );
  const told = data && !isPlaceholderData ? data : undefined;
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Watch</Eyebrow>
          <h1>Messages of visitors</h1>
          <p className={look.pencil}>
            What was written by a form is read in its letter, by whom it went to. Here it is found again by
            the address that was given, and erased with its letter.
          </p>
        </div>
      </div>
      {(problem || error) && (
        <Note sort="error" role="alert">
          {problem || wordsOf(error)}
        </Note>
      )}
      <div className={styles.tools}>
        <TextBox
          id="message-from"
          label="From the address"
          type="email"
          value={from}
          onChange={(next) => {
            setFrom(next);
            setOffset(0);
          }}
          slotProps={{ input: { maxLength: contactBounds.email, autoComplete: 'off' } }}
        />
      </div>
      {told?.total === 0 && (
        <div className={look.empty}>
          <strong>{email ? `No message came from ${email}.` : 'No message came yet.'}</strong>
          {!email && <p>When a visitor sends a contact form, from whom and when stands here.</p>}
        </div>
      )}
      {told && told.items.length > 0 && (
        <PlainTable label="Messages of visitors" columns={['From', 'By the form of', 'When']} acts>
          {told.items.map((message) => (
            <MessageRow key={message.id} message={message} act={act} />
          ))}
        </PlainTable>
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
