'use client';
import { Button, Checkbox, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useMemo, useState, type ReactElement } from 'react';
import type { PageOfType } from '../../../../../contract/pages';
import { slotsFor } from '../../../../../core/content/shared-blocks';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Note } from '../../../../../ui/marks';
import { useTell } from '../../../../../ui/telling';
import { PagesFound } from './pages-found';
import type { PageBlocks } from './use-page-blocks';

/** The types of blocks as their slots allow them: of a shared one, those that it holds. */
const typesOf = ({ model, shared }: PageBlocks, given: readonly JsonObject[]): { type: Id }[] =>
  given
    .flatMap((block) => shared.get(String(block.shared))?.types ?? [String(block.type)])
    .map((key) => ({ type: model.blockTypeByKey(key)?.id ?? '' }));

/** Asks to which other pages blocks are copied with all they say, of those whose slots may take them. */
export function FillOnce({
  page,
  slot,
  given,
  blocks,
  onClose,
}: {
  /** The page on which they stand. */
  page: Id;
  /** The key of their slot. */
  slot: string;
  given: readonly JsonObject[];
  blocks: PageBlocks;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const client = useQueryClient();
  const tell = useTell();
  const [ticked, setTicked] = useState<ReadonlySet<Id>>(new Set());
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const fitting = useMemo(() => {
    const taken = typesOf(blocks, given);
    return blocks.model.pageTypes.flatMap(({ definition }) =>
      slotsFor(blocks.model, definition, taken).length > 0 ? [definition.key] : [],
    );
  }, [blocks, given]);
  const toggle = ({ id: at }: PageOfType) =>
    setTicked((was) => {
      const next = new Set(was);
      if (!next.delete(at)) next.add(at);
      return next;
    });
  const copy = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      const { changed, left } = await ask('fillOnce', {
        body: { blocks: [...given], slot, pages: [...ticked] },
      });
      await client.invalidateQueries();
      if (changed > 0)
        tell(
          `It stands on ${changed === 1 ? 'one more page' : `${changed} more pages`}. Visitors see it there once those are published.`,
        );
      if (left.length === 0) return onClose();
      setTicked(new Set());
      setProblem(left.map(({ title, why }) => `${title}: ${why}`).join(' '));
    } catch (failed) {
      setProblem(wordsOf(failed));
    }
    return setBusy(false);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <DialogTitle id={id}>
        {given.length === 1
          ? 'Copy this block to other pages'
          : `Copy these ${given.length} blocks to other pages`}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '12px' }}>
        <p style={{ margin: 0 }}>
          Each page gets a copy of its own, with all it says, which can be changed there alone.
        </p>
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        <PagesFound
          types={fitting}
          except={page}
          told={(found) =>
            `${found === 0 ? 'No' : found.toLocaleString('en')} ${found > 1 ? 'pages have' : 'page has'} a slot for it`
          }
          choice={(each, called) => (
            <label>
              <Checkbox
                size="small"
                checked={ticked.has(each.id)}
                disabled={busy}
                onChange={() => toggle(each)}
              />
              {called}
            </label>
          )}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={busy || ticked.size === 0} onClick={() => void copy()}>
          {ticked.size === 0
            ? 'Copy it'
            : `Copy it to ${ticked.size === 1 ? 'one page' : `${ticked.size} pages`}`}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
