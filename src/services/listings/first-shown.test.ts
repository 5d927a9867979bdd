import fc from 'fast-check';
import { fill, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { JsonObject } from '../../core/json';
import { firstShown } from '../../store/queries/first-shown';
import { listAmong } from '../../store/queries/listing-query';
import { entries } from '../entries/table';
import { ruleFrom } from './listings';
import { sourcesOf } from './sources';

let small: SmallInstallation;
let ids: string[];
beforeAll(async () => {
  small = await smallInstallation();
  const groups = ['bird', 'insect', 'plant'];
  await fill(
    small,
    'species',
    Array.from({ length: 260 }, (_, i) => ({
      values: {
        name: `${String.fromCharCode(97 + ((i * 7) % 26))} ${i}`,
        // One group is small, so that some listings let few through.
        group: groups[i % 13 === 0 ? 2 : i % 2] ?? '',
        size: (i * 37) % 400,
        ...(i % 5 === 0 ? { seen: `2026-0${1 + (i % 9)}-12` } : {}),
      },
      shown: i % 9 !== 0,
    })),
  );
  await fill(small, 'notice', [{ values: { title: 'Path closed' } }, { values: { title: 'Ditch cleared' } }]);
  ids = (await entries(small.installation, { type: 'species', limit: 30 })).items.map(({ id }) => id);
});
afterAll(() => small.close());

const where = fc.constantFrom<JsonObject[]>(
  { all: [] },
  { field: 'group', is: 'equals', value: 'plant' },
  { field: 'group', is: 'equals', value: 'bird' },
  {
    all: [
      { field: 'group', is: 'equals', value: 'bird' },
      { field: 'size', is: 'moreThan', value: 380 },
    ],
  },
  { not: { field: 'seen', is: 'filled' } },
  { field: 'size', is: 'moreThan', value: 1000 },
);
const isMixed = ({ from }: JsonObject): boolean => Array.isArray(from) && from.length > 1;
const mixed = fc.constant<JsonObject>({ from: ['notice', 'species'], where: { all: [] } });
const rule = (): fc.Arbitrary<JsonObject> =>
  fc
    .tuple(
      fc.oneof(
        { arbitrary: mixed, weight: 1 },
        { arbitrary: where.map((each): JsonObject => ({ from: ['species'], where: each })), weight: 4 },
      ),
      fc.uniqueArray(
        fc.record({
          by: fc.constantFrom('name', 'size', 'seen', 'published'),
          direction: fc.constantFrom('up', 'down'),
        }),
        { maxLength: 2, selector: ({ by }) => by },
      ),
      fc.record({
        limit: fc.integer({ min: 1, max: 30 }),
        skip: fc.integer({ min: 0, max: 3 }),
        pins: fc.subarray([0, 1, 2]).map((some) => some.map((i) => ({ entry: ids[i] ?? '' }))),
      }),
    )
    .map(([from, order, rest]): JsonObject => ({ ...from, ...rest, order: isMixed(from) ? [] : order }));

/** One that is empty, short ones and a full one, which stand among any others. */
const always: JsonObject[] = [
  { from: ['species'], where: { field: 'size', is: 'moreThan', value: 1000 }, order: [], limit: 30 },
  ...[1, 2, 30].map((limit): JsonObject => ({ from: ['species'], where: { all: [] }, order: [], limit })),
];

test('what many listings show first, asked together, is what each shows asked alone', async () => {
  const { installation } = small;
  const sizes = new Set<number>();
  await fc.assert(
    fc.asyncProperty(fc.array(rule(), { minLength: 1, maxLength: 60 }), async (spoken) => {
      const asked = [...always, ...spoken];
      const rules = asked.map((each) => ruleFrom(installation, each));
      const all = await Promise.all(rules.map((each) => sourcesOf(installation.content, installation, each)));
      const together = await firstShown(installation.content, all);
      for (const [i, branches] of all.entries()) {
        const { versions } = await listAmong(installation.content, branches);
        expect([asked[i], [...(together[i] ?? [])].sort()]).toEqual([
          asked[i],
          versions.map(({ uuid }) => uuid).sort(),
        ]);
        sizes.add(versions.length);
      }
    }),
    { numRuns: 12 },
  );
  expect([...sizes]).toEqual(expect.arrayContaining([0, 1, 2, 30]));
});
