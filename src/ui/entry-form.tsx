'use client';
import { PencilLine } from 'lucide-react';
import { memo, useState, type ReactElement, type ReactNode } from 'react';
import type { Fault } from '../core/faults';
import type { Id } from '../core/ids';
import type { Json, JsonObject } from '../core/json';
import type { Field } from '../core/model/document';
import { kindFor } from '../core/model/kinds';
import { groupId, groupsOf } from './field-groups';
import { proposedEnd } from '../core/content/proposed-end';
import { FieldEditor, kindUiFor } from './kinds';
import type { Width } from './kinds/kind-ui';
import type { FieldSource } from './source-column';
import { SourceColumn } from './source-column-later';
import { NoteHere } from './notes/note-here';
import { areSameFaults, faultsAt, shownFields } from './parse-form';
import look from './look/look.module.css';
import styles from './entry-form.module.css';

const widthOf = (field: Field | undefined): Width => (field ? kindUiFor(field).width : 'wide');

/**
 * Long things take the whole line, short ones share it; a line of words that finds no partner takes the whole
 * line too.
 */
function widthsOf(fields: readonly Field[]): Width[] {
  let waiting = false;
  return fields.map((field, i) => {
    const width = widthOf(field);
    if (width !== 'half') {
      waiting = false;
      return width;
    }
    const partner = waiting || widthOf(fields[i + 1]) === 'half';
    waiting = partner && !waiting;
    return partner || !kindUiFor(field).fillsLine ? 'half' : 'wide';
  });
}

/** Where visitors see a field: the places, or that they are on their way. */
type Shows = readonly string[] | 'soon';

/** One quiet mark of where visitors see a field, with the places on asking. Its line stands there from the start. */
function ShowsIn({ places }: { places: Shows }): ReactElement {
  if (places === 'soon') return <span className={styles.shows} />;
  if (places.length === 0) return <span className={styles.shows}>shows nowhere</span>;
  return (
    <details className={styles.shows}>
      <summary>shows in {places.length}</summary>
      <ul>
        {places.map((place) => (
          <li key={place}>{place}</li>
        ))}
      </ul>
    </details>
  );
}

interface RowProps {
  field: Field;
  /** The form it stands in, where there are several. */
  within: string;
  width: Width;
  value: Json | undefined;
  faults: readonly Fault[];
  beside: { fields: readonly Field[]; values: JsonObject };
  onChange: (key: string, value: Json) => void;
  shows: Shows | undefined;
  /** What a starter leaves to whoever writes here, until something is written. */
  hint?: string | undefined;
  notes?: number;
  onNote?: ((key: string, quote: string) => void) | undefined;
  /** What stands beside it, where it is a translation. */
  source?: FieldSource | undefined;
}

const proposedOf = ({ field, beside }: RowProps) => proposedEnd(beside.fields, field.key, beside.values);

/** Whether a field would be drawn the same: what stands beside it counts only where it narrows what may be chosen. */
function isSameRow(a: RowProps, b: RowProps): boolean {
  return (
    a.field === b.field &&
    a.within === b.within &&
    a.width === b.width &&
    a.value === b.value &&
    a.onChange === b.onChange &&
    a.shows === b.shows &&
    a.hint === b.hint &&
    a.notes === b.notes &&
    a.onNote === b.onNote &&
    a.source?.value === b.source?.value &&
    a.source?.older === b.source?.older &&
    a.source?.before === b.source?.before &&
    areSameFaults(a.faults, b.faults) &&
    (kindFor(a.field).narrowsTo === undefined || a.beside.values === b.beside.values) &&
    (kindFor(a.field).measures !== 'time' || proposedOf(a) === proposedOf(b))
  );
}

