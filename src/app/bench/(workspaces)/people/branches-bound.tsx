'use client';
import { Autocomplete, TextField } from '@mui/material';
import { useMemo, useState, type ReactElement } from 'react';
import type { Id } from '../../../../core/ids';
import { Labelled } from '../../../../ui/labelled';
import { useKnown } from '../../../../ui/use-known';
import { usePagesOffered, type PageOffered } from '../../../../ui/use-pages-offered';

/** Pages of the trees with all below them; none of them is no bound. */
export function BranchesBound({
  chosen,
  onChange,
}: {
  chosen: readonly Id[];
  onChange: (ids: Id[]) => void;
}): ReactElement {
  const [typed, setTyped] = useState('');
  const { pages, filterOptions } = usePagesOffered(typed);
  const known = useKnown(chosen).pages;
  // The same from key to key: another value would take the words away that are typed.
  const value = useMemo(
    () => chosen.map((id) => ({ id, title: known.get(id)?.title ?? '…', address: '', parent: null })),
    [chosen, known],
  );
  return (
    <Labelled id="limits-branches" label="Pages, with all below them">
      <Autocomplete<PageOffered, true>
        id="limits-branches"
        multiple
        options={pages}
        value={value}
        filterOptions={filterOptions}
        onInputChange={(_, words, why) => setTyped(why === 'input' ? words : '')}
        isOptionEqualToValue={(a, other) => a.id === other.id}
        getOptionKey={({ id }) => id}
        getOptionLabel={({ title }) => title || 'Without a name'}
        renderOption={({ key: _key, ...props }, { id, title, address }) => (
          <li key={id} {...props}>
            <span>{title || 'Without a name'}</span>
            <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>{address}</small>
          </li>
        )}
        onChange={(_, next) => onChange(next.map(({ id }) => id))}
        renderInput={(params) => (
          <TextField {...params} {...(chosen.length === 0 ? { placeholder: 'Every page' } : {})} />
        )}
      />
    </Labelled>
  );
}
