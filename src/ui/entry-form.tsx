'use client';
import type { ReactElement } from 'react';
import type { Fault } from '../core/faults';
import type { Id } from '../core/ids';
import type { Json, JsonObject } from '../core/json';
import type { Field } from '../core/model/document';
import { groupId, groupsOf } from './field-groups';
import { FieldEditor, kindUiFor } from './kinds';
import type { Width } from './kinds/kind-ui';
import { faultsAt, shownFields } from './parse-form';
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

/** Where visitors see a field, in one line. */
function ShowsIn({ places }: { places: readonly string[] }): ReactElement {
  const words = places.length === 0 ? 'Shows nowhere' : `Shows in ${places.join(', ')}`;
  return (
    <p className={styles.shows} title={words}>
      {words}
    </p>
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
  disabled = false,
}: {
  /** Sets the inputs of several forms on one screen apart. */ id?: string;
  fields: readonly Field[];
  values: JsonObject;
  faults: readonly Fault[];
  onChange: (key: string, value: Json) => void;
  /** Where visitors see each field, by its id. */ shows?: ReadonlyMap<Id, readonly string[]>;
  disabled?: boolean;
}): ReactElement {
  return (
    <fieldset className={styles.holder} disabled={disabled}>
      <div className={styles.form}>
        {groupsOf(shownFields(fields, values))
          .map((group) => ({ ...group, widths: widthsOf(group.fields) }))
          .map((group) => (
            <div
              className={styles.group}
              role="group"
              aria-labelledby={`${id}${groupId(group.heading)}-name`}
              key={group.heading}
              id={`${id}${groupId(group.heading)}`}
            >
              <h2 id={`${id}${groupId(group.heading)}-name`}>{group.heading}</h2>
              <div className={styles.fields}>
                {group.fields.map((field, i) => (
                  <div key={field.id} className={styles[group.widths[i] ?? 'wide']}>
                    <FieldEditor
                      field={field}
                      {...(id ? { within: id } : {})}
                      value={values[field.key]}
                      faults={faultsAt(faults, field.key)}
                      beside={{ fields, values }}
                      onChange={(value) => onChange(field.key, value)}
                    />
                    {shows && <ShowsIn places={shows.get(field.id) ?? []} />}
                  </div>
                ))}
              </div>
            </div>
          ))}
      </div>
    </fieldset>
  );
}
