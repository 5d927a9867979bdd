import type { EntriesImport, EntriesImported, RowsTrial, RowsTried } from '../../contract/entries';
import type { Values } from '../../core/content/values';
import { pointer, type Fault } from '../../core/faults';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { uniqueFields } from '../../store/index-tables/unique';
import { countChangesOf, targetsChanged, type ActRow } from '../../store/acts';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import type { Reader } from '../../store/database';
import type { Person } from '../people/person';
import { inAct, type Act } from '../records/act';
import { actGoingOn } from '../records/act-going-on';
import { entryBody } from '../records/bodies';
import { addRecords, changeRecords } from '../records/working';
import { indexTableIn, type Installation } from '../runtime/installation';
import { faultsOfEntries, type SaidByEntry } from './faults';
import { expectReviewer, showEntries } from './publish';
import { readRows, type ReadRow } from './read-rows';
import { contentTypeInForce } from './type-in-force';

const BROUGHT_IN = /^brought in \d+ entr(?:y|ies)$/;
const broughtIn = (count: number): string => `brought in ${count} ${count === 1 ? 'entry' : 'entries'}`;

/** The bringing in that more rows or names go on with, where they do. */
export const bringingIn = (act: Act, begunBy: Id | undefined): Promise<ActRow | undefined> =>
  actGoingOn(act, begunBy, BROUGHT_IN);

/** Keeps what was done so far as one bringing in, with what was done before it. Answers the act's id. */
export async function keepBroughtIn(
  act: Act,
  begun: ActRow | undefined,
  count: number,
): Promise<Id | undefined> {
  const all = count + (begun === undefined ? 0 : await countChangesOf(act.tx, begun.id, 'entry'));
  return act.keep(broughtIn(all), begun === undefined ? {} : { partOf: begun.uuid });
}

const said = (row: ReadRow): SaidByEntry | undefined => {
  if (row.comes === 'refused') return undefined;
  return row.comes === 'new'
    ? { record: null, localized: { values: row.values } }
    : { record: row.record.id, localized: { ...entryBody(row.record.body), values: row.values } };
};

/** For each row, what holds back publishing what it comes to; of two new ones that must differ and do not, the second. */
async function faultsOfRows(
  reader: Reader,
  installation: Installation,
  type: CompiledType<ContentType>,
  rows: readonly ReadRow[],
): Promise<Fault[][]> {
  const entries = rows.map(said);
  const found = await faultsOfEntries(
    reader,
    installation,
    type,
    entries.filter((each) => each !== undefined),
  );
  const unique = uniqueFields(indexTableIn(installation, type)).map(({ field }) => ({
    field,
    seen: new Set<unknown>(),
  }));
  return entries.map((entry) => {
    if (!entry) return [];
    const twice = unique.flatMap(({ field, seen }): Fault[] => {
      const value = entry.localized.values[field.id];
      if (value === undefined || !seen.has(value)) {
        seen.add(value);
        return [];
      }
      const message = `A row before it has this already; ${field.label} must differ in every one.`;
      return [{ path: pointer('/values', field.key), code: 'taken', message }];
    });
    return [...(found.shift() ?? []), ...twice];
  });
}

const MOST_FAULTS = 5;

const toldFaults = (rows: readonly ReadRow[]): RowsTried['faults'] =>
  rows.flatMap((read, row) =>
    read.comes === 'refused' ? read.faults.slice(0, MOST_FAULTS).map((fault) => ({ ...fault, row })) : [],
  );

/** What rows from outside would come to, before anything is made of them. */
export async function tryRows(
  installation: Installation,
  person: Person,
  id: Id,
  { rows, key }: RowsTrial,
): Promise<RowsTried> {
  const type = contentTypeInForce(installation, id);
  const read = await readRows(installation.content, installation, type, rows, person.name, key);
  const faults = await faultsOfRows(installation.content, installation, type, read);
  return {
    rows: read.map(({ comes }) => comes),
    toFix: faults.filter(({ length }) => length > 0).length,
    faults: toldFaults(read),
  };
}

/** Refuses rows that would change what an earlier part of the same act made or changed. */
async function withoutTwice(
  act: Act,
  begun: ActRow | undefined,
  rows: readonly ReadRow[],
): Promise<ReadRow[]> {
  if (!begun) return [...rows];
  const changed = rows.flatMap((row) => ('record' in row ? [row.record.uuid] : []));
  const before = new Set(await targetsChanged(act.tx, begun.id, changed));
  return rows.map((row) =>
    'record' in row && before.has(row.record.uuid)
      ? {
          comes: 'refused',
          faults: [{ path: '', code: 'twice', message: 'A row before it is the same entry.' }],
        }
      : row,
  );
}

interface Said {
  record: KeptRecord;
  values: Values;
}

/**
 * Makes entries of a type from rows that come from outside, or changes those that are there, as one transaction; rows that
 * are brought in after others can be one act with them. A row with a value that is none is told and left out; one that
 * breaks a rule is kept as a draft, whatever the others become.
 */
export async function importEntries(
  installation: Installation,
  person: Person,
  id: Id,
  { rows, key, as = 'draft', act: begunBy }: EntriesImport,
): Promise<EntriesImported> {
  const type = contentTypeInForce(installation, id);
  if (as === 'published')
    expectReviewer(person, type, `Someone who reviews must publish ${type.definition.plural}.`);
  const { answer, shown } = await inAct(installation, person, async (act) => {
    const begun = await bringingIn(act, begunBy);
    const read = await withoutTwice(
      act,
      begun,
      await readRows(act.tx, installation, type, rows, person.name, key),
    );
    const faults = await faultsOfRows(act.tx, installation, type, read);
    const stageOf = (row: number) => (as === 'review' && faults[row]?.length === 0 ? 'review' : 'draft');
    const bodyOf = (before: JsonObject, values: Values) => JSON.stringify({ ...before, values });
    const fresh = read.flatMap((row, i) => (row.comes === 'new' ? [{ i, values: row.values }] : []));
    const made = await addRecords(
      act,
      fresh.map(({ i, values }) => ({
        sort: 'entry',
        type: type.id,
        body: bodyOf({}, values),
        stage: stageOf(i),
      })),
    );
    const changed = read.flatMap((row, i) =>
      row.comes === 'changed'
        ? [{ i, record: row.record, values: row.values } satisfies Said & { i: number }]
        : [],
    );
    await changeRecords(
      act,
      changed.map(({ i, record, values }) => ({
        record,
        patch: {
          body: bodyOf(JSON.parse(record.body) as JsonObject, values),
          stage: stageOf(i),
          why: 'brought in',
        },
      })),
    );
    const ids: (Id | null)[] = read.map((row) => ('record' in row ? row.record.uuid : null));
    fresh.forEach(({ i }, n) => {
      ids[i] = made[n]?.uuid ?? null;
    });
    const good = [...fresh, ...changed].flatMap(({ i }) => (faults[i]?.length === 0 ? (ids[i] ?? []) : []));
    if (as === 'published') await showEntries(act, await recordsByUuids(act.tx, good));
    const kept = await keepBroughtIn(act, begun, fresh.length + changed.length);
    return {
      shown: as === 'published' && good.length > 0,
      answer: {
        ids,
        rows: read.map(({ comes }) => comes),
        toFix: faults.filter(({ length }) => length > 0).length,
        act: kept ?? null,
        faults: toldFaults(read),
      },
    };
  });
  // What many entries show may be anywhere.
  if (shown) installation.rendered.renewAll();
  return answer;
}
