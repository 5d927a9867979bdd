import { checkModel } from '../../core/model/check';
import { parseModelDocument } from '../../core/formats/model-schema';
import { modelText } from '../../core/formats/model-text';
import { readyMadeModels } from './offered';

const { items } = readyMadeModels();

test('there are six models to begin from, each with words of its own', () => {
  expect(items).toHaveLength(6);
  expect(new Set(items.map(({ label }) => label)).size).toBe(items.length);
});

test.each(items.map((item) => [item.label, item] as const))(
  '%s holds: nothing is wrong with it, and it comes back from its text as it was',
  (_, { document }) => {
    expect(checkModel(document)).toEqual([]);
    expect(parseModelDocument(JSON.parse(modelText(document)) as never)).toEqual({ document, faults: [] });
  },
);

test('the text of a model has its parts in one order, whatever order they were made in', () => {
  const [first] = items;
  if (!first) throw new Error('no site');
  const turned = JSON.parse(JSON.stringify(first.document), (_, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).reverse())
      : value,
  ) as typeof first.document;
  expect(modelText(turned)).toBe(modelText(first.document));
  expect(modelText(first.document).split('\n')[1]).toBe('  "format": "clear-frame/model",');
});
