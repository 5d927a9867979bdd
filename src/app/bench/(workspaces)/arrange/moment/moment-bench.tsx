'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { StandingAnswer } from '../../../../../contract/pages';
import { wordsOf } from '../../../../../ui/ask';
import { Frame } from '../../../../../ui/frame';
import { DayBox } from '../../../../../ui/day-box';
import { Labelled } from '../../../../../ui/labelled';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note, StateMark } from '../../../../../ui/marks';
import { momentInWords } from '../../../../../ui/seen-in-words';
import { Workspace } from '../../../../../ui/shell/workspace';
import { TextBox } from '../../../../../ui/text-box';
import { useAsk } from '../../../../../ui/use-ask';
import { usePaused } from '../../../../../ui/use-paused';
import { SiteTree } from '../tree/site-tree';
import plain from '../../../../../ui/look/plain-table.module.css';
import styles from './moment.module.css';

/** How a page stands, or that it does not. */
const Standing = ({ page }: { page: StandingAnswer | null }): ReactElement =>
  page ? (
    <span className={styles.standing}>
      <Mono>{page.address}</Mono>
      <StateMark state={page.state} />
    </span>
  ) : (
    <span className={look.pencil}>in no tree</span>
  );

/** How many pages were found, in words. */
function inWords(
  found: number,
  { when, all, sought }: { when: string; all: boolean; sought: string },
): string {
  if (found === 0)
    return sought === ''
      ? `On ${when} every page stands as it does now.`
      : `No page ${all ? 'has' : 'that differs from now has'} these words in its title or address.`;
  const pages = `${found.toLocaleString('en')} ${found === 1 ? 'page' : 'pages'}`;
  return `${when}: ${pages}${all ? '' : found === 1 ? ' that differs from now' : ' that differ from now'}.`;
}

/** The trees of all sites as they were at a moment, or will be as far as it is planned, beside how they are now. */
export function MomentBench(): ReactElement {
  const router = useRouter();
  const asked = useSearchParams().get('at');
  const given = asked !== null && dayjs(asked).isValid() ? dayjs(asked) : undefined;
  const [opened] = useState(() => dayjs());
  const moment = given ?? opened;
  const [all, setAll] = useState(false);
  const [words, setWords] = useState('');
  const sought = usePaused(words.trim());
  const { data, error, isPlaceholderData } = useAsk('pagesAtMoment', {
    query: {
      at: moment.toISOString(),
      ...(all ? { all: 'yes' } : {}),
      ...(sought === '' ? {} : { q: sought }),
    },
  });
  const isTold = data && !isPlaceholderData && sought === words.trim();
  const when = momentInWords(moment.toISOString());
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.heading}>
        <div>
          <Eyebrow>Arrange</Eyebrow>
          <h1>The sites at a moment</h1>
          <p className={look.pencil}>
            Where each page stood or will stand, at which address, and whether visitors see it then. What is
            to come holds as far as it is planned now.
          </p>
        </div>
      </div>
      <div className={styles.asked}>
        <Labelled id="moment" label="Day and hour">
          <DayBox
            id="moment"
            clock
            late
            value={moment.format('YYYY-MM-DDTHH:mm')}
            onChange={(next) => {
              if (next !== '')
                router.replace(`/bench/arrange/moment?at=${encodeURIComponent(dayjs(next).toISOString())}`, {
                  scroll: false,
                });
            }}
          />
        </Labelled>
        <TextBox id="moment-words" label="Words in a title or address" value={words} onChange={setWords} />
        <Button aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Only what differs from now' : 'All pages'}
        </Button>
      </div>
      {error ? (
        <Note sort="error" role="alert">
          {wordsOf(error)}
        </Note>
      ) : (
        <p role="status" className={look.pencil}>
          {isTold ? inWords(data.found, { when, all, sought }) : 'Looking how it stands then.'}
        </p>
      )}
      {data && data.pages.length > 0 && (
        <Frame label="Pages at that moment">
          <div className={plain.wrap} tabIndex={0} role="region" aria-label="Pages and their places">
            <table className={plain.table}>
              <thead>
                <tr>
                  <th scope="col">Page</th>
                  <th scope="col">At that moment</th>
                  <th scope="col">Now</th>
                </tr>
              </thead>
              <tbody>
                {data.pages.map(({ id, title, then, now, depth, differs }) => {
                  const name = title || 'Without a name';
                  return (
                    <tr key={id}>
                      <th scope="row" style={{ paddingLeft: 16 + (all ? depth * 16 : 0) }}>
                        {now ? <Link href={`/bench/arrange/${id}`}>{name}</Link> : name}
                      </th>
                      <td>
                        <Standing page={then} />
                      </td>
                      <td>{differs ? <Standing page={now} /> : 'the same'}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
          {data.found > data.pages.length && (
            <p className={styles.more}>
              These are the first {data.pages.length} of {data.found.toLocaleString('en')}. Words find the
              others.
            </p>
          )}
        </Frame>
      )}
    </Workspace>
  );
}
