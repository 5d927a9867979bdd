'use client';
import { Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import type { BeginAnswer, BeginSite } from '../../../../contract/begin';
import { ask, Problem } from '../../../../ui/ask';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { useMay } from '../../../../ui/shell/person';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { MadeUp } from './made-up';
import { NextSteps } from './next-steps';
import { SiteDrawing } from './site-drawing';
import styles from './begin.module.css';

const counted = (n: number, one: string, many: string) => `${n.toLocaleString('en')} ${n === 1 ? one : many}`;

const sizeInWords = ({ types, entries, pages }: { types: number; entries: number; pages: number }) =>
  [
    counted(types, 'type', 'types'),
    counted(entries, 'entry', 'entries'),
    counted(pages, 'page', 'pages'),
  ].join(', ');

/** What a new installation begins from; once something is here, what comes next. */
export function BeginBench(): ReactElement {
  const { data, error } = useAsk('beginning');
  const mayBegin = useMay('shape the model');
  const client = useQueryClient();
  const router = useRouter();
  const tell = useTell();
  const [making, setMaking] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const begin = async (from: string, label: string) => {
    setMaking(from);
    setProblem(undefined);
    try {
      await ask('beginInstallation', { body: { from } });
      await client.invalidateQueries();
      router.refresh();
      tell(`${label} is here.`);
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed;
      setProblem(failed.message);
    } finally {
      setMaking(undefined);
    }
  };
  return (
    <div className={styles.room}>
      <main id="bench" tabIndex={-1} className={styles.bench}>
        {(error ?? problem) && (
          <Note sort="error" role="alert">
            {problem ?? error?.message}
          </Note>
        )}
        {data &&
          (data.blank ? (
            <Offers answer={data} mayBegin={mayBegin} making={making} onBegin={begin} />
          ) : (
            <Begun answer={data} />
          ))}
      </main>
      {data && <NextSteps answer={data} />}
    </div>
  );
}

/** The ready-made sites and the other ways to begin. */
function Offers({
  answer: { sites, sample },
  mayBegin,
  making,
  onBegin,
}: {
  answer: BeginAnswer;
  mayBegin: boolean;
  making: string | undefined;
  onBegin: (from: string, label: string) => Promise<void>;
}): ReactElement {
  const isEnglish = useModel().locale.startsWith('en');
  const [chosen, setChosen] = useState(sites[0]?.key);
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Clear Frame</Eyebrow>
          <h1>What will your site be made of?</h1>
          <p className={look.pencil}>
            Begin from a site that is already something; its made-up content goes away in one act.
            {!isEnglish && ' Its words are English, whatever the main language is.'}
          </p>
        </div>
      </div>
      {!mayBegin && <Note sort="info">An architect decides what this site begins from.</Note>}
      <ul className={styles.sites}>
        {sites.map((site) => (
          <Offer
            key={site.key}
            site={site}
            chosen={chosen === site.key}
            disabled={!mayBegin || making !== undefined}
            making={making === site.key}
            onChoose={() => setChosen(site.key)}
            onBegin={() => void onBegin(site.key, site.label)}
          />
        ))}
      </ul>
      <ul className={styles.others}>
        <li>
          <div>
            <strong>From a file of yours</strong>
            <p>A table or a list: types are proposed from what it holds.</p>
          </div>
          <Button component={Link} href="/bench/shape/sample" disabled={!mayBegin || making !== undefined}>
            Choose a file
          </Button>
        </li>
        <li>
          <div>
            <strong>The sample reserve</strong>
            <p>
              Everything the product can do, with {counted(sample.entries, 'entry', 'entries')} and{' '}
              {counted(sample.pages, 'page', 'pages')}.
            </p>
          </div>
          <Button
            disabled={!mayBegin || making !== undefined}
            onClick={() => void onBegin(sample.key, 'The sample reserve')}
          >
            {making === sample.key ? 'Making it…' : 'Look around first'}
          </Button>
        </li>
        <li>
          <div>
            <strong>From nothing</strong>
            <p>An empty sheet: your first content type.</p>
          </div>
          <Button component={Link} href="/bench/shape" disabled={!mayBegin || making !== undefined}>
            Begin
          </Button>
        </li>
      </ul>
      <p className={look.hidden} role="status">
        {making === undefined ? '' : 'The site is being made.'}
      </p>
    </>
  );
}

function Offer({
  site: { key, label, purpose, world, drawing, ...size },
  chosen,
  disabled,
  making,
  onChoose,
  onBegin,
}: {
  site: BeginSite;
  chosen: boolean;
  disabled: boolean;
  making: boolean;
  onChoose: () => void;
  onBegin: () => void;
}): ReactElement {
  return (
    <li className={chosen ? `${styles.site} ${styles.chosen}` : styles.site}>
      <button type="button" aria-expanded={chosen} aria-controls={`begin-${key}`} onClick={onChoose}>
        <SiteDrawing of={drawing} />
        <span className={styles.words}>
          <strong>{label}</strong>
          <span className={look.pencil}>{purpose}</span>
          <Mono>{sizeInWords(size)}</Mono>
        </span>
      </button>
      <div id={`begin-${key}`} className={styles.begin} hidden={!chosen}>
        <p className={look.pencil}>Its content is made up: {world}.</p>
        <Button variant="contained" disabled={disabled} onClick={onBegin}>
          {making ? 'Making it…' : `Begin from ${label}`}
        </Button>
      </div>
    </li>
  );
}

/** Where to go on from, once something is here. */
function Begun({ answer: { madeUp } }: { answer: BeginAnswer }): ReactElement {
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>Clear Frame</Eyebrow>
          <h1>{madeUp === undefined ? 'This site has begun' : `${madeUp} is here`}</h1>
          <p className={look.pencil}>Look at it as visitors do, and then at what it is made of.</p>
        </div>
      </div>
      <ul className={styles.others}>
        {(
          [
            ['/', 'The site', 'As visitors see it, in a window of its own.', 'Look at it'],
            ['/bench/shape', 'Its types', 'Fields, slots, and which page may stand under which.', 'To Shape'],
            ['/bench/write', 'Its entries', 'Everything that is written, to be filled in.', 'To Write'],
            ['/bench/map', 'Its listings', 'Which entries a page shows, in what order, shown how.', 'To Map'],
            [
              '/bench/arrange',
              'Its pages',
              'The tree of the site, and what stands on each page.',
              'To Arrange',
            ],
          ] as const
        ).map(([href, label, words, act]) => (
          <li key={href}>
            <div>
              <strong>{label}</strong>
              <p>{words}</p>
            </div>
            {href === '/' ? (
              <Button component="a" href={href} target="_blank" rel="noreferrer">
                {act}
              </Button>
            ) : (
              <Button component={Link} href={href}>
                {act}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {madeUp !== undefined && <MadeUp />}
    </>
  );
}
