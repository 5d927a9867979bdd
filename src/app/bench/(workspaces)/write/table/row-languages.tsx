'use client';
import type { ReactElement } from 'react';
import type { SaidIn } from '../../../../../core/content/translation-sources';
import { languageName } from '../../../../../ui/form-languages';
import styles from './table.module.css';

const words: Record<SaidIn, string> = { nothing: 'missing', part: 'in part', older: 'older', all: '' };

/** How far a row is said in each other language. */
export function RowLanguages({ languages }: { languages: Readonly<Record<string, SaidIn>> }): ReactElement {
  return (
    <>
      {Object.entries(languages).map(([locale, said]) => (
        <span key={locale} className={styles.language} data-said={said}>
          {languageName(locale)} {words[said]}
        </span>
      ))}
    </>
  );
}
