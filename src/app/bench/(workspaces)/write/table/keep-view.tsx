'use client';
import {
  Button,
  Checkbox,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  OutlinedInput,
} from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent, type ReactElement } from 'react';
import type { KeptViewAnswer } from '../../../../../contract/kept-views';
import { ask, wordsOf } from '../../../../../ui/ask';
import { Labelled } from '../../../../../ui/labelled';
import { Note } from '../../../../../ui/marks';
import { useMay } from '../../../../../ui/shell/person';
import { useTell } from '../../../../../ui/telling';
import { useAsk } from '../../../../../ui/use-ask';
import { asksOf } from './view-address';
import type { TableAddress } from './use-table-address';

/** The box in which a view gets its name, and is shared or not. */
function NameView({
  onCancel,
  onKeep,
}: {
  onCancel: () => void;
  onKeep: (label: string, shared: boolean) => Promise<void>;
}): ReactElement {
  const [label, setLabel] = useState('');
  const [shared, setShared] = useState(false);
  const [problem, setProblem] = useState<string>();
  const keep = (event: FormEvent) => {
    event.preventDefault();
    onKeep(label, shared).catch((error: unknown) => setProblem(wordsOf(error)));
  };
  return (
    <Dialog open onClose={onCancel} fullWidth maxWidth="xs">
      <form onSubmit={keep}>
        <DialogTitle>Save as a view</DialogTitle>
        <DialogContent>
          <p>What the table is asked now, its order and how its rows stand, under a name in the outline.</p>
          <Labelled id="view-label" label="Name">
            <OutlinedInput
              id="view-label"
              fullWidth
              autoFocus
              value={label}
              onChange={({ target }) => setLabel(target.value)}
              inputProps={{ maxLength: 80 }}
            />
          </Labelled>
          <FormControlLabel
            control={<Checkbox checked={shared} onChange={(_, on) => setShared(on)} />}
            label="For everyone who works here"
          />
          {problem && (
            <Note sort="error" role="alert">
              {problem}
            </Note>
          )}
        </DialogContent>
        <DialogActions>
          <Button onClick={onCancel}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={label.trim() === ''}>
            Save
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Keeps what a table is asked as a view; where it is a view that is looked at, keeps it as it is now, or forgets it. */
export function KeepView({
  type,
  address: { asked, put },
}: {
  /** The key of the type whose table it is; nothing for all content. */
  type?: string;
  address: TableAddress;
}): ReactElement {
  const client = useQueryClient();
  const tell = useTell();
  const architect = useMay('shape the model');
  const [naming, setNaming] = useState(false);
  const { data } = useAsk('keptViews');
  const asks = asksOf(asked);
  const view = data?.items.find(({ id }) => id === asked.get('view'));
  const mine = view && (view.own || (architect && view.shared));
  const follow = () => client.invalidateQueries({ queryKey: ['keptViews'] });
  const fails = (error: unknown) => tell(wordsOf(error));
  const add = async (label: string, shared: boolean): Promise<KeptViewAnswer> => {
    const made = await ask('keepView', {
      body: { label, asks, shared, ...(type === undefined ? {} : { type }) },
    });
    await follow();
    put({ view: made.id });
    return made;
  };
  const forget = async ({ id, label, shared }: KeptViewAnswer) => {
    await ask('dropView', { path: { id } });
    await follow();
    put({ view: undefined });
    tell(`“${label}” is no view any more.`, () => void add(label, shared).catch(fails));
  };
  return (
    <>
      {mine && view && asks !== view.asks && (
        <Button
          variant="outlined"
          onClick={() =>
            void ask('changeView', { path: { id: view.id }, body: { asks } })
              .then(follow)
              .then(() => tell(`“${view.label}” asks what is asked now.`))
              .catch(fails)
          }
        >
          Keep in “{view.label}”
        </Button>
      )}
      {mine && view && asks === view.asks ? (
        <Button onClick={() => void forget(view).catch(fails)}>Forget this view</Button>
      ) : (
        <Button variant="outlined" onClick={() => setNaming(true)}>
          Save as a view
        </Button>
      )}
      {naming && (
        <NameView
          onCancel={() => setNaming(false)}
          onKeep={async (label, shared) => {
            const made = await add(label, shared);
            setNaming(false);
            tell(`“${made.label}” stands among the views.`);
          }}
        />
      )}
    </>
  );
}
