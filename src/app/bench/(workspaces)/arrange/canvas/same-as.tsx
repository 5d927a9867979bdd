'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useId, useMemo, useState, type ReactElement } from 'react';
import type { PageOfType } from '../../../../../contract/pages';
import { blocksGiven, copyOfBlock, type BlockPlace } from '../../../../../core/content/block-edits';
import type { Id } from '../../../../../core/ids';
import type { JsonObject } from '../../../../../core/json';
import type { Slot } from '../../../../../core/model/document';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Note } from '../../../../../ui/marks';
import { PagesFound } from './pages-found';
import type { PageBlocks } from './use-page-blocks';

/**
 * The blocks of a page that fit into a slot of another: those in its slot of the same key, else those in the
 * first that fit; why none do, in words.
 */
function fittingOf(
  blocks: PageBlocks,
  at: Pick<BlockPlace, 'of' | 'slot'>,
  slots: JsonObject,
): JsonObject[] | string {
  const held = Object.entries(slots)
    .sort(([a], [b]) => Number(b === at.slot) - Number(a === at.slot))
    .map(([, given]) => blocksGiven(given).map(copyOfBlock))
    .filter((given) => given.length > 0);
  if (held.length === 0) return 'Nothing stands in its slots.';
  const whys = held.map((given) => blocks.whyNot(given, at));
  return held[whys.indexOf(undefined)] ?? whys[0] ?? '';
}

/** Asks on which other page the same stands, and puts copies of it into a slot. */
export function SameAs({
  at,
  slot,
  page,
  blocks,
  onClose,
}: {
  at: Pick<BlockPlace, 'of' | 'slot'>;
  slot: Slot;
  /** What it is put on. */
  page: Id;
  blocks: PageBlocks;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const [problem, setProblem] = useState<string>();
  const types = useMemo(() => blocks.model.pageTypes.map(({ definition: { key } }) => key), [blocks.model]);
  const put = async ({ id: path, title }: PageOfType) => {
    try {
      const { slots } = await ask('page', { path: { id: path } });
      const fitting = fittingOf(blocks, at, slots);
      if (typeof fitting === 'string') return setProblem(`${title}: ${fitting}`);
      blocks.put(fitting, { ...at, at: Number.MAX_SAFE_INTEGER });
      return onClose();
    } catch (failed) {
      return setProblem(wordsOf(failed));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <DialogTitle id={id}>The same in {slot.label} as on another page</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: '12px' }}>
        <p style={{ margin: 0 }}>
          Copies of what stands there are put into {slot.label}, behind what it holds. They can be changed
          here alone.
        </p>
        {problem && (
          <Note sort="error" role="alert">
            {problem}
          </Note>
        )}
        <PagesFound
          types={types}
          except={page}
          told={(found) =>
            `${found === 0 ? 'No' : found.toLocaleString('en')} other ${found > 1 ? 'pages' : 'page'}`
          }
          choice={(each, called) => <Button onClick={() => void put(each)}>{called}</Button>}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
      </DialogActions>
    </Dialog>
  );
}
