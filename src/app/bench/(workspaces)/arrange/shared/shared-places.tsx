'use client';
import { Button, Checkbox, OutlinedInput } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useState, type ReactElement } from 'react';
import type { SharedPlace } from '../../../../../contract/shared-blocks';
import type { Id } from '../../../../../core/ids';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import table from '../../../../../ui/look/plain-table.module.css';
import { Mono, Note } from '../../../../../ui/marks';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import styles from './shared.module.css';

const ONE_PAGE = 50;

const standsInWords = ({ stands, seen, slot, differs, why }: SharedPlace): string =>
  stands
    ? `${slot}${differs ? ', said differently there' : ''}${seen ? '' : '; visitors see it once the page is published'}${why ? `. ${why}` : ''}`
    : (why ?? `${slot}${seen ? '; visitors see it until the page is published' : ''}`);

/**
 * The pages on which a shared block stands, and those that may hold it: each ticked on or off, within what
 * their slots allow.
 */
export function SharedPlaces({ shared, disabled }: { shared: Id; disabled: boolean }): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const [sought, setSought] = useState('');
  const [from, setFrom] = useState(0);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const q = useDeferredValue(sought.trim());
  const { data, error } = useAsk('sharedPlaces', {
    path: { id: shared },
    query: { ...(q ? { q } : {}), from, limit: ONE_PAGE },
  });
  const place = async (page: SharedPlace, stands: boolean) => {
    setBusy(true);
    setProblem(undefined);
    try {
      const { changed, left } = await ask('placeSharedBlock', {
        path: { id: shared },
        body: { pages: [page.id], stands },
      });
      if (changed > 0) tell(stands ? `It stands on ${page.title}.` : `It is taken off ${page.title}.`);
      setProblem(left.map(({ title, why }) => `${title}: ${why}`).join(' ') || undefined);
    } catch (failed) {
      setProblem(wordsOf(failed));
    } finally {
      await client.invalidateQueries();
      setBusy(false);
    }
  };
  const total = data?.total ?? 0;
  return (
    <section aria-label="Where it shows">
      <h2 className={styles.heading}>Where it shows</h2>
      <div className={styles.find}>
        <OutlinedInput
          size="small"
          type="search"
          placeholder="Find a page by its name or address"
          value={sought}
          onChange={({ target }) => {
            setSought(target.value);
            setFrom(0);
          }}
          slotProps={{ input: { 'aria-label': 'Find a page' } }}
        />
        <span className={`${look.pencil} ${look.small}`} role="status">
          {data
            ? `${total.toLocaleString('en')} ${total === 1 ? 'page holds it or may' : 'pages hold it or may'}`
            : 'Pages are being looked for…'}
        </span>
      </div>
      {(problem ?? (error && wordsOf(error))) && (
        <Note sort="error" role="alert">
          {problem ?? (error && wordsOf(error))}
        </Note>
      )}
      {data && data.items.length > 0 && (
        <div className={table.wrap} tabIndex={0} role="group" aria-label="Pages">
          <table className={table.table}>
            <thead>
              <tr>
                <th scope="col">On it</th>
                <th scope="col">Page</th>
                <th scope="col">Where on it</th>
              </tr>
            </thead>
            <tbody>
              {data.items.map((page) => (
                <tr key={page.id}>
                  <td className={styles.tick}>
                    <Checkbox
                      size="small"
                      checked={page.stands}
                      disabled={disabled || busy || page.why !== undefined}
                      onChange={({ target }) => void place(page, target.checked)}
                      slotProps={{ input: { 'aria-label': `Stands on ${page.title}` } }}
                    />
                  </td>
                  <td>
                    <Link href={`/bench/arrange/${page.id}`}>{page.title || 'Without a name'}</Link>
                    <small>
                      {page.type} <Mono>{page.address}</Mono>
                    </small>
                  </td>
                  <td>{standsInWords(page)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {data && data.items.length === 0 && (
        <p className={look.pencil}>
          {q ? 'No such page holds it or may.' : 'No slot of any page type takes what it holds.'}
        </p>
      )}
      {total > ONE_PAGE && (
        <div className={look.acts}>
          <Button disabled={from === 0} onClick={() => setFrom(Math.max(0, from - ONE_PAGE))}>
            Those before
          </Button>
          <Button disabled={from + ONE_PAGE >= total} onClick={() => setFrom(from + ONE_PAGE)}>
            Those after
          </Button>
        </div>
      )}
    </section>
  );
}
