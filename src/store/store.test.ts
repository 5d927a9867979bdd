import { sql } from './sql';
import fc from 'fast-check';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { condition, entry, simple } from '../../tests/any-content';
import { contentType, field } from '../../tests/small-model';
import { parseValues } from '../core/content/values';
import type { Json, JsonObject } from '../core/json';
import { coverageQuestions } from '../core/mapping/coverage';
import type { OrderKey } from '../core/mapping/rule/listing-rule';
import { matches } from '../core/mapping/rule/matches';
import { compareBy } from '../core/mapping/rule/order';
import { pinPlaces } from '../core/mapping/rule/pins';
import { parseCondition } from '../core/mapping/rule/parse';
import { countLive, countSteps, coverLive, listLive } from './queries/listing-query';
import { placeIn, placesAmong } from './queries/place-query';
import { neighboursIn } from './queries/neighbour-query';
import { lockFolder } from './folder-lock';
import { putRefs, refsOfMany } from './refs';
import { recordsOfSort, setBinned } from './records';
import { findEntriesOf, findRecords } from './search';
import { newId } from '../core/ids';
import { indexTableOf } from './index-tables/shape';
import { countRows } from './queries/table-query';

const DAY = '2026-11-25';
describe('the index tables', () => {
  let small: SmallInstallation;
  let given: JsonObject[];
  beforeAll(async () => {
    small = await smallInstallation();
    given = fc.sample(entry, { numRuns: 120, seed: 7 });
    await fill(
      small,
      'species',
      given.map((values) => ({ values })),
    );
    // Besides: one that is not shown, one that is over, one that is still to come.
    await fill(small, 'species', [
      { values: { name: 'Hidden' }, shown: false },
      { values: { name: 'Over' }, starts: NOON - 9000, ends: NOON - 5000 },
      { values: { name: 'Coming' }, starts: NOON + 5000 },
    ]);
  });
  afterAll(() => small.close());

  const parts = () => {
    const { installation } = small;
    const species = contentType(installation.model, 'species');
    return {
      installation,
      species,
      asked: {
        indexTable: indexTableOf(species, installation.keyMap, installation.model),
        keyMap: installation.keyMap,
        now: NOON,
        today: DAY,
      },
      kept: given.map((each) => parseValues(species.fields, each, {}, '').values),
    };
  };

  test('answer every condition as core means it', async () => {
    const { installation, species, asked, kept } = parts();
    let some = 0;
    await fc.assert(
      fc.asyncProperty(condition, async (spoken) => {
        const { condition: read, faults } = parseCondition(installation.model, species, spoken, '');
        expect(faults).toEqual([]);
        const wanted = kept.filter((values) => matches(read, values, DAY)).length;
        if (wanted > 0 && wanted < kept.length) some += 1;
        expect(await countLive(installation.content, asked, read)).toBe(wanted);
      }),
      { numRuns: 300 },
    );
    // The conditions that were made up must have told entries apart, or this proves nothing.
    expect(some).toBeGreaterThan(100);
  });

  test('put entries in order as core means it, and know each one’s place', async () => {
    const { installation, species, asked, kept } = parts();
    const by = fc.constantFrom(
      ...['name', 'group', 'size', 'rare', 'seen'].map((key) => field(species, key).id),
      'published',
    );
    const orders: fc.Arbitrary<OrderKey[]> = fc.array(
      fc.record({ by, direction: fc.constantFrom('up' as const, 'down' as const) }),
      { maxLength: 3 },
    );
    const bare = await installation.content.all<{ id: number; title: string; uuid: string }>(
      sql`SELECT r.id, r.uuid, w.title FROM records r JOIN working w ON w.record = r.id WHERE r.sort = 'entry' ORDER BY r.id LIMIT ${given.length}`,
    );
    await fc.assert(
      fc.asyncProperty(orders, simple, fc.nat(), async (order, spoken, which) => {
        const where = parseCondition(installation.model, species, spoken, '').condition;
        const wanted = kept
          .map((values, i) => ({
            values,
            published: NOON - 1000,
            changed: NOON - 1000,
            serial: bare[i]?.id ?? 0,
          }))
          .filter(({ values }) => matches(where, values, DAY))
          .sort(compareBy(order, species, 'en-GB'))
          .map(({ serial }) => bare.find(({ id }) => id === serial)?.uuid);
        const { matching, versions } = await listLive(installation.content, asked, {
          where,
          order,
          limit: 20,
        });
        expect(matching).toBe(wanted.length);
        expect(versions.map(({ uuid }) => uuid)).toEqual(wanted.slice(0, 20));
        const one = bare[which % bare.length];
        const place = wanted.indexOf(one?.uuid) + 1;
        // Of two lists at once, the one counted to the end, the other to its third place.
        const branches = [{ asked, rule: { where, order } }];
        const everything = [{ asked, rule: { where: { all: [] }, order: [] } }];
        expect(
          await placesAmong(
            installation.content,
            [
              { branches, most: 1000 },
              { branches: everything, most: 1000 },
              { branches, most: 3 },
            ],
            ([first]) => first,
            { id: one?.uuid ?? '', record: one?.id ?? 0 },
          ),
        ).toEqual([
          place === 0 ? undefined : place,
          (which % bare.length) + 1,
          place === 0 ? undefined : Math.min(place, 4),
        ]);
      }),
      { numRuns: 60 },
    );
  });

  test('put pinned entries where they belong, leave others out, and pass over the first', async () => {
    const { installation, species, asked } = parts();
    const bare = await installation.content.all<{ id: number; uuid: string }>(
      sql`SELECT id, uuid FROM records WHERE sort = 'entry' ORDER BY id LIMIT ${given.length}`,
    );
    const order: OrderKey[] = [{ by: field(species, 'name').id, direction: 'up' }];
    const some = fc.shuffledSubarray(bare.slice(0, 8).map(({ uuid }) => uuid));
    await fc.assert(
      fc.asyncProperty(
        some,
        fc.integer({ min: 0, max: 4 }),
        fc.array(fc.option(fc.integer({ min: 1, max: 9 }), { nil: undefined }), {
          minLength: 8,
          maxLength: 8,
        }),
        simple,
        fc.nat(3),
        async (picked, cut, places, spoken, skip) => {
          const where = parseCondition(installation.model, species, spoken, '').condition;
          const [leaveOut, pins] = [
            picked.slice(0, cut),
            picked
              .slice(cut)
              .map((entry, i) => ({ entry, ...(places[i] === undefined ? {} : { place: places[i] }) })),
          ];
          const plain = await listLive(installation.content, asked, { where, order, limit: 1000 });
          const others = plain.versions.map(({ uuid }) => uuid).filter((uuid) => !picked.includes(uuid));
          const at = pinPlaces(pins, others.length);
          const whole = [...others];
          for (const { entry, place } of pins
            .map(({ entry }, i) => ({ entry, place: at[i] ?? 0 }))
            .sort((a, b) => a.place - b.place))
            whole.splice(place, 0, entry);
          const rule = { where, order, pins, leaveOut, skip, limit: 6 };
          const { matching, versions } = await listLive(installation.content, asked, rule);
          expect([matching, versions.map(({ uuid }) => uuid)]).toEqual([
            whole.length,
            whole.slice(skip, skip + 6),
          ]);
          const third = bare.find(({ uuid }) => uuid === whole[2]);
          if (third)
            expect(
              await placeIn(installation.content, { asked, rule }, { id: third.uuid, record: third.id }),
            ).toBe(3);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('tell what stands before and after each entry, walking the order from where it stands', async () => {
    const { installation, species, asked } = parts();
    const by = fc.constantFrom(
      ...['name', 'group', 'size', 'rare', 'seen'].map((key) => field(species, key).id),
      'published',
    );
    const orders: fc.Arbitrary<OrderKey[]> = fc.array(
      fc.record({ by, direction: fc.constantFrom('up' as const, 'down' as const) }),
      { maxLength: 3 },
    );
    const bare = await installation.content.all<{ id: number; uuid: string }>(
      sql`SELECT id, uuid FROM records WHERE sort = 'entry' ORDER BY id LIMIT ${given.length}`,
    );
    await fc.assert(
      fc.asyncProperty(
        orders,
        simple,
        fc.subarray(
          bare.slice(0, 5).map(({ uuid }) => uuid),
          { maxLength: 2 },
        ),
        fc.nat(),
        async (order, spoken, pinned, which) => {
          const rule = {
            where: parseCondition(installation.model, species, spoken, '').condition,
            order,
            pins: pinned.map((entry) => ({ entry })),
          };
          const all = (await listLive(installation.content, asked, { ...rule, limit: 1000 })).versions.map(
            ({ uuid }) => uuid,
          );
          const at = all.length === 0 ? 0 : which % all.length;
          const record = bare.find(({ uuid }) => uuid === all[at]);
          if (!record) return;
          const { previous, next } = await neighboursIn(installation.content, asked, rule, {
            id: record.uuid,
            record: record.id,
          });
          expect([previous?.uuid, next?.uuid]).toEqual([all[at - 1], all[at + 1]]);
          const outside = bare.find(({ uuid }) => !all.includes(uuid));
          if (outside)
            expect(
              await neighboursIn(installation.content, asked, rule, { id: outside.uuid, record: outside.id }),
            ).toEqual({});
        },
      ),
      { numRuns: 80 },
    );
  });

  test('count what each condition lets through, one after the other', async () => {
    const { installation, species, asked, kept } = parts();
    const steps = (
      [
        { field: 'group', is: 'filled' },
        { field: 'size', is: 'moreThan', value: 2 },
      ] as Json[]
    ).map((each) => parseCondition(installation.model, species, each, '').condition);
    expect(await countSteps(installation.content, asked, steps)).toEqual(
      [1, 2].map(
        (n) => kept.filter((values) => steps.slice(0, n).every((step) => matches(step, values, DAY))).length,
      ),
    );
  });

  test('tell the coverage of a face as a scan would', async () => {
    const { installation, species, asked, kept } = parts();
    const questions = coverageQuestions(species.definition.face.mapping);
    const has = (key: string) => (values: (typeof kept)[number]) =>
      values[field(species, key).id] !== undefined;
    const { total, parts: covered } = await coverLive(installation.content, asked, { all: [] }, questions);
    const summary = covered.find(({ part }) => part === 'summary');
    expect(total).toBe(kept.length);
    expect(summary).toEqual({
      part: 'summary',
      filled: kept.filter((each) => has('summary')(each) || has('body')(each)).length,
      steps: [
        kept.filter(has('summary')).length,
        kept.filter((each) => !has('summary')(each) && has('body')(each)).length,
      ],
    });
  });

  test('tell states by the clock', async () => {
    const { installation, asked } = parts();
    const count = (state: 'draft' | 'published' | 'scheduled' | 'withdrawn', now: number) =>
      countRows(
        installation.content,
        { ...asked, now },
        { where: { all: [] }, state, sort: { by: 'title', direction: 'up' }, limit: 1 },
      );
    expect([
      await count('draft', NOON),
      await count('withdrawn', NOON),
      await count('scheduled', NOON),
      await count('published', NOON),
    ]).toEqual([1, 1, 1, given.length]);
    expect([await count('scheduled', NOON + 6000), await count('published', NOON + 6000)]).toEqual([
      0,
      given.length + 1,
    ]);
  });

  test('are searched by the beginnings of words, without accents, and never by operators', async () => {
    const { content } = small.installation;
    expect(
      (await findRecords(content, 'ecl', 50))
        .map(({ title }) => title)
        .every((title) => title === 'Éclair moth'),
    ).toBe(true);
    expect((await findRecords(content, 'heron bel', 50)).length).toBeGreaterThan(0);
    expect(await findRecords(content, '") OR title:* NEAR(', 50)).toEqual([]);
  });
});

describe('the database', () => {
  let small: SmallInstallation;
  beforeAll(async () => {
    small = await smallInstallation();
  });
  afterAll(() => small.close());

  test('takes forty writes at once, one after the other, and loses none', async () => {
    const { content } = small.installation;
    await content.write((tx) => tx.run(sql`INSERT INTO settings (key, value) VALUES ('n', '0')`));
    await Promise.all(
      Array.from({ length: 40 }, () =>
        content.write(async (tx) => {
          const row = await tx.one<{ value: string }>(sql`SELECT value FROM settings WHERE key = 'n'`);
          await tx.run(sql`UPDATE settings SET value = ${String(Number(row?.value) + 1)} WHERE key = 'n'`);
        }),
      ),
    );
    expect(await content.one(sql`SELECT value FROM settings WHERE key = 'n'`)).toEqual({ value: '40' });
  });
  test('undoes a write that fails as a whole, and takes the next', async () => {
    const { content } = small.installation;
    const failing = content.write(async (tx) => {
      await tx.run(sql`INSERT INTO settings (key, value) VALUES ('half', 'done')`);
      throw new Error('in the middle');
    });
    await expect(failing).rejects.toThrow('in the middle');
    expect(await content.one(sql`SELECT value FROM settings WHERE key = 'half'`)).toBeUndefined();
    expect(
      await content.write((tx) => tx.run(sql`INSERT INTO settings (key, value) VALUES ('whole', 'done')`)),
    ).toBeGreaterThan(0);
  });
  test('lets nobody write through a reader', async () => {
    await expect(
      small.installation.content.all(sql`INSERT INTO settings (key, value) VALUES ('x', 'y') RETURNING key`),
    ).rejects.toThrow(/readonly/i);
  });
  test('keeps references true', async () => {
    await expect(
      small.installation.content.write((tx) =>
        tx.run(
          sql`INSERT INTO live (record, starts, ends, title, body, published_at) VALUES (999999, 1, 2, '', '', 1)`,
        ),
      ),
    ).rejects.toThrow(/FOREIGN KEY/i);
  });
  test('belongs to one process at a time', async () => {
    await expect(lockFolder(small.folder)).rejects.toThrow(/Another Clear Frame is at work/);
  });
});

test('of a reference that two versions make, the one that holds longer counts', async () => {
  const small = await smallInstallation();
  try {
    await fill(small, 'species', [{ values: { name: 'Bell heron' } }]);
    const { content } = small.installation;
    const [{ id: source = 0 } = {}] = await content.all<{ id: number }>(sql`SELECT id FROM records`);
    const ref = { source, side: 1, role: 'names', target: newId() } as const;
    for (const untils of [
      [7, 9],
      [9, 7],
    ]) {
      await content.write((tx) =>
        putRefs(
          tx,
          [source],
          untils.map((until) => ({ ...ref, until })),
        ),
      );
      expect(await refsOfMany(content, [source], 0)).toEqual([{ ...ref, until: 9 }]);
    }
  } finally {
    await small.close();
  }
});

test('what lies in the bin is not found by its words, whoever asks', async () => {
  const small = await smallInstallation();
  try {
    const { installation } = small;
    await fill(small, 'species', [{ values: { name: 'Bell heron' } }, { values: { name: 'Bell tern' } }]);
    const types = [installation.keyMap.of(contentType(installation.model, 'species').id)];
    const found = async (words: string) =>
      [
        await findRecords(installation.content, words, 9),
        await findEntriesOf(installation.content, types, words, 9),
      ].map((all) => all.map(({ title }) => title).sort());
    expect(await found('bell')).toEqual([
      ['Bell heron', 'Bell tern'],
      ['Bell heron', 'Bell tern'],
    ]);
    const heron = (await recordsOfSort(installation.content, 'entry')).find(
      ({ title }) => title === 'Bell heron',
    );
    await installation.content.write((tx) => setBinned(tx, heron?.id ?? 0, { at: NOON, by: null }));
    expect(await found('bell')).toEqual([['Bell tern'], ['Bell tern']]);
    expect((await findEntriesOf(installation.content, types, '', 9)).map(({ title }) => title)).toEqual([
      'Bell tern',
    ]);
  } finally {
    await small.close();
  }
});
