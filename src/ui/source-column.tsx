'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { sameJson, type Json } from '../core/json';
import { parseValues } from '../core/content/values';
import type { Field } from '../core/model/document';
import { kindFor } from '../core/model/kinds';
import { languageName } from './form-languages';
import look from './look/look.module.css';
import { useModel } from './model-in-force';
import styles from './source-column.module.css';
import { WordsApart } from './words-apart';

/**
 * What stands beside the translation of a field: what the main language says, and how far the translation
 * follows it.
 */
export interface FieldSource {
  /** The field as the main language has it, and what it says there. */
  field: Field;
  value: Json | undefined;
  /** Whether what it says changed since the translation was written, and what it said then, where that is known. */
  older: boolean;
  before: Json | undefined;
  /** Says that the translation is right as it is. */
  onRight?: (() => void) | undefined;
}

/** In words how far a translation follows its source; nothing where it does. */
function stateOf({ value, older }: FieldSource, said: Json | undefined): string {
  const isSaid = said !== undefined && said !== null && said !== '';
  if (value === undefined || value === null) return '';
  if (!isSaid) return 'Missing: the source stands in for it.';
  if (older) return 'Older than the source, which changed since.';
  return sameJson(said, value) ? 'Says the same as the source.' : '';
}

/** The source of a field beside its translation: read, not written. */
export function SourceColumn({
  source,
  said,
}: {
  source: FieldSource;
  said: Json | undefined;
}): ReactElement {
  const model = useModel();
  const [asked, setAsked] = useState(false);
  const { field, value, older, before, onRight } = source;
  const state = stateOf(source, said);
  const words = (spoken: Json | undefined): string => {
    const kept = parseValues([field], { [field.key]: spoken ?? null }, {}, '').values[field.id];
    return kept === undefined ? '' : kindFor(field).inWords(kept, { locale: model.locale });
  };
  const known = older && before !== undefined;
  return (
    <div className={styles.source} lang={model.locale}>
      <div className={styles.top}>
        <span>{field.label}</span>
        <span>{languageName(model.locale)}</span>
      </div>
      <div className={styles.words}>
        {known && asked ? (
          <WordsApart own={words(value)} other={words(before)} sort="new" />
        ) : (
          words(value) || <span className={look.faint}>Nothing.</span>
        )}
      </div>
      {state && (
        <p className={styles.state} data-older={older}>
          {state}
        </p>
      )}
      {older && (
        <div className={styles.acts}>
          {known && (
            <Button size="small" aria-pressed={asked} onClick={() => setAsked(!asked)}>
              {asked ? 'As it is' : 'What changed'}
            </Button>
          )}
          {onRight && (
            <Button size="small" onClick={onRight}>
              The translation is right
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
