'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { Known } from '../../../../core/content/known';
import {
  placeInWords,
  type Difference,
  type PlaceScope,
  type VersionContent,
} from '../../../../core/content/versions';
import { isJsonObject, type Json } from '../../../../core/json';
import { kindFor } from '../../../../core/model/kinds';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { NoteHere } from '../../../../ui/notes/note-here';
import { ValueApart } from '../../../../ui/versions/value-apart';
import { valueInWords } from '../../../../ui/versions/value-in-words';
import { WordsApart } from '../../../../ui/words-apart';
import styles from './history.module.css';

interface Props {
  differences: readonly Difference[];
  scope: PlaceScope;
  /** The two versions, in which places are found. */
  sources: readonly [before: VersionContent, after: VersionContent];
  labels: readonly [before: string, after: string];
  known: Known;
  /** Takes one of them back; absent where the later one is not what is worked on. */
  onTakeBack?: ((difference: Difference) => void) | undefined;
  /** How many open notes stand at each place. */
  notes: ReadonlyMap<string, number>;
  /** Begins a note at a place. */
  onNote?: ((path: string) => void) | undefined;
  busy: boolean;
}

/** All that a block says, field by field. */
function BlockWords({
  block,
  scope,
  known,
  sort,
}: {
  block: Json | undefined;
  scope: PlaceScope;
  known: Known;
  sort: 'new' | 'left out';
}): ReactElement {
  const type = isJsonObject(block) && typeof block.type === 'string' ? block.type : '';
  const values = isJsonObject(block) && isJsonObject(block.values) ? block.values : {};
  const said = (scope.model.blockTypeByKey(type)?.fields ?? []).flatMap((field) => {
    const words = valueInWords(values[field.key], { field }, scope, known);
    return words === undefined ? [] : [{ field, words }];
  });
  if (said.length === 0) return <span className={look.pencil}>Nothing is filled in.</span>;
  return (
    <dl className={styles.block}>
      {said.map(({ field, words }) => (
        <div key={field.id}>
          <dt>{field.label}</dt>
          <dd>
            <WordsApart own={words} other="" sort={sort} />
          </dd>
        </div>
      ))}
    </dl>
  );
}

const NOT_THERE = <span className={look.pencil}>Not there</span>;

/** What one version says where two differ. */
function Cell({
  difference: { change, before, after },
  side,
  ...props
}: {
  difference: Difference;
  side: 'before' | 'after';
  place: ReturnType<typeof placeInWords>;
  scope: PlaceScope;
  known: Known;
}): ReactElement {
  const [own, other, sort] =
    side === 'before' ? ([before, after, 'left out'] as const) : ([after, before, 'new'] as const);
  if (change === 'changed') return <ValueApart own={own} other={other} sort={sort} {...props} />;
  if (change === 'moved')
    return <span className={look.pencil}>{side === 'before' ? 'Stood elsewhere' : '↕ Moved here'}</span>;
  if (own === undefined) return NOT_THERE;
  return <BlockWords block={own} sort={sort} {...props} />;
}

const changeWords = { new: 'put in', out: 'taken out', moved: 'moved', changed: '' } as const;

/** Everything in which two versions differ, thing by thing, with what each says and a way to take each back. */
export function Differences({
  differences,
  scope,
  sources,
  labels,
  known,
  onTakeBack,
  notes,
  onNote,
  busy,
}: Props): ReactElement {
  return (
    <Frame label="What differs">
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">{labels[0]}</th>
            <th scope="col">{labels[1]}</th>
            {(onTakeBack ?? onNote) && (
              <th scope="col">
                <span className={look.hidden}>What can be done</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {differences.map((difference) => {
            const { path, change } = difference;
            const place = placeInWords(path, scope, [...sources].reverse());
            const name = place.way.at(-1) ?? 'This';
            const above = place.way.slice(0, -1).join(' › ');
            const kind = place.field ? kindFor(place.field).label.toLowerCase() : '';
            return (
              <tr key={`${change} ${path}`}>
                <th scope="row">
                  {name}
                  <small>{[changeWords[change], above, kind].filter(Boolean).join(' · ')}</small>
                </th>
                {(['before', 'after'] as const).map((side, i) => (
                  <td key={side} data-label={labels[i]}>
                    <Cell difference={difference} side={side} place={place} scope={scope} known={known} />
                  </td>
                ))}
                {(onTakeBack ?? onNote) && (
                  <td>
                    {onTakeBack && (
                      <Button
                        variant="text"
                        size="small"
                        disabled={busy}
                        aria-label={`Take back: ${[above, name].filter(Boolean).join(' › ')}`}
                        onClick={() => onTakeBack(difference)}
                      >
                        Take back
                      </Button>
                    )}
                    {onNote && (
                      <NoteHere label={name} notes={notes.get(path) ?? 0} onNote={() => onNote(path)} />
                    )}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Frame>
  );
}
