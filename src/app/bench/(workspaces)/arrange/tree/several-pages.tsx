'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Menu, MenuItem } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState, type ReactElement } from 'react';
import type { BranchPage } from '../../../../../contract/pages';
import type { SeveralChange, SeveralDone } from '../../../../../contract/several-pages';
import { MOST_CHANGED_TOGETHER } from '../../../../../core/site/tree-places';
import { ask, wordsOf } from '../../../../../ui/ask';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { PageHomes } from '../page-homes';
import styles from './tree.module.css';

const counted = (n: number): string => `${n} ${n === 1 ? 'page' : 'pages'}`;

/** What is done to several pages, in the order it is offered; what it means for visitors where that must be said first. */
const acts: readonly { does: SeveralChange; label: string; said?: (n: number) => string }[] = [
  { does: 'move', label: 'Move under…' },
  { does: 'show', label: 'Show in the navigation' },
  { does: 'hide', label: 'Leave out of the navigation' },
  { does: 'submit', label: 'Send for review' },
  { does: 'publish', label: 'Publish…', said: (n) => `Visitors see ${counted(n)} as they are now.` },
  { does: 'withdraw', label: 'Withdraw…', said: (n) => `Visitors no longer see ${counted(n)}.` },
  {
    does: 'bin',
    label: 'Bin…',
    said: (n) => `${counted(n)} leave the tree, and visitors no longer see them.`,
  },
];

const doneWords: Record<SeveralChange, string> = {
  move: 'moved',
  show: 'will stand in the navigation when published',
  hide: 'will be left out of the navigation when published',
  submit: 'sent for review',
  publish: 'published',
  withdraw: 'withdrawn',
  bin: 'binned, with what stood below',
};

/** What was done, and what stayed as it is with why. */
const inWords = (does: SeveralChange, { changed, held }: SeveralDone): string =>
  [
    changed === 0 ? 'Nothing was changed.' : `${counted(changed)} ${doneWords[does]}.`,
    ...held.slice(0, 2).map(({ title, why }) => `“${title || 'Without a name'}” stays as it is: ${why}`),
    ...(held.length > 2 ? [`So do ${held.length - 2} more.`] : []),
  ].join(' ');

/** What is done to the pages that are ticked in the tree: weighed where visitors see it, taken back as one. */
export function SeveralPages({
  ticked,
  pages,
  onNone,
  onEnd,
}: {
  ticked: ReadonlyMap<string, BranchPage>;
  /** The pages that are seen, in the order of the tree. */
  pages: readonly BranchPage[];
  onNone: () => void;
  onEnd: () => void;
}): ReactElement {
  const id = useId();
  const client = useQueryClient();
  const tell = useTell();
  const [menuAt, setMenuAt] = useState<HTMLElement>();
  const [asking, setAsking] = useState<(typeof acts)[number]>();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  // They go in the order in which they stand; those that are no longer seen go last.
  const seen = pages.filter((page) => ticked.has(page.id));
  const chosen = [
    ...seen,
    ...[...ticked.values()].filter(({ id: each }) => !seen.some((page) => page.id === each)),
  ];
  const goesAlong = asking?.does === 'move' || asking?.does === 'bin';
  const { data: below } = useAsk(
    'pagesBelow',
    { query: { ids: chosen.map((page) => page.id).join(',') } },
    { enabled: goesAlong },
  );
  const act = async (does: SeveralChange, parent?: string) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const body = { ids: chosen.map((page) => page.id), does, ...(parent === undefined ? {} : { parent }) };
      const done = await ask('changeSeveralPages', { body });
      setAsking(undefined);
      if (done.held.length > 0) setProblem(inWords(does, done));
      else onNone();
      tell(inWords(does, { ...done, held: [] }));
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy(false);
      await client.invalidateQueries();
    }
  };
  const choose = (one: (typeof acts)[number]) => {
    setMenuAt(undefined);
    setProblem(undefined);
    if (one.said || one.does === 'move') setAsking(one);
    else void act(one.does);
  };
  const first = chosen[0];
  const isTooMany = chosen.length > MOST_CHANGED_TOGETHER;
  return (
    <div className={styles.several} role="group" aria-label="Several pages">
      <p role="status">
        {chosen.length === 0
          ? 'Tick pages to do one thing to all of them.'
          : `${counted(chosen.length)} ticked`}
      </p>
      <div>
        <Button
          size="small"
          disabled={chosen.length === 0 || isTooMany || busy}
          aria-haspopup="menu"
          aria-expanded={menuAt !== undefined}
          onClick={({ currentTarget }) => setMenuAt(currentTarget)}
        >
          With these…
        </Button>
        <Button size="small" onClick={onEnd}>
          Done
        </Button>
      </div>
      {isTooMany && <p className={look.pencil}>At most {MOST_CHANGED_TOGETHER} pages are changed at once.</p>}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      <Menu open={menuAt !== undefined} anchorEl={menuAt ?? null} onClose={() => setMenuAt(undefined)}>
        {acts.map((one) => (
          <MenuItem key={one.does} onClick={() => choose(one)}>
            {one.label}
          </MenuItem>
        ))}
      </Menu>
      {asking && first && (
        <Dialog open onClose={() => setAsking(undefined)} fullWidth maxWidth="sm" aria-labelledby={id}>
          <DialogTitle id={id}>
            {asking.does === 'move'
              ? `Move ${counted(chosen.length)} under another`
              : `${asking.label.replace('…', '')} ${counted(chosen.length)}`}
          </DialogTitle>
          <DialogContent sx={{ display: 'grid', gap: '12px' }}>
            <p className={styles.said}>
              {asking.said?.(chosen.length) ??
                'They stand behind what stands there, in the order they have now.'}{' '}
              {goesAlong &&
                below !== undefined &&
                below.all > 0 &&
                `${counted(below.all)} below ${below.all === 1 ? 'goes' : 'go'} with them. `}
              {asking.does === 'move' && 'Their old addresses lead to the new ones.'}
            </p>
            {asking.does === 'move' ? (
              <PageHomes
                page={{ id: first.id, parent: null }}
                onChoose={(home) => void act('move', home.id ?? undefined)}
              />
            ) : (
              <ul className={styles.chosen}>
                {chosen.slice(0, 12).map((page) => (
                  <li key={page.id}>{page.title || 'Without a name'}</li>
                ))}
                {chosen.length > 12 && <li>and {chosen.length - 12} more</li>}
              </ul>
            )}
            {problem && (
              <Note sort="error" role="alert">
                {problem}
              </Note>
            )}
          </DialogContent>
          <DialogActions>
            <Button onClick={() => setAsking(undefined)}>Leave them as they are</Button>
            {asking.does !== 'move' && (
              <Button
                variant="contained"
                disabled={busy || (goesAlong && !below)}
                onClick={() => void act(asking.does)}
              >
                {asking.label.replace('…', '')}
              </Button>
            )}
          </DialogActions>
        </Dialog>
      )}
    </div>
  );
}
