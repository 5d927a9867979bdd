'use client';
import dayjs from 'dayjs';
import type { ReactElement, ReactNode } from 'react';
import type { ThingToSee } from '../contract/review';
import { Frame } from './frame';
import { Link } from './link';
import { dayInWords } from './notes/given-to';
import { historyOf } from './versions/version-hrefs';
import styles from './things-to-see.module.css';
import { When } from './when';

const hrefOf = ({ id, sort }: ThingToSee, compared: boolean): string =>
  compared ? historyOf(sort, id) : `/bench/open/${id}`;

/** What stands at the end of a row where nothing else is said: when it was, and by whom. */
const usualEnd = ({ at, by }: ThingToSee): ReactNode => (
  <>
    {by && `${by}, `}
    <When at={at} as="D MMM" />
  </>
);

/** Records to be seen to, each with what is to fix, notes, and by when. */
export function ThingsToSee({
  label,
  things,
  compared = false,
  endOf = usualEnd,
  ticked,
  onTick,
}: {
  /** What they are; left out where what stands around them says it. */
  label?: string;
  things: readonly ThingToSee[];
  /** Whether one comes to what differs, rather than to the form. */
  compared?: boolean;
  endOf?: (thing: ThingToSee) => ReactNode;
  /** The ids of those that are ticked, where some can be. */
  ticked?: ReadonlySet<string>;
  onTick?: (id: string, tick: boolean) => void;
}): ReactElement {
  return (
    <Frame {...(label === undefined ? {} : { label })}>
      <ul>
        {things.map((thing) => {
          const { id, title, of, toFix, notes, day, words } = thing;
          const name = title || 'Without a name';
          const late = day !== undefined && dayjs(day).endOf('day').isBefore(dayjs());
          return (
            <li key={`${id} ${thing.goes ?? ''} ${thing.at}`} className={onTick ? styles.ticked : styles.row}>
              {onTick && (
                <input
                  type="checkbox"
                  aria-label={`Tick ${name}`}
                  checked={ticked?.has(id) ?? false}
                  onChange={({ target }) => onTick(id, target.checked)}
                />
              )}
              <span className={styles.name}>
                <Link href={hrefOf(thing, compared)}>{name}</Link>
                <span>{of}</span>
                {toFix > 0 && <span className={styles.fix}>{toFix} to fix</span>}
                {notes > 0 && (
                  <span className={styles.notes}>
                    {notes} {notes === 1 ? 'note' : 'notes'}
                  </span>
                )}
              </span>
              <span className={styles.end}>
                {day === undefined ? (
                  endOf(thing)
                ) : (
                  <span className={late ? styles.late : ''}>
                    {late ? 'was due' : 'by'} {dayInWords(day)}
                  </span>
                )}
              </span>
              {words && <span className={styles.words}>{words}</span>}
            </li>
          );
        })}
      </ul>
    </Frame>
  );
}
