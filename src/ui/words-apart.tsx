import { diffWordsWithSpace } from 'diff';
import type { ReactElement } from 'react';
import styles from './words-apart.module.css';

/** One of two texts, with the words marked that the other does not have. */
export function WordsApart({
  own,
  other,
  sort,
}: {
  own: string;
  other: string;
  /** How the words are marked: as what is new, or as what is left out. */
  sort: 'new' | 'left out';
}): ReactElement {
  const Marked = sort === 'new' ? 'ins' : 'del';
  return (
    <span className={styles.words}>
      {diffWordsWithSpace(other, own)
        .filter(({ removed }) => !removed)
        .map(({ value, added }, i) =>
          added ? <Marked key={i}>{value}</Marked> : <span key={i}>{value}</span>,
        )}
    </span>
  );
}
