'use client';
import { Autocomplete, TextField } from '@mui/material';
import type { ReactElement } from 'react';
import type { CategoryAnswer } from '../contract/categories';
import type { Id } from '../core/ids';
import { firstOptions } from './first-options';

interface Props {
  id: string;
  /** The categories that are offered, in reading order. */
  offered: readonly CategoryAnswer[];
  trails: ReadonlyMap<Id, string>;
  /** The one that is chosen, where it stays in the box. */
  value?: Id | undefined;
  onPick: (category: Id) => void;
  /** Makes one, where one may: its name, and the one it stands below. */
  onMake?: ((label: string, parent: Id | null) => void) | undefined;
  placeholder: string;
  nothing?: string;
  invalid?: boolean;
  /** What it is called and described by, where no label stands beside it. */
  label?: string;
  describedBy?: string;
}

/** What stands last among what is found: a new one, below another where it is typed so (`Wetland › Fen`). */
interface Made {
  id: '';
  label: string;
  parent: Id | null;
  depth: 0;
  above?: string;
}

const firstCategories = firstOptions<CategoryAnswer | Made>();

/** What would be made of what was typed; nothing where it is there already. */
function madeOf(
  words: string,
  offered: readonly CategoryAnswer[],
  trails: ReadonlyMap<Id, string>,
): Made | undefined {
  const pieces = words
    .split(/\s*[›>]\s*/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  const label = pieces.at(-1);
  if (label === undefined) return undefined;
  const above = pieces.slice(0, -1).join(' › ');
  const called = (trail: string) =>
    [...trails].find(([, each]) => each.toLowerCase() === trail.toLowerCase())?.[0];
  const parent = above === '' ? null : called(above);
  if (parent === undefined) return undefined;
  const isThere = offered.some(
    (item) => item.parent === parent && item.label.toLowerCase() === label.toLowerCase(),
  );
  return isThere ? undefined : { id: '', label, parent, depth: 0, ...(above === '' ? {} : { above }) };
}

/** A box in which a category is found by its name, among however many. */
export function CategoryPick({
  id,
  offered,
  trails,
  value,
  onPick,
  onMake,
  placeholder,
  nothing = 'Nothing has these words in its name.',
  invalid = false,
  label,
  describedBy,
}: Props): ReactElement {
  return (
    <Autocomplete<CategoryAnswer | Made>
      id={id}
      options={[...offered]}
      value={offered.find((item) => item.id === value) ?? null}
      blurOnSelect={value !== undefined}
      clearOnBlur
      openOnFocus
      filterOptions={(all, state) => {
        const made = onMake && madeOf(state.inputValue, offered, trails);
        return [...firstCategories(all, state), ...(made ? [made] : [])];
      }}
      getOptionLabel={(item) => trails.get(item.id) ?? item.label}
      getOptionKey={(item) => item.id}
      renderOption={({ key: _key, ...props }, item) => (
        <li key={item.id} {...props} style={{ paddingLeft: 12 + item.depth * 16 }}>
          {item.label}
          {item.id === '' && (
            <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>
              {'above' in item ? `Make it below ${item.above}` : 'Make it'}
            </small>
          )}
        </li>
      )}
      onChange={(_, item) => {
        if (item?.id === '') onMake?.(item.label, item.parent);
        else if (item) onPick(item.id);
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
