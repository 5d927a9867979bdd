import type { ChangeRow, ChangeSheet, ModelAnswer, ModelTrial, PlacedPages, PlacementCounts, TypeFigures, TypeReach, WorkingModelAnswer } from '../contract/model';
import { ruleFaults, titleOf } from '../core/content/values';
import { readModelDocument } from '../core/formats/model-schema';
import type { Id } from '../core/ids';
import type { Json, JsonObject } from '../core/json';
import { sameJson } from '../core/json';
import { modelChanges, type ModelChange } from '../core/model/changes';
import { checkModel, type ModelFault } from '../core/model/check';
import { CompiledModel, type CompiledType } from '../core/model/compile';
import { TOP, type ContentType, type ModelDocument } from '../core/model/document';
import { typesTouched } from '../core/model/types-touched';
import type { Asker, Tx } from '../store/database';
import { fieldFigures, numbersOf } from '../store/field-figures';
import { categoryCount, dropWorkingModel, modelInForce, pagesPlaced, placedCounts, putModelInForce, putWorkingModel, readByListings, recordCounts, workingModel, type WorkingModelRow } from '../store/model';
import { liveOfMany, note, recordsOfType, referrers } from '../store/records';
import { putLiveRows, putWorkRows } from '../store/sheet-rows';
import { fitSheets, sheetedIn, unindexListing } from '../store/sheet-tables';
import { sheetIn, today, type House } from './house';
import { entryBody } from './kept-body';
import { fitListingIndex } from './listings';
import type { Person } from './people';
import { listingsInForce } from './listings-in-force';
import { rewriteShown } from './shown-sheet';
import { reachOfTypes } from './reach';
import { pageLink, type ReachedPage } from './reached-pages';
import { against, changedSince, notFound, unreadable } from './refusal';

/** Entries whose sheets are written again at one go. */
const BATCH = 2000;

export const model = (house: House): ModelAnswer => ({ revision: house.model.revision, document: house.model.document });

/** The types and fields that entries, pages and listings use. */
async function usedIn(asker: Asker, house: House): Promise<Id[]> {
  const counts = new Map((await recordCounts(asker)).map(({ type, n }) => [type, n]));
  const types = [...house.model.contentTypes, ...house.model.pageTypes].filter(({ id }) => (counts.get(house.surrogates.find(id)) ?? 0) > 0);
  return [...new Set([...types.map(({ id }) => id), ...(await readByListings(asker))])];
}

async function workingAnswer(asker: Asker, house: House, row: WorkingModelRow | undefined): Promise<WorkingModelAnswer> {
  const used = await usedIn(asker, house);
  const document = row?.document ?? house.model.document;
  return {
    base: row?.base ?? house.model.revision, number: row?.number ?? 0, document,
    ...(row ? { changedAt: new Date(row.changedAt).toISOString(), changedBy: row.by } : {}),
    faults: checkModel(document, new Set(used), today(house)), used, changes: row ? modelChanges(house.model.document, document).length : 0,
  };
}

export const working = async (house: House): Promise<WorkingModelAnswer> => workingAnswer(house.content, house, await workingModel(house.content));

/** Keeps the one working copy, if it is still the one that was read. Faults of rule are kept and told; faults of shape are refused. */
export async function keepWorking(house: House, person: Person, number: number, given: JsonObject): Promise<WorkingModelAnswer> {
  const { document, faults } = readModelDocument(given, '/document');
  if (!document) throw unreadable(faults);
  return house.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number) throw changedSince({ ...(await workingAnswer(tx, house, row)) } as unknown as JsonObject, given);
    await putWorkingModel(tx, row?.base ?? house.model.revision, number + 1, document, house.now(), person.id);
    return workingAnswer(tx, house, await workingModel(tx));
  });
}

/** Reads a model document from outside and tells what is wrong with it; nothing is kept. */
export function tryModel(house: House, given: JsonObject): ModelTrial {
  const { document, faults } = readModelDocument(given, '/document');
  if (!document) throw unreadable(faults);
  return { document, faults: checkModel(document, undefined, today(house)), changes: modelChanges(house.model.document, document).length };
}

