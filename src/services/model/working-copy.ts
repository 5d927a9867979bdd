import type {
  ChangeRow,
  ChangeSheet,
  ModelAnswer,
  ModelTrial,
  PlacedPages,
  PlacementCounts,
  TypeFigures,
  TypeReach,
  WorkingModelAnswer,
} from '../../contract/model';
import { ruleFaults, titleOf } from '../../core/content/values';
import { parseModelDocument } from '../../core/formats/model-schema';
import type { Id } from '../../core/ids';
import type { Json, JsonObject } from '../../core/json';
import { sameJson } from '../../core/json';
import { modelChanges, type ModelChange } from '../../core/model/change/changes';
import { checkModel, type ModelFault } from '../../core/model/check';
import { CompiledModel, type CompiledType } from '../../core/model/compile';
import { TOP, type ContentType, type ModelDocument } from '../../core/model/document';
import { typesTouched } from '../../core/model/change/types-touched';
import type { Reader, WriteTransaction } from '../../store/database';
import { fieldFigures, numbersOf } from '../../store/queries/field-figures';
import {
  categoryCount,
  dropWorkingModel,
  modelInForce,
  pagesPlaced,
  placedCounts,
  putModelInForce,
  putWorkingModel,
  readByListings,
  recordCounts,
  workingModel,
  type WorkingModelRow,
} from '../../store/model';
import { liveOfMany, note, recordsOfType, referrers } from '../../store/records';
import { putLiveRows, putWorkRows } from '../../store/index-tables/rows';
import { reindexTables, indexedTypesIn, unindexListing } from '../../store/index-tables/tables';
import { indexTableIn, today, type Installation } from '../runtime/installation';
import { entryBody } from '../records/bodies';
import { reindexListing } from '../listings/listings';
import type { Person } from '../people/people';
import { listingsInForce } from '../listings/in-force';
import { rewriteShown } from '../records/reindex-shown';
import { reachOfTypes } from '../reach/entry';
import { pageLink, type ReachedPage } from '../reach/pages';
import { ruleViolation, changedSince, notFound, invalidInput } from '../runtime/refusal';

/** Entries whose sheets are written again at one go. */
const BATCH = 2000;

export const model = (installation: Installation): ModelAnswer => ({
  revision: installation.model.revision,
  document: installation.model.document,
});

/** The types and fields that entries, pages and listings use. */
async function usedIn(reader: Reader, installation: Installation): Promise<Id[]> {
  const counts = new Map((await recordCounts(reader)).map(({ type, n }) => [type, n]));
  const types = [...installation.model.contentTypes, ...installation.model.pageTypes].filter(
    ({ id }) => (counts.get(installation.keyMap.find(id)) ?? 0) > 0,
  );
  return [...new Set([...types.map(({ id }) => id), ...(await readByListings(reader))])];
}

async function workingAnswer(
  reader: Reader,
  installation: Installation,
  row: WorkingModelRow | undefined,
): Promise<WorkingModelAnswer> {
  const used = await usedIn(reader, installation);
  const document = row?.document ?? installation.model.document;
  return {
    base: row?.base ?? installation.model.revision,
    number: row?.number ?? 0,
    document,
    ...(row ? { changedAt: new Date(row.changedAt).toISOString(), changedBy: row.by } : {}),
    faults: checkModel(document, new Set(used), today(installation)),
    used,
    changes: row ? modelChanges(installation.model.document, document).length : 0,
  };
}

export const working = async (installation: Installation): Promise<WorkingModelAnswer> =>
  workingAnswer(installation.content, installation, await workingModel(installation.content));

/** Keeps the one working copy, if it is still the one that was read. Faults of rule are kept and told; faults of shape are refused. */
export async function keepWorking(
  installation: Installation,
  person: Person,
  number: number,
  given: JsonObject,
): Promise<WorkingModelAnswer> {
  const { document, faults } = parseModelDocument(given, '/document');
  if (!document) throw invalidInput(faults);
  return installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number)
      throw changedSince({ ...(await workingAnswer(tx, installation, row)) } as unknown as JsonObject, given);
    await putWorkingModel(
      tx,
      row?.base ?? installation.model.revision,
      number + 1,
      document,
      installation.now(),
      person.id,
    );
    return workingAnswer(tx, installation, await workingModel(tx));
  });
}

/** Reads a model document from outside and tells what is wrong with it; nothing is kept. */
export function tryModel(installation: Installation, given: JsonObject): ModelTrial {
  const { document, faults } = parseModelDocument(given, '/document');
  if (!document) throw invalidInput(faults);
  return {
    document,
    faults: checkModel(document, undefined, today(installation)),
    changes: modelChanges(installation.model.document, document).length,
  };
}

