'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { Collision } from '../core/content/merge-json';
import { isJsonObject, type Json, type JsonObject } from '../core/json';
import { isId } from '../core/ids';
import { kindFor } from '../core/model/kinds';
import type { Known } from '../core/content/known';
import styles from './conflicts.module.css';
import { placeInWords, type Place, type PlaceScope } from './place-in-words';
import { useKnown } from './use-known';
import { WordsApart } from './words-apart';

/** A value in words, as far as its field tells what it is; undefined is what was taken out. */
function inWords(value: Json | undefined, { field }: Place, { model }: PlaceScope, known: Known): string {
  if (value === undefined) return 'Taken out';
  if (value === null || value === '') return 'Empty';
  if (field) {
    const kind = kindFor(field);
    const read = kind.read(value);
    const words = read.ok ? kind.inWords(read.value, { locale: model.locale, known }) : '';
    if (words !== '') return words;
  }
  if (typeof value === 'string') return value;
  if (isJsonObject(value) && isJsonObject(value.values))
    return Object.values(value.values).flatMap(wordsOf).join('\n');
  return wordsOf(value).join('\n');
}

/** Every word in a value, piece by piece. */
const wordsOf = (value: Json): string[] => {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) return value.flatMap(wordsOf);
  if (isJsonObject(value))
    return Object.entries(value).flatMap(([key, each]) =>
      key === 'id' || key === '_id' ? [] : wordsOf(each),
    );
  return value === null ? [] : [String(value)];
};

/** Every id in a value, so that what it names can be said. */
const idsIn = (value: Json | undefined): string[] => (value === undefined ? [] : wordsOf(value).filter(isId));

/**
 * Where two people changed the same words: both side by side, what differs marked, and for each whose stay. Nothing is chosen
 * beforehand, and nothing is saved until all is.
 */
export function Conflicts({
  conflicts,
  scope,
  values,
  by,
  onDecide,
}: {
  conflicts: readonly Collision[];
  scope: PlaceScope;
  /** The record as it stands here, in which the places are found. */
  values: JsonObject;
  by: string;
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
        <p>Everything else of both is here already. Whichever you take, the other stays in the history.</p>
        {conflicts.map(({ path, mine, theirs }) => {
          const place = placeInWords(path, scope, [values]);
          const [own, its] = [mine, theirs].map((value) => inWords(value, place, scope, known));
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
            ? 'Save these'
            : `Choose ${left === conflicts.length ? 'whose words stay' : `${left} more`}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
