import { possibleSources } from '../../core/mapping/rule/sources';
import type { WriteTransaction } from '../../store/database';
import { recountCategories, wrongCounts } from '../../store/category-counts';
import { derivedFacts, strayRows, type DerivedFact } from '../../store/derived';
import { recordsAfter, recordsByIds, type KeptRecord } from '../../store/records';
import { indexTableIn, type Installation } from '../runtime/installation';
import { recountFaults, reindexRecords } from './reindex';

/** Something derived that is not as the one maker would make it. */
export interface DerivedFault {
  /** The id and the title of the record. */
  id: string;
  title: string;
  /** The tables in which it differs. */
  tables: string[];
}

export interface DerivedCheck {
  records: number;
  faults: DerivedFault[];
  /** How many rows stand in index tables without a record. */
  strays: number;
  /** How many categories count others than stand in them. */
  miscounted: number;
}

/** How many records are held against the maker at one go. */
const BATCH = 500;

/** Thrown to leave everything as it was: what was made was only to be looked at. */
class LookedAt extends Error {
  constructor(readonly faults: DerivedFault[]) {
    super('looked at');
  }
}

const sorted = (facts: readonly DerivedFact[]): Map<string, string[]> => {
  const found = new Map<string, string[]>();
  for (const { record, table, says } of facts) {
    const key = `${record} ${table}`;
    const list = found.get(key) ?? [];
    list.push(JSON.stringify(says));
    found.set(key, list);
  }
  for (const list of found.values()) list.sort();
  return found;
};

function differences(
  records: readonly KeptRecord[],
  before: readonly DerivedFact[],
  after: readonly DerivedFact[],
): DerivedFault[] {
  const [was, is] = [sorted(before), sorted(after)];
  const tables = new Map<number, Set<string>>();
  for (const key of new Set([...was.keys(), ...is.keys()])) {
    if (JSON.stringify(was.get(key)) === JSON.stringify(is.get(key))) continue;
    const [record = '', table = ''] = key.split(' ');
    const list = tables.get(Number(record)) ?? new Set();
    tables.set(Number(record), list.add(table));
  }
  return records.flatMap(({ id, uuid, title }) => {
    const found = tables.get(id);
    return found ? [{ id: uuid, title, tables: [...found].sort() }] : [];
  });
}

/** Makes what is derived from some records anew, and tells what differed. */
async function madeAnew(
  tx: WriteTransaction,
  installation: Installation,
  records: readonly KeptRecord[],
): Promise<DerivedFault[]> {
  const tables = possibleSources(installation.model).map((type) => indexTableIn(installation, type));
  const ids = records.map(({ id }) => id);
  const before = await derivedFacts(tx, tables, ids, installation.now());
  await reindexRecords(tx, installation, records);
  // What the maker wrote may be read by rules that speak of the other records of the batch.
  await recountFaults(tx, installation, ids);
  const after = await derivedFacts(tx, tables, ids, installation.now());
  return differences(await recordsByIds(tx, ids), before, after);
}

/**
 * Holds everything derived against the one maker: each record is made anew in a transaction, and what differs is told.
 * With `mend` it stays made anew; without, everything is left as it was.
 */
export async function checkDerived(installation: Installation, mend: boolean): Promise<DerivedCheck> {
  const { content, model, keyMap } = installation;
  const result: DerivedCheck = { records: 0, faults: [], strays: 0, miscounted: 0 };
  for (let after = 0, full = true; full;) {
    const records = await recordsAfter(content, after, BATCH);
    full = records.length === BATCH;
    after = records.at(-1)?.id ?? 0;
    result.records += records.length;
    if (records.length === 0) break;
    try {
      const faults = await content.write(async (tx) => {
        const found = await madeAnew(tx, installation, records);
        if (!mend) throw new LookedAt(found);
        return found;
      });
      result.faults.push(...faults);
    } catch (error) {
      if (!(error instanceof LookedAt)) throw error;
      result.faults.push(...error.faults);
    }
  }
  for (const type of possibleSources(model))
    result.strays += (await strayRows(content, indexTableIn(installation, type), keyMap.of(type.id))).length;
  for (const type of model.contentTypes) {
    const indexTable = indexTableIn(installation, type);
    result.miscounted += (await wrongCounts(content, indexTable)).length;
    if (mend) await content.write((tx) => recountCategories(tx, indexTable));
  }
  return result;
}