export async function dropWorking(installation: Installation, person: Person, number: number): Promise<void> {
  await installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number)
      throw changedSince({ ...(await workingAnswer(tx, installation, row)) } as unknown as JsonObject, {});
    await dropWorkingModel(tx);
    await note(tx, installation.now(), person.id, 'dropped the working copy of the model', null);
  });
}

/** How many entries or pages a change touches in what is kept now. */
async function touched(
  installation: Installation,
  change: ModelChange,
  counts: ReadonlyMap<number, number>,
): Promise<{ touches: number; touched: ChangeRow['touched'] }> {
  if (change.touches === 'nothing yet' || !change.type) return { touches: 0, touched: 'nothing yet' };
  const all = counts.get(installation.keyMap.find(change.type)) ?? 0;
  if (change.of === 'pageTypes') return { touches: all, touched: 'pages' };
  const type = installation.model.contentType(change.type);
  if (!type || change.touches === 'every entry' || !change.field) return { touches: all, touched: 'entries' };
  const { total, fields } = await fieldFigures(installation.content, indexTableIn(installation, type));
  const filled = fields.find(({ field }) => field === change.field)?.filled ?? 0;
  return { touches: change.touches === 'entries with a value' ? filled : total - filled, touched: 'entries' };
}

/** The listings that read a type or a field of it, in their working or their live version. */
async function listingsReading(reader: Reader, target: Id): Promise<string[]> {
  const found = [...(await referrers(reader, target, 0)), ...(await referrers(reader, target, 1))].filter(
    ({ sort }) => sort === 'listing',
  );
  return [...new Set(found.map(({ title }) => title))];
}

/** Faults that only what is kept can tell: types that still have entries or pages, fields that listings still read. */
async function contentFaults(
  reader: Reader,
  installation: Installation,
  changes: readonly ModelChange[],
): Promise<ModelFault[]> {
  const counts = new Map((await recordCounts(reader)).map(({ type, n }) => [type, n]));
  const faults: ModelFault[] = [];
  for (const { sort, of, type, field } of changes) {
    if (sort !== 'gone' || !type) continue;
    const label =
      (installation.model.contentType(type) ?? installation.model.pageType(type))?.definition.label ?? '';
    const n = field ? 0 : (counts.get(installation.keyMap.find(type)) ?? 0);
    if (n > 0)
      faults.push({
        path: '',
        code: 'in-use',
        weight: 'error',
        message: `${label} still has ${n} ${of === 'pageTypes' ? (n === 1 ? 'page' : 'pages') : n === 1 ? 'entry' : 'entries'}, the bin counted. It cannot go.`,
      });
    const readers = await listingsReading(reader, field ?? type);
    if (readers.length > 0)
      faults.push({
        path: '',
        code: 'in-use',
        weight: 'error',
        about: type,
        message: `${readers.join(', ')} still ${readers.length === 1 ? 'reads' : 'read'} ${field ? 'a field that goes' : label}. Change ${readers.length === 1 ? 'that listing' : 'those listings'} first.`,
      });
  }
  return faults;
}

export async function changeSheet(installation: Installation): Promise<ChangeSheet> {
  const row = await workingModel(installation.content);
  const answer = await workingAnswer(installation.content, installation, row);
  const changes = modelChanges(installation.model.document, answer.document);
  const counts = new Map((await recordCounts(installation.content)).map(({ type, n }) => [type, n]));
  const rows: ChangeRow[] = await Promise.all(
    changes.map(async (change) => ({
      sort: change.sort,
      title: change.title,
      detail: change.detail,
      ...(change.type ? { type: change.type } : {}),
      ...(change.field ? { field: change.field } : {}),
      ...(await touched(installation, change, counts)),
      listings: change.field ? await listingsReading(installation.content, change.field) : [],
    })),
  );
  // Changes in one type touch the same entries, so of each type only the widest change counts.
  const widest = new Map<string, ChangeRow>();
  for (const each of rows)
    if (each.touches > (widest.get(each.type ?? '')?.touches ?? 0)) widest.set(each.type ?? '', each);
  const sum = (of: ChangeRow['touched']) =>
    [...widest.values()]
      .filter(({ touched: what }) => what === of)
      .reduce((total, { touches }) => total + touches, 0);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? new Set(installation.model.pageTypes.map(({ id }) => id)) : types;
  return {
    base: answer.base,
    number: answer.number,
    changes: rows,
    entries: sum('entries'),
    pages: (await reachOfTypes(installation.content, installation, reached)).length,
    listings: new Set(rows.flatMap(({ listings }) => listings)).size,
    faults: [...answer.faults, ...(await contentFaults(installation.content, installation, changes))],
  };
}

