import { setTimeout as wait } from 'node:timers/promises';
import { smallDocument } from '../../tests/small-model';
import { here, type Beside } from '../services/runtime/beside';
import { Threads } from './threads';

const bounds = { depth: 40, nodes: 250_000, keys: 20_000 };
const context = { inForce: smallDocument(), today: '2026-11-25' };
let threads: Threads;
beforeEach(() => {
  threads = new Threads();
});
afterEach(() => threads.close());

test('a thread tells of every task what doing it here would tell', async () => {
  const document = smallDocument();
  const tellAll = (beside: Beside): Promise<unknown[]> =>
    Promise.all([
      beside.run('parseJson', { text: '{"a":[1,null,"ü"]}', bounds }),
      beside.run('parseJson', { text: '{"a":', bounds }),
      beside.run('parseJson', { text: '['.repeat(2000) + ']'.repeat(2000), bounds }),
      beside.run('tryDocument', { given: document, at: '/document', context }),
      beside.run('tryDocument', { given: { ...document, placements: 7 }, at: '/document', context }),
      beside.run('checkDocument', { document: { ...document, placements: [] }, context }),
    ]);
  const told = await tellAll(threads);
  expect(told).toEqual(await tellAll(here));
  // They say different things, or their being the same would say nothing.
  expect(new Set(told.map((each) => JSON.stringify(each).slice(0, 60))).size).toBe(told.length);
});

test('the loop goes on while a thread works', async () => {
  const text = JSON.stringify(Array.from({ length: 200_000 }, (_, i) => i));
  await threads.run('parseJson', { text: '0', bounds });
  let turns = 0;
  let works = true;
  const going = (async () => {
    while (works) {
      await wait(0);
      turns += 1;
    }
  })();
  for (let i = 0; i < 5; i += 1) await threads.run('parseJson', { text, bounds });
  works = false;
  await going;
  expect(turns).toBeGreaterThan(10);
});

test('what a broken thread was asked fails, and the next task is done all the same', async () => {
  await threads.run('parseJson', { text: '1', bounds });
  const lost = threads.run('parseJson', { text: JSON.stringify('x'.repeat(20_000_000)), bounds });
  await Promise.all([threads.close(), expect(lost).rejects.toThrow('The thread ended.')]);
  expect(await threads.run('parseJson', { text: '2', bounds })).toEqual({ value: 2 });
});
