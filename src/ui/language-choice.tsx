'use client';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { ReactElement } from 'react';
import { languageName } from './form-languages';
import { useModel } from './model-in-force';

/** In which language a form is filled in: an empty `value` is the main one. Nothing where the site has only one. */
export function LanguageChoice({
  value,
  onChange,
}: {
  value: string;
  onChange: (locale: string) => void;
}): ReactElement | null {
  const model = useModel();
  const { others } = model.document.locales;
  if (others.length === 0) return null;
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={value}
      aria-label="Language"
      sx={{ mb: 3 }}
      onChange={(_, next: string | null) => {
        if (next !== null) onChange(next);
      }}
    >
      <ToggleButton value="">{languageName(model.locale)}</ToggleButton>
      {others.map((each) => (
        <ToggleButton key={each} value={each}>
          {languageName(each)}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
