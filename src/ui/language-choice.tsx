'use client';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { ReactElement } from 'react';
import { languageName } from './form-languages';
import styles from './language-choice.module.css';
import { useModel } from './model-in-force';

/** In which language a form is filled in: an empty `value` is the main one. Nothing where the site has only one. */
export function LanguageChoice({
  value,
  onChange,
  toFix = () => 0,
}: {
  value: string;
  onChange: (locale: string) => void;
  /** How much there is to fix in what is said in a language. */
  toFix?: (locale: string) => number;
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
      {['', ...others].map((each) => (
        <ToggleButton key={each} value={each}>
          {languageName(each || model.locale)}
          {toFix(each) > 0 && <span className={styles.fix}>{toFix(each)} to fix</span>}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
