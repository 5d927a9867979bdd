import type { Categories } from '../../core/content/categories';
import {
  referencesInLocalized,
  localizedFaults,
  type LocalizedValues,
} from '../../core/content/localized-values';
import type { Values } from '../../core/content/values';
import { pointer, type Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import { asList, kindFor } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import type { IndexTable } from '../../store/index-tables/shape';
import { holdersOf, uniqueFields } from '../../store/index-tables/unique';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';

/**
 * Categories that stand outside what another field of the same type narrows them to: first the branch, then
 * the leaf.
 */
export function narrowFaults(fields: readonly Field[], values: Values, categories: Categories): Fault[] {
  return fields.flatMap((field): Fault[] => {
    const value = values[field.id];
    const { narrowsTo } = kindFor(field);
    if (narrowsTo === undefined || value === undefined) return [];
    const branch = fields.find(({ id }) => id === narrowsTo);
    const chosen = values[narrowsTo];
    if (!branch || chosen === undefined)
      return [
        {
          path: pointer('/values', field.key),
          code: 'branch',
          message: `Choose ${branch?.label ?? 'the branch'} first: it decides what may stand here.`,
        },
      ];
    const above = asList(chosen as Id | Id[]);
    const outside = asList(value as Id | Id[]).filter(
      (id) => !above.some((one) => categories.isUnder(id, one)),
    );
    return outside.map((id) => ({
      path: pointer('/values', field.key),
      code: 'branch',
      message: `${categories.get(id)?.label ?? 'It'} does not stand in what ${branch.label} says.`,
    }));
  });
}

/** An entry (or what one would say) whose faults are asked for; `record` is its integer key, if it has one. */
export interface SaidByEntry {
  record: number | null;
  localized: LocalizedValues;
}

/** For each of some entries of a type, the values that must differ in every entry but are another's already. */
async function takenFaults(
  reader: Reader,
  indexTable: IndexTable,
  entries: readonly SaidByEntry[],
): Promise<Fault[][]> {
  const faults = entries.map((): Fault[] => []);
  for (const column of uniqueFields(indexTable)) {
    const { field } = column;
    const values = entries.map(({ localized }) => localized.values[field.id]);
    const asked = values.filter((value) => typeof value === 'string' || typeof value === 'number');
    const holders = asked.length > 0 ? await holdersOf(reader, indexTable, column, asked) : [];
    entries.forEach(({ record }, i) => {
      const other = holders.find(({ value, entry }) => value === values[i] && entry !== record);
      if (!other) return;
      const message = `“${other.title || 'Another entry'}” has this already; ${field.label} must differ in every one.`;
      faults[i]?.push({ path: pointer('/values', field.key), code: 'taken', message });
    });
  }
  return faults;
}

/**
 * Everything that holds back publishing each of some entries of a type: rules broken, in every language, and what must
 * differ in every entry but does not. What all of them refer to is looked up at once.
 */
export async function faultsOfEntries(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  entries: readonly SaidByEntry[],
): Promise<Fault[][]> {
  const references = entries.flatMap(({ localized }) => referencesInLocalized(type.fields, localized));
  const here = { today: today(installation), known: await knownOf(reader, installation, references) };
  const taken = await takenFaults(reader, indexTableIn(installation, type), entries);
  return entries.map(({ localized }, i) => [
    ...localizedFaults(type.fields, localized, here),
    ...narrowFaults(type.fields, localized.values, installation.categories),
    ...(taken[i] ?? []),
  ]);
}

/** Everything that holds back publishing one entry. */
export const faultsOfEntry = async (
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  localized: LocalizedValues,
  record: number | null,
): Promise<Fault[]> => (await faultsOfEntries(reader, installation, type, [{ record, localized }]))[0] ?? [];