/** Writes the sheets of a type again from what the entries hold, and counts their faults anew. */
async function rewrite(
  tx: WriteTransaction,
  installation: Installation,
  type: CompiledType<ContentType>,
): Promise<void> {
  const indexTable = indexTableIn(installation, type);
  const here = { today: today(installation) };
  for (let after = 0, full = true; full;) {
    const records = await recordsOfType(tx, installation.keyMap.of(type.id), after, BATCH);
    full = records.length === BATCH;
    after = records.at(-1)?.id ?? 0;
    const live = await liveOfMany(
      tx,
      records.map(({ id }) => id),
    );
    const rows = records.map((record) => {
      const localized = entryBody(record.body);
      return {
        record,
        localized,
        title: titleOf(type.definition, localized.values),
        faults: ruleFaults(type.fields, localized.values, here).length,
      };
    });
    for (const { record, title, faults } of rows) {
      if (title === record.title && faults === record.faults) continue;
      await tx.run('UPDATE working SET title = $1, faults = $2 WHERE record = $3', [
        title,
        faults,
        record.id,
      ]);
      if (title !== record.title)
        await tx.run('UPDATE record_search SET title = $1 WHERE rowid = $2', [title, record.id]);
    }
    await putWorkRows(
      tx,
      indexTable,
      installation.keyMap,
      installation.model.locale,
      rows.map(({ record, localized, title }) => ({
        entry: record.id,
        title,
        changed: record.changedAt,
        stage: record.stage,
        binned: record.binnedAt !== null,
        spans: live.get(record.id) ?? [],
        localized,
      })),
      installation.now(),
    );
    await putLiveRows(
      tx,
      indexTable,
      installation.keyMap,
      installation.model.locale,
      records.flatMap((record) =>
        (live.get(record.id) ?? []).map((version) => {
          const localized = entryBody(version.body);
          return {
            version: version.id,
            entry: record.id,
            span: version,
            title: titleOf(type.definition, localized.values),
            published: version.publishedAt,
            changed: record.changedAt,
            localized,
          };
        }),
      ),
    );
  }
}

/** Puts a model in force inside a write: its ids, its sheets, and the entries' places in them. */
async function enforce(
  tx: WriteTransaction,
  installation: Installation,
  next: CompiledModel,
  person: number | null,
): Promise<void> {
  const { keyMap } = installation;
  await keyMap.extend(tx, next.document);
  const changed = { ...installation, model: next };
  // A column cannot go while a listing's own index stands on it.
  const listings = await listingsInForce(tx, installation);
  for (const { record } of listings) await unindexListing(tx, record);
  const stale = new Set(
    await reindexTables(tx, indexedTypesIn(installation.model), indexedTypesIn(next), keyMap),
  );
  for (const type of [...next.pageTypes, next.media])
    if (stale.has(type.id)) await rewriteShown(tx, changed, type);
  for (const type of next.contentTypes) {
    const before = installation.model.contentType(type.id);
    if (
      before &&
      (stale.has(type.id) ||
        !sameJson(before.definition.fields as unknown as Json, type.definition.fields as unknown as Json))
    )
      await rewrite(tx, changed, type);
  }
  for (const { record, rule } of listings) await reindexListing(tx, changed, record, rule);
  await putModelInForce(tx, next.revision, next.document, installation.now(), person);
}

/** Puts the working copy in force as one transaction: sheets, entries' faults and visitors' pages follow. */
export async function applyWorking(
  installation: Installation,
  person: Person,
  number: number,
): Promise<ModelAnswer> {
  const done = await installation.content.write(async (tx) => {
    const row = await workingModel(tx);
    if (!row) throw ruleViolation('There is no working copy to put in force.');
    const inForce = await modelInForce(tx);
    if (row.number !== number || row.base !== inForce?.number)
      throw changedSince({ ...(await workingAnswer(tx, installation, row)) } as unknown as JsonObject, {});
    const taken = await takeOver(tx, installation, row.document, person.id);
    await dropWorkingModel(tx);
    await note(
      tx,
      installation.now(),
      person.id,
      `put revision ${taken.next.revision} of the model in force`,
      null,
    );
    return taken;
  });
  return inForceNow(installation, done);
}

/** Puts a model document that comes from outside in force, if nothing holds it back. A working copy that was begun is left, and told that it is behind. */
export async function importModel(installation: Installation, document: ModelDocument): Promise<ModelAnswer> {
  return inForceNow(
    installation,
    await installation.content.write((tx) => takeOver(tx, installation, document, null)),
  );
}

