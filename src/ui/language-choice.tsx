'use client';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { memo, type ReactElement } from 'react';
import { languageName } from './form-languages';
import styles from './language-choice.module.css';
import { useModel } from './model-in-force';

interface Props {
  value: string;
  onChange: (locale: string) => void;
  /** How much there is to fix in what is said in each language, in their order, the main one first. */
  toFix?: readonly number[];
}

const isSame = (a: Props, b: Props): boolean =>
  a.value === b.value && a.onChange === b.onChange && String(a.toFix) === String(b.toFix);

/** In which language a form is filled in: an empty `value` is the main one. Nothing where the site has only one. */
export const LanguageChoice = memo(function LanguageChoice({
  value,
  onChange,
  toFix,
}: Props): ReactElement | null {
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
      {['', ...others].map((each, i) => (
        <ToggleButton key={each} value={each}>
          {languageName(each || model.locale)}
          {(toFix?.[i] ?? 0) > 0 && <span className={styles.fix}>{toFix?.[i]} to fix</span>}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}, isSame);
