import type { JsonObject } from '../../core/json';
import { smallInstallation, fill, type SmallInstallation } from '../../../tests/small-installation';
import { contentType, field } from '../../../tests/small-model';
import { removeFields } from '../../core/model/change/edit';
import { entries } from '../entries/table';
import { applyWorking } from '../model/put-in-force';
import { keepWorking } from '../model/working-copy';
import { Turnover } from './turnover';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

test('a reading waits while a model turns over, and one that was under way begins again', async () => {
  const turnover = new Turnover();
  let model = 1;
  const readings: number[] = [];
  let goOn: () => void = () => {};
  const pause = new Promise<void>((resolve) => {
    goOn = resolve;
  });
  const underWay = turnover.read(async () => {
    const begun = model;
    readings.push(begun);
    if (readings.length === 1) await pause;
    if (begun !== model) throw new Error('no such column');
    return model;
  });
  await Promise.resolve();
  turnover.begin();
  const waiting = turnover.read(async () => model);
  goOn();
  await new Promise((resolve) => setImmediate(resolve));
  model = 2;
  turnover.end();
  expect([await underWay, await waiting]).toEqual([2, 2]);
  expect(readings).toEqual([1, 2]);
});

test('a model that could not be put in force leaves nobody waiting', async () => {
  const { installation, people } = small;
  await expect(applyWorking(installation, people.architect, 1)).rejects.toMatchObject({ status: 422 });
  expect(await installation.turnover.read(async () => 'read')).toBe('read');
});

test('a reading between new tables and the model that fits them waits for that model', async () => {
  const { installation, people } = small;
  await fill(small, 'species', [{ values: { name: 'Bell heron', size: 80 } }]);
  const species = contentType(installation.model, 'species');
  const size = field(species, 'size');
  const { document } = installation.model;
  const next = {
    ...document,
    contentTypes: document.contentTypes.map((type) =>
      type.key === 'species' ? removeFields(type, [size.id], new Map()) : type,
    ),
  };
  // A model document is JSON.
  const kept = await keepWorking(installation, people.architect, 0, next as unknown as JsonObject);
  const write = installation.content.write.bind(installation.content);
  let read: Promise<unknown> | undefined;
  jest.spyOn(installation.content, 'write').mockImplementation(async (work, kept) => {
    const done = await write(work, kept);
    read ??= installation.turnover.read(async () => {
      const sized = contentType(installation.model, 'species').fieldByKey('size') !== undefined;
      return entries(installation, { type: 'species', ...(sized ? { sort: '-size' } : {}) });
    });
    // Enough for a reading that did not wait to ask the tables.
    await Promise.race([read, new Promise((resolve) => setTimeout(resolve, 200))]).catch(() => undefined);
    return done;
  });
  await applyWorking(installation, people.architect, kept.number);
  expect(await read).toMatchObject({ items: [{ values: { name: 'Bell heron' } }] });
});
