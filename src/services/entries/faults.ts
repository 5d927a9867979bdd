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
import { asList } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import type { IndexTable } from '../../store/index-tables/shape';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { knownOf } from '../records/known';

/** Categories that stand outside what another field of the same type narrows them to: first the branch, then the leaf. */
export function narrowFaults(fields: readonly Field[], values: Values, categories: Categories): Fault[] {
  return fields.flatMap((field): Fault[] => {
    const value = values[field.id];
    if (field.kind !== 'category' || !field.rules.within || value === undefined) return [];
    const branch = fields.find(({ id }) => id === field.rules.within);
    const chosen = values[field.rules.within];
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

/** Values that must differ in every entry but are another's already. */
export async function takenFaults(
  reader: Reader,
  indexTable: IndexTable,
  fields: readonly Field[],
  values: Values,
  self: number | null,
): Promise<Fault[]> {
  const faults: Fault[] = [];
  for (const field of fields) {
    const value = values[field.id];
    const column = indexTable.fields.get(field.id);
    if (!field.unique || !column || (typeof value !== 'string' && typeof value !== 'number')) continue;
    const other = await reader.one<{ title: string }>(
      `SELECT title FROM ${indexTable.work} WHERE ${column.value} = $1 AND binned = 0 AND entry IS NOT $2 LIMIT 1`,
      [value, self],
    );
    if (other)
      faults.push({
        path: pointer('/values', field.key),
        code: 'taken',
        message: `“${other.title || 'Another entry'}” has this already; ${field.label} must differ in every one.`,
      });
  }
  return faults;
}

/** Everything that holds back publishing an entry: rules broken, in every language, and what must differ in every entry but does not. */
export async function faultsOfEntry(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  localized: LocalizedValues,
  self: number | null,
): Promise<Fault[]> {
  const here = {
    today: today(installation),
    known: await knownOf(reader, installation, referencesInLocalized(type.fields, localized)),
  };
  return [
    ...localizedFaults(type.fields, localized, here),
    ...narrowFaults(type.fields, localized.values, installation.categories),
    ...(await takenFaults(reader, indexTableIn(installation, type), type.fields, localized.values, self)),
  ];
}
