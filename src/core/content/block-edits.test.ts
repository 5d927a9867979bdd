import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import type { JsonObject } from '../json';
import {
  blockAtPath,
  changeBlock,
  copyBlocks,
  everyBlock,
  findBlock,
  idOf,
  moveBlocks,
  ownCopies,
  placedShared,
  putInBlocks,
  replaceBlock,
  standAlike,
  takeOffBlocks,
  unseenAt,
  whyNotThere,
} from './block-edits';
import { sharedSlot } from '../model/shared-type';
import { isSeenAt, type Block } from './blocks';

const model = wideCompiled();
const { slots: own } = model.pageTypeByKey('home')!.definition;

interface Tree {
  inside: readonly [Tree[], Tree[]] | undefined;
}
const trees: fc.Arbitrary<Tree[]> = fc.letrec<{ trees: Tree[]; tree: Tree }>((tie) => ({
  trees: fc.array(tie('tree'), { maxLength: 2 }),
  tree: fc.record({
    inside: fc.option(fc.tuple(tie('trees'), tie('trees')), { nil: undefined, maxDepth: 3 }),
  }),
})).trees;

/** Slots of a page with blocks called by numbers, columns holding others. */
const filled = fc.tuple(trees, trees).map(([main, foot]): JsonObject => {
  let count = 0;
  const given = (all: readonly Tree[]): JsonObject[] =>
    all.map(({ inside }) => ({
      id: `block ${(count += 1)}`,
      ...(inside
        ? { type: 'columns', slots: { left: given(inside[0]), right: given(inside[1]) } }
        : { type: 'text', values: { heading: `Heading ${count}` } }),
    }));
  return { main: given(main), foot: given(foot) };
});
const idsIn = (slots: JsonObject) => everyBlock(slots).map(({ block }) => idOf(block));
const some = (ids: readonly string[], n: number) => new Set(ids.filter((_, i) => (n >> (i % 12)) % 2 === 1));

test('Blocks that are moved all stand at the place they were moved to, in their order; no block is lost or made', () => {
  fc.assert(
    fc.property(filled, fc.nat(), fc.nat(), fc.nat(), (slots, chosen, where, n) => {
      const ids = idsIn(slots);
      const moving = some(ids, chosen);
      const owners = everyBlock(slots).filter(({ block }) => block.type === 'columns');
      const owner = owners[where % (owners.length + 1)];
      const to = owner
        ? { of: idOf(owner.block), slot: n % 2 === 0 ? 'left' : 'right', at: n % 4 }
        : { slot: n % 2 === 0 ? 'main' : 'foot', at: n % 4 };
      const before = JSON.stringify(slots);
      const next = moveBlocks(slots, moving, to);
      expect(JSON.stringify(slots)).toBe(before);
      expect(idsIn(next).sort()).toEqual([...ids].sort());
      const isInside = owner && [...owner.around, owner.block].some((each) => moving.has(idOf(each)));
      if (isInside) return expect(next).toBe(slots);
      const outer = everyBlock(slots).filter(
        ({ block, around }) => moving.has(idOf(block)) && !around.some((each) => moving.has(idOf(each))),
      );
      const moved = outer.map(({ block }) => findBlock(next, idOf(block))!.place);
      expect(moved.map(({ of, slot }) => [of, slot])).toEqual(outer.map(() => [to.of, to.slot]));
      expect(moved.map(({ at }) => at)).toEqual(outer.map((_, i) => (moved[0]?.at ?? 0) + i));
      return undefined;
    }),
  );
});

test('The path of a fault leads to the innermost block that it is in', () => {
  fc.assert(
    fc.property(filled, (slots) => {
      for (const { block, place, around } of everyBlock(slots)) {
        const trail = around.map((each) => findBlock(slots, idOf(each))!.place);
        const path = [...trail, place].map(({ slot, at }) => `/${slot}/${at}`).join('/slots');
        expect(blockAtPath(slots, path)).toBe(block);
        expect(blockAtPath(slots, `${path}/values/heading`)).toBe(block);
      }
    }),
  );
});

test('What is copied stands behind what it is a copy of, with ids that nothing else has; taken off, all is as before', () => {
  fc.assert(
    fc.property(filled, fc.nat(), (slots, chosen) => {
      const { slots: next, copies } = copyBlocks(slots, some(idsIn(slots), chosen));
      const all = idsIn(next);
      expect(new Set(all).size).toBe(all.length);
      for (const copy of copies) expect(findBlock(next, copy)!.place.at).toBeGreaterThan(0);
      expect(takeOffBlocks(next, new Set(copies))).toEqual(slots);
    }),
  );
});

test('A change of one block leaves every other the same object, and is found wherever the block stands', () => {
  fc.assert(
    fc.property(filled, fc.nat(), (slots, n) => {
      const ids = idsIn(slots);
      const id = ids[n % Math.max(1, ids.length)] ?? '';
      const next = changeBlock(slots, id, (block) => ({ ...block, hidden: true }));
      const around = new Set([id, ...(findBlock(slots, id)?.around.map(idOf) ?? [])]);
      for (const { block } of everyBlock(slots).filter((each) => !around.has(idOf(each.block))))
        expect(findBlock(next, idOf(block))?.block).toBe(block);
      expect(everyBlock(next).filter(({ block }) => block.hidden === true)).toHaveLength(id ? 1 : 0);
    }),
  );
});

