'use client';
import { Autocomplete, TextField } from '@mui/material';
import { useDeferredValue, useState, type ReactElement } from 'react';
import { useModel } from '../model-in-force';
import { useAsk } from '../use-ask';

/** What stands last among what is found: something new, called as was typed. */
const MAKE = 'make';

/** Finds an entry of some types by the words in its name, or has one made that is called so. */
export function EntryFinder({
  id,
  types,
  taken,
  onChoose,
  onMake,
  invalid = false,
  describedBy,
  label,
}: {
  id: string;
  types: readonly string[];
  taken: readonly string[];
  onChoose: (entry: string) => void;
  /** Makes an entry of this name, where one may. */
  onMake?: ((name: string) => void) | undefined;
  invalid?: boolean;
  describedBy?: string;
  label?: string;
}): ReactElement {
  const model = useModel();
  const [words, setWords] = useState('');
  const q = useDeferredValue(words.trim());
  const allowed = model.contentTypes.filter((type) => types.length === 0 || types.includes(type.id));
  const [only] = allowed;
  const one = allowed.length === 1 && only ? only.definition.label.toLowerCase() : 'entry';
  const { data, isPlaceholderData } = useAsk('findEntries', {
    query: {
      q,
      ...(types.length > 0 ? { types: allowed.map(({ definition }) => definition.key).join(',') } : {}),
    },
  });
  const found = (data?.items ?? []).filter((item) => !taken.includes(item.id));
  const name = words.trim();
  const options =
    onMake && name !== ''
      ? [...found, { id: MAKE, label: name, detail: `Make a new ${one} called so` }]
      : found;
  return (
    <Autocomplete
      id={id}
      options={options}
      value={null}
      inputValue={words}
      // What was chosen stands beside it: only what is typed is sought.
      onInputChange={(_, next, reason) => setWords(reason === 'input' ? next : '')}
      filterOptions={(all) => all}
      openOnFocus
      clearOnBlur
      getOptionLabel={(item) => item.label || 'Without a name'}
      getOptionKey={(item) => item.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      renderOption={({ key: _key, ...props }, item) => (
        <li key={item.id} {...props}>
          <span>{item.label || 'Without a name'}</span>
          <small style={{ marginLeft: 'auto', color: 'var(--pencil)' }}>{item.detail}</small>
        </li>
      )}
      onChange={(_, item) => {
        if (item?.id === MAKE) onMake?.(item.label);
        else if (item) onChoose(item.id);
      }}
      loading={data === undefined || isPlaceholderData}
      loadingText="Looking…"
      noOptionsText={q ? 'No entry has these words in its name.' : 'There are no entries yet.'}
      renderInput={(params) => (
        <TextField
          {...params}
          error={invalid}
          placeholder={allowed.length === 1 ? `Find ${one} by name` : 'Find an entry by name'}
          slotProps={{
            ...params.slotProps,
            htmlInput: {
              ...params.slotProps.htmlInput,
              'aria-describedby': describedBy,
              ...(label ? { 'aria-label': label } : {}),
            },
          }}
        />
      )}
    />
  );
}
