'use client';
import { Autocomplete, TextField } from '@mui/material';
import { useDeferredValue, useState, type ReactElement } from 'react';
import type { InsteadOption } from '../contract/instead';
import { Labelled } from './labelled';
import { useAsk } from './use-ask';

/** Finds what is put in the place of something that goes, by the words in its name; nothing need be. */
export function InsteadBox({
  id,
  record,
  help,
  chosen,
  onChoose,
}: {
  id: string;
  /** What goes. */
  record: string;
  help: string;
  chosen: InsteadOption | undefined;
  onChoose: (option: InsteadOption | undefined) => void;
}): ReactElement {
  const [words, setWords] = useState('');
  const sought = useDeferredValue(words.trim());
  // What stands in the box once something is chosen is its name, and seeks nothing.
  const q = sought === chosen?.label ? '' : sought;
  const { data } = useAsk('insteadOf', { path: { id: record }, query: q === '' ? {} : { q } });
  return (
    <Labelled id={id} label="In its place" help={help}>
      <Autocomplete
        id={id}
        options={data?.items ?? []}
        value={chosen ?? null}
        inputValue={words}
        onInputChange={(_, next) => setWords(next)}
        filterOptions={(all) => all}
        openOnFocus
        getOptionLabel={({ label }) => label || 'Without a name'}
        getOptionKey={(option) => option.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        renderOption={({ key: _key, ...props }, { id: of, label, detail }) => (
          <li key={of} {...props}>
            <span>{label || 'Without a name'}</span>
            <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>{detail}</small>
          </li>
        )}
        onChange={(_, option) => onChoose(option ?? undefined)}
        noOptionsText={
          !data
            ? 'Looking…'
            : q
              ? 'Nothing of its sort that visitors see has these words.'
              : 'Visitors see nothing else of its sort.'
        }
        renderInput={(params) => <TextField {...params} placeholder="Nothing" />}
      />
    </Labelled>
  );
}
