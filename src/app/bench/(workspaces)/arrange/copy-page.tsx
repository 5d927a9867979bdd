'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useId, useState, type FormEvent, type ReactElement } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import { ask, wordsOf } from '../../../../ui/ask';
import { useGoing } from '../../../../ui/going';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Note } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import { PageHomes } from './page-homes';
import { useTreeSeen } from './tree/use-tree-seen';

/** Asks what the copy of a page is called, where it stands and whether what stands below is copied too, and makes it. */
export function CopyPage({
  page,
  acting,
  onClose,
}: {
  page: PageAnswer;
  /** Does something once all that was typed is saved. */
  acting: (what: () => Promise<void>) => Promise<void>;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const { begin } = useGoing();
  const tree = useTreeSeen(page.id);
  const { data: below } = useAsk('pagesBelow', { query: { ids: page.id } });
  const [title, setTitle] = useState(`${page.title.slice(0, 180)}, a copy`);
  const [branch, setBranch] = useState(true);
  const [home, setHome] = useState<{ id: string | null; label: string }>();
  const [choosing, setChoosing] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const above = tree?.pages.find((each) => each.id === page.parent)?.title;
  const copy = async (event: FormEvent) => {
    event.preventDefault();
    const on = begin();
    setBusy(true);
    setProblem(undefined);
    try {
      let made: string | undefined;
      await acting(async () => {
        const body = { title: title.trim(), branch, ...(home?.id ? { parent: home.id } : {}) };
        made = (await ask('copyPage', { path: { id: page.id }, body })).id;
      });
      onClose();
      if (made !== undefined) on(`/bench/arrange/${made}`);
    } catch (error) {
      setProblem(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form onSubmit={(event) => void copy(event)} noValidate>
        <DialogTitle id={id}>Copy “{page.title || 'this page'}”</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <p style={{ margin: 0 }}>
            The copy is a draft that visitors do not see. Links inside what is copied lead to the copies.
          </p>
          <TextBox id={`${id}-title`} label="Title" value={title} onChange={setTitle} autoFocus />
          {below && below.copied > 0 && (
            <YesRule
              label={
                below.copied === 1 ? 'With the page below it' : `With the ${below.copied} pages below it`
              }
              value={branch}
              onChange={setBranch}
            />
          )}
          <div>
            <p style={{ margin: '0 0 6px' }}>
              It stands under <strong>{home?.label ?? above ?? '…'}</strong>.
            </p>
            <Button size="small" aria-expanded={choosing} onClick={() => setChoosing(!choosing)}>
              Elsewhere…
            </Button>
            {choosing && (
              <PageHomes
                page={{ id: page.id, parent: null }}
                onChoose={(chosen) => {
                  setHome(chosen);
                  setChoosing(false);
                }}
              />
            )}
          </div>
          {problem && (
            <Note sort="error" role="alert">
              {problem}
            </Note>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy || !below || !title.trim()}>
            Copy it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
