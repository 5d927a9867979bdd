import { referencesInLocalized } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import type { CompiledModel, CompiledType } from '../../core/model/compile';
import type { ContentType, Field } from '../../core/model/document';
import { kindFor } from '../../core/model/kinds';
import { recountCategories } from '../../store/category-counts';
import { liveRowsOf, putFieldCells } from '../../store/index-tables/rows';
import { liveOfMany, recordsByIds, recordsOfType, type KeptRecord } from '../../store/records';
import { addRefs, dropRefs, OPEN, type RefRow } from '../../store/refs';
import { indexTableIn } from '../runtime/installation';
import type { Act } from './act';
import { entryBody } from './bodies';
import { carryRecords } from './carry';
import { refersToOthers, refRoles, refRows, toldReferences } from './references';
import { inBatches } from './reindex';

/** How many records are gone through at one go: so few that nobody waits for the event loop. */
const STEP = 500;

/** Whether values of a field may lie in bodies in another form than it holds them in now. */
export const mayBeCarried = (field: Field): boolean =>
  kindFor(field).maySeveral || kindFor(field).inside !== undefined;

/** Forgets what the records of a type refer to in some fields, as these were in a model before. */
export async function dropRefsOf(
  { tx, inside: { keyMap } }: Act,
  before: CompiledModel,
  type: Id,
  fields: readonly Field[],
): Promise<void> {
  const old = before.contentOrMedia(type) ?? before.pageType(type);
  const referring = fields.flatMap(({ id }) => old?.field(id) ?? []).filter(refersToOthers);
  if (referring.length === 0) return;
  await dropRefs(
    tx,
    keyMap.of(type),
    referring.flatMap(({ id }) => refRoles(keyMap, id)),
  );
}

/**
 * Writes what some fields of a type put into index tables, and what they refer to, for all its entries (or media), whose
 * bodies are brought to the model of the act first. All else that is derived stays as it is.
 */
export async function refillFields(
  act: Act,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  before: CompiledModel,
): Promise<void> {
  const { tx, inside } = act;
  const { keyMap, model } = inside;
  const key = keyMap.of(type.id);
  await dropRefsOf(act, before, type.id, fields);
  const next = (after: number, most: number) => recordsOfType(tx, key, after, most);
  await inBatches(next, (found) => refillCarried(act, type, fields, found), STEP);
  if (fields.some((field) => kindFor(field).scheme !== undefined))
    await recountCategories(tx, indexTableIn({ model, keyMap }, type));
}

/** Does the same for some records. */
export async function refillCarried(
  act: Act,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  records: readonly KeptRecord[],
): Promise<void> {
  if (!fields.some(mayBeCarried)) return refillSome(act, type, fields, records);
  await carryRecords(act, records);
  const ids = records.map(({ id }) => id);
  return refillSome(act, type, fields, await recordsByIds(act.tx, ids));
}

/** Does the same for some records whose bodies are under the model of the act. */
async function refillSome(
  act: Act,
  type: CompiledType<ContentType>,
  fields: readonly Field[],
  records: readonly KeptRecord[],
): Promise<void> {
  const { tx, inside, now } = act;
  const { keyMap, model } = inside;
  const indexTable = indexTableIn({ model, keyMap }, type);
  const columns = fields.flatMap((field) => indexTable.fields.get(field.id) ?? []);
  const ids = records.map(({ id }) => id);
  const versions = await liveOfMany(tx, ids);
  const lying = new Set((await liveRowsOf(tx, indexTable, ids)).map(({ version }) => version));
  const shown = [...versions.values()].flat();
  const said = [
    ...records.map(({ id, body }) => ({ source: id, side: 0 as const, until: OPEN, body })),
    ...shown
      .filter(({ ends }) => ends > now)
      .map(({ record, ends, body }) => ({ source: record, side: 1 as const, until: ends, body })),
  ];
  const refs = said.flatMap(({ body, ...row }): RefRow[] =>
    refRows(keyMap, fields, toldReferences(type, referencesInLocalized(fields, entryBody(body)))).map(
      (ref) => ({
        ...row,
        ...ref,
      }),
    ),
  );
  await keyMap.know(
    tx,
    [...records, ...shown].flatMap(({ body }) =>
      referencesInLocalized(fields, entryBody(body)).map(({ target }) => target),
    ),
  );
  await putFieldCells(
    tx,
    'work',
    indexTable,
    columns,
    keyMap,
    model.locale,
    records.map(({ id, body }) => ({ key: id, localized: entryBody(body) })),
  );
  await putFieldCells(
    tx,
    'live',
    indexTable,
    columns,
    keyMap,
    model.locale,
    shown.filter(({ id }) => lying.has(id)).map(({ id, body }) => ({ key: id, localized: entryBody(body) })),
  );
  await addRefs(tx, refs);
}
