'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactElement } from 'react';
import type { BinItem } from '../../../../../contract/bin';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../../ui/marks';
import { useMay } from '../../../../../ui/shell/person';
import { Workspace } from '../../../../../ui/shell/workspace';
import { Sure } from '../../../../../ui/sure';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { historyOf } from '../../../../../ui/versions/version-hrefs';
import { When } from '../../../../../ui/when';
import { WriteOutline } from '../write-outline';
import { BinDays } from './bin-days';
import styles from './bin.module.css';

/** With so few days left it is marked. */
const SOON = 3;
const count = (n: number, one: string, many: string): string =>
  `${n.toLocaleString('en')} ${n === 1 ? one : many}`;

function Row({
  item,
  mayRestore,
  mayForget,
  busy,
  onRestore,
  onForget,
}: {
  item: BinItem;
  mayRestore: boolean;
  mayForget: boolean;
  busy: boolean;
  onRestore: () => void;
  onForget: () => void;
}): ReactElement {
  const { id, sort, title, of, address, at, by, daysLeft, below } = item;
  const name = title || 'Without a name';
  return (
    <tr>
      <th scope="row">
        <Link href={historyOf(sort, id)}>{name}</Link>
        {below > 0 && <small>and {count(below, 'page', 'pages')} below it</small>}
      </th>
      <td>
        {of}
        {address && (
          <small>
            stood at <Mono>{address}</Mono>
          </small>
        )}
      </td>
      <td>
        <When at={at} as="D MMM, HH:mm" />
        <small>{by}</small>
      </td>
      <td className={daysLeft <= SOON ? styles.soon : ''}>{count(daysLeft, 'day', 'days')}</td>
      <td>
        {mayRestore && (
          <Button size="small" disabled={busy} aria-label={`Restore ${name}`} onClick={onRestore}>
            Restore
          </Button>
        )}{' '}
        {mayForget && sort !== 'category' && (
          <Button
            size="small"
            variant="text"
            color="error"
            disabled={busy}
            aria-label={`Forget ${name} for good`}
            onClick={onForget}
          >
            Forget
          </Button>
        )}
      </td>
    </tr>
  );
}

/**
 * What lies in the bin, of every sort: where it was, who laid it there, for how long it is kept; brought
 * back or forgotten.
 */
export function BinBench(): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const { data, error } = useAsk('bin');
  const [older, setOlder] = useState<{ items: BinItem[]; next: string | undefined }>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  /** What is asked about before it is forgotten: one thing, or all. */
  const [forgetting, setForgetting] = useState<BinItem | 'all'>();
  const may = {
    entry: useMay('write entries'),
    medium: useMay('write entries'),
    shared: useMay('arrange pages'),
    page: useMay('arrange pages'),
    listing: useMay('keep listings'),
    category: useMay('shape the model'),
  };
  const mayForget = useMay('shape the model');
  const items = [...(data?.items ?? []), ...(older?.items ?? [])];
  const next = older ? older.next : data?.next;
  const act = async (work: () => Promise<void>) => {
    setBusy(true);
    setProblem(undefined);
    try {
      await work();
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      setOlder(undefined);
      await client.invalidateQueries();
      setBusy(false);
    }
  };
  const restore = (item: BinItem) =>
    act(async () => {
      const { restored, left } = await ask('restoreFromBin', { path: { id: item.id } });
      if (left.length > 0) setProblem(`It is back, but for this. ${left.join(' ')}`);
      tell(
        restored > 1
          ? `${item.title} is back, with ${count(restored - 1, 'page', 'pages')} below it, as drafts.`
          : `${item.title || 'It'} is back${item.sort === 'entry' || item.sort === 'page' ? ', as a draft' : ''}.`,
      );
    });
  const forget = (what: BinItem | 'all') =>
    act(async () => {
      setForgetting(undefined);
      let forgotten = 0;
      for (let left = 1; left > 0;) {
        const answer = await ask('emptyBin', { body: what === 'all' ? {} : { ids: [what.id] } });
        forgotten += answer.forgotten;
        left = answer.forgotten > 0 ? answer.left : 0;
      }
      tell(`${count(forgotten, 'thing is', 'things are')} forgotten.`);
    });
  const more = async () => {
    try {
      const told = await ask('bin', { query: { ...(next === undefined ? {} : { cursor: next }) } });
      setOlder({ items: [...(older?.items ?? []), ...told.items], next: told.next });
    } catch (failed) {
      setProblem(wordsOf(failed));
    }
  };
  return (
    <Workspace outlineLabel="Write" outline={<WriteOutline bin />}>
      <div className={look.heading}>
        <div>
          <Eyebrow>Write</Eyebrow>
          <h1>Bin</h1>
          <p className={look.pencil}>
            {data
              ? `What lies here is forgotten for good after ${count(data.days, 'day', 'days')}. Until then it comes back to where it was.`
              : 'Looking what lies in it.'}
          </p>
        </div>
        <div className={look.acts}>
          {mayForget && data && data.items.some(({ sort }) => sort !== 'category') && (
            <Button color="error" disabled={busy} onClick={() => setForgetting('all')}>
              Empty the bin…
            </Button>
          )}
        </div>
      </div>
      {(problem ?? error) && (
        <Note sort="error" role="alert">
          {problem ?? wordsOf(error)}
        </Note>
      )}
      {data && items.length === 0 && (
        <div className={look.empty}>
          <strong>The bin is empty.</strong>
          <p>Entries, pages, listings, media and categories that are binned or taken away wait here.</p>
        </div>
      )}
      {items.length > 0 && (
        <Frame label="In the bin">
          <table className={styles.table}>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">What it is</th>
                <th scope="col">Binned</th>
                <th scope="col">Still kept for</th>
                <th scope="col">
                  <span className={look.hidden}>What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {items.map((item) => (
                <Row
                  key={item.id}
                  item={item}
                  busy={busy}
                  mayRestore={may[item.sort]}
                  mayForget={mayForget}
                  onRestore={() => void restore(item)}
                  onForget={() => setForgetting(item)}
                />
              ))}
            </tbody>
          </table>
        </Frame>
      )}
      {next !== undefined && (
        <Button className={styles.more ?? ''} onClick={() => void more()}>
          Earlier
        </Button>
      )}
      {data && mayForget && <BinDays key={data.days} days={data.days} />}
      {forgetting && data && (
        <Sure
          title={forgetting === 'all' ? 'Empty the bin?' : `Forget “${forgetting.title}” for good?`}
          act="Forget for good"
          said={
            forgetting === 'all'
              ? ['Everything in it is forgotten, with all its versions. Files of media are deleted.']
              : [
                  forgetting.below > 0
                    ? `It is forgotten with all its versions, and ${count(forgetting.below, 'page', 'pages')} below it.`
                    : 'It is forgotten, with all its versions.',
                ]
          }
          reach={[
            {
              words: `${count(data.total, 'thing lies', 'things lie')} in it:`,
              things: forgetting === 'all' ? items.map(({ id, title }) => ({ id, label: title })) : [],
              total: data.total,
            },
          ]}
          undo="This is the one thing that cannot be taken back."
          onCancel={() => setForgetting(undefined)}
          onSure={() => void forget(forgetting)}
        />
      )}
    </Workspace>
  );
}
