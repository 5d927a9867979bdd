'use client';
import type { ReactElement } from 'react';
import type { EntryCard } from '../../contract/entries';
import { Link } from '../link';
import { StateMark } from '../marks';
import { useAsk } from '../use-ask';
import styles from './entry-cards.module.css';

/** How many cards are told at once. */
const MOST = 100;

/** Entries as they are told of where others name them, by their ids. */
export function useEntryCards(ids: readonly string[]): ReadonlyMap<string, EntryCard> {
  const { data } = useAsk(
    'entryCards',
    { query: { ids: ids.slice(0, MOST).join(',') } },
    { enabled: ids.length > 0 },
  );
  return new Map(data?.items.map((card) => [card.id, card]));
}

/** The picture of an entry that is named. */
export const CardPicture = ({ card }: { card: EntryCard | undefined }): ReactElement | null =>
  card?.picture === undefined ? null : (
    <img className={styles.picture} src={`${card.picture}?w=320`} alt="" loading="lazy" />
  );

/** What is told of an entry below its name: its type and state, its first words, and the way to it. */
export const CardWords = ({ card }: { card: EntryCard | undefined }): ReactElement | null =>
  card === undefined ? null : (
    <span className={styles.words}>
      <span className={styles.line}>
        {card.type} <StateMark state={card.state} />
        <Link href={`/bench/write/entry/${card.id}`} aria-label={`Open ${card.title || 'it'}`}>
          Open
        </Link>
      </span>
      {card.words && <span className={styles.first}>{card.words}</span>}
    </span>
  );
