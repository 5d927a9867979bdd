'use client';
import { Button, LinearProgress } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type ReactElement } from 'react';
import type { BroughtInAs } from '../../../../../contract/entries';
import {
  cameOf,
  counted,
  noRows,
  readyRows,
  type RowCounts,
} from '../../../../../core/formats/rows/count-rows';
import { KeysSeen, MADE, type IntoType } from '../../../../../core/formats/rows/into-type';
import type { Id } from '../../../../../core/ids';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import { mayPublish } from '../../../../../core/roles';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import { usePerson } from '../../../../../ui/shell/person';
import { takeBack } from '../../../../../ui/telling';
import { WordChoice } from '../../../../../ui/word-choice';
import styles from '../shape.module.css';
import { rowsOfFile } from './rows-of-file';
import type { Sample } from './sample-state';
import { Refused } from './trial-words';
import type { Trial } from './use-trial';

/** How many names are made, and how many entries are settled, at once. */
const NAMES = 100;
const ENTRIES = 200;
/** Longer cells name nothing. */
const LONGEST_NAME = 200;

interface Came extends RowCounts {
  act?: string;
  /** The entries that were made or changed. */
  ids: Id[];
  as: BroughtInAs;
  settled?: string;
}

/** Makes what names are to mean that are not there yet; answers what all names mean then, and the act. */
async function makeAll(
  type: Id,
  means: IntoType['means'],
): Promise<{ means: Map<Id, Map<string, string>>; act?: string }> {
  let act: string | undefined;
  const made = new Map([...means].map(([field, names]) => [field, new Map(names)]));
  for (const [field, names] of made) {
    const wanted = [...names].flatMap(([name, is]) => (is === MADE ? [name] : []));
    for (let at = 0; at < wanted.length; at += NAMES) {
      const body = {
        field,
        names: wanted.slice(at, at + NAMES),
        ...(act === undefined ? {} : { act }),
      };
      const answer = await ask('makeNames', { path: { id: type }, body });
      act = answer.act ?? act;
      const ids = new Map(answer.items.map(({ name, id }) => [name, id]));
      for (const name of body.names) names.set(name, ids.get(name.trim()) ?? '');
    }
  }
  return { means: made, ...(act === undefined ? {} : { act }) };
}

