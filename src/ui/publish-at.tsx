'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import dayjs from 'dayjs';
import { useId, useState, type FormEvent, type ReactElement } from 'react';
import type { ShownSpan } from '../contract/entries';
import type { Fault } from '../core/faults';
import { Problem, wordsOf } from './ask';
import { DayBox } from './day-box';
import { Labelled } from './labelled';
import { Note } from './marks';
import styles from './publish-at.module.css';
import { momentInWords } from './seen-in-words';

/** What is given in a box for a moment, as a moment (ISO 8601); nothing where it is empty or none. */
const momentIn = (given: string): string | undefined =>
  given === '' || !dayjs(given).isValid() ? undefined : dayjs(given).toISOString();

/** Asks from when until when visitors see the working version, beside what they see already and what waits. */
export function PublishAt({
  name,
  shown,
  onPublish,
  onTakeDown,
  onClose,
}: {
  name: string;
  /** What visitors see now or will see, in order of time. */
  shown: readonly ShownSpan[];
  onPublish: (times: { from?: string; until?: string }) => Promise<void>;
  /** Takes one version down that waits. */
  onTakeDown: (from: string) => Promise<void>;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const [from, setFrom] = useState('');
  const [until, setUntil] = useState('');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const attempt = async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
      onClose();
    } catch (error) {
      setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
      setBusy(false);
    }
  };
  const publish = (event: FormEvent) => {
    event.preventDefault();
    const [begins, ends] = [momentIn(from), momentIn(until)];
    void attempt(() => onPublish({ ...(begins ? { from: begins } : {}), ...(ends ? { until: ends } : {}) }));
  };
  const waiting = shown.filter((span) => dayjs(span.from).isAfter(dayjs()));
  const untold = problem && !problem.faults.some(({ path }) => path === '/from' || path === '/until');
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form onSubmit={publish} noValidate>
        <DialogTitle id={id}>From when do visitors see “{name}”?</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <div className={styles.times}>
            <Labelled id={`${id}-from`} label="From" help="Empty: at once." faults={at('/from')}>
              <DayBox id={`${id}-from`} clock value={from} onChange={setFrom} />
            </Labelled>
            <Labelled id={`${id}-until`} label="Until" help="Empty: for good." faults={at('/until')}>
              <DayBox id={`${id}-until`} clock value={until} onChange={setUntil} />
            </Labelled>
          </div>
          {waiting.length > 0 && (
            <section aria-label="Versions that wait">
              <p>These wait already. This one is seen until the next of them begins.</p>
              <ul className={styles.waiting}>
                {waiting.map((span) => (
                  <li key={span.from}>
                    <span>
                      {momentInWords(span.from)}
                      {span.until ? ` until ${momentInWords(span.until)}` : ''}
                    </span>
                    <Button
                      size="small"
                      disabled={busy}
                      aria-label={`Take down the version that waits for ${momentInWords(span.from)}`}
                      onClick={() => void attempt(() => onTakeDown(span.from))}
                    >
                      Take it down
                    </Button>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {untold && (
            <Note sort="error" role="alert">
              {problem.words}
            </Note>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy}>
            {from ? 'Schedule' : 'Publish'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
