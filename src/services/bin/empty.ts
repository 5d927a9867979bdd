import { rm } from 'node:fs/promises';
import type { BinEmptied, EmptyBin } from '../../contract/bin';
import { newId, type Id } from '../../core/ids';
import { putAct } from '../../store/acts';
import { binnedBelow, binnedToForget, countBinned, forgetRecords } from '../../store/bin';
import { dropRowsOf } from '../../store/index-tables/rows';
import { folderOf } from '../media/files';
import type { Person } from '../people/person';
import { indexedTypeOf } from '../records/shape';
import { indexTableIn, type Installation } from '../runtime/installation';
import { binDays } from './days';
import { DAY } from './list';

/** How many records one write forgets. */
const ONE_WRITE = 100;

/**
 * Forgets for good some of what was laid in the bin before a moment: of pages also what lies there below them. Answers how
 * many were forgotten; fewer than there might be, so that other writes do not wait.
 */
async function forgetSome(installation: Installation, before: number, only?: readonly Id[]): Promise<number> {
  const { content } = installation;
  const forgotten = await content.write(async (tx) => {
    const first = await binnedToForget(tx, { before, ...(only ? { only } : {}), most: ONE_WRITE });
    const below = await binnedBelow(
      tx,
      first.map(({ record }) => record),
    );
    const all = [...new Map([...first, ...below].map((each) => [each.record, each])).values()];
    const byType = new Map<Id, number[]>();
    for (const { type, record } of all)
      if (type !== null) byType.set(type, [...(byType.get(type) ?? []), record]);
    for (const [type, records] of byType) {
      const indexed = indexedTypeOf(installation, type);
      if (indexed) await dropRowsOf(tx, indexTableIn(installation, indexed), records);
    }
    await forgetRecords(tx, all);
    return all;
  });
  for (const { uuid, sort } of forgotten)
    if (sort === 'medium') await rm(folderOf(installation, uuid), { recursive: true, force: true });
  return forgotten.length;
}

/** Forgets the next of what lies in the bin longer than it is kept. Answers how many; 0 when none is left. */
export const forgetOld = async (installation: Installation): Promise<number> =>
  forgetSome(installation, installation.now() - (await binDays(installation)) * DAY);

/** Writes down who forgot how much: the one act that nobody can take back. */
async function tellForgotten(
  { content, now }: Installation,
  { id }: Pick<Person, 'id'>,
  forgotten: number,
): Promise<void> {
  const things = forgotten === 1 ? 'one thing' : `${forgotten} things`;
  const what = `forgot ${things} in the bin for good`;
  await content.write((tx) =>
    putAct(tx, { uuid: newId(), at: now(), person: id, what, why: null, undoes: null }),
  );
}

/** How many records one request forgets at the most. */
const ONE_REQUEST = 500;

/** Forgets what lies in the bin, or some of it, for good; so much at once that nobody waits long. */
export async function emptyBin(
  installation: Installation,
  person: Pick<Person, 'id'>,
  { ids }: EmptyBin,
): Promise<BinEmptied> {
  let forgotten = 0;
  for (let n = -1; n !== 0 && forgotten < ONE_REQUEST; forgotten += n)
    n = await forgetSome(installation, Number.MAX_SAFE_INTEGER, ids);
  if (forgotten > 0) await tellForgotten(installation, person, forgotten);
  return { forgotten, left: ids === undefined ? await countBinned(installation.content) : 0 };
}
