import type { Id } from '../../core/ids';
import { categoriesOfPages } from '../../store/category-words';
import type { WriteTransaction } from '../../store/database';
import { countOfType, putFaultCounts, recordsOfType, type KeptRecord } from '../../store/records';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { countFaults } from './reindex';

/** How many records are counted between two writes: so few that no other write waits. */
const STEP = 250;

/** A type whose faults are to be counted: of all its records, or of those that have some. */
export interface Recount {
  type: Id;
  faulty: boolean;
  /** The revision of the model from which it follows. */
  model: number;
}

// What stands there was noted here.
const parsed = (text: string | undefined): Recount[] => JSON.parse(text ?? '[]') as Recount[];

/** Notes in a write that faults follow from it, so that they are counted even where the process ends before it has. */
export async function noteRecounts(tx: WriteTransaction, recounts: readonly Recount[]): Promise<void> {
  if (recounts.length === 0) return;
  const noted = parsed(await setting(tx, 'recount'));
  const types = new Set(recounts.filter(({ faulty }) => !faulty).map(({ type }) => type));
  const all = [...noted, ...recounts].filter(({ type, faulty }) => !faulty || !types.has(type));
  // A newer model takes the place of an older one, whose counting begins again.
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
      installation.now(),
    ),
  );
}

/** Where counting goes on: in which type, after which record, and how many were counted so far. */
export interface RecountPosition extends Recount {
  after: number;
  done: number;
  total: number;
}

const sameRecount = (a: Recount, b: Recount): boolean =>
  a.type === b.type && a.faulty === b.faulty && a.model === b.model;

/** How many records are to be counted. */
async function countNoted({ content, keyMap }: Installation, noted: readonly Recount[]): Promise<number> {
  const counts = await Promise.all(
    noted.map(({ type, faulty }) => countOfType(content, keyMap.find(type), faulty)),
  );
  return counts.reduce((sum, count) => sum + count, 0);
}

/**
 * Counts the faults of the next records that were noted to follow from a model, so few that others read and save
 * meanwhile. Counting some twice does no harm.
 */
export async function recountPart(
  installation: Installation,
  from: RecountPosition | undefined,
): Promise<{ position: RecountPosition | undefined; done: number; total: number }> {
  const { content, keyMap } = installation;
  const noted = parsed(await setting(content, 'recount'));
  const [next] = noted;
  const total = from?.total ?? (await countNoted(installation, noted));
  const done = from?.done ?? 0;
  if (!next) return { position: undefined, done: total, total };
  const after = from && sameRecount(from, next) ? from.after : 0;
  const records = await recordsOfType(content, keyMap.find(next.type), after, STEP, next.faulty);
  if (records.length > 0) await countStep(installation, records);
  if (records.length < STEP)
    await content.write(async (tx) => {
      const left = parsed(await setting(tx, 'recount')).filter((each) => !sameRecount(each, next));
      await putSetting(tx, 'recount', JSON.stringify(left));
    });
  const counted = done + records.length;
  return {
    position: { ...next, after: records.at(-1)?.id ?? after, done: counted, total: Math.max(total, counted) },
    done: counted,
    total: Math.max(total, counted),
  };
}

/** Has the faults counted that were noted, if some were. */
export async function putRecount({ content, queue }: Installation): Promise<void> {
  if (parsed(await setting(content, 'recount')).length === 0) return;
  await queue.put({
    kind: 'recount',
    input: {},
    what: 'Count what is to fix after a change of the model',
    person: null,
    once: 'recount',
  });
}
