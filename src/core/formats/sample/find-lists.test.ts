import fc from 'fast-check';
import type { Json, JsonObject } from '../../json';
import { plainFields } from '../../model/kinds';
import { DifferentThings } from './different-things';
import { findLists, type FoundList } from './find-lists';
import { typeFromSample } from './make-type';
import { parseJsonRows } from './parse-json';
import { proposeFields } from './propose-fields';
import { rowValues } from './row-values';
import { Tally } from './tally';

async function* pieces(value: Json, size = 7): AsyncIterable<string> {
  const text = JSON.stringify(value);
  for (let at = 0; at < text.length; at += size) yield text.slice(at, at + size);
}

async function rowsOf(value: Json, list: FoundList | undefined): Promise<JsonObject[]> {
  const rows: JsonObject[] = [];
  await parseJsonRows(pieces(value), { row: (row) => rows.push(row) }, list);
  return rows;
}

const row = fc.record({ name: fc.string(), made: fc.integer(), note: fc.option(fc.string()) });
const rows = fc.array(row, { minLength: 1, maxLength: 5 });
/** Members that hold no list. */
const said = fc.dictionary(
  fc.stringMatching(/^[a-z]{1,6}$/),
  fc.oneof(fc.string(), fc.integer(), fc.boolean()),
  {
    maxKeys: 3,
  },
);

describe('lists in a JSON file', () => {
  test('each is found, however far down, and read whole', async () => {
    const path = fc.array(fc.stringMatching(/^[A-Z][a-z. $*]{0,6}$/), { maxLength: 5 });
    const lists = fc.uniqueArray(fc.tuple(path, rows), {
      minLength: 1,
      maxLength: 3,
      selector: ([at]) => at[0] ?? '',
    });
    await fc.assert(
      fc.asyncProperty(lists, said, async (wanted, around) => {
        const wrap = (at: readonly string[], inside: Json): Json =>
          at.reduceRight<Json>((value, key) => ({ ...around, [key]: value }), inside);
        const [first] = wanted;
        const whole =
          wanted.length === 1 && first
            ? wrap(first[0], first[1])
            : Object.assign(
                {},
                ...wanted.map(([at, list]) => wrap(['Top', ...at].slice(at.length > 0 ? 1 : 0), list)),
              );
        const found = await findLists(pieces(whole as Json));
        expect(found.length).toBe(wanted.length);
        for (const list of found) {
          const read = await rowsOf(whole as Json, list);
          expect(wanted.map(([, each]) => each)).toContainEqual(read);
          expect(list.rows).toBe(read.length);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('an object of objects of one make, under codes, is a list, its code in each row', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(fc.stringMatching(/^[A-Z]\d{1,3}$/), row, { minKeys: 3, maxKeys: 8 }),
        async (keyed) => {
          const whole: Json = { title: 'Makers', makers: keyed };
          const found = await findLists(pieces(whole));
          expect(found).toMatchObject([{ path: ['makers'], sort: 'keyed', rows: Object.keys(keyed).length }]);
          expect(await rowsOf(whole, found[0])).toEqual(
            Object.entries(keyed).map(([Code, each]) => ({ Code, ...each })),
          );
        },
      ),
      { numRuns: 30 },
    );
  });

  test('what is no list is none: one thing with parts, lists of words, lists inside rows', async () => {
    for (const [whole, paths] of [
      [{ name: 'Bell tree', size: { high: 3 }, tags: ['a', 'b'] }, []],
      [[{ name: 'x', parts: [{ part: 'y' }] }], [[]]],
      [{ a: { b: 1 }, c: { d: 2 }, e: { f: 3 } }, []],
    ] as [Json, string[][]][])
      expect((await findLists(pieces(whole))).map(({ path }) => path)).toEqual(paths);
  });

  test('one list of different things is several, each without what told it apart', async () => {
    const whole: Json = [
      { type: 'maker', name: 'Fenn', born: 1790 },
      { type: 'instrument', title: 'Reed organ', keys: 49, by: 'Fenn' },
      { type: 'maker', name: 'Oak', born: 1801 },
    ];
    const [list] = await findLists(pieces(whole));
    const things = new DifferentThings();
    (await rowsOf(whole, list)).forEach((each) => things.add(each));
    const parts = things.parts(list ?? { path: [], sort: 'list', rows: 0, members: [] });
    expect(parts.map(({ only, rows: n }) => [only, n])).toEqual([
      [{ member: 'type', value: 'maker' }, 2],
      [{ member: 'type', value: 'instrument' }, 1],
    ]);
    expect(await rowsOf(whole, parts[0])).toEqual([
      { name: 'Fenn', born: 1790 },
      { name: 'Oak', born: 1801 },
    ]);
    const alike = new DifferentThings();
    [
      { type: 'bell', name: 'a' },
      { type: 'reed', name: 'b' },
    ].forEach((each) => alike.add(each));
    expect(alike.parts(parts[0] as FoundList)).toEqual([parts[0]]);
  });
});

test('a member that is a list under codes is proposed as a list, and every item comes in', () => {
  const data = [
    { name: 'Reed organ', parts: { R1: { part: 'Reed', n: 40 }, K1: { part: 'Key', n: 49 } } },
    { name: 'Bell tree', parts: { B1: { part: 'Bell', n: 7 }, S1: { part: 'Stem', n: 1 } } },
  ];
  const tallies = new Map<string, Tally>();
  for (const each of data)
    for (const [name, value] of Object.entries(each))
      (tallies.get(name) ?? tallies.set(name, new Tally()).get(name))?.add(value);
  const fields = proposeFields(tallies, data.length);
  expect(fields[1]).toMatchObject({ kind: 'list', keyed: true });
  const { type } = typeFromSample('Instrument', fields, 'name', [], () => undefined);
  expect(rowValues(data[0] as JsonObject, fields, plainFields(type.fields), () => undefined)).toEqual({
    name: 'Reed organ',
    parts: [
      { code: 'R1', part: 'Reed', n: 40 },
      { code: 'K1', part: 'Key', n: 49 },
    ],
  });
});
