import fc from 'fast-check';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { states } from '../../core/content/states';
import { Refusal } from '../runtime/refusal';
import { entries } from './table';
import { addEntry, changeEntry, entry, publishEntry, withdrawEntry } from './write';

const HOUR = 3_600_000;
const iso = (at: number): string => new Date(at).toISOString();

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const bird = () =>
  addEntry(small.installation, small.people.editor, { type: 'species', values: { name: 'Bell heron' } });

test('versions wait in their order, and one of them is taken down alone', async () => {
  const { installation, people } = small;
  const { id } = await bird();
  const publish = async (size: number, from?: number, until?: number) => {
    const { revision } = await entry(installation, id);
    await changeEntry(installation, people.editor, id, revision, { values: { size } });
    return publishEntry(installation, people.editor, id, revision + 1, {
      ...(from === undefined ? {} : { from: iso(from) }),
      ...(until === undefined ? {} : { until: iso(until) }),
    });
  };
  await publish(3, NOON + 30 * HOUR);
  await publish(2, NOON + 20 * HOUR);
  const { shown } = await publish(1);
  expect(shown).toEqual([
    { from: iso(NOON), until: iso(NOON + 20 * HOUR) },
    { from: iso(NOON + 20 * HOUR), until: iso(NOON + 30 * HOUR) },
    { from: iso(NOON + 30 * HOUR) },
  ]);
  const { revision } = await entry(installation, id);
  const left = await withdrawEntry(installation, people.editor, id, revision, {
    from: iso(NOON + 30 * HOUR),
  });
  expect(left.shown).toEqual(shown.slice(0, 2));
  await expect(
    withdrawEntry(installation, people.editor, id, revision, { from: iso(NOON + 30 * HOUR) }),
  ).rejects.toMatchObject({ status: 422 });
});

test('whatever is planned, at every moment the table tells the state that the entry has', async () => {
  const deed = fc.record({
    does: fc.constantFrom('publish', 'publish', 'publish', 'withdraw'),
    from: fc.option(fc.integer({ min: 1, max: 40 })),
    long: fc.option(fc.integer({ min: 1, max: 30 })),
    wait: fc.integer({ min: 0, max: 12 }),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 1, maxLength: 6 }), async (deeds) => {
      const { installation, people } = small;
      let now = NOON;
      small.at(now);
      const { id } = await bird();
      for (const { does, from, long, wait } of deeds) {
        small.at((now += wait * HOUR));
        const { revision } = await entry(installation, id);
        const starts = now + (from ?? 0) * HOUR;
        const times = {
          ...(from === null ? {} : { from: iso(starts) }),
          ...(long === null ? {} : { until: iso(starts + long * HOUR) }),
        };
        try {
          if (does === 'publish') await publishEntry(installation, people.editor, id, revision, times);
          else await withdrawEntry(installation, people.editor, id, revision);
        } catch (error) {
          // Too many gaps are refused, and change nothing.
          if (!(error instanceof Refusal)) throw error;
        }
      }
      for (let hours = 0; hours < 90; hours += 7) {
        small.at(now + hours * HOUR + 1);
        const { state } = await entry(installation, id);
        const told: string[] = [];
        for (const each of states)
          if (
            (await entries(installation, { type: 'species', state: each, limit: 500 })).items.some(
              (row) => row.id === id,
            )
          )
            told.push(each);
        expect([hours, told]).toEqual([hours, [state]]);
      }
    }),
    {
      numRuns: 12,
      // Two stretches to come, neither begun: both tell the state.
      examples: [
        [
          [
            { does: 'publish', from: 1, long: 1, wait: 0 },
            { does: 'publish', from: 3, long: null, wait: 0 },
          ],
        ],
      ],
    },
  );
});
