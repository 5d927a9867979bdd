'use client';
import { useSyncExternalStore, type ReactElement } from 'react';
import type { VersionRow } from '../../contract/versions';
import { Link } from '../link';
import styles from './version-list.module.css';
import { versionTime, versionWords } from './version-words';

const never = () => () => undefined;

/** Versions on one line through time, the newest first, each leading to where it is compared. */
export function VersionList({
  items,
  hrefOf,
  working,
  chosen,
  against,
}: {
  items: readonly VersionRow[];
  hrefOf: (row: VersionRow) => string;
  /** The number of the version that is worked on. */
  working: number;
  /** The numbers of the versions that are compared: this one, against that one. */
  chosen?: number | undefined;
  against?: number | undefined;
}): ReactElement {
  // In which time zone it is read, only a browser knows.
  const known = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <ol className={styles.list}>
      {items.map((row) => {
        const { number, at, name } = row;
        const end = number === chosen ? 'this' : number === against ? 'against' : '';
        const time = known ? versionTime(at) : ' ';
        return (
          <li key={number}>
            <Link
              className={`${styles.row} ${end ? styles.chosen : ''}`}
              href={hrefOf(row)}
              data-mark={row.showsNow ? 'seen' : number === working ? 'working' : ''}
              {...(end ? { 'aria-current': 'true' } : {})}
            >
              <span className={styles.time}>
                <time dateTime={at}>{name === undefined ? time : `“${name}”`}</time>
                {end && <span>{end}</span>}
              </span>
              <small>
                {[
                  versionWords(row),
                  number === working ? 'working version' : '',
                  name === undefined ? '' : time,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </Link>
          </li>
        );
      })}
    </ol>
  );
}
