'use client';
import { Button, Checkbox, FormControlLabel } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { Frame } from '../../../../../ui/frame';
import look from '../../../../../ui/look/look.module.css';
import styles from '../shape.module.css';
import { nameOfList } from './name-of-source';
import type { SampleSource } from './sample.worker';

/** Which lists are meant, of files that hold several; each that is read becomes a type of its own. */
export function WhichLists({
  sources,
  onRead,
}: {
  sources: readonly SampleSource[];
  onRead: (sources: SampleSource[]) => void;
}): ReactElement {
  const [without, setWithout] = useState<ReadonlySet<number>>(new Set());
  const files = [...new Set(sources.map(({ file }) => file))];
  const read = sources.filter((_, i) => !without.has(i));
  return (
    <Frame label="Which lists are meant">
      <div className={styles.form}>
        {files.map((file) => {
          const own = sources.flatMap((source, i) => (source.file === file ? [{ ...source, i }] : []));
          if (own.length < 2) return null;
          return (
            <fieldset key={file.name} className={styles.which}>
              <legend>
                <b>{file.name}</b> holds {own.length} lists. Which are meant?
              </legend>
              {own.map(({ list, i }) => {
                const name = list ? nameOfList(list) || 'the list itself' : file.name;
                return (
                  <FormControlLabel
                    key={name}
                    control={
                      <Checkbox
                        checked={!without.has(i)}
                        onChange={({ target }) =>
                          setWithout(
                            new Set(
                              target.checked ? [...without].filter((each) => each !== i) : [...without, i],
                            ),
                          )
                        }
                      />
                    }
                    label={
                      <>
                        {name}{' '}
                        <span className={look.pencil}>
                          {list && list.rows > 0 ? `${list.rows.toLocaleString('en')} rows` : ''}
                          {list?.sort === 'keyed' ? ', each under a code' : ''}
                          {list && list.members.length > 0 ? `: ${list.members.join(', ')}` : ''}
                        </span>
                      </>
                    }
                  />
                );
              })}
            </fieldset>
          );
        })}
        <div className={styles.acts}>
          <Button variant="contained" disabled={read.length === 0} onClick={() => onRead(read)}>
            {read.length === 1 ? 'Read it' : `Read these ${read.length}`}
          </Button>
        </div>
      </div>
    </Frame>
  );
}
