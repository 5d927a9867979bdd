'use client';
import { Autocomplete, TextField } from '@mui/material';
import type { ReactElement } from 'react';
import type { CategoryAnswer } from '../contract/categories';
import type { Id } from '../core/ids';
import { firstOptions } from './first-options';

/** The trail of each category in words, from the top down. */
export function trailsOf(items: readonly CategoryAnswer[]): Map<Id, string> {
  const way: string[] = [];
  return new Map(
    items.map(({ id, depth, label }) => {
      way.length = depth;
      way.push(label);
      return [id, way.join(' › ')];
    }),
  );
}

interface Props {
  id: string;
  /** The categories that are offered, in reading order. */
  offered: readonly CategoryAnswer[];
  trails: ReadonlyMap<Id, string>;
  /** The one that is chosen, where it stays in the box. */
  value?: Id | undefined;
  onPick: (category: Id) => void;
  placeholder: string;
  nothing?: string;
  invalid?: boolean;
  /** What it is called and described by, where no label stands beside it. */
  label?: string;
  describedBy?: string;
}

const firstCategories = firstOptions<CategoryAnswer>();

/** A box in which a category is found by its name, among however many. */
export function CategoryPick({
  id,
  offered,
  trails,
  value,
  onPick,
  placeholder,
  nothing = 'Nothing has these words in its name.',
  invalid = false,
  label,
  describedBy,
}: Props): ReactElement {
  return (
    <Autocomplete
      id={id}
      options={[...offered]}
      value={offered.find((item) => item.id === value) ?? null}
      blurOnSelect={value !== undefined}
      clearOnBlur
      openOnFocus
      filterOptions={firstCategories}
      getOptionLabel={(item) => trails.get(item.id) ?? item.label}
      getOptionKey={(item) => item.id}
      renderOption={({ key: _key, ...props }, item) => (
        <li key={item.id} {...props} style={{ paddingLeft: 12 + item.depth * 16 }}>
          {item.label}
        </li>
      )}
      onChange={(_, item) => {
        if (item) onPick(item.id);
      }}
      noOptionsText={nothing}
      renderInput={(params) => (
        <TextField
          {...params}
          error={invalid}
          placeholder={placeholder}
          slotProps={{
            ...params.slotProps,
            htmlInput: {
              ...params.slotProps.htmlInput,
              ...(describedBy === undefined ? {} : { 'aria-describedby': describedBy }),
              ...(label ? { 'aria-label': label } : {}),
            },
          }}
        />
      )}
    />
  );
}
