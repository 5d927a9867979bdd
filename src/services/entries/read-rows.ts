import {
  defaultValues,
  parseValues,
  referencesIn,
  serializeValues,
  type Values,
} from '../../core/content/values';
import type { Fault } from '../../core/faults';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { holdersOf, type Holder } from '../../store/index-tables/unique';
import { recordsByIds, type KeptRecord } from '../../store/records';
import { entryBody } from '../records/bodies';
import { knownOf } from '../records/known';
import { indexTableIn, minuteNow, today, type Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';

/** What a row from outside comes to: a new entry, one that is there and changes, one that says the same, or nothing. */
export type ReadRow =
  | { comes: 'new'; values: Values }
  | { comes: 'changed' | 'same'; record: KeptRecord; values: Values }
  | { comes: 'refused'; faults: Fault[] };

/** The field by whose value rows are held to be entries that are there. */
export function keyField(type: CompiledType<ContentType>, key: string): Field {
  const field = type.fields.find((each) => each.key === key);
  const fault = (message: string) => invalidInput([{ path: '/key', code: 'key', message }]);
  if (!field) throw fault(`${type.definition.plural} have no field “${key}”.`);
  const { mayDiffer, indexShape } = kindFor(field);
  if (!mayDiffer || indexShape.many)
    throw fault(`${field.label} cannot tell entries apart: only a line or a number can.`);
  if (!field.indexed && !field.unique)
    throw fault(`${field.label} is not indexed, so entries cannot be found by it.`);
  return field;
}

/** A value as it is spoken, without the ids that its items were given. */
const withoutIds = (spoken: Json): Json => {
  if (Array.isArray(spoken)) return spoken.map(withoutIds);
  if (!isJsonObject(spoken)) return spoken;
  return Object.fromEntries(
    Object.entries(spoken).flatMap(([key, value]): [string, Json][] =>
      key === '_id' ? [] : [[key, withoutIds(value)]],
    ),
  );
};

/** What an entry says, with what a row says otherwise put in; itself where it says nothing otherwise. */
function laidOver(fields: readonly Field[], kept: Values, read: Values, given: JsonObject): Values {
  const [was, is] = [serializeValues(fields, kept), serializeValues(fields, read)];
  const others = fields.filter(
    ({ key }) => key in given && !sameJson(withoutIds(was[key] ?? null), withoutIds(is[key] ?? null)),
  );
  if (others.length === 0) return kept;
  const values = { ...kept };
  for (const { id } of others) {
    const value = read[id];
    if (value === undefined) delete values[id];
    else values[id] = value;
  }
  return values;
}

const faultAt = (field: Field, code: string, message: string): Fault => ({
  path: `/${field.key}`,
  code,
  message,
});

/**
 * What each of some rows comes to, `key` naming the field by which one is an entry that is there. Rows are
 * values by field key; what they do not speak of stays as it is. One with a value that is none, or that
 * names what is not there, is refused, and so is one whose key several entries have, or a row before it.
 */
export async function readRows(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  rows: readonly JsonObject[],
  person: string,
  key?: string,
): Promise<ReadRow[]> {
  const by = key === undefined ? undefined : keyField(type, key);
  const initial = defaultValues(type.fields, {
    today: today(installation),
    minute: minuteNow(installation),
    person,
  });
  const fresh = rows.map((row) => parseValues(type.fields, row, initial, ''));
  const keys = fresh.map(({ values }, i) => {
    const value = by && by.key in (rows[i] ?? {}) ? values[by.id] : undefined;
    return typeof value === 'string' || typeof value === 'number' ? value : undefined;
  });
  const holders = new Map<string | number, Holder[]>();
  if (by) {
    const indexTable = indexTableIn(installation, type);
    const column = indexTable.fields.get(by.id);
    const asked = [...new Set(keys.filter((value) => value !== undefined))];
    for (const holder of column && asked.length > 0
      ? await holdersOf(reader, indexTable, column, asked)
      : []) {
      const { value } = holder;
      if (typeof value !== 'string' && typeof value !== 'number') continue;
      holders.set(value, [...(holders.get(value) ?? []), holder]);
    }
  }
  const records = new Map(
    (
      await recordsByIds(
        reader,
        [...holders.values()].flatMap((all) => all.map(({ entry }) => entry)),
      )
    ).map((record) => [record.id, record]),
  );
  const seen = new Set<string | number>();
  const read = rows.map((row, i): ReadRow => {
    const value = keys[i];
    if (by && value !== undefined) {
      if (seen.has(value))
        return {
          comes: 'refused',
          faults: [faultAt(by, 'twice', `A row before it has the same ${by.label}.`)],
        };
      seen.add(value);
      const [holder, another] = holders.get(value) ?? [];
      if (another)
        return {
          comes: 'refused',
          faults: [
            faultAt(by, 'several', `Several entries have this ${by.label}; which is meant cannot be told.`),
          ],
        };
      const record = holder && records.get(holder.entry);
      if (record) {
        const kept = entryBody(record.body).values;
        const { values, faults } = parseValues(type.fields, row, kept, '');
        if (faults.length > 0) return { comes: 'refused', faults };
        const after = laidOver(type.fields, kept, values, row);
        return { comes: after === kept ? 'same' : 'changed', record, values: after };
      }
    }
    const { values, faults } = fresh[i] ?? { values: {}, faults: [] };
    return faults.length > 0 ? { comes: 'refused', faults } : { comes: 'new', values };
  });
  return withoutDangling(reader, installation, type, read);
}

/** The same, with those refused that name what is not there and was not named before. */
async function withoutDangling(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  rows: readonly ReadRow[],
): Promise<ReadRow[]> {
  const refs = rows.map((row) => {
    if (row.comes === 'refused') return [];
    const before = new Set(
      row.comes === 'new'
        ? []
        : referencesIn(type.fields, entryBody(row.record.body).values).map(({ target }) => target),
    );
    return referencesIn(type.fields, row.values, '').filter(({ target }) => !before.has(target));
  });
  const known = await knownOf(reader, installation, refs.flat());
  const there = {
    entry: known.entries,
    page: known.pages,
    category: known.categories,
    media: known.media,
    shared: known.shared ?? new Map(),
  };
  return rows.map((row, i): ReadRow => {
    const faults = (refs[i] ?? [])
      .filter(({ sort, target }) => !there[sort].has(target))
      .map(({ path }): Fault => ({
        path,
        code: 'not-there',
        message: 'It names something that is not there.',
      }));
    return faults.length > 0 ? { comes: 'refused', faults } : row;
  });
}
