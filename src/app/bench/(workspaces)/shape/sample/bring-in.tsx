'use client';
import { Button, LinearProgress } from '@mui/material';
import { useRef, useState, type ReactElement } from 'react';
import { rowValues } from '../../../../../core/formats/sample/row-values';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import { plainFields } from '../../../../../core/model/kinds';
import { ask, wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import { useWorkingModel } from '../working-model';
import type { Sample } from './sample-state';
import type { FromSample, ToSample } from './sample.worker';

/**
 * Brings the rows of a file in as drafts of the type it became, a few hundred at a time, as long as nobody
 * stops it.
 */
export function BringIn({
  sample,
  samples,
  onDone,
}: {
  sample: Sample;
  samples: readonly Sample[];
  onDone: (entries: ReadonlyMap<string, Id>) => void;
}): ReactElement | null {
  const { inForce } = useWorkingModel();
  const [share, setShare] = useState<number>();
  const [made, setMade] = useState(0);
  const [faults, setFaults] = useState<{ row: number; words: string }[]>([]);
  const [problem, setProblem] = useState<string>();
  const worker = useRef<Worker>(undefined);
  const type = inForce.contentTypes.find(({ id }) => id === sample.made?.type);
  if (!sample.made || sample.looked.rows === 0) return null;
  if (!type)
    return (
      <p className={`${look.pencil} ${look.small}`}>
        Its {sample.looked.rows.toLocaleString('en')} rows can be brought in as entries as soon as the type is
        in force.
      </p>
    );
  const waitingFor = sample.looked.fields
    .map(({ refersTo }) => refersTo)
    .find(
      (file) => file !== undefined && samples.some(({ looked, entries }) => looked.name === file && !entries),
    );
  const fields = plainFields(type.fields);
  const { keys } = sample.made;
  // A field that was taken out of the type since then is passed over.
  const pairs = sample.looked.fields.flatMap((proposed) => {
    const field = fields.find(({ key }) => key === keys.get(proposed.source));
    return field ? [{ proposed, field }] : [];
  });
  const begin = () => {
    const reading = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    worker.current = reading;
    const entries = new Map<string, Id>();
    let count = 0;
    let row = 0;
    // All rows are one act, which can be taken back whole.
    let act: string | undefined;
    const post = (message: ToSample) => reading.postMessage(message);
    const named = (file: string, name: string) =>
      samples.find(({ looked }) => looked.name === file)?.entries?.get(name);
    const take = async (rows: JsonObject[]) => {
      const answer = await ask('importEntries', {
        path: { id: type.id },
        body: {
          ...(act === undefined ? {} : { act }),
          rows: rows.map((each) =>
            rowValues(
              each,
              pairs.map(({ proposed }) => proposed),
              pairs.map(({ field }) => field),
              named,
            ),
          ),
        },
      });
      act = answer.act ?? act;
      answer.ids.forEach((id, i) => {
        if (!id) return;
        count += 1;
        // Another file may speak of a row by any of its short values.
        for (const value of Object.values(rows[i] ?? {}))
          if (typeof value === 'string' && value.length < 200 && !entries.has(value)) entries.set(value, id);
      });
      const at = row;
      setFaults((before) =>
        [
          ...before,
          ...answer.faults.map((fault) => ({
            row: at + fault.row + 1,
            words: `${fault.path.slice(1)}: ${fault.message}`,
          })),
        ].slice(0, 50),
      );
      row += rows.length;
      setMade(count);
    };
    const end = () => {
      reading.terminate();
      setShare(undefined);
      if (count > 0) onDone(entries);
    };
    reading.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'rows') {
        setShare(data.share);
        take(data.rows).then(
          () => post({ do: 'next' }),
          (error: unknown) => {
            setProblem(wordsOf(error));
            end();
          },
        );
      } else if (data.told === 'end') end();
      else if (data.told === 'failed') {
        setProblem(data.words);
        end();
      }
    };
    setProblem(undefined);
    setFaults([]);
    setShare(0);
    post({ do: 'rows', file: sample.file });
  };
  return (
    <div style={{ display: 'grid', gap: 10 }}>
      {share === undefined && !sample.entries && (
        <div>
          <Button variant="contained" disabled={waitingFor !== undefined} onClick={begin}>
            Bring in the {sample.looked.rows.toLocaleString('en')} rows as drafts
          </Button>
          {waitingFor && (
            <span className={look.pencil}> First those of {waitingFor}, to which they refer.</span>
          )}
        </div>
      )}
      {share !== undefined && (
        <div>
          <LinearProgress variant="determinate" value={share * 100} aria-label="Rows brought in" />
          <p role="status">{made.toLocaleString('en')} entries made.</p>
          <Button onClick={() => worker.current?.postMessage({ do: 'stop' } satisfies ToSample)}>Stop</Button>
        </div>
      )}
      {share === undefined && sample.entries && (
        <p role="status">{made.toLocaleString('en')} entries are in Write, as drafts.</p>
      )}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {faults.map(({ row, words }) => (
        <Note key={`${row} ${words}`} sort="attention">
          Row {row} was left out. {words}
        </Note>
      ))}
    </div>
  );
}
