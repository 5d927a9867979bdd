'use client';
import type { ReactElement } from 'react';
import type { Hit, RowLook } from '../../../../../contract/entries';
import { languageName } from '../../../../../ui/form-languages';
import { Link } from '../../../../../ui/link';
import { Found } from '../../../../../ui/found';
import styles from './table.module.css';

/** What a row is called, with what is to fix in it; roomy, with its picture and first words; where words are sought, with where they stand. */
export function RowName({
  href,
  row: { title, faults, hit, look },
}: {
  href: string;
  row: { title: string; faults: number; hit?: Hit; look?: RowLook };
}): ReactElement {
  const name = (
    <>
      <Link href={href}>{title || 'Without a name'}</Link>
      {faults > 0 && <span className={styles.mend}>{faults} to fix</span>}
      {hit ? (
        <span className={styles.hit}>
          {hit.label}
          {hit.language !== undefined && `, ${languageName(hit.language)}`}: <Found pieces={hit.pieces} />
        </span>
      ) : (
        look?.words && <span className={styles.first}>{look.words}</span>
      )}
    </>
  );
  if (!look) return name;
  return (
    <div className={styles.named}>
      {look.picture === undefined ? (
        <span className={styles.bare} aria-hidden="true" />
      ) : (
        <img src={`${look.picture}?w=320`} alt="" loading="lazy" />
      )}
      <div>{name}</div>
    </div>
  );
}