export async function dropWorking(house: House, person: Person, number: number): Promise<void> {
  await house.content.write(async (tx) => {
    const row = await workingModel(tx);
    if ((row?.number ?? 0) !== number) throw changedSince({ ...(await workingAnswer(tx, house, row)) } as unknown as JsonObject, {});
    await dropWorkingModel(tx);
    await note(tx, house.now(), person.id, 'dropped the working copy of the model', null);
  });
}

/** How many entries or pages a change touches in what is kept now. */
async function touched(house: House, change: ModelChange, counts: ReadonlyMap<number, number>): Promise<{ touches: number; touched: ChangeRow['touched'] }> {
  if (change.touches === 'nothing yet' || !change.type) return { touches: 0, touched: 'nothing yet' };
  const all = counts.get(house.surrogates.find(change.type)) ?? 0;
  if (change.of === 'pageTypes') return { touches: all, touched: 'pages' };
  const type = house.model.contentType(change.type);
  if (!type || change.touches === 'every entry' || !change.field) return { touches: all, touched: 'entries' };
  const { total, fields } = await fieldFigures(house.content, sheetIn(house, type));
  const filled = fields.find(({ field }) => field === change.field)?.filled ?? 0;
  return { touches: change.touches === 'entries with a value' ? filled : total - filled, touched: 'entries' };
}

/** The listings that read a type or a field of it, in their working or their live version. */
async function listingsReading(asker: Asker, target: Id): Promise<string[]> {
  const found = [...(await referrers(asker, target, 0)), ...(await referrers(asker, target, 1))].filter(({ sort }) => sort === 'listing');
  return [...new Set(found.map(({ title }) => title))];
}

/** Faults that only what is kept can tell: types that still have entries or pages, fields that listings still read. */
async function contentFaults(asker: Asker, house: House, changes: readonly ModelChange[]): Promise<ModelFault[]> {
  const counts = new Map((await recordCounts(asker)).map(({ type, n }) => [type, n]));
  const faults: ModelFault[] = [];
  for (const { sort, of, type, field } of changes) {
    if (sort !== 'gone' || !type) continue;
    const label = (house.model.contentType(type) ?? house.model.pageType(type))?.is.label ?? '';
    const n = field ? 0 : counts.get(house.surrogates.find(type)) ?? 0;
    if (n > 0) faults.push({ path: '', code: 'in-use', weight: 'error', message: `${label} still has ${n} ${of === 'pageTypes' ? (n === 1 ? 'page' : 'pages') : n === 1 ? 'entry' : 'entries'}, the bin counted. It cannot go.` });
    const readers = await listingsReading(asker, field ?? type);
    if (readers.length > 0) faults.push({ path: '', code: 'in-use', weight: 'error', about: type, message: `${readers.join(', ')} still ${readers.length === 1 ? 'reads' : 'read'} ${field ? 'a field that goes' : label}. Change ${readers.length === 1 ? 'that listing' : 'those listings'} first.` });
  }
  return faults;
}

export async function changeSheet(house: House): Promise<ChangeSheet> {
  const row = await workingModel(house.content);
  const answer = await workingAnswer(house.content, house, row);
  const changes = modelChanges(house.model.document, answer.document);
  const counts = new Map((await recordCounts(house.content)).map(({ type, n }) => [type, n]));
  const rows: ChangeRow[] = await Promise.all(changes.map(async (change) => ({
    sort: change.sort, title: change.title, detail: change.detail, ...(change.type ? { type: change.type } : {}), ...(change.field ? { field: change.field } : {}),
    ...(await touched(house, change, counts)), listings: change.field ? await listingsReading(house.content, change.field) : [],
  })));
  // Changes in one type touch the same entries, so of each type only the widest change counts.
  const widest = new Map<string, ChangeRow>();
  for (const each of rows) if (each.touches > (widest.get(each.type ?? '')?.touches ?? 0)) widest.set(each.type ?? '', each);
  const sum = (of: ChangeRow['touched']) => [...widest.values()].filter(({ touched: what }) => what === of).reduce((total, { touches }) => total + touches, 0);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? new Set(house.model.pageTypes.map(({ id }) => id)) : types;
  return {
    base: answer.base, number: answer.number, changes: rows, entries: sum('entries'), pages: (await reachOfTypes(house.content, house, reached)).length,
    listings: new Set(rows.flatMap(({ listings }) => listings)).size, faults: [...answer.faults, ...(await contentFaults(house.content, house, changes))],
  };
}

