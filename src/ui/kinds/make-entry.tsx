'use client';
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, Select } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useState, type ReactElement } from 'react';
import { defaultValues, serializeValues } from '../../core/content/values';
import type { Fault } from '../../core/faults';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { ask, Problem, wordsOf } from '../ask';
import { Labelled } from '../labelled';
import { Note } from '../marks';
import { useModel } from '../model-in-force';
import { faultsBelow, keyOf, parseForm } from '../parse-form';
import { useTell } from '../telling';
import type { Inside } from './inside';

/** What a new entry of a type says: what the type begins with, and its name. */
function begunAs({ fields, definition }: CompiledType<ContentType>, name: string): JsonObject {
  const title = fields.find(({ id }) => id === definition.title);
  return { ...serializeValues(fields, defaultValues(fields)), ...(title ? { [title.key]: name } : {}) };
}

/** Makes an entry that something is to name, without leaving what names it. */
export function MakeEntry({
  Fields,
  types,
  name,
  onClose,
  onMade,
}: {
  Fields: Inside;
  /** Of which types it may be. */
  types: readonly CompiledType<ContentType>[];
  name: string;
  onClose: () => void;
  onMade: (entry: string) => void;
}): ReactElement | null {
  const client = useQueryClient();
  const tell = useTell();
  const { locale } = useModel();
  const [id] = useState(newId);
  const [of, setOf] = useState(types[0]?.id ?? '');
  const type = types.find((each) => each.id === of);
  const [typed, setTyped] = useState<JsonObject>({});
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<{ words: string; faults: readonly Fault[] }>();
  if (!type) return null;
  const { fields, definition } = type;
  const values = { ...begunAs(type, name), ...typed };
  const reading = parseForm(fields, values, dayjs().format('YYYY-MM-DD'));
  const unread = reading.faults.filter(({ path }) => !(keyOf(path) in reading.sendable));
  // Rules that are broken are told once it is kept; here only what is no value of its kind.
  const faults = [...unread, ...(problem?.faults ?? [])];
  const make = async () => {
    setBusy(true);
    setProblem(undefined);
    try {
      const made = await ask('addEntry', { body: { id, type: definition.key, values: reading.sendable } });
      void client.invalidateQueries({ queryKey: ['findEntries'] });
      void client.invalidateQueries({ queryKey: ['entries'] });
      const lacks = made.faults.length;
      tell(
        `“${name}” is kept as a draft.${lacks > 0 ? ` ${lacks} ${lacks === 1 ? 'thing is' : 'things are'} to fix before it can go out.` : ''}`,
      );
      onMade(made.id);
    } catch (error) {
      setProblem({ words: wordsOf(error), faults: error instanceof Problem ? error.faults : [] });
      setBusy(false);
    }
  };
  return (
    <Dialog
      open
      fullWidth
      maxWidth="md"
      // What was typed here is not lost by a press beside it.
      onClose={() => Object.keys(typed).length === 0 && onClose()}
    >
      <DialogTitle>New {definition.label.toLocaleLowerCase(locale)}</DialogTitle>
      <DialogContent>
        {types.length > 1 && (
          <Labelled id="made-type" label="Type">
            <Select
              fullWidth
              value={of}
              labelId="made-type-label"
              SelectDisplayProps={{ id: 'made-type' }}
              onChange={({ target }) => {
                setOf(target.value);
                setTyped({});
              }}
            >
              {types.map((each) => (
                <MenuItem key={each.id} value={each.id}>
                  {each.definition.label}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
        )}
        <Fields
          id="made"
          fields={fields}
          values={values}
          faults={faultsBelow(faults, '/values')}
          onChange={(key, next) => setTyped((before) => ({ ...before, [key]: next }))}
        />
        {problem && (
          <Note sort="error" role="alert">
            {problem.words}
          </Note>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={busy || unread.length > 0} onClick={() => void make()}>
          Make it and choose it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
