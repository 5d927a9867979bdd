import fc from 'fast-check';
import { sameJson, type Json, type JsonObject } from '../json';
import { mergeJson } from './merge-json';

const word = fc.constantFrom('reed', 'mere', 'dune', '__proto__', 'constructor', '');
const items = fc
  .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { maxLength: 5 })
  .chain((ids) => fc.tuple(...ids.map((id) => fc.record({ id: fc.constant(id), says: word }))));
const body: fc.Arbitrary<JsonObject> = fc
  .record({
    name: word,
    habitats: fc.uniqueArray(word, { maxLength: 4 }),
    facts: items as unknown as fc.Arbitrary<Json>,
    spot: fc.oneof(fc.integer({ max: 3 }), fc.constant([1, 1])),
  })
  .map((each) => each as JsonObject);

test('what one side alone changed is as that side made it', () => {
  fc.assert(
    fc.property(body, body, (base, other) => {
      expect(mergeJson(base, other, base)).toEqual({ value: other, conflicts: [] });
      expect(mergeJson(base, base, other)).toEqual({ value: other, conflicts: [] });
      expect(mergeJson(base, other, other).conflicts).toEqual([]);
    }),
  );
});

test('nothing that either side put in is gone, unless it is told as a conflict', () => {
  fc.assert(
    fc.property(body, body, body, (base, mine, theirs) => {
      const { value, conflicts } = mergeJson(base, mine, theirs);
      const facts = (of: Json | undefined) =>
        ((of as JsonObject).facts ?? []) as { id: string; says: string }[];
      for (const [side, other] of [
        [mine, theirs],
        [theirs, mine],
      ] as const)
        for (const fact of facts(side)) {
          const was = facts(base).find(({ id }) => id === fact.id);
          if (sameJson(was as Json, fact as Json)) continue;
          const there = facts(value).find(({ id }) => id === fact.id);
          const contested = facts(other).some(({ id, says }) => id === fact.id && says !== was?.says);
          if (contested)
            expect([
              there?.says,
              conflicts.some(({ path }) => path.includes(`/facts/${fact.id}`)),
            ]).not.toEqual([undefined, false]);
          else expect(there).toEqual(fact);
        }
    }),
  );
});

test('fields, things and words of both stand beside one another', () => {
  const base = {
    name: 'Reed',
    group: 'bird',
    facts: [
      { id: '1', says: 'a' },
      { id: '2', says: 'b' },
    ],
    tags: ['x', 'y'],
  };
  const mine = {
    ...base,
    name: 'Reeds',
    facts: [
      { id: '1', says: 'A' },
      { id: '2', says: 'b' },
      { id: '3', says: 'c' },
    ],
    tags: ['y'],
  };
  const theirs = {
    ...base,
    group: 'moth',
    facts: [
      { id: '2', says: 'B' },
      { id: '1', says: 'a' },
    ],
    tags: ['x', 'y', 'z'],
  };
  expect(mergeJson(base, mine, theirs)).toEqual({
    value: {
      name: 'Reeds',
      group: 'moth',
      facts: [
        { id: '2', says: 'B' },
        { id: '3', says: 'c' },
        { id: '1', says: 'A' },
      ],
      tags: ['y', 'z'],
    },
    conflicts: [],
  });
});

test('where both changed the same words, theirs stand and it is told where', () => {
  expect(mergeJson({ name: 'a' }, { name: 'b' }, { name: 'c' })).toEqual({
    value: { name: 'c' },
    conflicts: [{ path: '/name', base: 'a', mine: 'b', theirs: 'c' }],
  });
  const [was, changed] = [
    { id: '1', says: 'a' },
    { id: '1', says: 'b' },
  ];
  expect(mergeJson([was], [], [changed])).toEqual({
    value: [changed],
    conflicts: [{ path: '/1', base: was, mine: undefined, theirs: changed }],
  });
});

test('paragraphs merge by themselves; where one collides, the others of both stay on either side', () => {
  const base = 'One.\n\nTwo.\n\nThree.';
  const mine = 'One, and more.\n\nTwo.\n\nThree.';
  const theirs = 'One.\n\nTwo.\n\nThree at last.\n\nFour.';
  expect(mergeJson(base, mine, theirs)).toEqual({
    value: 'One, and more.\n\nTwo.\n\nThree at last.\n\nFour.',
    conflicts: [],
  });
  const { conflicts } = mergeJson(base, 'ONE.\n\nTwo!\n\nThree.', 'One.\n\nTwo?\n\nThird.');
  // Neighbours without a line between them collide as one.
  expect(conflicts).toHaveLength(1);
  const paragraph = (text: string) => ({ type: 'paragraph', content: [{ type: 'text', text }] });
  const doc = (...texts: string[]): Json => ({ type: 'doc', content: texts.map(paragraph) });
  expect(mergeJson(doc('a', 'b', 'c'), doc('A', 'b', 'c'), doc('a', 'b', 'C', 'd'))).toEqual({
    value: doc('A', 'b', 'C', 'd'),
    conflicts: [],
  });
});
