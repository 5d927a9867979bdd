'use client';
import { useState, type ReactElement } from 'react';
import type { PageAnswer, PlaceVerdict } from '../../../../contract/pages';
import { wordsOf } from '../../../../ui/ask';
import look from '../../../../ui/look/look.module.css';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import { usePaused } from '../../../../ui/use-paused';
import styles from './arrange.module.css';

/** The pages under which a page may stand; any other is found by its name, with why it may not. */
export function PageHomes({
  page,
  onChoose,
}: {
  page: Pick<PageAnswer, 'id' | 'parent'>;
  onChoose: (home: PlaceVerdict) => void;
}): ReactElement {
  const [words, setWords] = useState('');
  const q = usePaused(words.trim());
  const { data, error, isPending } = useAsk('homesFor', {
    path: { id: page.id },
    query: q === '' ? {} : { q },
  });
  const items = data?.items ?? [];
  return (
    <>
      <TextBox id="home" label="Find a page by its name" value={words} onChange={setWords} />
      {isPending && <p className={look.pencil}>Looking where it may stand.</p>}
      {error && <p role="alert">{wordsOf(error)}</p>}
      {data && items.length === 0 && (
        <p className={look.pencil}>
          {q === ''
            ? 'No page here may hold it. Its type says where it may stand.'
            : 'No page has these words in its name.'}
        </p>
      )}
      <div className={styles.homes} role="group" aria-label="Homes for this page">
        {items.map((home) => (
          <button
            key={home.id}
            type="button"
            className={styles.home}
            disabled={!home.allowed || home.id === page.parent}
            onClick={() => onChoose(home)}
          >
            {home.label}
            <small>{!home.allowed || home.id === page.parent ? home.reasons.join(' ') : home.detail}</small>
          </button>
        ))}
      </div>
      {data?.more && (
        <p className={look.pencil}>
          There are more. {q === '' ? 'Words' : 'More words'} in their names find them.
        </p>
      )}
    </>
  );
}