test('An own copy says all that the shared block said in its place, and replacing one touches no other', () => {
  fc.assert(
    fc.property(filled, fc.nat(), fc.boolean(), (shared, n, emptied) => {
      const blocks = (shared.main ?? []) as JsonObject[];
      const texts = everyBlock({ main: blocks }).filter(({ block }) => block.type === 'text');
      const differing = texts[n % Math.max(1, texts.length)]?.block;
      const place = {
        ...placedShared('s'),
        ...(differing
          ? {
              differs: {
                [idOf(differing)]: {
                  type: 'text',
                  ...(emptied ? { values: {}, without: ['heading'] } : { values: { heading: 'Here' } }),
                },
              },
            }
          : {}),
      };
      const copies = ownCopies(blocks, place);
      const said = (all: readonly JsonObject[]) =>
        everyBlock({ main: [...all] }).map(({ block }) => (block.values as JsonObject | undefined)?.heading);
      expect(said(copies)).toEqual(
        everyBlock({ main: blocks }).map(({ block }) =>
          differing && idOf(block) === idOf(differing)
            ? emptied
              ? undefined
              : 'Here'
            : (block.values as JsonObject | undefined)?.heading,
        ),
      );
      const before: JsonObject = { main: [{ id: 'a', type: 'text' }, place, { id: 'z', type: 'text' }] };
      const after = replaceBlock(before, idOf(place), copies);
      expect((after.main as JsonObject[]).map(idOf)).toEqual(['a', ...copies.map(idOf), 'z']);
      expect(idsIn({ main: copies }).filter((id) => idsIn(shared).includes(id))).toEqual([]);
    }),
  );
});

test('Which blocks visitors do not see at a moment is told as it is when the page is drawn for them', () => {
  const moments = ['2026-12-01T00:00:00.000Z', '2026-12-02T00:00:00.000Z', '2026-12-03T00:00:00.000Z'];
  const moment = fc.option(fc.constantFrom(...moments), { nil: undefined });
  fc.assert(
    fc.property(moment, moment, fc.boolean(), fc.constantFrom(...moments), (from, until, hidden, at) => {
      const block = {
        id: 'b',
        type: 'text',
        ...(from ? { from } : {}),
        ...(until ? { until } : {}),
        ...(hidden ? { hidden } : {}),
      };
      const kept: Block = { ...block, values: {} };
      expect(unseenAt({ main: [block] }, Date.parse(at)).length === 0).toBe(isSeenAt(kept, Date.parse(at)));
    }),
  );
});

describe('where blocks may stand', () => {
  const columns = { id: 'c', type: 'columns', slots: { left: [{ id: 't', type: 'text' }] } };
  const slots: JsonObject = { main: [columns], foot: [{ id: 'held', type: 'text', held: 'place' }] };
  const whyNot = (put: readonly JsonObject[], of: string | undefined, slot: string) =>
    whyNotThere(model, own, slots, put, { of, slot });

  test('not in themselves, not out of where their type holds them, not where their type may not', () => {
    expect(whyNot([columns], 'c', 'left')).toBe('A block does not stand in itself.');
    expect(whyNot([{ id: 'held', type: 'text', held: 'place' }], undefined, 'main')).toMatch(
      /^Text is held in /,
    );
    expect(whyNot([{ id: 'n', type: 'text' }], 'c', 'nowhere')).toBe('There is no such slot here.');
    expect(whyNot([{ id: 'n', type: 'text' }], 'c', 'right')).toBeUndefined();
    const shared = new Map([['s', { title: 'Hours', types: ['text', 'columns'] }]]);
    expect(whyNotThere(model, own, slots, [placedShared('s')], { of: 'c', slot: 'left' }, shared)).toBe(
      '“Hours” holds Columns, which may not stand in Left.',
    );
    expect(whyNotThere(model, own, slots, [placedShared('s')], { slot: 'main' }, shared)).toBeUndefined();
  });

  test('never so many that a slot is over its most, those that only move within it not counted twice', () => {
    const [slot] = own;
    const full = { ...slot!, max: 2 };
    const two: JsonObject = putInBlocks({ main: [columns] }, [{ id: 'n', type: 'text' }], {
      slot: 'main',
      at: 9,
    });
    const held = (put: readonly JsonObject[]) => whyNotThere(model, [full], two, put, { slot: full.key });
    expect(held([{ id: 'n', type: 'text' }])).toBeUndefined();
    expect(held([{ id: 'm', type: 'text' }])).toBe(`${full.label} holds at most 2 blocks.`);
  });
});

test('In a shared block no other shared one is put, by itself or inside what is put', () => {
  const shared = placedShared('0190a000-0000-7000-8000-000000000001');
  const columns = { id: 'c', type: 'columns', values: {}, slots: { left: [shared], right: [] } };
  const why = (put: JsonObject[]) =>
    whyNotThere(model, [sharedSlot], { blocks: [] }, put, { slot: sharedSlot.key });
  expect(why([shared])).toBe('A shared block holds no other shared block.');
  expect(why([columns])).toBe('A shared block holds no other shared block.');
  expect(why([{ id: 't', type: 'text', values: {} }])).toBeUndefined();
});

test('blocks stand alike as long as each is of its type at its place, whatever they say', () => {
  const places = (slots: JsonObject) =>
    JSON.stringify(everyBlock(slots).map(({ block, place }) => [idOf(block), block.type, place]));
  fc.assert(
    fc.property(
      filled,
      filled,
      fc.nat(),
      fc.constantFrom('say', 'take off', 'replace'),
      (slots, other, n, does) => {
        const [id] = [...some(idsIn(slots), n)];
        const changed =
          id === undefined
            ? slots
            : does === 'say'
              ? changeBlock(slots, id, (block) => ({ ...block, values: { heading: 'Said anew' } }))
              : does === 'take off'
                ? takeOffBlocks(slots, new Set([id]))
                : replaceBlock(slots, id, [{ id, type: 'picture' }]);
        for (const next of [changed, other])
          expect(standAlike(slots, next)).toBe(places(slots) === places(next));
      },
    ),
  );
});
