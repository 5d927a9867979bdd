import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { acts, undoAct } from '../services/acts';
import { wideDocument } from '../../tests/wide-model';
import { addCategory, mergeCategory, removeCategory } from '../services/categories';
import { entries } from '../services/entries';
import { importModel } from '../services/model';
import { checkDerived } from '../services/records';
import { longWork, stopLongWork, tryLongWorkAgain } from '../services/long-work';
import type { NewJob } from '../services/runtime';
import { sql } from '../store/sql';
import { DurableQueue, waitAfter } from './durable-queue';

let small: SmallInstallation;
let queue: DurableQueue;
beforeEach(async () => {
  small = await smallInstallation();
  queue = new DurableQueue(small.installation);
  small.installation.queue = queue;
});
afterEach(() => small.close());

/** A process that ends and starts again: what it was at in memory is gone. */
function restart(): void {
  queue = new DurableQueue(small.installation);
  small.installation.queue = queue;
}

/**
 * Works until so many writes of the queue were made, and is killed at the next: the content is written, and how far it came
 * is not. What was under way is due at once.
 */
async function workAndDie(after: number): Promise<void> {
  const { sessions } = small.installation;
  const write = sessions.write.bind(sessions);
  let writes = 0;
  const killed = new Promise<void>((resolve) => {
    jest.spyOn(sessions, 'write').mockImplementation((work, kept) => {
      writes += 1;
      if (writes <= after) return write(work, kept);
      resolve();
      return new Promise(() => {});
    });
  });
  void queue.begin();
  await killed;
  jest.restoreAllMocks();
  restart();
  await sessions.write((tx) => tx.run(sql`UPDATE jobs SET again_at = 0, state = 'waiting'`));
}

const seen = async () => (await longWork(small.installation, small.people.architect, {})).items;
const states = async () => (await seen()).map(({ what, state }) => `${what} ${state}`);

/** Waits until nothing is due any more. */
async function idle(): Promise<void> {
  for (;;) {
    const left = await seen();
    if (left.every(({ state, due }) => state !== 'running' && (state !== 'waiting' || due !== undefined)))
      return;
    await wait(5);
  }
}

const letter = (subject: string, more: Partial<NewJob<'letter'>> = {}): NewJob<'letter'> => ({
  kind: 'letter',
  what: subject,
  person: small.people.architect.id,
  input: {
    at: NOON,
    letter: {
      from: { name: 'The reserve', address: 'no-reply@clear-frame.local' },
      to: 'warden@quillwater.example',
      replyTo: { name: 'Gate', address: 'gate@quillwater.example' },
      subject,
      text: 'The path is open.',
    },
  },
  ...more,
});

const outbox = () => {
  try {
    return readdirSync(join(small.folder, 'outbox'))
      .map(
        (file) => /^Subject: (.*?)\r?$/m.exec(readFileSync(join(small.folder, 'outbox', file), 'utf8'))?.[1],
      )
      .sort();
  } catch {
    return [];
  }
};

test('what waits is done by the process that comes after, once, and nothing of what it was given is kept', async () => {
  await queue.put(letter('One'));
  await queue.put(letter('Two'));
  expect(outbox()).toEqual([]);
  restart();
  await queue.begin();
  await idle();
  expect(outbox()).toEqual(['One', 'Two']);
  expect(await states()).toEqual(['Two done', 'One done']);
  const kept = await small.installation.sessions.all<{ input: string }>(sql`SELECT input FROM jobs`);
  expect(kept.map(({ input }) => input)).toEqual(['{}', '{}']);
});

test('what was under way when the process was killed is done again, and a letter is still one letter', async () => {
  const id = await queue.put(letter('One'));
  // Handed over, and killed before that was noted.
  await queue.begin();
  await idle();
  await queue.close();
  await small.installation.sessions.write((tx) =>
    tx.run(
      sql`UPDATE jobs SET state = 'running', ended_at = NULL, input = ${JSON.stringify(letter('One').input)}`,
    ),
  );
  restart();
  await queue.begin();
  await idle();
  expect(outbox()).toEqual(['One']);
  expect(await seen()).toMatchObject([{ id, state: 'done', tries: 2 }]);
});

