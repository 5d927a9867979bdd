'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { MADE } from '../../../../../core/formats/rows/into-type';
import { mostNames } from '../../../../../core/formats/rows/names-in-rows';
import { addChoices } from '../../../../../core/model/change/add-choices';
import { kindFor } from '../../../../../core/model/kinds';
import { useMay } from '../../../../../ui/shell/person';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import styles from '../shape.module.css';
import { useWorkingModel } from '../working-model';
import type { FieldNames } from './use-names';

const LEFT_OUT = '';
/** How many names are shown before the rest are asked for. */
const SHOWN = 12;

const rowsInWords = (rows: number) => `${rows.toLocaleString('en')} ${rows === 1 ? 'row' : 'rows'}`;

/** What the names in one field mean: how many are there, and of each that is not, what it is to mean. */
export function IntoNames({
  names: { field, names, tooMany },
  said,
  typeLabel,
  onSay,
}: {
  names: FieldNames;
  /** What somebody said of some of them; null leaves one out. */
  said: ReadonlyMap<string, string | null>;
  typeLabel: string;
  onSay: (said: ReadonlyMap<string, string | null>) => void;
}): ReactElement {
  const { mayChange, change, inForce } = useWorkingModel();
  const mayShape = useMay('shape the model');
  const [all, setAll] = useState(false);
  const { choices, scheme, leadsTo = [] } = kindFor(field);
  const asked = names.filter(({ is }) => !is);
  const near = asked.filter((each) => each.near.length > 0);
  const target = leadsTo.length === 1 ? inForce.contentTypes.find(({ id }) => id === leadsTo[0]) : undefined;
  const making = choices ? undefined : scheme === undefined ? target?.label.toLowerCase() : 'category';
  const mayMake = making !== undefined && (scheme === undefined || mayShape);
  const missing = asked.filter(({ name, near: like }) => like.length === 0 && said.get(name) === undefined);
  const say = (some: readonly (readonly [string, string | null])[]) => onSay(new Map([...said, ...some]));
  const shown = all ? asked : asked.slice(0, SHOWN);
  return (
    <section className={styles.named} aria-label={`Names in ${field.label}`}>
      <h3>{field.label}</h3>
      <p className={look.small}>
        {asked.length === 0
          ? `All ${names.length.toLocaleString('en')} different names are there.`
          : `${(names.length - asked.length).toLocaleString('en')} of ${names.length.toLocaleString('en')} different names are there.`}{' '}
        {near.length > 0 &&
          `${near.length.toLocaleString('en')} ${near.length === 1 ? 'is' : 'are'} nearly called so.`}
      </p>
      {tooMany && (
        <Note>
          There are more than {mostNames.toLocaleString('en')} different names; those after them are left out.
        </Note>
      )}
      {asked.length > 0 && (
        <div className={styles.acts}>
          {near.length > 1 && (
            <Button
              size="small"
              variant="outlined"
              onClick={() =>
                say(near.flatMap(({ name, near: [first] }) => (first ? [[name, first.id]] : [])))
              }
            >
              Take the likeliest for all {near.length.toLocaleString('en')}
            </Button>
          )}
          {mayMake && missing.length > 1 && (
            <Button
              size="small"
              variant="outlined"
              onClick={() => say(missing.map(({ name }) => [name, MADE]))}
            >
              Make the {missing.length.toLocaleString('en')} that are not there
            </Button>
          )}
          {choices && missing.length > 0 && mayChange && (
            <Button
              size="small"
              variant="outlined"
              onClick={() =>
                change((model) =>
                  addChoices(
                    model,
                    field.id,
                    missing.map(({ name }) => name),
                  ),
                )
              }
            >
              Add {missing.length === 1 ? 'it' : `the ${missing.length.toLocaleString('en')}`} to the choices
            </Button>
          )}
        </div>
      )}
      {choices && missing.length > 0 && (
        <p className={`${look.pencil} ${look.small}`}>
          {mayChange
            ? `New choices are part of ${typeLabel} once they are in force; these rows then find them.`
            : 'Only an architect adds choices.'}
        </p>
      )}
      {shown.length > 0 && (
        <ul className={styles.nameless}>
          {shown.map(({ name, near: like, rows }) => (
            <li key={name}>
              <span>
                “{name.length > 60 ? `${name.slice(0, 60)}…` : name}”{' '}
                <span className={look.pencil}>in {rowsInWords(rows)}</span>
              </span>
              <Select
                size="small"
                displayEmpty
                value={said.get(name) ?? LEFT_OUT}
                onChange={({ target: { value } }) => say([[name, value === LEFT_OUT ? null : value]])}
                slotProps={{ input: { 'aria-label': `What ${name} means` } }}
              >
                <MenuItem value={LEFT_OUT}>Left out</MenuItem>
                {like.map(({ id, label, detail }) => (
                  <MenuItem key={id} value={id}>
                    is {label}
                    {detail && <span className={styles.ofKind}>{detail}</span>}
                  </MenuItem>
                ))}
                {mayMake && <MenuItem value={MADE}>Make a new {making}</MenuItem>}
              </Select>
            </li>
          ))}
        </ul>
      )}
      {asked.length > shown.length && (
        <Button size="small" onClick={() => setAll(true)}>
          Show the other {(asked.length - shown.length).toLocaleString('en')}
        </Button>
      )}
    </section>
  );
}