interface Taken {
  next: CompiledModel;
  /** The pages that differ; nothing where all may. */
  reached: ReachedPage[] | undefined;
}

/** Checks a model against itself and against what is kept, and puts it in force inside a write. */
async function takeOver(
  tx: WriteTransaction,
  installation: Installation,
  document: ModelDocument,
  person: number | null,
): Promise<Taken> {
  const changes = modelChanges(installation.model.document, document);
  const errors = [...checkModel(document), ...(await contentFaults(tx, installation, changes))].filter(
    ({ weight }) => weight === 'error',
  );
  if (errors.length > 0)
    throw ruleViolation(
      errors.length === 1 ? (errors[0]?.message ?? '') : `${errors.length} faults hold this back.`,
      errors,
    );
  const next = new CompiledModel(document, installation.model.revision + 1);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? undefined : await reachOfTypes(tx, installation, types);
  await enforce(tx, installation, next, person);
  return { next, reached };
}

/** From here on everyone sees the model that was taken over, and pages that differ are drawn anew. */
function inForceNow(installation: Installation, { next, reached }: Taken): ModelAnswer {
  installation.model = next;
  if (reached) installation.rendered.renew(reached.map(({ uuid }) => uuid));
  else installation.rendered.renewAll();
  return model(installation);
}

/** Puts a whole model in force where nothing is kept yet: for the sample and for benches. */
export async function beginWith(installation: Installation, document: ModelDocument): Promise<void> {
  const errors = checkModel(document).filter(({ weight }) => weight === 'error');
  if (errors.length > 0) throw ruleViolation(errors.map(({ message }) => message).join(' '), errors);
  const next = new CompiledModel(document, installation.model.revision + 1);
  await installation.content.write((tx) => enforce(tx, installation, next, null));
  installation.model = next;
}

export async function typeFigures(installation: Installation, id: Id): Promise<TypeFigures> {
  const type = installation.model.contentType(id);
  if (!type) throw notFound('content type in force');
  const { total, fields } = await fieldFigures(installation.content, indexTableIn(installation, type));
  return {
    total,
    fields: await Promise.all(
      fields.map(async (figures) => ({
        ...figures,
        usedBy: await listingsReading(installation.content, figures.field),
      })),
    ),
  };
}

/** What a type, field set or scheme reaches, as things are kept now. */
export async function typeReach(installation: Installation, id: Id): Promise<TypeReach> {
  const { document } = installation.model;
  const n = installation.keyMap.find(id);
  const records = (await recordCounts(installation.content)).find(({ type }) => type === n)?.n ?? 0;
  const including = new Set([
    id,
    ...[...document.contentTypes, ...document.pageTypes, ...document.blockTypes]
      .filter((type) => JSON.stringify(type.fields).includes(id))
      .map((type) => type.id),
  ]);
  return {
    entries: installation.model.contentType(id) ? records : 0,
    pages: installation.model.pageType(id) ? records : 0,
    categories: installation.model.scheme(id) ? await categoryCount(installation.content, n) : 0,
    listings: await listingsReading(installation.content, id),
    shown: (await reachOfTypes(installation.content, installation, including)).length,
  };
}

export async function placementCounts(installation: Installation): Promise<PlacementCounts> {
  const ids = new Map(installation.model.pageTypes.map(({ id }) => [installation.keyMap.find(id), id]));
  return {
    items: (await placedCounts(installation.content)).flatMap(({ parent, child, n }) => {
      const [above, below] = [parent === 0 ? TOP : ids.get(parent), ids.get(child)];
      return above !== undefined && below !== undefined ? [{ parent: above, child: below, pages: n }] : [];
    }),
  };
}

/** The most pages that are named where a placement is taken away. */
const MOST_PLACED = 60;

/** The pages that stand as some placements say: pairs of types, as `above>below`, joined by commas. */
export async function placedPages(installation: Installation, cells: string): Promise<PlacedPages> {
  const number = (id: string): number | undefined =>
    id === TOP ? 0 : installation.model.pageType(id) && installation.keyMap.find(id);
  const pairs = cells.split(',').flatMap((cell): [number, number][] => {
    const [above, below] = cell.split('>').map(number);
    return above !== undefined && below ? [[above, below]] : [];
  });
  return { items: (await pagesPlaced(installation.content, pairs, MOST_PLACED)).map(pageLink) };
}

export async function fieldNumbers(installation: Installation, id: Id, field: Id): Promise<number[]> {
  const type = installation.model.contentType(id);
  return type ? numbersOf(installation.content, indexTableIn(installation, type), field, 2000) : [];
}
