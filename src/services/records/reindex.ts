import type { Id } from '../../core/ids';
import { isEntrySource, type SourceType } from '../../core/mapping/rule/sources';
import type { Reader, WriteTransaction } from '../../store/database';
import { countingCategories } from '../../store/category-counts';
import {
  dropLiveRows,
  liveRowsOf,
  putLiveRows,
  putWorkRows,
  type LiveRow,
} from '../../store/index-tables/rows';
import { entriesHolding, heldBy, uniqueFields } from '../../store/index-tables/unique';
import {
  putDerived,
  putLiveTitles,
  recordsByIds,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { OPEN, putRefs, type RefRow } from '../../store/refs';
import { putAllRecords } from '../../store/all-records';
import { putCurrentFiles } from '../../store/media';
import { mediumFields } from '../../core/model/media-type';
import { olderIn } from '../../core/content/translation-sources';
import { putOlder } from '../../store/older-translations';
import type { Bind } from '../../store/sql';
import { kindFor } from '../../core/model/kinds';
import { giveSlugs } from '../entries/addresses';
import { faultsOfEntries } from '../entries/faults';
import { reindexWalks } from '../listings/walks';
import { ruleFaults } from '../listings/references';
import { pageFaults } from '../pages/faults';
import { indexTableIn, type Installation } from '../runtime/installation';
import { entryBody, listingBody, pageBody } from './bodies';
import { indexedTypeOf } from './shape';
import { named, shaped, type Shaped } from './shaped';
import { putSeenWords, putWorkedOnWords, type Before } from './words';

/** The records that lie in one index table. */
interface Indexed<Of = Shaped> {
  type: SourceType;
  records: Of[];
}

function byTable<Of extends Pick<Shaped, 'record'>>(
  installation: Installation,
  all: readonly Of[],
): Indexed<Of>[] {
  const tables = new Map<Id, Indexed<Of>>();
  for (const each of all) {
    const type = indexedTypeOf(installation, each.record.type);
    if (!type) continue;
    const table: Indexed<Of> = tables.get(type.id) ?? { type, records: [] };
    table.records.push(each);
    tables.set(type.id, table);
  }
  return [...tables.values()];
}

const liveRow = (each: Shaped, version: LiveVersion): LiveRow => ({
  version: version.id,
  entry: each.record.id,
  span: version,
  title: named(each, version.body),
  published: version.starts,
  changed: version.publishedAt,
  localized: pageBody(version.body),
});

/** Writes the rows of an index table. Versions that are over stay as they lie, unless everything is made anew. */
async function putRows(
  tx: WriteTransaction,
  installation: Installation,
  { type, records }: Indexed,
  anew: boolean,
): Promise<void> {
  const indexTable = indexTableIn(installation, type);
  const { keyMap, model } = installation;
  const now = installation.now();
  const rows = records.map((each) => ({
    entry: each.record.id,
    title: named(each),
    changed: each.record.changedAt,
    stage: each.record.stage,
    binned: each.record.binnedAt !== null,
    spans: each.versions,
    localized: pageBody(each.record.body),
  }));
  const entries = rows.map(({ entry }) => entry);
  await countingCategories(tx, indexTable, entries, () =>
    putWorkRows(tx, indexTable, keyMap, model.locale, rows, now),
  );
  const lying = await liveRowsOf(
    tx,
    indexTable,
    records.map(({ record }) => record.id),
  );
  const untils = new Map(lying.map(({ version, until }) => [version, until]));
  const versions = records.flatMap((each) => each.versions.map((version) => ({ each, version })));
  const there = new Set(versions.map(({ version }) => version.id));
  const gone = lying.filter(({ version }) => !there.has(version));
  if (gone.length > 0)
    await dropLiveRows(
      tx,
      indexTable,
      gone.map(({ version }) => version),
    );
  const fresh = versions.filter(({ version: { id, ends } }) => anew || ends > now || untils.get(id) !== ends);
  await putLiveRows(
    tx,
    indexTable,
    keyMap,
    model.locale,
    fresh.map(({ each, version }) => liveRow(each, version)),
  );
}

function refsIn({ record, versions, shape }: Shaped, now: number): RefRow[] {
  if (!shape) return [];
  const rows = (body: string, side: 0 | 1, until: number): RefRow[] =>
    shape.refRows(body).map((each) => ({ ...each, source: record.id, side, until }));
  const shown = versions.filter(({ ends }) => ends > now);
  return [...rows(record.body, 0, OPEN), ...shown.flatMap(({ body, ends }) => rows(body, 1, ends))];
}

/** How many faults hold back publishing each of some records. */
export async function countFaults(
  reader: Reader,
  installation: Installation,
  all: readonly Pick<Shaped, 'record' | 'category'>[],
): Promise<Map<number, number>> {
  const counts = new Map<number, number>();
  for (const { type, records } of byTable(installation, all)) {
    if (!isEntrySource(type)) continue;
    const said = records.map(({ record }) => ({ record: record.id, localized: entryBody(record.body) }));
    const faults = await faultsOfEntries(reader, installation, type, said);
    records.forEach(({ record }, i) => counts.set(record.id, faults[i]?.length ?? 0));
  }
  for (const { record, category } of all) {
    if (record.sort === 'listing')
      counts.set(record.id, ruleFaults(installation, listingBody(record.body).rule).length);
    const type = installation.model.pageOrShared(record.type ?? '');
    if (!type) continue;
    const faults = await pageFaults(reader, installation, type, pageBody(record.body), category !== null);
    counts.set(record.id, faults.length);
  }
  return counts;
}

async function putFaults(
  tx: WriteTransaction,
  installation: Installation,
  all: readonly Shaped[],
): Promise<void> {
  const counts = await countFaults(tx, installation, all);
  const rows = all.map((each) => ({
    record: each.record.id,
    title: named(each),
    faults: counts.get(each.record.id) ?? 0,
  }));
  await putDerived(tx, rows, installation.now());
}

/** The day or moment that a record is of, where its type says which of its fields tells it. */
function dateOf({ model }: Installation, { type: of, body }: KeptRecord): string | null {
  const type = model.contentType(of ?? '');
  const field = type?.field(type.definition.date ?? '');
  const value = field && entryBody(body).values[field.id];
  if (!field || value === undefined || !kindFor(field).isOfKind(value)) return null;
  const cell = kindFor(field).indexCell(value).value;
  return typeof cell === 'string' ? cell : null;
}

/** Writes how entries, pages and media lie among all, and the words of what they say. */
async function putAmongAll(
  tx: WriteTransaction,
  installation: Installation,
  all: readonly Shaped[],
  before?: Before,
): Promise<void> {
  const { model, keyMap } = installation;
  const some = all.filter(({ record }) => record.sort !== 'listing');
  if (some.length === 0) return;
  const rows = some.map((each) => ({
    entry: each.record.id,
    sort: each.record.sort,
    type: each.record.type === null ? null : keyMap.find(each.record.type),
    title: named(each),
    changed: each.record.changedAt,
    stage: each.record.stage,
    binned: each.record.binnedAt !== null,
    spans: each.versions,
    date: dateOf(installation, each.record),
  }));
  // Shared blocks are sought by their words, and lie in no table of content.
  await putAllRecords(
    tx,
    model.locale,
    rows.filter(({ sort }) => sort !== 'shared'),
    installation.now(),
  );
  await putWorkedOnWords(tx, installation, some, before);
  await putSeenWords(tx, installation, all, before);
  const older = some.flatMap(({ record, shape }) =>
    model.document.locales.others.flatMap((locale, i) =>
      shape && olderIn(shape.fields, entryBody(record.body), locale).length > 0
        ? [{ record: record.id, language: i + 1 }]
        : [],
    ),
  );
  await putOlder(
    tx,
    rows.map(({ entry }) => entry),
    older,
  );
}

/** Of each content type with fields that must differ, the values that some entries hold now. */
async function valuesHeld(
  reader: Reader,
  installation: Installation,
  tables: readonly Indexed[],
): Promise<Map<Id, Map<Id, Bind[]>>> {
  const held = new Map<Id, Map<Id, Bind[]>>();
  for (const { type, records } of tables) {
    if (!isEntrySource(type)) continue;
    const indexTable = indexTableIn(installation, type);
    const ids = records.map(({ record }) => record.id);
    const fields = new Map<Id, Bind[]>();
    for (const column of uniqueFields(indexTable))
      fields.set(column.field.id, await heldBy(reader, indexTable, column, ids));
    held.set(type.id, fields);
  }
  return held;
}

/**
 * The other entries, those in the bin too, that hold what some entries hold, or held before, in a field that
 * must differ.
 */
async function rivals(
  reader: Reader,
  installation: Installation,
  tables: readonly Indexed[],
  before: ReadonlyMap<Id, ReadonlyMap<Id, Bind[]>>,
): Promise<number[]> {
  const after = await valuesHeld(reader, installation, tables);
  const own = new Set(tables.flatMap(({ records }) => records.map(({ record }) => record.id)));
  const found: number[] = [];
  for (const { type } of tables) {
    if (!isEntrySource(type)) continue;
    const indexTable = indexTableIn(installation, type);
    for (const column of uniqueFields(indexTable)) {
      const values = [before, after].flatMap((each) => each.get(type.id)?.get(column.field.id) ?? []);
      if (values.length === 0) continue;
      for (const entry of await entriesHolding(reader, indexTable, column, [...new Set(values)]))
        if (!own.has(entry)) found.push(entry);
    }
  }
  return [...new Set(found)];
}

/**
 * The one maker of what is derived from records: their titles, references, rows in index tables, words of
 * the search, faults, slugs, and the indexes by which listings are walked. Whatever changes bodies,
 * versions, the bin or the model calls it in the same transaction, for the records it touched, and says how they were
 * `before` it. Where that is not said all is made anew, also what nobody touches any more: versions that are over.
 */
export async function reindexRecords(
  tx: WriteTransaction,
  installation: Installation,
  records: readonly KeptRecord[],
  before?: Before,
): Promise<void> {
  if (records.length === 0) return;
  const anew = before === undefined;
  const now = installation.now();
  const all = await shaped(tx, installation, records);
  const bodies = ({ record, versions }: Shaped) => [record.body, ...versions.map(({ body }) => body)];
  const references = all.flatMap((each) =>
    bodies(each).flatMap((body) => each.shape?.references(body) ?? []),
  );
  const media = records.filter(({ sort }) => sort === 'medium').map(({ uuid }) => uuid);
  await installation.keyMap.know(tx, [...media, ...references.map(({ target }) => target)]);
  await putCurrentFiles(
    tx,
    records.flatMap(({ id, sort, body }): [number, string][] => {
      const file = sort === 'medium' ? entryBody(body).values[mediumFields.fileName] : undefined;
      return typeof file === 'string' ? [[id, file]] : [];
    }),
  );
  const tables = byTable(installation, all);
  const held = anew ? new Map<Id, Map<Id, Bind[]>>() : await valuesHeld(tx, installation, tables);
  for (const table of tables) await putRows(tx, installation, table, anew);
  await putRefs(
    tx,
    records.map(({ id }) => id),
    all.flatMap((each) => refsIn(each, now)),
  );
  await putLiveTitles(
    tx,
    all.flatMap((each) => each.versions.map(({ id, body }) => [id, named(each, body)] as const)),
  );
  await putFaults(tx, installation, all);
  await putAmongAll(tx, installation, all, before);
  for (const { type, records: own } of tables) {
    const shown = own.flatMap(({ record, versions: [first] }) =>
      first ? [{ record: record.id, title: first.title, values: entryBody(first.body).values }] : [],
    );
    if (isEntrySource(type) && shown.length > 0) await giveSlugs(tx, installation, type, shown);
  }
  if (records.some(({ sort }) => sort === 'listing')) await reindexWalks(tx, installation);
  const others = anew ? [] : await rivals(tx, installation, tables, held);
  await recountFaults(tx, installation, others);
}

/** Counts the faults of some records anew, where something beside them changed that their rules speak of. */
export async function recountFaults(
  tx: WriteTransaction,
  installation: Installation,
  records: readonly number[],
): Promise<void> {
  if (records.length === 0) return;
  await putFaults(tx, installation, await shaped(tx, installation, await recordsByIds(tx, records)));
}

/** How many records are derived anew at one go. */
const BATCH = 2000;

type Next = (after: number, most: number) => Promise<KeptRecord[]>;

/** Goes through many records, some at a time, in the order of their keys; `next` reads those after one. */
export async function inBatches(
  next: Next,
  work: (records: KeptRecord[]) => Promise<void>,
  most = BATCH,
): Promise<void> {
  for (let after = 0, full = true; full;) {
    const records = await next(after, most);
    full = records.length === most;
    after = records.at(-1)?.id ?? 0;
    if (records.length > 0) await work(records);
  }
}

/**
 * Derives anew from many records. Each batch is one piece of `write`, so that work that need not be one
 * transaction can be many short ones.
 */
export async function reindexInBatches(
  installation: Installation,
  write: (work: (tx: WriteTransaction) => Promise<void>) => Promise<void>,
  next: Next,
): Promise<void> {
  const each = (work: (tx: WriteTransaction, records: KeptRecord[]) => Promise<void>) =>
    inBatches(next, (records) => write((tx) => work(tx, records)));
  const rivalling = new Set<Id>();
  await each(async (tx, records) => {
    await reindexRecords(tx, installation, records);
    for (const { type } of records) {
      const of = indexedTypeOf(installation, type);
      if (of && isEntrySource(of) && uniqueFields(indexTableIn(installation, of)).length > 0)
        rivalling.add(of.id);
    }
  });
  // What must differ can be held against the others only once all of them lie in the index table.
  if (rivalling.size === 0) return;
  await each((tx, records) => {
    const of = records.filter(({ type }) => type !== null && rivalling.has(type));
    return recountFaults(
      tx,
      installation,
      of.map(({ id }) => id),
    );
  });
}
