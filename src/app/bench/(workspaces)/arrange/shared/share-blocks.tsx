'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState, type FormEvent, type ReactElement } from 'react';
import type { SharedBlockAnswer } from '../../../../../contract/shared-blocks';
import type { JsonObject } from '../../../../../core/json';
import { keyFrom } from '../../../../../core/model/naming';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { TextBox } from '../../../../../ui/text-box';
import { Untold } from '../../../../../ui/untold';
import { YesRule } from '../../../../../ui/kinds/rule-inputs';
import { useSharedBlocks } from './use-shared-blocks';

/** Asks what blocks are called that become one shared block, and makes it. */
export function ShareBlocks({
  blocks,
  first,
  onShared,
  onClose,
}: {
  blocks: readonly JsonObject[];
  /** A name to begin with. */
  first: string;
  onShared: (shared: SharedBlockAnswer) => void;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const client = useQueryClient();
  const taken = [...useSharedBlocks().values()].map(({ key }) => key);
  const [name, setName] = useState(first);
  const [key, setKey] = useState<string>();
  const [published, setPublished] = useState(true);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const make = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(undefined);
    try {
      const made = await ask('addSharedBlock', {
        body: { name: name.trim(), blocks: [...blocks], published, ...(key === undefined ? {} : { key }) },
      });
      await client.invalidateQueries({ queryKey: ['sharedBlocks'] });
      onShared(made);
      onClose();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form onSubmit={(event) => void make(event)} noValidate>
        <DialogTitle id={id}>
          {blocks.length === 1
            ? 'Keep this block as a shared one'
            : `Keep these ${blocks.length} blocks as a shared one`}
        </DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <p style={{ margin: 0 }}>
            It is kept once, and shows wherever it is put. A change of it shows in all those places.
          </p>
          <TextBox
            id={`${id}-name`}
            label="Name"
            help="What it is called in Arrange. Visitors do not see it."
            value={name}
            onChange={setName}
            faults={at('/name')}
            slotProps={{ input: { maxLength: 120 } }}
          />
          <TextBox
            id={`${id}-key`}
            label="Key"
            help="By it the slots of page types may name it. It stays for good."
            value={key ?? (name.trim() ? keyFrom(name, taken) : '')}
            onChange={setKey}
            faults={at('/key')}
            slotProps={{ input: { maxLength: 60 } }}
          />
          <YesRule label="Visitors see it at once" value={published} onChange={setPublished} />
          <Untold problem={problem} told={['/name', '/key']} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={busy || !name.trim()}>
            Keep it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
