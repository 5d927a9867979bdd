'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Select } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { PersonAnswer } from '../../../../contract/session';
import { Labelled } from '../../../../ui/labelled';
import { TextBox } from '../../../../ui/text-box';

export function Rename({
  person,
  onDone,
  onLeave,
}: {
  person: PersonAnswer;
  onDone: (name: string) => void;
  onLeave: () => void;
}): ReactElement {
  const [name, setName] = useState(person.name);
  return (
    <Dialog open onClose={onLeave}>
      <DialogTitle>Rename {person.name}</DialogTitle>
      <DialogContent>
        <TextBox id="new-name" label="Name" value={name} onChange={setName} autoFocus />
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>Leave it</Button>
        <Button variant="contained" disabled={!name.trim()} onClick={() => onDone(name.trim())}>
          Rename
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** What happens when somebody leaves, and who takes over their drafts. */
export function LetLeave({
  person,
  others,
  onDone,
  onLeave,
}: {
  person: PersonAnswer;
  others: readonly PersonAnswer[];
  onDone: (heir: string | undefined) => void;
  onLeave: () => void;
}): ReactElement {
  const [heir, setHeir] = useState('');
  return (
    <Dialog open onClose={onLeave}>
      <DialogTitle>Let {person.name} leave?</DialogTitle>
      <DialogContent>
        <p>
          {person.name} cannot sign in any more, and every session ends. The name stays in the history of what
          they wrote.
        </p>
        <Labelled
          id="heir"
          label="Drafts go to"
          help="They stay where they are; this person is told as their writer."
        >
          <Select
            fullWidth
            displayEmpty
            value={heir}
            onChange={({ target }) => setHeir(target.value)}
            labelId="heir-label"
            SelectDisplayProps={{ id: 'heir' }}
          >
            <MenuItem value="">nobody</MenuItem>
            {others.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </Select>
        </Labelled>
      </DialogContent>
      <DialogActions>
        <Button onClick={onLeave}>Leave it</Button>
        <Button variant="contained" color="error" onClick={() => onDone(heir || undefined)}>
          Let leave
        </Button>
      </DialogActions>
    </Dialog>
  );
}
