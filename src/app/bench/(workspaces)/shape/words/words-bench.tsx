'use client';
import { Checkbox, FormControlLabel, OutlinedInput } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { ModelDocument } from '../../../../../core/model/document';
import { missingIn, wordBounds } from '../../../../../core/model/visitor-words';
import { languageName } from '../../../../../ui/form-languages';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { useVisitorWords } from '../use-visitor-words';
import { useWorkingModel } from '../working-model';
import styles from '../../../../../ui/look/plain-table.module.css';

/** A model in which words are said so in a language; nothing takes their form there away. */
const withWords = (model: ModelDocument, locale: string, words: string, said: string): ModelDocument => {
  const { [words]: _before, ...others } = model.words?.[locale] ?? {};
  const next = said === '' ? others : { ...others, [words]: said };
  return { ...model, words: { ...model.words, [locale]: next } };
};

/** Every word of the model that visitors read, with its form in each language of the sites. */
export function WordsBench(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const { others } = document.locales;
  const all = useVisitorWords();
  const [onlyMissing, setOnlyMissing] = useState(false);
  // What is being filled in stays while it is.
  const [shown, setShown] = useState<ReadonlySet<string>>();
  const missing = (words: string) => others.some((locale) => !document.words?.[locale]?.[words]);
  const rows = all?.filter(({ words }) => !onlyMissing || shown?.has(words));
  return (
    <>
      <div className={look.heading}>
        <div>
          <Eyebrow>The whole model</Eyebrow>
          <h1>Words for visitors</h1>
          <p className={look.pencil}>
            Labels, units, answers and fixed words that stand on the pages, as each language says them.
            Choices, categories and headings of listings have their own.
          </p>
          {all && others.length > 0 && (
            <p className={look.pencil} role="status">
              {others
                .map((locale) => {
                  const n = missingIn(document, locale, all).length;
                  return `${languageName(locale)}: ${n === 0 ? 'all are there' : `${n} of ${all.length} missing`}`;
                })
                .join('; ')}
              .
            </p>
          )}
        </div>
        {all && others.length > 0 && (
          <FormControlLabel
            label="Only what is missing"
            control={
              <Checkbox
                size="small"
                checked={onlyMissing}
                onChange={({ target }) => {
                  setOnlyMissing(target.checked);
                  setShown(new Set(all.filter(({ words }) => missing(words)).map(({ words }) => words)));
                }}
              />
            }
          />
        )}
      </div>
      {others.length === 0 && (
        <div className={look.empty}>
          <strong>The sites have one language.</strong>
          <p>
            With another, added in <Link href="/bench/shape/settings">Settings</Link>, the words that visitors
            read stand here.
          </p>
        </div>
      )}
      {rows && others.length > 0 && (
        <Frame label="Words for visitors">
          <div className={styles.wrap} tabIndex={0} role="region" aria-label="Words, to scroll">
            <table className={styles.table}>
              <thead>
                <tr>
                  <th scope="col">{languageName(document.locales.main)}</th>
                  {others.map((locale) => (
                    <th scope="col" key={locale}>
                      {languageName(locale)}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(({ words, where }) => (
                  <tr key={words}>
                    <th scope="row">
                      {words}
                      <small>{where}</small>
                    </th>
                    {others.map((locale) => (
                      <td key={locale}>
                        <OutlinedInput
                          size="small"
                          fullWidth
                          disabled={!mayChange}
                          value={document.words?.[locale]?.[words] ?? ''}
                          placeholder={words}
                          onChange={({ target }) =>
                            change((model) => withWords(model, locale, words, target.value))
                          }
                          slotProps={{
                            input: {
                              'aria-label': `${words} in ${languageName(locale)}`,
                              lang: locale,
                              maxLength: wordBounds.each,
                            },
                          }}
                        />
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </Frame>
      )}
    </>
  );
}
