import fc from 'fast-check';
import { pageType, smallCompiled } from '../../../../tests/small-model';
import { newId } from '../../ids';
import { CompiledModel } from '../compile';
import { TOP } from '../document';
import { mayStand, placed } from './placement';
import { explainPlacement, wayTo } from './explain-placement';

const model = smallCompiled();
const [home, plain, index, loose] = ['home', 'plain', 'index', 'loose'].map(
  (key) => pageType(model, key).id,
) as [string, string, string, string];

describe('may this stand there', () => {
  test('yes, with the chain of reasons', () => {
    expect(explainPlacement(model, plain, plain)).toEqual({
      allowed: true,
      reasons: [
        'Plain page may stand under Plain page.',
        'Plain page is reached so: the top › Home › Plain page.',
      ],
    });
    expect(explainPlacement(model, index, home)).toEqual({
      allowed: true,
      reasons: [
        'Index may stand under Home.',
        'Home is reached so: the top › Home.',
        'At most 2 under one Home.',
      ],
    });
    expect(explainPlacement(model, home, TOP)).toEqual({
      allowed: true,
      reasons: [
        'Home may stand at the top of a site.',
        'At most 1 under one site.',
        'At most 1 in the whole site.',
      ],
    });
  });
  test('no, with where it may stand instead', () => {
    expect(explainPlacement(model, index, plain)).toEqual({
      allowed: false,
      reasons: ['Nothing lets Index stand under Plain page.', 'It may stand under Home.'],
    });
    expect(explainPlacement(model, loose, home).reasons).toEqual([
      'Nothing lets Loose leaf stand under Home.',
      'It may stand nowhere yet.',
    ]);
    expect(explainPlacement(model, newId(), home)).toEqual({
      allowed: false,
      reasons: ['One of the two is gone.'],
    });
  });
  test('no, where the place itself can never be reached', () => {
    const other = new CompiledModel(placed(model.document, loose, plain, true), 1);
    expect(explainPlacement(other, plain, loose)).toEqual({
      allowed: false,
      reasons: [
        'Plain page may stand under Loose leaf.',
        'But Loose leaf can itself stand nowhere: no chain of placements leads to it from the top.',
      ],
    });
  });
  test('only in a branch, named by its page', () => {
    const branch = newId();
    const document = {
      ...model.document,
      placements: model.document.placements.map((each) =>
        each.child === index ? { ...each, onlyUnder: branch } : each,
      ),
    };
    const other = new CompiledModel(document, 1);
    expect(
      explainPlacement(other, index, home, (page) => (page === branch ? 'Winter' : undefined)).reasons,
    ).toContain('Only in the branch of “Winter”.');
    const place = { parentType: home, sameTypeThere: 0, sameTypeInSite: 0 };
    expect(mayStand(other, index, place, () => 'Winter')).toEqual({
      allowed: false,
      reasons: ['Index may stand under Home only in the branch of “Winter”.'],
    });
    expect(mayStand(other, index, { ...place, branch: [{ id: branch, title: 'Winter' }] }).allowed).toBe(
      true,
    );
    expect(mayStand(other, index, place).reasons).toEqual([
      'Index may stand under Home only in the branch of a page that is gone.',
    ]);
  });
});

describe('placements', () => {
  test('are set and taken away, each there once', () => {
    const with_ = placed(model.document, loose, loose, true);
    expect(with_.placements).toHaveLength(model.document.placements.length + 1);
    expect(placed(with_, loose, loose, true)).toBe(with_);
    expect(placed(with_, loose, loose, false).placements).toEqual(model.document.placements);
    expect(placed(model.document, loose, loose, false)).toBe(model.document);
  });
  const ids = [home, plain, index, loose];
  const relation = fc.uniqueArray(fc.tuple(fc.constantFrom(TOP, ...ids), fc.constantFrom(...ids)), {
    selector: (pair) => pair.join(' '),
    maxLength: 12,
  });
  test('whatever they are, the way to a type is a chain of them from the top, and there is none exactly where none leads', () => {
    fc.assert(
      fc.property(relation, (pairs) => {
        const document = pairs.reduce((next, [parent, child]) => placed(next, parent, child, true), {
          ...model.document,
          placements: [] as typeof model.document.placements,
        });
        const other = new CompiledModel(document, 1);
        const allows = (parent: string, child: string) => pairs.some(([a, b]) => a === parent && b === child);
        for (const id of ids) {
          const way = wayTo(other, id);
          if (way) {
            expect(way.at(-1)).toBe(id);
            [TOP, ...way]
              .slice(0, -1)
              .forEach((parent, i) => expect(allows(parent, way[i] ?? '')).toBe(true));
            expect(new Set(way).size).toBe(way.length);
          } else {
            const reached = new Set<string>([TOP]);
            for (let i = 0; i < 5; i += 1)
              for (const [parent, child] of pairs) if (reached.has(parent)) reached.add(child);
            expect(reached.has(id)).toBe(false);
          }
        }
      }),
    );
  });
});