/** Writes the sheets of a type again from what the entries hold, and counts their faults anew. */
async function rewrite(tx: Tx, house: House, type: CompiledType<ContentType>): Promise<void> {
  const sheet = sheetIn(house, type);
  const here = { today: today(house) };
  for (let after = 0, full = true; full;) {
    const records = await recordsOfType(tx, house.surrogates.of(type.id), after, BATCH);
    full = records.length === BATCH;
    after = records.at(-1)?.id ?? 0;
    const live = await liveOfMany(tx, records.map(({ id }) => id));
    const rows = records.map((record) => {
      const said = entryBody(record.body);
      return { record, said, title: titleOf(type.is, said.values), faults: ruleFaults(type.fields, said.values, here).length };
    });
    for (const { record, title, faults } of rows) {
      if (title === record.title && faults === record.faults) continue;
      await tx.run('UPDATE working SET title = $1, faults = $2 WHERE record = $3', [title, faults, record.id]);
      if (title !== record.title) await tx.run('UPDATE record_search SET title = $1 WHERE rowid = $2', [title, record.id]);
    }
    await putWorkRows(tx, sheet, house.surrogates, house.model.locale, rows.map(({ record, said, title }) => ({
      entry: record.id, title, changed: record.changedAt, stage: record.stage, binned: record.binnedAt !== null, spans: live.get(record.id) ?? [], said,
    })), house.now());
    await putLiveRows(tx, sheet, house.surrogates, house.model.locale, records.flatMap((record) => (live.get(record.id) ?? []).map((version) => {
      const said = entryBody(version.body);
      return { version: version.id, entry: record.id, span: version, title: titleOf(type.is, said.values), published: version.publishedAt, changed: record.changedAt, said };
    })));
  }
}

/** Puts a model in force inside a write: its ids, its sheets, and the entries' places in them. */
async function enforce(tx: Tx, house: House, next: CompiledModel, person: number | null): Promise<void> {
  const { surrogates } = house;
  await surrogates.extend(tx, next.document);
  const changed = { ...house, model: next };
  // A column cannot go while a listing's own index stands on it.
  const listings = await listingsInForce(tx, house);
  for (const { record } of listings) await unindexListing(tx, record);
  const stale = new Set(await fitSheets(tx, sheetedIn(house.model), sheetedIn(next), surrogates));
  for (const type of [...next.pageTypes, next.media]) if (stale.has(type.id)) await rewriteShown(tx, changed, type);
  for (const type of next.contentTypes) {
    const before = house.model.contentType(type.id);
    if (before && (stale.has(type.id) || !sameJson(before.is.fields as unknown as Json, type.is.fields as unknown as Json))) await rewrite(tx, changed, type);
  }
  for (const { record, rule } of listings) await fitListingIndex(tx, changed, record, rule);
  await putModelInForce(tx, next.revision, next.document, house.now(), person);
}

/** Puts the working copy in force as one transaction: sheets, entries' faults and visitors' pages follow. */
export async function applyWorking(house: House, person: Person, number: number): Promise<ModelAnswer> {
  const done = await house.content.write(async (tx) => {
    const row = await workingModel(tx);
    if (!row) throw against('There is no working copy to put in force.');
    const inForce = await modelInForce(tx);
    if (row.number !== number || row.base !== inForce?.number) throw changedSince({ ...(await workingAnswer(tx, house, row)) } as unknown as JsonObject, {});
    const taken = await takeOver(tx, house, row.document, person.id);
    await dropWorkingModel(tx);
    await note(tx, house.now(), person.id, `put revision ${taken.next.revision} of the model in force`, null);
    return taken;
  });
  return inForceNow(house, done);
}

/** Puts a model document that comes from outside in force, if nothing holds it back. A working copy that was begun is left, and told that it is behind. */
export async function importModel(house: House, document: ModelDocument): Promise<ModelAnswer> {
  return inForceNow(house, await house.content.write((tx) => takeOver(tx, house, document, null)));
}

interface Taken {
  next: CompiledModel;
  /** The pages that differ; nothing where all may. */
  reached: ReachedPage[] | undefined;
}

