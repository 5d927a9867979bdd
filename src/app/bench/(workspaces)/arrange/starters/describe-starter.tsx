'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState, type FormEvent, type ReactElement } from 'react';
import type { StarterRow } from '../../../../../contract/starters';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { useTell } from '../../../../../ui/telling';
import { Untold } from '../../../../../ui/untold';
import { StarterWords } from './starter-words';

/** Asks what a starter is called, and when to take it. */
export function DescribeStarter({
  starter,
  onClose,
}: {
  starter: StarterRow;
  onClose: () => void;
}): ReactElement {
  const id = useId();
  const client = useQueryClient();
  const tell = useTell();
  const [name, setName] = useState(starter.name);
  const [about, setAbout] = useState(starter.about);
  const [problem, setProblem] = useState<Problem>();
  const at = (path: string) =>
    problem?.faults.filter((fault) => fault.path === path).map(({ message }) => message) ?? [];
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await ask('changeStarter', {
        path: { id: starter.id },
        revision: starter.revision,
        body: { name: name.trim(), about: about.trim() },
      });
      await client.invalidateQueries({ queryKey: ['starters'] });
      tell('It is described anew.');
      onClose();
    } catch (error) {
      setProblem(error instanceof Problem ? error : new Problem(0, wordsOf(error)));
    }
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby={id}>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <DialogTitle id={id}>Describe “{starter.name}”</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: '14px' }}>
          <StarterWords id={id} name={name} about={about} faultsAt={at} onName={setName} onAbout={setAbout} />
          <Untold problem={problem} told={['/name', '/about']} />
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" variant="contained" disabled={!name.trim()}>
            Keep it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
