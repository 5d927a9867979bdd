'use client';
import { Button } from '@mui/material';
import dayjs from 'dayjs';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { TreePage } from '../../../../../contract/pages';
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
import { SiteTree } from '../tree/site-tree';
import plain from '../../../../../ui/look/plain-table.module.css';
import styles from './moment.module.css';

/** How many pages are told at once; words find any other. */
const MOST = 300;

interface Row {
  /** How the page stands at the moment; absent where it stands in no tree then. */
  then: TreePage | undefined;
  /** How it stands now, likewise. */
  now: TreePage | undefined;
  depth: number;
}

const differs = ({ then, now }: Row): boolean =>
  now?.address !== then?.address || now?.state !== then?.state || now?.parent !== then?.parent;

/** The pages of a moment in the order of their trees, then those of now that stood or will stand nowhere at it. */
function rowsOf(pages: readonly TreePage[], now: readonly TreePage[]): Row[] {
  const byId = new Map(now.map((page) => [page.id, page]));
  const depths = new Map<string, number>();
  const there = pages.map((page): Row => {
    const depth = page.parent === null ? 0 : (depths.get(page.parent) ?? 0) + 1;
    depths.set(page.id, depth);
    return { then: page, now: byId.get(page.id), depth };
  });
  const added = now.filter(({ id }) => !depths.has(id));
  return [...there, ...added.map((page): Row => ({ then: undefined, now: page, depth: 0 }))];
}

/** How a page stands, or that it does not. */
const Standing = ({ page }: { page: TreePage | undefined }): ReactElement =>
  page ? (
    <span className={styles.standing}>
      <Mono>{page.address}</Mono>
      <StateMark state={page.state} />
    </span>
  ) : (
    <span className={look.pencil}>in no tree</span>
  );

/** The trees of all sites as they were at a moment, or will be as far as it is planned, beside how they are now. */
export function MomentBench(): ReactElement {
  const router = useRouter();
  const asked = useSearchParams().get('at');
  const given = asked !== null && dayjs(asked).isValid() ? dayjs(asked) : undefined;
  const [opened] = useState(() => dayjs());
  const moment = given ?? opened;
  const [all, setAll] = useState(false);
  const [words, setWords] = useState('');
  const { data: now } = useAsk('pages');
  const { data: then, error } = useAsk('pages', { query: { at: moment.toISOString() } });
  const rows = then && now ? rowsOf(then.pages, now.pages) : undefined;
  const sought = words.trim().toLocaleLowerCase();
  const found = rows?.filter(
    (row) =>
      (all || differs(row)) &&
      [row.then, row.now].some(
        (page) => page && `${page.title} ${page.address}`.toLocaleLowerCase().includes(sought),
      ),
  );
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
      {error && (
        <Note sort="error" role="alert">
          {wordsOf(error)}
        </Note>
      )}
      {!found && !error && <p className={look.pencil}>Looking how it stands then.</p>}
      {found && (
        <p role="status" className={look.pencil}>
          {found.length === 0
            ? sought === ''
              ? `On ${momentInWords(moment.toISOString())} every page stands as it does now.`
              : 'No page has these words in its title or address.'
            : `${momentInWords(moment.toISOString())}: ${found.length} ${found.length === 1 ? 'page' : 'pages'}${all ? '' : found.length === 1 ? ' that differs from now' : ' that differ from now'}.`}
        </p>
      )}
      {found && found.length > 0 && (
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
                {found.slice(0, MOST).map(({ then: was, now: is, depth }) => {
                  const name = (was ?? is)?.title || 'Without a name';
                  return (
                    <tr key={(was ?? is)?.id}>
                      <th scope="row" style={{ paddingLeft: 16 + (all ? depth * 16 : 0) }}>
                        {is ? <Link href={`/bench/arrange/${is.id}`}>{name}</Link> : name}
                      </th>
                      <td>
                        <Standing page={was} />
                      </td>
                      <td>{differs({ then: was, now: is, depth }) ? <Standing page={is} /> : 'the same'}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
          {found.length > MOST && (
            <p className={styles.more}>
              These are the first {MOST} of {found.length.toLocaleString('en')}. Words find the others.
            </p>
          )}
        </Frame>
      )}
    </Workspace>
  );
}
