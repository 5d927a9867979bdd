'use client';
import { Button, IconButton } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { keyFrom } from '../../../../core/model/naming';
import { modelBounds } from '../../../../core/model/document';
import { parseBegins, providerBounds } from '../../../../core/site/providers';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** From where blocks may show a film, a map or a form; nothing of it is fetched before a visitor agrees. */
export function SiteProviders(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const { providers = [] } = document;
  const [label, setLabel] = useState('');
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState('');
  const add = () => {
    const begins = parseBegins(typed);
    if (!begins) return setFault('Write how its addresses begin: https://films.example/show/');
    if (providers.some((each) => each.begins === begins)) return setFault('It is there already.');
    const key = keyFrom(
      label,
      providers.map((each) => each.key),
    );
    change((model) => ({
      ...model,
      providers: [...(model.providers ?? []), { key, label: label.trim(), begins }],
    }));
    setLabel('');
    setTyped('');
    return setFault('');
  };
  return (
    <div className={styles.languages}>
      <Eyebrow end={providers.length}>From elsewhere</Eyebrow>
      <p className={look.pencil}>
        Blocks that show something from elsewhere take it from these alone. A visitor’s browser fetches
        nothing of it until the visitor asks for it.
      </p>
      <ul>
        {providers.map((each) => (
          <li key={each.key}>
            <b>{each.label}</b> <Mono>{each.begins}</Mono>
            {mayChange && (
              <IconButton
                size="small"
                aria-label={`Show nothing from ${each.label} any more`}
                onClick={() =>
                  change((model) => {
                    const { providers: all = [], ...rest } = model;
                    const left = all.filter(({ key }) => key !== each.key);
                    return left.length > 0 ? { ...rest, providers: left } : rest;
                  })
                }
              >
                <X size={14} />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      {mayChange && providers.length < providerBounds.all && (
        <>
          <div className={styles.pair}>
            <TextBox
              id="provider-label"
              label="Name, as visitors read it"
              value={label}
              onChange={setLabel}
              slotProps={{ input: { maxLength: modelBounds.label } }}
            />
            <TextBox
              id="provider-begins"
              label="Its addresses begin with"
              value={typed}
              onChange={setTyped}
              faults={fault ? [fault] : []}
              slotProps={{ input: { maxLength: providerBounds.begins, spellCheck: false } }}
            />
          </div>
          <div className={look.acts}>
            <Button disabled={!label.trim() || !typed.trim()} onClick={add}>
              Add it
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
