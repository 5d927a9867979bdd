'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { ModelFault } from '../../../../core/model/check';
import { listOf, shapeById } from '../../../../core/model/change/edit';
import { applyMend } from '../../../../core/model/change/mend';
import { Note } from '../../../../ui/marks';
import { useTell } from '../../../../ui/telling';
import { hrefOf } from './lists';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';
import { Link } from '../../../../ui/link';

/** Faults of the model in words, each with the way to its place and, where one step mends it, that step. */
export function FaultList({
  faults,
  placed = false,
}: {
  faults: readonly ModelFault[];
  placed?: boolean;
}): ReactElement {
  const { document, inForce, change, mayChange } = useWorkingModel();
  const tell = useTell();
  return (
    <>
      {faults.map((fault, i) => {
        const list = fault.about === undefined ? undefined : listOf(document, fault.about);
        const shape = fault.about === undefined ? undefined : shapeById(document, fault.about);
        const { mend, next } = fault;
        const toMake = inForce.pageTypes.find(({ id }) => id === next?.make);
        return (
          <Note
            key={`${fault.path} ${fault.code} ${i}`}
            sort={fault.weight === 'error' ? 'error' : 'attention'}
          >
            {placed && list && shape && (
              <>
                <Link href={hrefOf(list, shape.key)}>{shape.label}</Link>{' '}
              </>
            )}
            {fault.message}
            {next && mayChange && (
              <span className={styles.mend}>
                {toMake ? (
                  <Button component={Link} href={`/bench/arrange/new/${toMake.key}`} size="small">
                    {next.label}
                  </Button>
                ) : (
                  'Put it in force first; then its page can be made.'
                )}
              </span>
            )}
            {mend && mayChange && (
              <span className={styles.mend}>
                <Button
                  size="small"
                  onClick={() => {
                    const before = document;
                    change((model) => applyMend(model, mend));
                    tell('Fixed in the working copy.', () => change(() => before));
                  }}
                >
                  {mend.label}
                </Button>
              </span>
            )}
          </Note>
        );
      })}
    </>
  );
}
