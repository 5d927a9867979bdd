import type { Id } from '../../core/ids';
import { categoriesOfPages } from '../../store/category-words';
import type { WriteTransaction } from '../../store/database';
import { putFaultCounts, recordsOfType, type KeptRecord } from '../../store/records';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { countFaults } from './reindex';

/** How many records are counted between two writes: so few that no other write waits. */
const STEP = 250;

/** A type whose faults are to be counted: of all its records, or of those that have some. */
export interface Recount {
  type: Id;
  faulty: boolean;
}

// What stands there was noted here.
const parsed = (text: string | undefined): Recount[] => JSON.parse(text ?? '[]') as Recount[];

/** Notes in a write that faults follow from it, so that they are counted even where the process ends before it has. */
export async function noteRecounts(tx: WriteTransaction, recounts: readonly Recount[]): Promise<void> {
  if (recounts.length === 0) return;
  const noted = parsed(await setting(tx, 'recount'));
  const types = new Set(recounts.filter(({ faulty }) => !faulty).map(({ type }) => type));
  const all = [...noted, ...recounts].filter(({ type, faulty }) => !faulty || !types.has(type));
  const distinct = new Map(all.map((each) => [`${each.type} ${each.faulty}`, each]));
  await putSetting(tx, 'recount', JSON.stringify([...distinct.values()]));
}

async function countStep(installation: Installation, records: readonly KeptRecord[]): Promise<void> {
  const { content } = installation;
  const categories = await categoriesOfPages(
    content,
    records.map(({ id }) => id),
  );
  const counts = await countFaults(
    content,
    installation,
    records.map((record) => ({ record, category: categories.get(record.id) ?? null })),
  );
  // Whoever saved one since has counted its faults.
  await content.write((tx) =>
    putFaultCounts(
      tx,
      records.map(({ id, revision }) => ({ record: id, revision, faults: counts.get(id) ?? 0 })),
    ),
  );
}

/**
 * Counts the faults that were noted to follow from a model, some records at a time beside all other work; others read
 * and save meanwhile.
 */
export async function recountNoted(installation: Installation): Promise<void> {
  const { content, keyMap } = installation;
  for (;;) {
    const [next] = parsed(await setting(content, 'recount'));
    if (!next) return;
    for (let after = 0, full = true; full;) {
      const records = await recordsOfType(content, keyMap.find(next.type), after, STEP, next.faulty);
      full = records.length === STEP;
      after = records.at(-1)?.id ?? after;
      if (records.length > 0) await countStep(installation, records);
    }
    await content.write(async (tx) => {
      const left = parsed(await setting(tx, 'recount')).filter(
        ({ type, faulty }) => type !== next.type || faulty !== next.faulty,
      );
      await putSetting(tx, 'recount', JSON.stringify(left));
    });
  }
}