test('what is due at a time waits for the clock of the product', async () => {
  await queue.put(letter('Later', { dueAt: NOON + 3_600_000 }));
  await queue.put(letter('Now'));
  await queue.begin();
  await idle();
  expect(outbox()).toEqual(['Now']);
  expect((await seen()).find(({ what }) => what === 'Later')?.due).toBe('2026-11-25T13:00:00.000Z');
  small.at(NOON + 3_600_000);
  queue.wake();
  await idle();
  expect(outbox()).toEqual(['Later', 'Now']);
});

test('what fails is tried again after waits that grow, fails for good at last, and goes on when somebody says so', async () => {
  // Where the outbox should be stands something else.
  const { outboxFolder } = small.installation;
  small.installation.outboxFolder = join(small.folder, 'content.db');
  const id = await queue.put(letter('One'));
  await queue.begin();
  await idle();
  const waits: number[] = [];
  for (;;) {
    const [job] = await small.installation.sessions.all<{ state: string; again: number; told: string }>(
      sql`SELECT state, again_at AS again, told FROM jobs`,
    );
    if (job?.state !== 'waiting') break;
    // In words for a person: where files lie is for the log.
    expect(job.told).toBe('The mail service does not take it.');
    waits.push(Math.round((job.again - Date.now()) / 1000));
    await small.installation.sessions.write((tx) => tx.run(sql`UPDATE jobs SET again_at = 0`));
    queue.wake();
    await wait(20);
    await idle();
  }
  expect(waits).toHaveLength(9);
  expect(waits.every((each, i) => each <= (waits[i + 1] ?? Infinity))).toBe(true);
  expect(waits[0]).toBeLessThanOrEqual(waitAfter(1) / 1000);
  expect(waits[8]).toBeGreaterThan(5 * 3600);
  expect(await longWork(small.installation, small.people.architect, {})).toMatchObject({
    open: 0,
    failed: 1,
  });
  small.installation.outboxFolder = outboxFolder;
  await tryLongWorkAgain(small.installation, small.people.architect, id);
  await idle();
  expect(outbox()).toEqual(['One']);
  await expect(tryLongWorkAgain(small.installation, small.people.architect, id)).rejects.toThrow(
    'Only what failed can be tried again.',
  );
});

test('people see and stop their own work, an architect everyone’s', async () => {
  const { installation, people } = small;
  const id = await queue.put(letter('Of the editor', { person: people.editor.id }));
  const other = await queue.put(letter('Of the architect'));
  const own = await longWork(installation, people.editor, {});
  expect(own).toMatchObject({ items: [{ id, by: 'editor' }], open: 1, failed: 0 });
  await expect(stopLongWork(installation, people.editor, other)).rejects.toMatchObject({ status: 404 });
  expect(await stopLongWork(installation, people.editor, id)).toMatchObject({ state: 'stopped' });
  await stopLongWork(installation, people.architect, other);
  await expect(stopLongWork(installation, people.architect, other)).rejects.toThrow('This is over already.');
  await queue.begin();
  await idle();
  expect(outbox()).toEqual([]);
});

describe('an act that changed many entries', () => {
  const all = async (state?: 'binned') =>
    (await entries(small.installation, { type: 'species', ...(state ? { state } : {}) })).total;
  const bringIn = async (n: number) => {
    await fill(
      small,
      'species',
      Array.from({ length: n }, (_, i) => ({ values: { name: `Bird ${i}` } })),
    );
    return (await acts(small.installation, {})).items[0]?.id ?? '';
  };

  test('is taken back in parts, as one act that can be taken back itself', async () => {
    const act = await bringIn(230);
    const { goesOn, act: undo } = await undoAct(small.installation, small.people.architect, act);
    await queue.begin();
    await idle();
    expect((await seen()).find(({ id }) => id === goesOn)).toMatchObject({
      state: 'done',
      done: 230,
      total: 230,
    });
    expect(await all()).toBe(0);
    expect((await acts(small.installation, {})).items[0]).toMatchObject({
      id: undo,
      things: 230,
      undoes: true,
    });
    await expect(undoAct(small.installation, small.people.architect, act)).rejects.toThrow(
      'taken back already',
    );
    await undoAct(small.installation, small.people.architect, undo ?? '');
    await idle();
    expect(await all()).toBe(230);
  });

  test('goes on after a restart where it was, wherever the process ended', async () => {
    const act = await bringIn(210);
    const asked = await undoAct(small.installation, small.people.architect, act);
    for (let kills = 0; kills < 4; kills += 1) await workAndDie(kills + 1);
    await queue.begin();
    await idle();
    expect(await all()).toBe(0);
    expect((await acts(small.installation, {})).items[0]).toMatchObject({ id: asked.act, things: 210 });
    expect((await seen()).find(({ id }) => id === asked.goesOn)).toMatchObject({ state: 'done', done: 210 });
  });

  test('stops between two parts; what is taken back so far stays so', async () => {
    const act = await bringIn(220);
    const { goesOn = '' } = await undoAct(small.installation, small.people.architect, act);
    const { content } = small.installation;
    const write = content.write.bind(content);
    let parts = 0;
    jest.spyOn(content, 'write').mockImplementation(async (work, kept) => {
      parts += 1;
      const done = await write(work, kept);
      if (parts === 3) await stopLongWork(small.installation, small.people.architect, goesOn);
      return done;
    });
    await queue.begin();
    await idle();
    jest.restoreAllMocks();
    expect((await seen()).find(({ id }) => id === goesOn)).toMatchObject({
      state: 'stopped',
      done: 50,
      total: 220,
    });
    expect(await all()).toBe(170);
  });
});