/** One field of a form, drawn again when something of its own differs: not at every key somewhere in the form. */
const FieldRow = memo(function FieldRow({
  field,
  within,
  width,
  value,
  faults,
  beside,
  onChange,
  shows,
  hint,
  notes = 0,
  onNote,
  source,
}: RowProps): ReactElement {
  const own = (
    <div className={source ? undefined : styles[width]}>
      <FieldEditor
        field={field}
        {...(within ? { within } : {})}
        value={value}
        faults={faults}
        beside={beside}
        onChange={(next) => onChange(field.key, next)}
      />
      {hint !== undefined && (
        <p className={styles.hint}>
          <PencilLine size={13} aria-hidden="true" />
          {hint}
        </p>
      )}
      {(shows ?? onNote) && (
        <div className={styles.foot}>
          {shows && <ShowsIn places={shows} />}
          {onNote && (
            <NoteHere label={field.label} notes={notes} onNote={(quote) => onNote(field.key, quote)} />
          )}
        </div>
      )}
    </div>
  );
  if (!source) return own;
  return (
    <div className={styles.pair}>
      <SourceColumn source={source} said={value} />
      {own}
    </div>
  );
}, isSameRow);

const NOWHERE: readonly string[] = [];

/** Some fields that stand together under their heading. Those that are seldom said stand folded until something is. */
function Group({
  id,
  heading,
  isHeaded,
  isFolded,
  children,
}: {
  id: string;
  heading: string;
  isHeaded: boolean;
  isFolded: boolean;
  children: ReactNode;
}): ReactElement {
  // What is folded as the form opens stays as whoever writes leaves it.
  const [folds] = useState(isFolded);
  const fields = <div className={styles.fields}>{children}</div>;
  const name = (
    <h2 id={`${id}-name`} className={isHeaded ? undefined : look.hidden}>
      {heading}
    </h2>
  );
  return (
    <div className={styles.group} role="group" aria-labelledby={`${id}-name`} id={id}>
      {folds ? (
        <details className={styles.folded}>
          <summary>{name}</summary>
          {fields}
        </details>
      ) : (
        <>
          {name}
          {fields}
        </>
      )}
    </div>
  );
}

/** A form made from the fields of a type. */
export function EntryForm({
  id = '',
  fields,
  values,
  faults,
  onChange,
  shows,
  hints,
  notes,
  onNote,
  disabled = false,
  sources,
  seldom,
}: {
  /** Sets the inputs of several forms on one screen apart. */ id?: string;
  fields: readonly Field[];
  values: JsonObject;
  faults: readonly Fault[];
  onChange: (key: string, value: Json) => void;
  /** Where visitors see each field, by its id; or that this is on its way. */
  shows?: ReadonlyMap<Id, readonly string[]> | 'soon';
  /** What a starter leaves to whoever writes here, by the key of the field. */ hints?: ReadonlyMap<
    string,
    string
  >;
  /** How many notes stand at each field, by its key. */ notes?: ReadonlyMap<string, number>;
  /** Begins a note at a field, about words chosen in it. */ onNote?: (key: string, quote: string) => void;
  disabled?: boolean;
  /** What stands beside each field of a translation, by the key of the field. */ sources?: ReadonlyMap<
    string,
    FieldSource
  >;
  /** Fields that are seldom said, by their ids: a group of nothing else stands folded until something is. */
  seldom?: ReadonlySet<Id>;
}): ReactElement {
  const isUnsaid = ({ key }: Field) =>
    (values[key] === undefined || values[key] === null || values[key] === '') &&
    faultsAt(faults, key).length === 0;
  return (
    <fieldset className={styles.holder} disabled={disabled}>
      <div className={styles.form}>
        {groupsOf(shownFields(fields, values))
          .map((group) => ({ ...group, widths: widthsOf(group.fields) }))
          .map((group) => (
            <Group
              key={group.heading}
              id={`${id}${groupId(group.heading)}`}
              heading={group.heading}
              isHeaded={group.isHeaded}
              isFolded={group.fields.every((field) => seldom?.has(field.id) && isUnsaid(field))}
            >
              {group.fields.map((field, i) => (
                <FieldRow
                  key={field.id}
                  field={field}
                  within={id}
                  width={group.widths[i] ?? 'wide'}
                  value={values[field.key]}
                  faults={faultsAt(faults, field.key)}
                  beside={{ fields, values }}
                  onChange={onChange}
                  shows={shows === 'soon' ? shows : shows && (shows.get(field.id) ?? NOWHERE)}
                  hint={hints?.get(field.key)}
                  notes={notes?.get(field.key) ?? 0}
                  onNote={onNote}
                  source={sources?.get(field.key)}
                />
              ))}
            </Group>
          ))}
      </div>
    </fieldset>
  );
}
