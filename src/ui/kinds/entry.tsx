'use client';
import { Autocomplete, TextField } from '@mui/material';
import { FileSymlink } from 'lucide-react';
import { useDeferredValue, useState, type ReactElement } from 'react';
import { inBin } from '../../core/content/known';
import { Labelled } from '../labelled';
import { useModel } from '../model-in-force';
import { useAsk } from '../use-ask';
import { useKnown } from '../use-known';
import { ChosenList } from './chosen-list';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import { YesRule } from './rule-inputs';
import { idsIn, severalNote, SeveralRulesInputs } from './several-rules';

/** The names of some entries, asked together. */
export function useEntryNames(ids: readonly string[]): ReadonlyMap<string, string> {
  const { entries, binned = [] } = useKnown(ids);
  return new Map([
    ...[...entries].map(([id, { title }]) => [id, title] as const),
    ...[...binned].map(([id, title]) => [id, inBin(title)] as const),
  ]);
}

/** Finds an entry of some types by the words in its name. */
export function EntryFinder({
  id,
  types,
  taken,
  onChoose,
  invalid = false,
  describedBy,
  label,
}: {
  id: string;
  types: readonly string[];
  taken: readonly string[];
  onChoose: (entry: string) => void;
  invalid?: boolean;
  describedBy?: string;
  label?: string;
}): ReactElement {
  const model = useModel();
  const [words, setWords] = useState('');
  const q = useDeferredValue(words.trim());
  const allowed = model.contentTypes.filter((type) => types.length === 0 || types.includes(type.id));
  const { data } = useAsk('findEntries', {
    query: {
      q,
      ...(types.length > 0 ? { types: allowed.map(({ definition }) => definition.key).join(',') } : {}),
    },
  });
  const options = (data?.items ?? []).filter((item) => !taken.includes(item.id));
  return (
    <Autocomplete
      id={id}
      options={options}
      value={null}
      inputValue={words}
      onInputChange={(_, next, reason) => setWords(reason === 'reset' ? '' : next)}
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
        if (item) onChoose(item.id);
      }}
      noOptionsText={q ? 'No entry has these words in its name.' : 'There are no entries yet.'}
      renderInput={(params) => (
        <TextField
          {...params}
          error={invalid}
          placeholder={
            allowed.length === 1
              ? `Find ${allowed[0]?.definition.label.toLowerCase()} by name`
              : 'Find an entry by name'
          }
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

function Input({
  id,
  rules,
  value,
  onChange,
  invalid,
  describedBy,
  label,
}: InputProps<'entry'>): ReactElement {
  const chosen = idsIn(value);
  const names = useEntryNames(chosen);
  return (
    <div>
      <ChosenList
        label="Chosen entries"
        items={chosen.map((each) => ({ id: each, label: names.get(each) ?? '…' }))}
        onChange={(ids) => onChange(rules.multiple ? ids : (ids[0] ?? null))}
      />
      {(rules.multiple || chosen.length === 0) && (
        <EntryFinder
          id={id}
          types={rules.types}
          taken={chosen}
          invalid={invalid}
          describedBy={describedBy}
          {...(label ? { label } : {})}
          onChoose={(entry) => onChange(rules.multiple ? [...chosen, entry] : entry)}
        />
      )}
    </div>
  );
}

const Rules = ({ id, rules, onChange, model }: RulesProps<'entry'>): ReactElement => (
  <>
    <Labelled id={`${id}-types`} label="Leads to" group help="None chosen: to an entry of any type.">
      <div>
        {model.contentTypes.map((type) => (
          <YesRule
            key={type.id}
            label={type.label}
            value={rules.types.includes(type.id)}
            onChange={(may) =>
              onChange({
                ...rules,
                types: model.contentTypes
                  .map((each) => each.id)
                  .filter((each) => (each === type.id ? may : rules.types.includes(each))),
              })
            }
          />
        ))}
      </div>
    </Labelled>
    <SeveralRulesInputs id={id} rules={rules} onChange={onChange} />
  </>
);

export const entry: KindUi<'entry'> = {
  icon: FileSymlink,
  Input,
  Rules,
  width: 'half',
  note: (value, rules) => severalNote(idsIn(value).length, rules),
  isGroup: () => false,
};
