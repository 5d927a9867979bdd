'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { memo, useState, type ReactElement } from 'react';
import type { DraftLinkMade, NewDraftLink } from '../contract/draft-links';
import { ask, wordsOf } from './ask';
import { Labelled } from './labelled';
import { Note } from './marks';
import { useMay } from './shell/person';
import { useAsk } from './use-ask';
import styles from './draft-links.module.css';

const scopes: Record<NewDraftLink['scope'], string> = {
  page: 'This page',
  branch: 'This page, with all below it',
  site: 'The whole site, its lists with drafts too',
};
const lasts = [1, 7, 14, 30, 90];
const inDays = (days: number): string => (days === 1 ? '1 day' : `${days} days`);

/** Links by which somebody without an account sees drafts: made for some days, and ended by hand. */
function DraftLinks({
  record,
  ofEntry = false,
  onClose,
}: {
  record: string;
  /** Whether it is an entry, of which its own page is shown and nothing else. */
  ofEntry?: boolean;
  onClose: () => void;
}): ReactElement {
  const client = useQueryClient();
  const path = { id: record };
  const { data } = useAsk('draftLinks', { path });
  const [asked, setAsked] = useState<NewDraftLink>({ scope: 'page', days: 7 });
  const [made, setMade] = useState<DraftLinkMade>();
  const [problem, setProblem] = useState<string>();
  const act = async (work: () => Promise<void>) => {
    setProblem(undefined);
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['draftLinks'] });
    } catch (error) {
      setProblem(wordsOf(error));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="draft-links">
      <DialogTitle id="draft-links">Show the draft to somebody</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '14px' }}>
        <p>Whoever has the link sees it as it is worked on, without an account, until the link ends.</p>
        <div className={styles.pair}>
          <Labelled id="draft-scope" label="It shows">
            <Select
              fullWidth
              value={asked.scope}
              onChange={({ target }) => setAsked({ ...asked, scope: target.value })}
              labelId="draft-scope-label"
              SelectDisplayProps={{ id: 'draft-scope' }}
            >
              {(ofEntry ? (['page'] as const) : (['page', 'branch', 'site'] as const)).map((scope) => (
                <MenuItem key={scope} value={scope}>
                  {scopes[scope]}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
          <Labelled id="draft-days" label="For">
            <Select
              fullWidth
              value={asked.days}
              onChange={({ target }) => setAsked({ ...asked, days: target.value })}
              labelId="draft-days-label"
              SelectDisplayProps={{ id: 'draft-days' }}
            >
              {lasts.map((days) => (
                <MenuItem key={days} value={days}>
                  {inDays(days)}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
        </div>
        {made && (
          <Labelled id="draft-address" label="The link" help="Copy it now: it is told this once.">
            <input
              id="draft-address"
              readOnly
              className={styles.address}
              value={made.address}
              onFocus={({ target }) => target.select()}
            />
          </Labelled>
        )}
        {data && data.items.length > 0 && (
          <ul aria-label="Links that have not ended">
            {data.items.map(({ id, scope, by, until }) => (
              <li key={id} className={styles.link}>
                <span>
                  {scopes[scope]}, by {by}, until {dayjs(until).format('D MMMM')}
                </span>
                <Button
                  size="small"
                  aria-label={`End the link by ${by}`}
                  onClick={() => void act(async () => void (await ask('endDraftLink', { path: { id } })))}
                >
                  End it
                </Button>
              </li>
            ))}
          </ul>
        )}
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button
          variant="contained"
          onClick={() => void act(async () => setMade(await ask('makeDraftLink', { path, body: asked })))}
        >
          Make a link
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The way to links that show a draft, for those who may make one. */
export const ShowDraft = memo(function ShowDraft(of: {
  record: string;
  ofEntry?: boolean;
}): ReactElement | null {
  const [showing, setShowing] = useState(false);
  if (!useMay('correct')) return null;
  return (
    <>
      <Button onClick={() => setShowing(true)}>Show the draft…</Button>
      {showing && <DraftLinks {...of} onClose={() => setShowing(false)} />}
    </>
  );
});
