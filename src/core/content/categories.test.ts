import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import { newId } from '../ids';
import { Categories, type Category } from './categories';
import { replaceCategory } from './references';
import { parseValues } from './values';

const scheme = newId();
const category = (label: string, parent: string | null = null, position = label): Category => ({
  id: newId(),
  scheme,
  parent,
  position,
  key: label.toLowerCase(),
  slug: label.toLowerCase(),
  label,
  labels: {},
  values: {},
  revision: 1,
});

describe('categories at hand as trees', () => {
  const water = category('Water', null, 'b');
  const coast = category('Coast', null, 'a');
  const mere = category('Mere', water.id);
  const edge = category('Edge', mere.id);
  const all = new Categories([edge, water, mere, coast]);

  test('come in reading order, whatever order they were kept in', () => {
    expect(all.inOrder(scheme).map(({ category: { label }, depth }) => [label, depth])).toEqual([
      ['Coast', 0],
      ['Water', 0],
      ['Mere', 1],
      ['Edge', 2],
    ]);
    expect(all.below(scheme, null).map(({ label }) => label)).toEqual(['Coast', 'Water']);
    expect(all.branch(water.id).map(({ label }) => label)).toEqual(['Water', 'Mere', 'Edge']);
    expect(all.byKey(scheme, 'mere')).toBe(mere);
  });
  test('know what stands above them, themselves counted', () => {
    expect(all.trail(edge.id).map(({ label }) => label)).toEqual(['Water', 'Mere', 'Edge']);
    expect([
      all.isUnder(edge.id, water.id),
      all.isUnder(edge.id, edge.id),
      all.isUnder(water.id, edge.id),
      all.isUnder(newId(), water.id),
    ]).toEqual([true, true, false, false]);
    expect(all.known.get(edge.id)).toMatchObject({ key: 'edge', trail: [water.id, mere.id, edge.id] });
  });
  test('a circle that ought not to be ends all the same', () => {
    const [one, two] = [category('One'), category('Two')];
    const round = new Categories([
      { ...one, parent: two.id },
      { ...two, parent: one.id },
    ]);
    expect(round.trail(one.id).length).toBeLessThanOrEqual(100);
  });
  test('whatever the tree, each stands once, right behind its parent or a sibling’s branch', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20), { maxLength: 20 }), (parents) => {
        const made: Category[] = [];
        parents.forEach((at, i) =>
          made.push(category(`C${String(i).padStart(2, '0')}`, at < made.length ? made[at]!.id : null)),
        );
        const order = new Categories(made).inOrder(scheme);
        expect(order.map(({ category: { id } }) => id).sort()).toEqual(made.map(({ id }) => id).sort());
        order.forEach(({ category: { parent }, depth }, i) => {
          if (parent === null) expect(depth).toBe(0);
          else {
            const above = order.findIndex((row) => row.category.id === parent);
            expect(above).toBeLessThan(i);
            expect(depth).toBe((order[above]?.depth ?? 0) + 1);
          }
        });
      }),
    );
  });
});

describe('giving one category’s entries to another', () => {
  const type = wideCompiled().contentTypeByKey('species')!;
  const [pond, mere, dune] = [newId(), newId(), newId()];
  const values = parseValues(
    type.fields,
    { name: 'Duck', branch: pond, habitats: [pond, dune, mere], facts: [{ label: 'Seen', seen: pond }] },
    {},
    '',
  ).values;
  const id = (key: string) => type.fieldByKey(key)!.id;

  test('changes it everywhere, in lists too, and names none twice', () => {
    const next = replaceCategory(type.fields, values, pond, mere);
    expect([next[id('branch')], next[id('habitats')]]).toEqual([mere, [mere, dune]]);
    expect(JSON.stringify(next[id('facts')])).toContain(mere);
    expect(JSON.stringify(next)).not.toContain(pond);
  });
  test('or takes it out, and leaves no empty list behind', () => {
    const next = replaceCategory(type.fields, { ...values, [id('habitats')]: [pond] }, pond, undefined);
    expect(next).not.toHaveProperty(id('branch'));
    expect(next).not.toHaveProperty(id('habitats'));
  });
  test('leaves everything else as it was', () =>
    expect(replaceCategory(type.fields, values, newId(), mere)).toEqual(values));
});
