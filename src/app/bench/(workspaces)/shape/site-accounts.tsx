'use client';
import { Button, IconButton, OutlinedInput } from '@mui/material';
import { X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { newId } from '../../../../core/ids';
import { modelBounds } from '../../../../core/model/document';
import { keyFrom } from '../../../../core/model/naming';
import { groupBounds, type Accounts } from '../../../../core/site/audience';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../ui/marks';
import { TextBox } from '../../../../ui/text-box';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** Whether visitors have accounts, who may have one, and the groups that they belong to. */
export function SiteAccounts(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const { accounts } = document;
  const [label, setLabel] = useState('');
  const put = (next: Accounts | undefined) =>
    change((model) => {
      const { accounts: _before, ...rest } = model;
      return next ? { ...rest, accounts: next } : rest;
    });
  const groups = accounts?.groups ?? [];
  const add = () => {
    if (!accounts) return;
    const key = keyFrom(
      label,
      groups.map((each) => each.key),
    );
    put({ ...accounts, groups: [...groups, { id: newId(), key, label: label.trim() }] });
    setLabel('');
  };
  return (
    <div className={styles.languages}>
      <Eyebrow {...(accounts ? { end: groups.length } : {})}>Accounts of visitors</Eyebrow>
      <p className={look.pencil}>
        With them pages, entries, blocks and whole types may be for whoever is signed in, or for some groups
        alone. They have nothing to do with those who work here.
      </p>
      <YesRule
        label="Visitors may have accounts"
        value={accounts !== undefined}
        onChange={(yes) => put(yes ? { groups: [] } : undefined)}
        disabled={!mayChange}
      />
      {accounts && (
        <>
          <YesRule
            label="Whoever likes may have one (else one is invited, in Watch)"
            value={accounts.open === true}
            onChange={(open) => put({ groups, ...(open ? { open: true } : {}) })}
            disabled={!mayChange}
          />
          <ul aria-label="Groups of visitors">
            {groups.map((each) => (
              <li key={each.id}>
                <OutlinedInput
                  size="small"
                  value={each.label}
                  onChange={({ target }) =>
                    put({
                      ...accounts,
                      groups: groups.map((one) =>
                        one.id === each.id ? { ...one, label: target.value } : one,
                      ),
                    })
                  }
                  slotProps={{
                    input: {
                      'aria-label': `Name of the group ${each.key}`,
                      maxLength: modelBounds.label,
                      readOnly: !mayChange,
                    },
                  }}
                />
                <Mono>{each.key}</Mono>
                {mayChange && (
                  <IconButton
                    size="small"
                    aria-label={`Take away the group ${each.label}`}
                    onClick={() => put({ ...accounts, groups: groups.filter(({ id }) => id !== each.id) })}
                  >
                    <X size={14} />
                  </IconButton>
                )}
              </li>
            ))}
          </ul>
          {mayChange && groups.length < groupBounds.all && (
            <>
              <TextBox
                id="group-label"
                label="Another group"
                value={label}
                onChange={setLabel}
                slotProps={{ input: { maxLength: modelBounds.label } }}
              />
              <div className={look.acts}>
                <Button disabled={!label.trim()} onClick={add}>
                  Add the group
                </Button>
              </div>
            </>
          )}
        </>
      )}
    </div>
  );
}