/** Checks a model against itself and against what is kept, and puts it in force inside a write. */
async function takeOver(tx: Tx, house: House, document: ModelDocument, person: number | null): Promise<Taken> {
  const changes = modelChanges(house.model.document, document);
  const errors = [...checkModel(document), ...(await contentFaults(tx, house, changes))].filter(({ weight }) => weight === 'error');
  if (errors.length > 0) throw against(errors.length === 1 ? errors[0]?.message ?? '' : `${errors.length} faults hold this back.`, errors);
  const next = new CompiledModel(document, house.model.revision + 1);
  const { everything, types } = typesTouched(changes);
  const reached = everything ? undefined : await reachOfTypes(tx, house, types);
  await enforce(tx, house, next, person);
  return { next, reached };
}

/** From here on everyone sees the model that was taken over, and pages that differ are drawn anew. */
function inForceNow(house: House, { next, reached }: Taken): ModelAnswer {
  house.model = next;
  if (reached) house.rendered.renew(reached.map(({ uuid }) => uuid));
  else house.rendered.renewAll();
  return model(house);
}

/** Puts a whole model in force where nothing is kept yet: for the sample and for benches. */
export async function beginWith(house: House, document: ModelDocument): Promise<void> {
  const errors = checkModel(document).filter(({ weight }) => weight === 'error');
  if (errors.length > 0) throw against(errors.map(({ message }) => message).join(' '), errors);
  const next = new CompiledModel(document, house.model.revision + 1);
  await house.content.write((tx) => enforce(tx, house, next, null));
  house.model = next;
}

export async function typeFigures(house: House, id: Id): Promise<TypeFigures> {
  const type = house.model.contentType(id);
  if (!type) throw notFound('content type in force');
  const { total, fields } = await fieldFigures(house.content, sheetIn(house, type));
  return {
    total,
    fields: await Promise.all(fields.map(async (figures) => ({ ...figures, usedBy: await listingsReading(house.content, figures.field) }))),
  };
}

/** What a type, field set or scheme reaches, as things are kept now. */
export async function typeReach(house: House, id: Id): Promise<TypeReach> {
  const { document } = house.model;
  const n = house.surrogates.find(id);
  const records = (await recordCounts(house.content)).find(({ type }) => type === n)?.n ?? 0;
  const including = new Set([id, ...[...document.contentTypes, ...document.pageTypes, ...document.blockTypes].filter((type) => JSON.stringify(type.fields).includes(id)).map((type) => type.id)]);
  return {
    entries: house.model.contentType(id) ? records : 0, pages: house.model.pageType(id) ? records : 0, categories: house.model.scheme(id) ? await categoryCount(house.content, n) : 0,
    listings: await listingsReading(house.content, id), shown: (await reachOfTypes(house.content, house, including)).length,
  };
}

export async function placementCounts(house: House): Promise<PlacementCounts> {
  const ids = new Map(house.model.pageTypes.map(({ id }) => [house.surrogates.find(id), id]));
  return {
    items: (await placedCounts(house.content)).flatMap(({ parent, child, n }) => {
      const [above, below] = [parent === 0 ? TOP : ids.get(parent), ids.get(child)];
      return above !== undefined && below !== undefined ? [{ parent: above, child: below, pages: n }] : [];
    }),
  };
}

/** The most pages that are named where a placement is taken away. */
const MOST_PLACED = 60;

/** The pages that stand as some placements say: pairs of types, as `above>below`, joined by commas. */
export async function placedPages(house: House, cells: string): Promise<PlacedPages> {
  const number = (id: string): number | undefined => (id === TOP ? 0 : house.model.pageType(id) && house.surrogates.find(id));
  const pairs = cells.split(',').flatMap((cell): [number, number][] => {
    const [above, below] = cell.split('>').map(number);
    return above !== undefined && below ? [[above, below]] : [];
  });
  return { items: (await pagesPlaced(house.content, pairs, MOST_PLACED)).map(pageLink) };
}

export async function fieldNumbers(house: House, id: Id, field: Id): Promise<number[]> {
  const type = house.model.contentType(id);
  return type ? numbersOf(house.content, sheetIn(house, type), field, 2000) : [];
}
