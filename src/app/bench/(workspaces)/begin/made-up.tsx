'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { ask, Problem } from '../../../../ui/ask';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useMay } from '../../../../ui/shell/person';
import { useAsk } from '../../../../ui/use-ask';
import styles from './begin.module.css';

const counts = [
  ['entries', 'entry', 'entries'],
  ['pages', 'page of words', 'pages of words'],
  ['media', 'picture', 'pictures'],
  ['categories', 'category', 'categories'],
] as const;

/** The made-up content that is still here: what goes when it is taken away, and what stays with what is one's own. */
export function MadeUp(): ReactElement | null {
  const { data, error } = useAsk('madeUp');
  const client = useQueryClient();
  const router = useRouter();
  const mayTake = useMay('shape the model');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  if (!data) return error ? <Note sort="error">{error.message}</Note> : null;
  const goes = counts.flatMap(([key, one, many]) =>
    data[key] === 0 ? [] : [`${data[key].toLocaleString('en')} ${data[key] === 1 ? one : many}`],
  );
  const take = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      // What was done, and how to undo it, is told by the act itself.
      await ask('takeMadeUpAway');
      await client.invalidateQueries();
      router.refresh();
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed;
      setProblem(failed.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Frame label="Made-up content">
      <div className={styles.madeUp}>
        <Eyebrow>Made-up content</Eyebrow>
        <p>
          {data.from} came with content that is made up. {new Intl.ListFormat('en-GB').format(goes)} can be
          taken away at once; types, listings and the pages they fill stay, for what you write.
        </p>
        {data.stays.length > 0 && (
          <>
            <p className={look.pencil}>These stay:</p>
            <ul>
              {data.stays.map(({ label, why }, i) => (
                <li key={i}>
                  <strong>{label}</strong> <span className={look.pencil}>{why}</span>
                </li>
              ))}
              {data.more > 0 && <li>and {data.more.toLocaleString('en')} more.</li>}
            </ul>
          </>
        )}
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        {mayTake && (
          <div>
            <Button disabled={busy} onClick={() => void take()}>
              {busy ? 'Taking it away…' : 'Take it away'}
            </Button>
          </div>
        )}
      </div>
    </Frame>
  );
}