const entriesInWords = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'entry' : 'entries'}`;

const asWords: Record<BroughtInAs, string> = {
  draft: 'drafts',
  review: 'entries to be reviewed',
  published: 'published entries',
};

/** What came of the rows, and what can be done with it: looked at, settled, taken back. */
function Result({
  came,
  type,
  mayShow,
  onSettle,
}: {
  came: Came;
  type: CompiledType<ContentType>;
  mayShow: boolean;
  onSettle: (to: 'review' | 'published') => void;
}): ReactElement {
  const { counts, toFix, refused, ids, act, as, settled } = came;
  return (
    <div role="status" className={styles.came}>
      <p>
        <b>{entriesInWords(ids.length)}</b> came in: {counts.new.toLocaleString('en')} new,{' '}
        {counts.changed.toLocaleString('en')} changed. {counts.same.toLocaleString('en')} said the same
        already.
        {toFix > 0 && ` ${toFix.toLocaleString('en')} have something to fix and are drafts.`}
      </p>
      {settled && <p>{settled}</p>}
      <div className={styles.acts}>
        <Button component={Link} href={`/bench/write/${type.definition.key}`} variant="outlined">
          See them in Write
        </Button>
        {as === 'draft' && ids.length > 0 && settled === undefined && (
          <>
            {mayShow && (
              <Button variant="outlined" onClick={() => onSettle('published')}>
                Publish them all
              </Button>
            )}
            <Button variant="outlined" onClick={() => onSettle('review')}>
              Send them all for review
            </Button>
          </>
        )}
        {act !== undefined && (
          <Button variant="text" onClick={() => void takeBack(act)}>
            Take all of it back
          </Button>
        )}
      </div>
      <Refused refused={refused} count={counts.refused} />
    </div>
  );
}

/** Brings the rows of a file into a type, a few hundred at a time, as long as nobody stops it. All of it is one act. */
export function BringIn({
  sample,
  type,
  into,
  trial,
  waitsFor,
  onDone,
}: {
  sample: Sample;
  type: CompiledType<ContentType>;
  /** Undefined while it is not known what the names mean. */
  into: IntoType | undefined;
  trial: Trial;
  /** The file whose entries these refer to, and which has to come first. */
  waitsFor?: string;
  onDone: (entries: ReadonlyMap<string, Id>) => void;
}): ReactElement {
  const { role } = usePerson();
  const client = useQueryClient();
  const [as, setAs] = useState<BroughtInAs>('draft');
  const [share, setShare] = useState<number>();
  const [came, setCame] = useState<Came>();
  const [problem, setProblem] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  const { id, definition } = type;
  const mayShow = mayPublish(role, definition.review);
  const coming = trial.counts.new + trial.counts.changed;

  const begin = async (given: IntoType) => {
    stop.current = new AbortController();
    let result: Came = { ...noRows, ids: [], as };
    const entries = new Map<string, Id>();
    setProblem(undefined);
    setShare(0);
    try {
      const { means, act } = await makeAll(id, given.means);
      const settled = { ...given, means };
      const keys = new KeysSeen(given.key);
      let at = 0;
      result = { ...result, ...(act === undefined ? {} : { act }) };
      await rowsOfFile(
        sample.looked.source,
        async (rows, read) => {
          const ready = readyRows(rows, settled, keys);
          const sent = ready.flatMap(({ twice }, i) => (twice ? [] : [i]));
          if (sent.length > 0) {
            const answer = await ask('importEntries', {
              path: { id },
              body: {
                rows: sent.map((i) => ready[i]?.values ?? {}),
                as,
                ...(given.key === undefined ? {} : { key: given.key }),
                ...(result.act === undefined ? {} : { act: result.act }),
              },
            });
            const told = answer.act ?? result.act;
            const ids = answer.ids.flatMap((entry, i) =>
              entry !== null && answer.rows[i] !== 'same' ? [entry] : [],
            );
            result = {
              ...result,
              ...counted(result, at, cameOf(ready, answer, given.fields), answer.toFix),
              ids: [...result.ids, ...ids],
              ...(told === undefined ? {} : { act: told }),
            };
            // Another file may speak of a row by any of its short values.
            answer.ids.forEach((entry, i) => {
              for (const value of entry === null ? [] : Object.values(rows[sent[i] ?? -1] ?? {}))
                if (typeof value === 'string' && value.length < LONGEST_NAME && !entries.has(value))
                  entries.set(value, entry ?? '');
            });
          }
          at += rows.length;
          setCame(result);
          setShare(read);
        },
        stop.current.signal,
      );
    } catch (error) {
      setProblem(wordsOf(error));
    }
    setShare(undefined);
    setCame(result);
    // Counts and checks all around speak of what is there.
    void client.invalidateQueries();
    if (result.ids.length > 0 || result.counts.same > 0) onDone(entries);
  };

  const settle = async (given: Came, to: 'review' | 'published') => {
    let [done, held] = [0, 0];
    let act: string | undefined;
    setShare(0);
    try {
      for (let at = 0; at < given.ids.length; at += ENTRIES) {
        const answer = await ask('settleEntries', {
          path: { id },
          body: { ids: given.ids.slice(at, at + ENTRIES), to, ...(act === undefined ? {} : { act }) },
        });
        act = answer.act ?? act;
        done += answer.done;
        held += answer.held;
        setShare((at + ENTRIES) / given.ids.length);
      }
    } catch (error) {
      setProblem(wordsOf(error));
    }
    setShare(undefined);
    void client.invalidateQueries();
    const words = to === 'published' ? 'published' : 'sent for review';
    const rest =
      held === 0 ? '' : ` ${held.toLocaleString('en')} stay drafts until what is to fix in them is fixed.`;
    setCame({ ...given, settled: `${entriesInWords(done)} ${done === 1 ? 'was' : 'were'} ${words}.${rest}` });
  };

  return (
    <div className={styles.bringing}>
      {share !== undefined && (
        <div>
          <LinearProgress
            variant="determinate"
            value={Math.min(1, share) * 100}
            aria-label="Rows brought in"
          />
          <p role="status">{entriesInWords(came?.ids.length ?? 0)} so far.</p>
          <Button onClick={() => stop.current?.abort()}>Stop</Button>
        </div>
      )}
      {share === undefined && came && (
        <Result came={came} type={type} mayShow={mayShow} onSettle={(to) => void settle(came, to)} />
      )}
      {share === undefined && !came && (
        <div className={styles.acts}>
          <Button
            variant="contained"
            disabled={!into || !trial.done || coming === 0 || waitsFor !== undefined}
            onClick={() => into && void begin(into)}
          >
            {trial.done ? `Bring in ${entriesInWords(coming)}` : 'Bring them in'}
          </Button>
          <span className={look.small}>
            as{' '}
            <WordChoice
              label="What they become"
              value={as}
              disabled={false}
              chip
              options={(['draft', 'review', 'published'] as const)
                .filter((each) => each !== 'published' || mayShow)
                .map((each) => [each, asWords[each]] as const)}
              onChange={setAs}
            />
          </span>
          {waitsFor && <span className={look.pencil}>First those of {waitsFor}, to which they refer.</span>}
        </div>
      )}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
    </div>
  );
}
