'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { Collision } from '../core/content/merge-json';
import type { JsonObject } from '../core/json';
import styles from './conflicts.module.css';
import { placeInWords, type PlaceScope } from '../core/content/versions';
import { useKnown } from './use-known';
import { idsIn, valueInWords } from './versions/value-in-words';
import { WordsApart } from './words-apart';

/**
 * Where two people changed the same words: both side by side, what differs marked, and for each whose stay.
 * Nothing is chosen beforehand, and nothing is saved until all is.
 */
export function Conflicts({
  conflicts,
  scope,
  values,
  by,
  saved = true,
  onDecide,
}: {
  conflicts: readonly Collision[];
  scope: PlaceScope;
  /** The record as it stands here, in which the places are found. */
  values: JsonObject;
  by: string;
  /** Whether what gives way is saved first; where it is not, the others' words alone are in the history. */
  saved?: boolean;
  onDecide: (mine: ReadonlySet<string>) => void;
}): ReactElement {
  const [chosen, setChosen] = useState<ReadonlyMap<string, boolean>>(new Map());
  const known = useKnown(conflicts.flatMap(({ mine, theirs }) => [...idsIn(mine), ...idsIn(theirs)]));
  const other = by || 'Someone';
  const left = conflicts.filter(({ path }) => !chosen.has(path)).length;
  return (
    <Dialog open={conflicts.length > 0} fullWidth maxWidth="md" aria-labelledby="conflicts">
      <DialogTitle id="conflicts">{other} changed the same words meanwhile</DialogTitle>
      <DialogContent>
        <p>
          Everything else of both is here already.{' '}
          {saved
            ? 'Whichever you take, the other stays in the history.'
            : `What ${other} wrote is kept in the history; yours is not saved yet.`}
        </p>
        {conflicts.map(({ path, mine, theirs }) => {
          const place = placeInWords(path, scope, [values]);
          const [own, its] = [mine, theirs].map((value) =>
            value === undefined ? 'Taken out' : (valueInWords(value, place, scope, known) ?? 'Empty'),
          );
          const name = place.way.join(' › ') || 'This';
          return (
            <fieldset key={path} className={styles.conflict}>
              <legend>{name}</legend>
              {(
                [
                  [true, 'Yours', own, its, 'new'],
                  [false, `From ${other}`, its, own, 'new'],
                ] as const
              ).map(([isMine, label, words = '', others = '', sort]) => (
                <label key={label} data-chosen={chosen.get(path) === isMine}>
                  <span>
                    <input
                      type="radio"
                      name={path}
                      checked={chosen.get(path) === isMine}
                      onChange={() => setChosen(new Map(chosen).set(path, isMine))}
                    />{' '}
                    {label}
                  </span>
                  <WordsApart own={words} other={others} sort={sort} />
                </label>
              ))}
            </fieldset>
          );
        })}
      </DialogContent>
      <DialogActions>
        <Button
          variant="contained"
          disabled={left > 0}
          onClick={() => onDecide(new Set([...chosen].flatMap(([path, isMine]) => (isMine ? [path] : []))))}
        >
          {left === 0
            ? saved
              ? 'Save these'
              : 'Take these'
            : `Choose ${left === conflicts.length ? 'whose words stay' : `${left} more`}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
