'use client';
import { Checkbox, FormControlLabel, LinearProgress, MenuItem, Select } from '@mui/material';
import { useId, useState, type ReactElement } from 'react';
import { columnsInto, type IntoType } from '../../../../../core/formats/rows/into-type';
import type { Id } from '../../../../../core/ids';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType, Field } from '../../../../../core/model/document';
import { kindFor } from '../../../../../core/model/kinds';
import { Labelled } from '../../../../../ui/labelled';
import look from '../../../../../ui/look/look.module.css';
import { Note } from '../../../../../ui/marks';
import styles from '../shape.module.css';
import { BringIn } from './bring-in';
import { IntoColumns } from './into-columns';
import { IntoNames } from './into-names';
import { partedAs } from './parted-as';
import type { Into, Sample } from './sample-state';
import { TrialWords } from './trial-words';
import { useNames, type FieldNames } from './use-names';
import { useTrial } from './use-trial';

const NONE = '';

/** The fields by which a row can be told to be an entry that is there. */
const mayKey = (field: Field): boolean => {
  const { mayDiffer, indexShape } = kindFor(field);
  return mayDiffer && !indexShape.many && (field.indexed === true || field.unique === true);
};

/** What names mean: as somebody said, else what is called so here or in another file that was brought in. */
function meansOf(
  found: readonly FieldNames[],
  { said }: Into,
  known: (field: Id, name: string) => Id | undefined,
): Map<Id, Map<string, string>> {
  return new Map(
    found.map(({ field: { id }, names }) => [
      id,
      new Map(
        names.flatMap(({ name, is }) => {
          const means = said.get(id)?.get(name) ?? known(id, name) ?? is?.id;
          return means === undefined ? [] : [[name, means] as const];
        }),
      ),
    ]),
  );
}

/** How the rows of a file come into a type that is there: column by column, name by name, tried before it is done. */
export function IntoSheet({
  sample,
  samples,
  type,
  onChange,
}: {
  sample: Sample & { into: Into };
  samples: readonly Sample[];
  type: CompiledType<ContentType>;
  onChange: (sample: Sample) => void;
}): ReactElement {
  const { looked, into } = sample;
  const { fields, definition } = type;
  const id = useId();
  const [came, setCame] = useState(0);
  const given = columnsInto(partedAs(looked.fields, into), fields, into.fills);
  // What was brought in may be named by what comes next.
  const named = new Set(looked.fields.flatMap(({ refersTo }) => refersTo ?? []));
  const others = samples
    .filter(({ entries, looked: { name } }) => entries && named.has(name))
    .map(({ looked: { name } }) => name);
  const found = useNames(looked.source, type.id, given.columns, given.fields, `${others.join(' ')} ${came}`);
  const known = (fieldId: Id, name: string): Id | undefined => {
    const refersTo = given.columns[given.fields.findIndex((field) => field.id === fieldId)]?.refersTo;
    return samples.find((each) => each.looked.name === refersTo)?.entries?.get(name);
  };
  const key = fields.find((field) => field.id === into.key && [...into.fills.values()].includes(field.id));
  const ready: IntoType | undefined =
    found.fields && found.isNow
      ? {
          ...given,
          means: meansOf(found.fields, into, known),
          empties: into.empties,
          ...(key ? { key: key.key } : {}),
        }
      : undefined;
  const trial = useTrial(looked.source, type.id, came > 0 ? undefined : ready);
  const put = (next: Into) => onChange({ ...sample, into: next });
  const keys = given.fields.filter(mayKey);
  const waitsFor = looked.fields
    .map(({ refersTo }) => refersTo)
    .find((name) => samples.some((each) => each.looked.name === name && each.into && !each.entries));
  return (
    <>
      <IntoColumns sample={sample} into={into} fields={fields} onChange={put} />
      <div className={styles.form}>
        {found.problem && <Note sort="error">{found.problem}</Note>}
        {!found.fields && !found.problem && found.of > 0 && (
          <div role="status" className={look.small}>
            <LinearProgress
              variant="determinate"
              value={(found.known / found.of) * 100}
              aria-label="Names looked up"
            />
            {found.known.toLocaleString('en')} of {found.of.toLocaleString('en')} names looked up.
          </div>
        )}
        {found.fields
          ?.filter(({ names }) => names.length > 0)
          .map((names) => (
            <IntoNames
              key={names.field.id}
              names={{
                ...names,
                names: names.names.map((each) => {
                  const entry = known(names.field.id, each.name);
                  return entry === undefined ? each : { ...each, is: { id: entry, label: each.name } };
                }),
              }}
              said={into.said.get(names.field.id) ?? new Map()}
              typeLabel={definition.label}
              onSay={(said) => put({ ...into, said: new Map(into.said).set(names.field.id, said) })}
            />
          ))}
        <div className={styles.pair}>
          <Labelled
            id={id}
            label="A row is an entry that is there"
            help={
              keys.length === 0
                ? 'No column fills an indexed line or number, so every row is a new entry.'
                : undefined
            }
          >
            <Select
              size="small"
              displayEmpty
              value={key?.id ?? NONE}
              onChange={({ target: { value } }) => {
                const { key: _key, ...rest } = into;
                put(value === NONE ? rest : { ...rest, key: value });
              }}
              labelId={`${id}-label`}
              SelectDisplayProps={{ id }}
            >
              <MenuItem value={NONE}>never: all are new</MenuItem>
              {keys.map(({ id: field, label }) => (
                <MenuItem key={field} value={field}>
                  where {label} is the same
                </MenuItem>
              ))}
            </Select>
          </Labelled>
          {key && (
            <FormControlLabel
              control={
                <Checkbox
                  checked={into.empties}
                  onChange={({ target }) => put({ ...into, empties: target.checked })}
                />
              }
              label="An empty cell empties what the entry has"
            />
          )}
        </div>
        {came === 0 && <TrialWords trial={trial} rows={looked.rows} known={ready !== undefined} />}
        <BringIn
          sample={sample}
          type={type}
          into={ready}
          trial={trial}
          {...(waitsFor === undefined ? {} : { waitsFor })}
          onDone={(entries) => {
            setCame((n) => n + 1);
            onChange({ ...sample, entries });
          }}
        />
      </div>
    </>
  );
}
