import fc from 'fast-check';
import { pointer } from './faults';
import { isId, newId } from './ids';
import { sameJson, sizeWithin, type Json } from './json';
import { may, mayPublish, roles, whoMay } from './roles';

test('pointers escape what RFC 6901 asks for', () => {
  expect(pointer('', 'a/b', 'm~n', 0)).toBe('/a~1b/m~0n/0');
  expect(pointer('/values')).toBe('/values');
});

test('ids are permanent names that sort by when they were made', () => {
  const ids = Array.from({ length: 200 }, newId);
  expect(new Set(ids).size).toBe(200);
  expect([...ids].sort()).toEqual(ids);
  expect(ids.every(isId)).toBe(true);
  expect(['', '1', ids[0]?.toUpperCase() ?? '', `${ids[0]} `].some(isId)).toBe(false);
});

test('two JSON values say the same whatever the order of their keys', () => {
  const shuffled = (value: Json): Json =>
    Array.isArray(value)
      ? value.map(shuffled)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([key, inner]) => [key, shuffled(inner)]),
          )
        : value;
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 3 }), (value) => {
      // What cannot be told apart in JSON is not told apart here.
      const plain = JSON.parse(JSON.stringify(value)) as Json;
      expect(sameJson(plain, shuffled(plain))).toBe(true);
      expect(sameJson(plain, [plain])).toBe(false);
    }),
  );
  expect(sameJson({ a: 1 }, { a: 1, b: null })).toBe(false);
  expect(sameJson([1, 2], [2, 1])).toBe(false);
  expect(sameJson({ 0: 'a' }, ['a'])).toBe(false);
});

test('what passes a bound is told by it, and counted no further', () => {
  const bounds = { depth: 3, nodes: 12, keys: 4 };
  expect([7, [], { a: [{}] }, { a: 1, b: 2, c: 3, d: 4 }].map((each) => sizeWithin(each, bounds))).toEqual(
    Array(4).fill(undefined),
  );
  expect(sizeWithin({ a: [{ b: [1] }] }, bounds)).toBe('depth');
  expect(sizeWithin(Array(12).fill(1), bounds)).toBe('nodes');
  expect(sizeWithin({ a: 1, b: 2, c: 3, d: 4, e: 5 }, bounds)).toBe('keys');
  let deep: unknown = {};
  for (let i = 0; i < 50_000; i += 1) deep = { deep };
  expect(sizeWithin(deep, bounds)).toBe('depth');
});

test('roles may what their work needs, and no more', () => {
  expect(roles.filter((role) => may(role, 'shape the model'))).toEqual(['architect']);
  expect(roles.filter((role) => may(role, 'write entries'))).toEqual(['architect', 'editor']);
  expect(roles.filter((role) => may(role, 'read'))).toEqual([...roles]);
  expect(whoMay('review')).toEqual(['architect', 'reviewer']);
  expect([mayPublish('editor', false), mayPublish('editor', true), mayPublish('reviewer', true)]).toEqual([
    true,
    false,
    true,
  ]);
});
