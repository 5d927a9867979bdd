'use client';
import { Autocomplete, TextField } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { usePagesOffered, type PageOffered } from './use-pages-offered';

/**
 * Finds a page by words of its title or how its address begins, or from the tree: its tops, and the way to the
 * chosen one.
 */
export function PageFinder({
  id,
  value,
  onChoose,
  label,
  none = 'Find a page by name',
}: {
  id: string;
  value: string;
  onChoose: (page: string) => void;
  label?: string;
  /** What stands where none is chosen. */
  none?: string;
}): ReactElement {
  const [typed, setTyped] = useState('');
  const { tree, pages, filterOptions } = usePagesOffered(typed, value || undefined);
  const parents = new Map(pages.map(({ id: each, parent }) => [each, parent]));
  const depthOf = (page: string): number => {
    const above = parents.get(page);
    return above ? depthOf(above) + 1 : 0;
  };
  return (
    <Autocomplete<PageOffered>
      id={id}
      options={pages}
      value={tree?.pages.find((page) => page.id === value) ?? null}
      filterOptions={filterOptions}
      onInputChange={(_, words, why) => setTyped(why === 'input' ? words : '')}
      getOptionLabel={(page) => page.title || page.address}
      getOptionKey={(page) => page.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      renderOption={({ key: _key, ...props }, page) => (
        <li key={page.id} {...props} style={{ paddingLeft: 12 + depthOf(page.id) * 14 }}>
          <span>{page.title}</span>
          <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>{page.address}</small>
        </li>
      )}
      onChange={(_, page) => onChoose(page?.id ?? '')}
      renderInput={(params) => (
        <TextField
          {...params}
          placeholder={none}
          slotProps={{
            ...params.slotProps,
            htmlInput: { ...params.slotProps.htmlInput, ...(label ? { 'aria-label': label } : {}) },
          }}
        />
      )}
    />
  );
}
