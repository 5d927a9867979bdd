import { withSpeciesPages } from '../../../tests/small-model';
import { possibleSources, sourceKey } from '../mapping/rule/sources';
import { CompiledModel } from './compile';
import type { PageSource } from './document';
import { answersOf, type SourceAnswers } from './page-source';

const nothing = { isHome: false, empty: 'shown', listing: 'none', isComposed: false, isPlace: true };

test.each<[PageSource, Partial<SourceAnswers>]>([
  [{ kind: 'blocks' }, { isComposed: true }],
  [{ kind: 'listing' }, { listing: 'needed' }],
  [{ kind: 'collection', types: ['a'] }, { picked: { types: ['a'], arrangement: 'cards' } }],
  [
    { kind: 'category', scheme: 's' },
    { scheme: 's', listing: 'possible', isPlace: false },
  ],
  [
    { kind: 'category', scheme: 's', empty: 'up' },
    { scheme: 's', empty: 'up', listing: 'possible', isPlace: false },
  ],
  [
    { kind: 'entry', type: 't' },
    { entryType: 't', isPlace: false },
  ],
  [
    { kind: 'entry', type: 't', home: true },
    { entryType: 't', isHome: true, isPlace: false },
  ],
])('%j says what fills its pages, and nothing else', (source, answers) =>
  expect(answersOf(source)).toEqual({ ...nothing, ...answers }),
);

test('only pages that are places to go to can be listed', () => {
  const model = new CompiledModel(withSpeciesPages(), 1);
  const listed = new Set(possibleSources(model).map(sourceKey));
  const kinds = model.pageTypes.map(({ definition: { key, source } }) => [
    source.kind,
    listed.has(`page:${key}`),
  ]);
  expect(kinds).toEqual(kinds.map(([kind]) => [kind, kind !== 'entry' && kind !== 'category']));
  expect(new Set(kinds.map(([, isListed]) => isListed))).toEqual(new Set([true, false]));
});
