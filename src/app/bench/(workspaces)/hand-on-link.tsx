'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { useState, type ReactElement } from 'react';
import styles from './hand-on-link.module.css';

/** A link by which somebody chooses a password, to hand on by hand; a letter with it lies in the outbox. */
export function HandOnLink({
  name,
  link,
  onDone,
}: {
  name: string;
  link: { address: string; until: string };
  onDone: () => void;
}): ReactElement {
  const [copied, setCopied] = useState(false);
  const copy = async () => {
    await navigator.clipboard.writeText(link.address).catch(() => undefined);
    setCopied(true);
  };
  return (
    <div className={styles.link} role="status">
      <span>
        {name} chooses a password by this link, once, until {dayjs(link.until).format('D MMMM')}. It was sent
        by letter; you can also hand it on yourself.
      </span>
      <input readOnly value={link.address} aria-label="Link" onFocus={({ target }) => target.select()} />
      <div>
        <Button size="small" onClick={() => void copy()}>
          {copied ? 'Copied' : 'Copy the link'}
        </Button>
        <Button size="small" onClick={onDone}>
          Done
        </Button>
      </div>
    </div>
  );
}
