'use client';
import { Button, IconButton } from '@mui/material';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import type { PageAnswer, PlaceFrom } from '../../../../contract/pages';
import { ask } from '../../../../ui/ask';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { WordChoice } from '../../../../ui/word-choice';
import styles from './arrange.module.css';
import { CopyPage } from './copy-page';
import { useTreeSeen } from './tree/use-tree-seen';
import { PageHomes } from './page-homes';
import { WaitingPlaces } from './waiting-places';

interface Props {
  page: PageAnswer;
  /** Whether it says how others are, so that it has no address of its own. */
  isPattern: boolean;
  /** Does an act at the newest revision; a problem is told by the bench. Answers whether it was done. */
  act(what: (revision: number) => Promise<PageAnswer>, done: string): Promise<boolean>;
  /** Does something once all that was typed is saved. */
  acting(what: () => Promise<void>): Promise<void>;
  slugFaults: string[];
}

const froms = [
  ['now', 'at once'],
  ['publication', 'when it is next published'],
] as const satisfies readonly (readonly [PlaceFrom, string])[];

/**
 * Where a page stands: its address, its place among its siblings, and its other legal homes. What visitors see can move at
 * once, or when it is next published.
 */
export function PagePlace({ page, isPattern, act, acting, slugFaults }: Props): ReactElement {
  const tree = useTreeSeen(page.id);
  const [moving, setMoving] = useState(false);
  const [copying, setCopying] = useState(false);
  const [slug, setSlug] = useState<string>();
  const [from, setFrom] = useState<PlaceFrom>('now');
  // What visitors do not see has no place with them that could wait.
  const isSeen = page.shown.length > 0;
  const placeFrom = isSeen ? from : 'now';
  const toldAs = (done: string) =>
    placeFrom === 'now' ? done : 'It is noted, and holds when the page is next published.';
  const siblings = (tree?.pages ?? []).filter((each) => each.parent === page.parent);
  const at = siblings.findIndex(({ id }) => id === page.id);
  const put = (parent: string | null, after: string | null | undefined, done: string) =>
    act(
      (revision) =>
        ask('movePage', {
          path: { id: page.id },
          revision,
          body: { parent, placeFrom, ...(after === undefined ? {} : { after }) },
        }),
      toldAs(done),
    );
  const shift = (way: -1 | 1) =>
    put(
      page.parent,
      way === 1 ? (siblings[at + 1]?.id ?? null) : (siblings[at - 2]?.id ?? null),
      way === 1 ? 'It stands one place further down.' : 'It stands one place further up.',
    );
  if (page.parent === null)
    return (
      <section>
        <Eyebrow>Position</Eyebrow>
        <p>
          At the top of the site, at <code>{page.address}</code>.
        </p>
      </section>
    );
  return (
    <section>
      <Eyebrow>Position</Eyebrow>
      <WaitingPlaces page={page} act={act} />
      {isSeen && (
        <div className={look.pencil}>
          Another address or place holds{' '}
          <WordChoice
            label="From when another place holds"
            value={from}
            options={froms}
            disabled={false}
            onChange={setFrom}
          />
          .
        </div>
      )}
      {!isPattern && (
        <form
          className={styles.place}
          onSubmit={(event) => {
            event.preventDefault();
            void act(
              (revision) =>
                ask('changePage', {
                  path: { id: page.id },
                  revision,
                  body: { slug: slug ?? page.slug, placeFrom },
                }),
              toldAs('It has its new address.'),
            ).then((done) => {
              if (done) setSlug(undefined);
            });
          }}
        >
          <TextBox
            id="slug"
            label="Last piece of its address"
            value={slug ?? page.slug}
            onChange={setSlug}
            faults={slugFaults}
            slotProps={{
              input: {
                spellCheck: false,
                style: { fontFamily: 'JetBrains Mono, monospace', fontSize: 12.5 },
              },
            }}
          />
          <Button type="submit" disabled={slug === undefined || slug === page.slug}>
            Change
          </Button>
        </form>
      )}
      <div style={{ display: 'flex', alignItems: 'center', gap: 4, fontSize: 13 }}>
        <span>{at >= 0 && `${at + 1} of ${siblings.length} beside one another`}</span>
        <IconButton
          sx={{ ml: 'auto' }}
          aria-label="Move up"
          disabled={at <= 0}
          onClick={() => void shift(-1)}
        >
          <ArrowUp size={15} />
        </IconButton>
        <IconButton
          aria-label="Move down"
          disabled={at < 0 || at >= siblings.length - 1}
          onClick={() => void shift(1)}
        >
          <ArrowDown size={15} />
        </IconButton>
      </div>
      <div style={{ display: 'flex', gap: 8 }}>
        <Button onClick={() => setMoving(!moving)} aria-expanded={moving}>
          Move to…
        </Button>
        <Button onClick={() => setCopying(true)}>Copy…</Button>
      </div>
      {copying && <CopyPage page={page} acting={acting} onClose={() => setCopying(false)} />}
      {moving && (
        <PageHomes
          page={page}
          onChoose={({ id, label }) =>
            void put(id, undefined, `It stands under ${label}.`).then((done) => {
              if (done) setMoving(false);
            })
          }
        />
      )}
    </section>
  );
}
