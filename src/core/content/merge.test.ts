import fc from 'fast-check';
import type { Json, JsonObject } from '../json';
import { mergeValues, putAt } from './merge';

/** Words that no one else writes, so that it can be told whether any was lost. */
const written = (who: string) => fc.stringMatching(/^[a-z]{2,5}$/).map((word) => `${who}:${word}`);

interface Block {
  id: string;
  values: { heading: string; text: string };
}
const body = (who: string) =>
  fc.record({
    name: written(who),
    text: fc.array(written(who), { maxLength: 4 }).map((lines) => lines.join('\n\n')),
    blocks: fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 4 }).chain((ids) =>
      fc.tuple(
        ...ids.map((id) =>
          fc.record({
            id: fc.constant(id),
            values: fc.record({ heading: written(who), text: written(who) }),
          }),
        ),
      ),
    ),
  });
type Body = { name: string; text: string; blocks: Block[] };

/** What somebody makes of a body: some parts of it as in another one of theirs, blocks taken out, put in and moved. */
const edited = (base: Body, who: string) =>
  fc.tuple(body(who), fc.array(fc.boolean(), { minLength: 12, maxLength: 12 })).map(([own, yes]): Body => {
    const [name, text, move, ...rest] = yes;
    const lines = base.text.split('\n\n');
    const blocks = base.blocks.flatMap((block, i): Block[] => {
      if (rest[i]) return [block];
      const other = own.blocks.find(({ id }) => id === block.id);
      return other ? [{ ...block, values: { ...block.values, heading: other.values.heading } }] : [];
    });
    const fresh = own.blocks.filter(({ id }) => !base.blocks.some((each) => each.id === id));
    return {
      name: name ? own.name : base.name,
      text: text ? [...lines.slice(1), own.text].join('\n\n') : base.text,
      blocks: [
        ...(move ? [...blocks].reverse() : blocks),
        ...fresh.map((block) => ({ ...block, id: `${who}${block.id}` })),
      ],
    };
  });

const wordsIn = (value: Json | undefined): Set<string> =>
  new Set(JSON.stringify(value ?? null).match(/(?:mine|theirs):[a-z]+/g) ?? []);

test('nothing that two people write is gone: it stands in what came of it, or on a side of what is to be decided', () => {
  const both = (body('base') as fc.Arbitrary<Body>).chain((base) =>
    fc.tuple(fc.constant(base), edited(base, 'mine'), edited(base, 'theirs')),
  );
  fc.assert(
    fc.property(both, ([base, mine, theirs]) => {
      const as = (each: Body) => each as unknown as JsonObject;
      const { values, conflicts } = mergeValues(as(base), as(mine), as(theirs));
      const kept = wordsIn([
        values,
        ...conflicts.flatMap((each) => [each.mine ?? null, each.theirs ?? null]),
      ]);
      for (const word of [...wordsIn(as(mine)), ...wordsIn(as(theirs))]) expect(kept).toContain(word);
      // The other way round the same is to be decided.
      const turned = mergeValues(as(base), as(theirs), as(mine));
      expect(turned.conflicts.map(({ path }) => path).sort()).toEqual(
        conflicts.map(({ path }) => path).sort(),
      );
      // Whatever is decided, it stands there then.
      for (const { path, mine: own, theirs: other } of conflicts)
        for (const side of [own, other]) {
          const words = wordsIn(side);
          const decided = wordsIn(putAt(values, path, side));
          for (const word of words) expect(decided).toContain(word);
        }
    }),
  );
});

test('one person alone collides with nobody, and of two who agree nothing is asked', () => {
  const two = (body('base') as fc.Arbitrary<Body>).chain((base) =>
    fc.tuple(fc.constant(base), edited(base, 'mine')),
  );
  fc.assert(
    fc.property(two, ([base, mine]) => {
      const as = (each: Body) => each as unknown as JsonObject;
      expect(mergeValues(as(base), as(mine), as(base))).toEqual({ values: mine, conflicts: [] });
      expect(mergeValues(as(base), as(base), as(mine))).toEqual({ values: mine, conflicts: [] });
      expect(mergeValues(as(base), as(mine), as(mine))).toEqual({ values: mine, conflicts: [] });
    }),
  );
});

test('a field that both changed keeps mine until it is decided', () => {
  expect(mergeValues({ a: 1, b: 1, c: 1 }, { a: 2, b: 1, c: 2 }, { a: 1, b: 3, c: 3 })).toEqual({
    values: { a: 2, b: 3, c: 2 },
    conflicts: [{ path: '/c', base: 1, mine: 2, theirs: 3 }],
  });
});
