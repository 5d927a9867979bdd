'use client';
import type { ReactElement } from 'react';
import type { ColumnMisfits } from '../../../../../core/formats/sample/misfits';
import type { ProposedField } from '../../../../../core/formats/sample/propose-fields';
import { Share } from '../../../../../ui/marks';
import styles from '../shape.module.css';

/** What speaks for a field as it is proposed now: its share of the rows, and the cells that it does not take. */
export function Evidence({
  field: { agree, of, evidence },
  misfits,
  tried,
}: {
  field: ProposedField;
  misfits: ColumnMisfits | undefined;
  /** Whether every row was held against it. */
  tried: boolean;
}): ReactElement {
  const count = misfits?.count ?? 0;
  const fit = Math.max(0, of - count);
  const isOther = evidence === '';
  return (
    <>
      {of > 0 && (!isOther || tried) && <Share part={isOther ? fit : agree} of={of} />}
      <div>
        {isOther && tried
          ? `${fit.toLocaleString('en')} of ${of.toLocaleString('en')} are of this kind`
          : evidence}
      </div>
      {misfits && (
        <div className={styles.misfits}>
          {count.toLocaleString('en')} {count === 1 ? 'does' : 'do'} not fit:{' '}
          {misfits.first.map(({ row, cell, why }) => (
            <span key={row} title={why}>
              row {row.toLocaleString('en')}, “{cell.length > 40 ? `${cell.slice(0, 40)}…` : cell}” ({why})
            </span>
          ))}
          {count > misfits.first.length && (
            <span>and {(count - misfits.first.length).toLocaleString('en')} more</span>
          )}
        </div>
      )}
    </>
  );
}
