'use client';
import { Autocomplete, TextField } from '@mui/material';
import type { ReactElement } from 'react';
import { languageName } from './form-languages';
import { faultId, Labelled } from './labelled';

interface Props {
  id: string;
  label: string;
  value: string;
  onChange: (value: string) => void;
  faults?: readonly string[];
  help?: string;
  readOnly?: boolean;
}

/** One of many names, found by typing some of it. */
function NameBox({
  id,
  label,
  value,
  onChange,
  faults = [],
  help,
  readOnly = false,
  names,
  nameOf,
}: Props & { names: readonly string[]; nameOf: (name: string) => string }): ReactElement {
  return (
    <Labelled id={id} label={label} faults={faults} help={help}>
      <Autocomplete
        id={id}
        value={value}
        options={names.includes(value) ? names : [value, ...names]}
        getOptionLabel={nameOf}
        onChange={(_, next) => next && onChange(next)}
        disableClearable
        readOnly={readOnly}
        renderInput={(params) => (
          <TextField
            {...params}
            error={faults.length > 0}
            slotProps={{
              ...params.slotProps,
              htmlInput: {
                ...params.slotProps.htmlInput,
                'aria-describedby': [help ? `${id}-help` : '', faultId(id)].join(' ').trim(),
              },
            }}
          />
        )}
      />
    </Labelled>
  );
}

/** Time zones by their names (IANA), as the browser knows them. */
export const ZoneBox = (props: Props): ReactElement => (
  <NameBox
    {...props}
    names={Intl.supportedValuesOf('timeZone')}
    nameOf={(zone) => zone.replaceAll('_', ' ')}
  />
);

/** Languages that many sites are written in; any other can be chosen by its tag in Shape. */
const written = [
  'ar',
  'bg',
  'ca',
  'cs',
  'cy',
  'da',
  'de',
  'el',
  'en',
  'en-GB',
  'es',
  'et',
  'eu',
  'fi',
  'fr',
  'ga',
  'gl',
  'he',
  'hi',
  'hr',
  'hu',
  'id',
  'is',
  'it',
  'ja',
  'ko',
  'lt',
  'lv',
  'mt',
  'nl',
  'no',
  'pl',
  'pt',
  'pt-BR',
  'ro',
  'ru',
  'sk',
  'sl',
  'sq',
  'sr',
  'sv',
  'tr',
  'uk',
  'vi',
  'zh',
];

export const LanguageBox = ({
  names = written,
  ...props
}: Props & { names?: readonly string[] }): ReactElement => (
  <NameBox {...props} names={names} nameOf={(tag) => `${languageName(tag)} (${tag})`} />
);
