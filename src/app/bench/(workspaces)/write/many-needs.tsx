'use client';
import dayjs from 'dayjs';
import type { ReactElement } from 'react';
import type { ManyChange, ManyChangeName } from '../../../../contract/many';
import type { Fault } from '../../../../core/faults';
import { isJsonObject, type Json } from '../../../../core/json';
import type { Field } from '../../../../core/model/document';
import { EntryForm } from '../../../../ui/entry-form';
import { DayBox } from '../../../../ui/day-box';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import styles from './many.module.css';

/** What is given with a change, besides what is done to which field. */
export type Given = Omit<ManyChange, 'does' | 'field'>;

const needs: Partial<Record<ManyChangeName, readonly (keyof Given)[]>> = {
  set: ['value'],
  add: ['values'],
  take: ['values'],
  replace: ['find'],
  shift: ['days'],
  schedule: ['from'],
  give: ['to'],
};

/** What must be given before something can be done to many. */
export const needsOf = (does: ManyChangeName): readonly (keyof Given)[] => needs[does] ?? [];

const at = (faults: readonly Fault[], part: string): string[] =>
  faults.flatMap(({ path, message }) => (path === `/change/${part}` ? [message] : []));

/** A moment as a box holds it, and back. */
const inBox = (moment: string | undefined): string =>
  moment === undefined ? '' : dayjs(moment).format('YYYY-MM-DDTHH:mm');
const fromBox = (text: string): string | undefined =>
  text !== '' && dayjs(text).isValid() ? dayjs(text).toISOString() : undefined;

function Moment({
  id,
  label,
  value,
  faults,
  onChange,
}: {
  id: string;
  label: string;
  value: string | undefined;
  faults: string[];
  onChange: (moment: string | undefined) => void;
}): ReactElement {
  return (
    <Labelled id={id} label={label} faults={faults}>
      <DayBox id={id} clock value={inBox(value)} onChange={(next) => onChange(fromBox(next))} />
    </Labelled>
  );
}

function Person({ given, faults, put }: Pick<Props, 'given' | 'faults' | 'put'>): ReactElement {
  const { data } = useAsk('colleagues');
  return (
    <>
      <Labelled id="many-to" label="To" faults={at(faults, 'to')}>
        <select
          id="many-to"
          className={look.box ?? ''}
          value={given.to ?? ''}
          onChange={({ target }) => put('to', target.value)}
        >
          <option value="" disabled>
            Choose somebody
          </option>
          {data?.items.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Labelled>
      <Labelled id="many-day" label="By" faults={at(faults, 'day')}>
        <DayBox
          id="many-day"
          value={given.day ?? ''}
          onChange={(next) => put('day', next === '' ? undefined : next)}
        />
      </Labelled>
    </>
  );
}

interface Props {
  does: ManyChangeName;
  field: Field | undefined;
  given: Given;
  faults: readonly Fault[];
  /** Puts a part of it, or takes it out. */
  put: <K extends keyof Given>(part: K, value: Given[K] | undefined) => void;
}

/** The boxes for what a change of many needs: a value of the field, words, days, times, or somebody. */
export function ManyNeeds({ does, field, given, faults, put }: Props): ReactElement | null {
  if (field && (does === 'set' || does === 'add' || does === 'take')) {
    const part = does === 'set' ? 'value' : 'values';
    const value = given[part];
    return (
      <div className={styles.value}>
        <EntryForm
          id="many-"
          // What stands alone here needs no group, and is not needed for anything.
          fields={[{ ...field, required: false }]}
          values={value === undefined ? {} : { [field.key]: value }}
          faults={at(faults, part).map((message) => ({ path: `/${field.key}`, code: 'value', message }))}
          onChange={(_, next) => {
            const isNothing = isEmpty(next);
            if (part === 'value') put('value', isNothing ? undefined : next);
            else put('values', isNothing ? undefined : Array.isArray(next) ? next : [next]);
          }}
        />
      </div>
    );
  }
  switch (does) {
    case 'replace':
      return (
        <>
          <TextBox
            id="many-find"
            label="Find"
            value={given.find ?? ''}
            onChange={(find) => put('find', find === '' ? undefined : find)}
            faults={at(faults, 'find')}
            slotProps={{ input: { maxLength: 500 } }}
          />
          <TextBox
            id="many-put"
            label="Put in its place"
            value={given.put ?? ''}
            onChange={(words) => put('put', words)}
            slotProps={{ input: { maxLength: 500 } }}
          />
        </>
      );
    case 'shift':
      return (
        <Labelled
          id="many-days"
          label="Days later"
          help="A minus makes it earlier."
          faults={at(faults, 'days')}
        >
          <input
            id="many-days"
            type="number"
            className={look.box ?? ''}
            value={given.days ?? ''}
            onChange={({ target }) => {
              const days = Math.trunc(Number(target.value));
              put('days', days === 0 || Number.isNaN(days) ? undefined : days);
            }}
          />
        </Labelled>
      );
    case 'schedule':
      return (
        <>
          <Moment
            id="many-from"
            label="From"
            value={given.from}
            faults={at(faults, 'from')}
            onChange={(from) => put('from', from)}
          />
          <Moment
            id="many-until"
            label="Until (empty: for good)"
            value={given.until}
            faults={at(faults, 'until')}
            onChange={(until) => put('until', until)}
          />
        </>
      );
    case 'give':
      return <Person given={given} faults={faults} put={put} />;
    default:
      return null;
  }
}

const isEmpty = (value: Json): boolean =>
  value === null ||
  value === '' ||
  (Array.isArray(value) && value.length === 0) ||
  (isJsonObject(value) && Object.keys(value).length === 0);
