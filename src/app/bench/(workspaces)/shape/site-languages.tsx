'use client';
import { Button, IconButton } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { languageName } from '../../../../ui/form-languages';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../ui/marks';
import { LanguageBox } from '../../../../ui/place-boxes';
import { TextBox } from '../../../../ui/text-box';
import { useWorkingModel } from './working-model';
import styles from './shape.module.css';

/** The one spelling of a language's tag (BCP 47), or why it is none that can be added. */
function parseLanguage(written: string, there: readonly string[]): { tag: string } | { fault: string } {
  let tag: string | undefined;
  try {
    [tag] = Intl.getCanonicalLocales(written.trim());
  } catch {
    tag = undefined;
  }
  if (!tag || languageName(tag) === tag) return { fault: 'Write a language by its tag: fr, or pt-BR.' };
  return there.some((each) => each.toLowerCase() === tag.toLowerCase())
    ? { fault: `${languageName(tag)} is there already.` }
    : { tag };
}

/** The languages in which the sites are written: the main one, and those that localised fields are translated to. */
export function SiteLanguages(): ReactElement {
  const { document, mayChange, change, isEmpty } = useWorkingModel();
  const { main, others } = document.locales;
  const [written, setWritten] = useState('');
  const [fault, setFault] = useState('');
  const put = (next: string[]) =>
    change((model) => ({ ...model, locales: { ...model.locales, others: next } }));
  const add = () => {
    const read = parseLanguage(written, [main, ...others]);
    if ('fault' in read) {
      setFault(read.fault);
      return;
    }
    put([...others, read.tag]);
    setWritten('');
    setFault('');
  };
  return (
    <div className={styles.languages}>
      <Eyebrow end={others.length + 1}>Languages</Eyebrow>
      <ul>
        <li>
          <b>{languageName(main)}</b> <Mono>{main}</Mono>{' '}
          <span className={look.pencil}>the main one: it stands in where nothing is translated</span>
          {mayChange && isEmpty && (
            <LanguageBox
              id="main-language"
              label="Main language"
              value={main}
              onChange={(tag) =>
                change((model) => ({
                  ...model,
                  locales: { main: tag, others: others.filter((each) => each !== tag) },
                }))
              }
              help="It can be chosen while nothing is written."
            />
          )}
        </li>
        {others.map((each) => (
          <li key={each}>
            <b>{languageName(each)}</b> <Mono>{each}</Mono>{' '}
            <span className={look.pencil}>
              visitors find it at <Mono>/{each.toLowerCase()}</Mono>
            </span>
            {mayChange && (
              <IconButton
                aria-label={`Take out ${languageName(each)}`}
                onClick={() => put(others.filter((one) => one !== each))}
              >
                <X size={14} />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      {mayChange && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <TextBox
            id="another-language"
            label="Another language"
            value={written}
            onChange={setWritten}
            faults={fault ? [fault] : []}
            slotProps={{ input: { maxLength: 35, spellCheck: false } }}
            help="By its tag: fr, or pt-BR. What is said in a language that is taken out stays, and shows no more."
          />
          <Button type="submit" disabled={!written.trim()}>
            Add the language
          </Button>
        </form>
      )}
    </div>
  );
}
