'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { ThingToSee } from '../../../../contract/review';
import { ask, wordsOf } from '../../../../ui/ask';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useMay } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { ThingsToSee } from '../../../../ui/things-to-see';
import { useAsk } from '../../../../ui/use-ask';

const count = (n: number): string => (n === 1 ? '1 thing' : `${n} things`);

/** Publishes one thing as it stood in the list: what was changed since is refused, and looked at first. */
async function publish({ id, sort, revision }: ThingToSee): Promise<void> {
  const asked = { path: { id }, revision, body: {} };
  if (sort === 'page') await ask('publishPage', asked);
  else if (sort === 'shared') await ask('publishSharedBlock', asked);
  else await ask('publishEntry', asked);
}

/** What waits for review, of every sort: each is opened at what differs; several can be published together. */
export function WaitingBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const reviews = useMay('review');
  const { data, error } = useAsk('waiting');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const items = data?.items ?? [];
  const chosen = items.filter(({ id }) => ticked.has(id));
  const ready = chosen.filter(({ toFix }) => toFix === 0);
  const publishAll = async () => {
    setBusy(true);
    const left: string[] = [];
    for (const thing of ready)
      try {
        await publish(thing);
      } catch (failed) {
        left.push(`${thing.title || 'Without a name'}: ${wordsOf(failed)}`);
      }
    setProblems(left);
    setTicked(new Set());
    await client.invalidateQueries();
    tell(`${count(ready.length - left.length)} published.`);
    setBusy(false);
  };
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Release</Eyebrow>
          <h1>What waits for review</h1>
          <p className={look.pencil}>
            Open one to see what differs, then correct it, publish it or give it back.
          </p>
        </div>
        <div className={look.acts}>
          {reviews && chosen.length > 0 && (
            <Button
              variant="contained"
              disabled={busy || ready.length === 0}
              onClick={() => void publishAll()}
            >
              {ready.length < chosen.length
                ? `Publish ${ready.length} of ${chosen.length}, the others are to fix`
                : `Publish ${count(ready.length)}`}
            </Button>
          )}
        </div>
      </div>
      {error && (
        <Note sort="error" role="alert">
          {wordsOf(error)}
        </Note>
      )}
      {problems.map((words) => (
        <Note key={words} sort="error" role="alert">
          {words}
        </Note>
      ))}
      {data?.total === 0 && (
        <div className={look.empty}>
          <strong>Nothing waits.</strong>
          <p>What writers send for review stands here.</p>
        </div>
      )}
      {items.length > 0 && (
        <ThingsToSee
          compared
          label="What waits for review"
          things={items}
          ticked={ticked}
          {...(reviews
            ? {
                onTick: (id: string, tick: boolean) => {
                  const next = new Set(ticked);
                  if (tick) next.add(id);
                  else next.delete(id);
                  setTicked(next);
                },
              }
            : {})}
        />
      )}
      {data && data.total > items.length && (
        <p className={look.pencil}>
          {items.length} of {data.total}, those that wait longest.
        </p>
      )}
    </>
  );
}
