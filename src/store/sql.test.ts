import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from './database';
import { anyOf, anyOfFew, joined, raw, sql, type Bind, type Sql } from './sql';

test('values are bound in their order, equal ones once, and pieces bring theirs along', () => {
  const seen = sql`s.live_from <= ${7} AND s.live_until > ${7}`;
  expect(sql`SELECT ${raw('s.entry')} FROM s WHERE ${seen} AND s.name = ${'reed'}`.statement()).toEqual({
    text: 'SELECT s.entry FROM s WHERE s.live_from <= $1 AND s.live_until > $1 AND s.name = $2',
    bind: [7, 'reed'],
  });
  // A number and the digits of it are two values.
  expect(sql`${1}${'1'}${null}`.statement()).toEqual({ text: '$1$2$3', bind: [1, '1', null] });
  expect(joined([], ' AND ', '1').statement()).toEqual({ text: '1', bind: [] });
});

describe('asked of a database', () => {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const database = new Database(join(folder, 'any.db'));
  afterAll(async () => {
    await database.close();
    rmSync(folder, { recursive: true, force: true });
  });

  const word = fc.oneof(
    fc.string({ unit: 'binary' }).filter((each) => !each.includes('\0')),
    fc.constantFrom("'", '$1', '$$', '"; DROP TABLE people; --', '\\', ':a', '?'),
  );
  const value: fc.Arbitrary<Bind> = fc.oneof(word, fc.integer(), fc.constant(null));

  /** A question that tells whether every value comes out as it was put in, in any nesting. */
  const nested = fc.letrec<{ all: { ask: Sql; values: Bind[] } }>((tie) => ({
    all: fc.oneof(
      { maxDepth: 4 },
      value.map((each) => ({ ask: sql`${each}`, values: [each] })),
      fc.array(tie('all'), { minLength: 1, maxLength: 4 }).map((inner) => ({
        ask: joined(
          inner.map(({ ask }) => sql`${ask}`),
          ', ',
        ),
        values: inner.flatMap(({ values }) => values),
      })),
    ),
  })).all;

  test('whatever is bound comes out as it was put in', async () => {
    await fc.assert(
      fc.asyncProperty(nested, async ({ ask, values }) => {
        const row = await database.one<{ all: string }>(sql`SELECT json_array(${ask}) AS "all"`);
        expect(JSON.parse(row?.all ?? '')).toEqual(values);
      }),
      { numRuns: 150 },
    );
  });

  test('lists are asked of value by value', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(word, { minLength: 1, maxLength: 5 }), async (words) => {
        const counted = (within: Sql) =>
          database.one(
            sql`SELECT count(*) AS n FROM json_each(${JSON.stringify(words)}) WHERE value IN ${within}`,
          );
        expect(await counted(anyOf(words.slice(1)))).toEqual({ n: words.length - 1 });
        expect(await counted(anyOfFew(words.slice(0, 1)))).toEqual({ n: 1 });
      }),
      { numRuns: 60 },
    );
  });
});
