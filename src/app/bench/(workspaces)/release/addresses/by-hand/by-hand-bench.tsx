'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { RedirectAnswer } from '../../../../../../contract/redirects';
import { readRedirectList, writeRedirectList } from '../../../../../../core/formats/redirect-list';
import { ask, wordsOf } from '../../../../../../ui/ask';
import { download } from '../../../../../../ui/download';
import { FileButton } from '../../../../../../ui/file-button';
import { Frame } from '../../../../../../ui/frame';
import look from '../../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../../../ui/marks';
import { Paging } from '../../../../../../ui/paging';
import { PlainTable } from '../../../../../../ui/plain-table';
import { useMay } from '../../../../../../ui/shell/person';
import { useTell } from '../../../../../../ui/telling';
import { useAsk } from '../../../../../../ui/use-ask';
import { When } from '../../../../../../ui/when';
import { AddressForm, type Typed } from './address-form';
import { BroughtIn, type Trial } from './brought-in';
import { firstByHand, PER_TABLE } from './first-by-hand';
import { statusWords } from './status-words';
import styles from './by-hand.module.css';

/** What is sent of what was typed: what is gone leads nowhere. */
const sent = ({ from, to, status }: Typed) => ({ from, status, ...(status === 410 ? {} : { to }) });

function Row({
  each,
  onChange,
  onTake,
}: {
  each: RedirectAnswer;
  onChange?: (() => void) | undefined;
  onTake?: (() => void) | undefined;
}): ReactElement {
  const { from, to, status, times, last, taken, ends, changedAt, changedBy } = each;
  return (
    <tr>
      <td>
        <Mono>{from}</Mono>
        {taken && <small data-due>Something stands here by now; visitors get that.</small>}
      </td>
      <td>
        {to === undefined ? <span className={look.pencil}>nothing: it is gone</span> : <Mono>{to}</Mono>}
        {ends && <small data-due>Nothing stands there: visitors find nothing.</small>}
      </td>
      <td className={styles.numbers} title={statusWords[status].about}>
        {statusWords[status].label}
      </td>
      <td className={styles.numbers}>
        {times === 0 ? <span className={look.pencil}>never yet</span> : times.toLocaleString('en')}
        {last && (
          <small>
            last <When at={last} />
          </small>
        )}
      </td>
      <td className={styles.numbers}>
        <When at={changedAt} />
        {changedBy && <small>{changedBy}</small>}
      </td>
      {onChange && onTake && (
        <td className={styles.does}>
          <span>
            <Button size="small" aria-label={`Change ${from}`} onClick={onChange}>
              Change
            </Button>
            <Button size="small" color="error" aria-label={`Take ${from} away`} onClick={onTake}>
              Take away
            </Button>
          </span>
        </td>
      )}
    </tr>
  );
}

/** Old addresses that somebody said lead somewhere: one by one, by patterns, or out of a file. */
export function ByHandBench({ begin = '' }: { begin?: string }): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const may = useMay('arrange pages');
  const [offset, setOffset] = useState(0);
  const [changed, setChanged] = useState<string>();
  const [trial, setTrial] = useState<Trial>();
  const [problem, setProblem] = useState<string>();
  const [busy, setBusy] = useState(false);
  const question = offset === 0 ? firstByHand : { query: { offset, limit: PER_TABLE } };
  const { data, error } = useAsk('redirects', question);
  const done = async (words: string) => {
    tell(words);
    setProblem(undefined);
    await client.invalidateQueries();
  };
  /** Does something, and says why where it is not done. */
  const doing = async (what: () => Promise<void>) => {
    setBusy(true);
    try {
      await what();
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      setBusy(false);
    }
  };
  const tryFile = (file: File) =>
    doing(async () => {
      const { rows, problem: unread } = readRedirectList(await file.text());
      setProblem(unread);
      if (unread !== undefined) return;
      const told = await ask('importRedirects', { body: { rows, trial: true } });
      setTrial({ name: file.name, rows, told });
    });
  const bring = (tried: Trial) =>
    doing(async () => {
      const { kept } = await ask('importRedirects', { body: { rows: tried.rows, trial: false } });
      setTrial(undefined);
      await done(kept === 1 ? '1 address is brought in.' : `${kept} addresses are brought in.`);
    });
  const takeOut = () =>
    doing(async () => {
      const { items } = await ask('allRedirects');
      download('old-addresses.csv', writeRedirectList(items), 'text/csv');
    });
  const take = ({ id, revision, from }: RedirectAnswer) =>
    doing(async () => {
      await ask('removeRedirect', { path: { id }, revision });
      await done(`${from} is taken away.`);
    });
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Release</Eyebrow>
          <h1>Addresses by hand</h1>
          <p className={look.pencil}>
            Where addresses lead at which nothing stands here: those of an earlier site, those on paper. What
            stands at an address goes first; what says most of it goes before what says less.
          </p>
        </div>
        <div className={look.acts}>
          {may && (
            <FileButton
              id="addresses-file"
              label="From a file…"
              accept=".csv,.tsv,.txt,text/csv"
              onFiles={([file]) => file && void tryFile(file)}
            />
          )}
          {data && data.total > 0 && (
            <Button startIcon={<Download size={15} aria-hidden="true" />} onClick={() => void takeOut()}>
              As a file
            </Button>
          )}
        </div>
      </div>
      {error && <p role="alert">{wordsOf(error)}</p>}
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      {trial && (
        <BroughtIn
          trial={trial}
          busy={busy}
          onBring={() => void bring(trial)}
          onLeave={() => setTrial(undefined)}
        />
      )}
      {may && (
        <Frame label="One more">
          <AddressForm
            id="fresh"
            begin={{ from: begin, to: '', status: 301 }}
            act="Lead on"
            onKeep={async (typed) => {
              await ask('addRedirect', { body: sent(typed) });
              await done(`${typed.from} leads on.`);
            }}
          />
        </Frame>
      )}
      {data?.total === 0 && (
        <div className={look.empty}>
          <strong>No address leads on by hand yet.</strong>
          <p>
            Addresses that change here lead on by themselves. Others are said here, or come out of a file.
          </p>
        </div>
      )}
      {data && data.items.length > 0 && (
        <PlainTable
          label="Addresses by hand"
          columns={['Old address', 'Leads to', 'Answers', 'Followed', 'Changed']}
          acts={may}
        >
          {data.items.map((each) =>
            changed === each.id ? (
              <tr key={each.id} className={styles.row}>
                <td colSpan={6}>
                  <AddressForm
                    id={each.id}
                    begin={{ from: each.from, to: each.to ?? '', status: each.status }}
                    act="Keep"
                    onLeave={() => setChanged(undefined)}
                    onKeep={async (typed) => {
                      const { id, revision } = each;
                      await ask('changeRedirect', { path: { id }, revision, body: sent(typed) });
                      setChanged(undefined);
                      await done(`${typed.from} leads elsewhere.`);
                    }}
                  />
                </td>
              </tr>
            ) : (
              <Row
                key={each.id}
                each={each}
                {...(may ? { onChange: () => setChanged(each.id), onTake: () => void take(each) } : {})}
              />
            ),
          )}
        </PlainTable>
      )}
      {data && (
        <Paging
          total={data.total}
          per={PER_TABLE}
          offset={offset}
          onOffset={setOffset}
          before="Later"
          behind="Earlier"
        />
      )}
    </>
  );
}
