import fc from 'fast-check';
import type { Json, JsonObject } from '../src/core/json';

const choices = ['bird', 'insect', 'plant'];
const habitats = ['water', 'reed', 'wood', 'dune'];
const names = ['Amber piper', 'Bell heron', 'bell heron', 'Éclair moth', 'Oak owl', 'Ösel newt', 'Zander'];
const days = ['2026-11-01', '2026-11-25', '2026-12-24'];
const rarely = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: null, freq: 4 });

/** What an entry of the small model's species may hold, spoken by key. */
export const entry: fc.Arbitrary<JsonObject> = fc.record({
  name: fc.constantFrom(...names),
  group: rarely(fc.constantFrom(...choices)),
  habitats: rarely(fc.subarray(habitats)),
  size: rarely(fc.integer({ min: 0, max: 6 })),
  rare: rarely(fc.boolean()),
  seen: rarely(fc.constantFrom(...days)),
  summary: rarely(fc.constantFrom('Rings.', 'Sings.')),
  body: rarely(fc.constant('Words.')),
});

const test1 = (name: string, is: string, value?: fc.Arbitrary<Json>): fc.Arbitrary<Json> =>
  (value ?? fc.constant(undefined)).map((each): Json =>
    each === undefined ? { field: name, is } : { field: name, is, value: each },
  );
const day: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json[]>(...days),
  fc.constantFrom<Json[]>({ now: '-1 weeks' }, { now: '+0 days' }, { now: '+1 months' }),
);
/** One test of one field. */
export const simple: fc.Arbitrary<Json> = fc.oneof(
  ...['name', 'group', 'habitats', 'size', 'rare', 'seen', 'summary', 'body'].flatMap((name) => [
    test1(name, 'filled'),
    test1(name, 'empty'),
  ]),
  test1('group', 'equals', fc.constantFrom(...choices)),
  ...['oneOf', 'allOf', 'noneOf'].map((is) => test1('group', is, fc.subarray(choices, { minLength: 1 }))),
  test1('habitats', 'equals', fc.subarray(habitats, { minLength: 1 })),
  ...['oneOf', 'allOf', 'noneOf'].map((is) => test1('habitats', is, fc.subarray(habitats, { minLength: 1 }))),
  test1('size', 'equals', fc.nat(6)),
  test1('size', 'moreThan', fc.nat(6)),
  test1('size', 'lessThan', fc.nat(6)),
  test1('size', 'between', fc.tuple(fc.nat(6), fc.nat(6))),
  test1('rare', 'equals', fc.boolean()),
  ...['equals', 'before', 'after'].map((is) => test1('seen', is, day)),
  test1('seen', 'between', fc.tuple(day, day)),
  test1('name', 'equals', fc.constantFrom(...names)),
  test1('name', 'contains', fc.constantFrom('bell', 'É', 'ow', '%')),
  test1('name', 'startsWith', fc.constantFrom('BELL', 'ö', 'heron')),
);
/** Conditions over it, nested at most three deep. */
export const { condition } = fc.letrec<{ condition: Json }>((tie) => ({
  condition: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    simple,
    fc.array(tie('condition'), { maxLength: 3 }).map((all): Json => ({ all })),
    fc.array(tie('condition'), { minLength: 1, maxLength: 3 }).map((any): Json => ({ any })),
    tie('condition').map((not): Json => ({ not })),
  ),
}));
