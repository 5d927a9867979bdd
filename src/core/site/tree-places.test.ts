import fc from 'fast-check';
import { documentFrom, smallModel } from '../../../tests/small-model';
import { CompiledModel } from '../model/compile';
import { homesIn, placeAt, stepTo, type NewPlace, type TreeSpot } from './tree-places';

const spot = (id: string, parent: string | null, type = 'plain'): TreeSpot => ({
  id,
  parent,
  type,
  site: 's',
  title: id,
  category: null,
  below: {},
});

/** With how many of each type stand right below every page. */
const counted = (tree: readonly TreeSpot[]): TreeSpot[] =>
  tree.map((page) => ({
    ...page,
    below: Object.fromEntries(
      tree.flatMap(({ type }) => {
        const n = tree.filter((each) => each.parent === page.id && each.type === type).length;
        return n === 0 ? [] : [[type, n]];
      }),
    ),
  }));

/** A tree of pages called by numbers below one at the top, each after its parent. */
const trees = fc.array(fc.nat(20), { minLength: 1, maxLength: 9 }).map((parents) => {
  const tree = [spot('0', null, 'home')];
  parents.forEach((n, i) => tree.push(spot(`${i + 1}`, `${n % (i + 1)}`)));
  return tree;
});

const childrenOf = (tree: readonly TreeSpot[], parent: string | null) =>
  tree.filter((page) => page.parent === parent).map(({ id }) => id);

/** The children of a page after another was moved to a place, as the server puts it there. */
function after(tree: readonly TreeSpot[], moving: string, { parent, after: behind }: NewPlace): string[] {
  const rest = childrenOf(tree, parent).filter((id) => id !== moving);
  const at = behind === undefined ? rest.length : behind === null ? 0 : rest.indexOf(behind) + 1;
  return rest.toSpliced(at, 0, moving);
}

test('A page let go at another stands right before it, right behind it, or last in it', () => {
  fc.assert(
    fc.property(
      trees,
      fc.nat(20),
      fc.nat(20),
      fc.constantFrom('before', 'into', 'after'),
      (tree, m, t, how) => {
        const [moving, at] = [tree[m % tree.length]!.id, tree[t % tree.length]!.id];
        fc.pre(moving !== at && moving !== '0');
        const place = placeAt(tree, moving, at, how as 'before' | 'into' | 'after');
        if (how !== 'into' && at === '0') return expect(place).toBeUndefined();
        const there = after(tree, moving, place!);
        if (how === 'into') return expect([place!.parent, there.at(-1)]).toEqual([at, moving]);
        return expect(there.indexOf(moving) - there.indexOf(at)).toBe(how === 'before' ? -1 : 1);
      },
    ),
  );
});

test('A step up is taken back by one down, and a step in by one out', () => {
  fc.assert(
    fc.property(trees, fc.nat(20), fc.boolean(), (tree, m, inwards) => {
      const moving = tree[m % tree.length]!;
      const first = stepTo(tree, moving.id, inwards ? 'in' : 'up');
      if (!first) {
        const beside = childrenOf(tree, moving.parent);
        return expect(moving.parent === null || beside[0] === moving.id).toBe(true);
      }
      const order = after(tree, moving.id, first);
      const now = [
        ...tree.filter(({ parent, id }) => parent !== first.parent && id !== moving.id),
        ...order.map((id) => ({ ...tree.find((each) => each.id === id)!, parent: first.parent })),
      ];
      const back = stepTo(now, moving.id, inwards ? 'out' : 'down');
      return expect([back!.parent, after(now, moving.id, back!)]).toEqual([
        moving.parent,
        childrenOf(tree, moving.parent),
      ]);
    }),
  );
});

test('Where it may stand is told as the placements say it, and never in itself, beside the top or in another site', () => {
  const model = new CompiledModel(
    documentFrom({ ...smallModel, placements: { top: ['home'], home: ['plain'], plain: ['plain'] } }),
    1,
  );
  const tree = [
    spot('0', null, 'home'),
    spot('1', '0'),
    spot('2', '1'),
    spot('3', '0'),
    spot('4', null, 'home'),
  ];
  tree[4] = { ...tree[4]!, site: 'other' };
  const why = homesIn(model, tree, '1');
  expect([why('3'), why('0')]).toEqual([undefined, undefined]);
  expect([why('1'), why('2')]).toEqual(Array(2).fill('A page cannot stand under itself.'));
  expect(why('4')).toBe('A page stays in its site.');
  expect(homesIn(model, tree, '0')('3')).toBe('The first page of a site stays at its top.');
  const strict = new CompiledModel(
    documentFrom({ ...smallModel, placements: { top: ['home'], home: ['plain'] } }),
    1,
  );
  expect(homesIn(strict, tree, '2')('3')).toMatch(/may not hold/);
});

test('A page that holds as many of a type as it may takes no more, but those it holds stay', () => {
  const model = new CompiledModel(
    documentFrom({
      ...smallModel,
      placements: { top: ['home'], home: ['plain', { child: 'index', mostUnderOne: 2 }], plain: ['index'] },
    }),
    1,
  );
  const tree = counted([
    spot('0', null, 'home'),
    spot('1', '0', 'index'),
    spot('2', '0', 'index'),
    spot('3', '0'),
    spot('4', '3', 'index'),
  ]);
  expect(homesIn(model, tree, '4')('0')).toMatch(/2/);
  expect(homesIn(model, tree, '1')('0')).toBeUndefined();
  expect(homesIn(model, tree, '1')('3')).toBeUndefined();
});