describe('a category that many are in', () => {
  const category = (label: string) => {
    const found = small.installation.categories.all.find((each) => each.label === label);
    if (!found) throw new Error(label);
    return found;
  };
  const named = async (label: string): Promise<number> =>
    (
      await entries(small.installation, {
        type: 'species',
        where: JSON.stringify({ field: 'habitats', is: 'oneOf', value: [category(label).id] }),
      })
    ).total;
  const bird = (label: string, i: number) => ({
    values: { name: `Bird ${i}`, habitats: [category(label).id] },
  });

  beforeEach(async () => {
    await importModel(small.installation, wideDocument());
    const scheme = small.installation.model.schemeByKey('habitat')?.id ?? '';
    for (const label of ['Mere', 'Reed', 'Wood'])
      await addCategory(small.installation, small.people.architect, scheme, { label, parent: null });
    await addCategory(small.installation, small.people.architect, scheme, {
      label: 'Pool',
      parent: category('Mere').id,
    });
    await fill(
      small,
      'species',
      Array.from({ length: 95 }, (_, i) => bird('Mere', i)),
    );
    await fill(small, 'species', [bird('Reed', 200), bird('Pool', 201)]);
  });

  test('is merged in parts that are one act, with what came into it meanwhile, wherever the process ends', async () => {
    const { installation, people } = small;
    const { id, revision } = category('Mere');
    const told = await mergeCategory(installation, people.architect, id, revision, category('Reed').id);
    expect(told.goesOn).toBeDefined();
    expect(await named('Mere')).toBe(95);
    for (let kills = 0; kills < 3; kills += 1) {
      await workAndDie(kills + 1);
      // Somebody goes on putting birds into it.
      await fill(small, 'species', [bird('Mere', 300 + kills)]);
    }
    await queue.begin();
    await idle();
    expect((await seen()).find((work) => work.id === told.goesOn)).toMatchObject({ state: 'done' });
    expect(installation.categories.get(id)).toBeUndefined();
    expect(await named('Reed')).toBe(99);
    expect(category('Pool').parent).toBe(category('Reed').id);
    expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0, miscounted: 0 });
    const merged = (await acts(installation, { limit: 20 })).items.find(
      ({ what }) => what === 'merged two categories',
    );
    expect(merged?.things).toBe(98 + 2);
    await undoAct(installation, people.architect, merged?.id ?? '');
    await idle();
    expect([await named('Mere'), await named('Reed')]).toEqual([98, 1]);
    expect(category('Pool').parent).toBe(category('Mere').id);
    expect(await checkDerived(installation, false)).toMatchObject({ faults: [], miscounted: 0 });
  });

  test('is taken away in parts, from entries too; only who may change categories has it done', async () => {
    const { installation, people } = small;
    const { id, revision } = category('Mere');
    await expect(removeCategory(installation, people.editor, id, revision, undefined)).rejects.toMatchObject({
      status: 403,
    });
    const { goesOn } = await removeCategory(installation, people.architect, id, revision, undefined);
    await queue.begin();
    await idle();
    expect((await seen()).find((work) => work.id === goesOn)).toMatchObject({ state: 'done', total: 95 });
    expect(installation.categories.get(id)).toBeUndefined();
    expect(category('Pool').parent).toBeNull();
    const filled = JSON.stringify({ field: 'habitats', is: 'filled' });
    expect((await entries(installation, { type: 'species', where: filled })).total).toBe(2);
  });
});
