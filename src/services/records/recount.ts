import type { Id } from '../../core/ids';
import type { OtherWords } from '../../core/model/change/follows';
import { categoriesOfPages } from '../../store/category-words';
import type { WriteTransaction } from '../../store/database';
import {
  countOfType,
  putFaultCounts,
  recordsByIds,
  recordsOfType,
  type AmongType,
  type KeptRecord,
} from '../../store/records';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { countFaults } from './reindex';
import { reindexWords } from './words';

/** How many records are counted between two writes, and of how many words are written in one: so few that no other waits. */
const STEP = 150;
const WORDS_STEP = 20;

/**
 * What follows for a type from a model: the faults of all its records are to be counted, or of those that have some; or
 * the search is to be given their words.
 */
export interface Recount {
  type: Id;
  faulty: boolean;
  /** Of words alone: the fields by which records are meant, those that say something in one of them. */
  words?: OtherWords;
  /** The revision of the model from which it follows. */
  model: number;
}

// What stands there was noted here.
const parsed = (text: string | undefined): Recount[] => JSON.parse(text ?? '[]') as Recount[];

/** What is left of two changes, where the words of the first may be written in part: those that came then are taken as had. */
const bothWords = (a: OtherWords, b: OtherWords): OtherWords => ({
  had: [...new Set([...a.had, ...a.came, ...b.had])],
  came: b.came.filter((id) => !a.came.includes(id)),
});

/** Notes in a write what follows from it, so that it is done even where the process ends before it has. */
export async function noteRecounts(tx: WriteTransaction, recounts: readonly Recount[]): Promise<void> {
  if (recounts.length === 0) return;
  const noted = parsed(await setting(tx, 'recount'));
  const types = new Set(recounts.filter(({ faulty, words }) => !faulty && !words).map(({ type }) => type));
  const all = [...noted, ...recounts].filter(({ type, faulty }) => !faulty || !types.has(type));
  // A newer model takes the place of an older one, whose counting begins again.
  const distinct = new Map<string, Recount>();
  for (const { words, ...each } of all) {
    const key = `${each.type} ${words ? 'words' : each.faulty}`;
    const before = distinct.get(key)?.words;
    distinct.set(key, { ...each, ...(words ? { words: before ? bothWords(before, words) : words } : {}) });
  }
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
  a.type === b.type &&
  a.faulty === b.faulty &&
  a.model === b.model &&
  JSON.stringify(a.words) === JSON.stringify(b.words);

const amongOf = ({ faulty, words }: Recount): AmongType =>
  words ? { saying: [...words.had, ...words.came] } : faulty ? 'faulty' : 'all';

/** How many records are to be counted. */
async function countNoted({ content, keyMap }: Installation, noted: readonly Recount[]): Promise<number> {
  const counts = await Promise.all(
    noted.map((each) => countOfType(content, keyMap.find(each.type), amongOf(each))),
  );
  return counts.reduce((sum, count) => sum + count, 0);
}

/** Gives the search the words of some records, as they are by then. */
const wordsStep = (
  installation: Installation,
  records: readonly KeptRecord[],
  words: OtherWords,
): Promise<void> =>
  installation.content.write(async (tx) => {
    const ids = records.map(({ id }) => id);
    await reindexWords(tx, installation, await recordsByIds(tx, ids), words);
  });

/**
 * Does what was noted to follow from a model for the next records, so few that others read and save meanwhile. Doing some
 * twice does no harm.
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
  const most = next.words ? WORDS_STEP : STEP;
  const records = await recordsOfType(content, keyMap.find(next.type), after, most, amongOf(next));
  if (records.length > 0)
    await (next.words ? wordsStep(installation, records, next.words) : countStep(installation, records));
  if (records.length < most)
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

/** Has what was noted done, if something was. */
export async function putRecount({ content, queue }: Installation): Promise<void> {
  if (parsed(await setting(content, 'recount')).length === 0) return;
  await queue.put({
    kind: 'recount',
    input: {},
    what: 'Count what is to fix, and give the search its words, after a change of the model',
    person: null,
    once: 'recount',
  });
}
