import { documentFrom, smallModel } from '../../../../tests/small-model';
import type { ModelDocument } from '../document';
import { propertiesOf, vocabularyTypes, type VocabularyMapping } from '../vocabulary';
import { checkModel } from '.';

const model = documentFrom(smallModel);
const [species, ...others] = model.contentTypes;
if (!species) throw new Error('The small model has species.');
const fieldCalled = (key: string): string =>
  species.fields.find((each) => 'key' in each && each.key === key)?.id ?? '';

const faultsOf = (vocabulary: VocabularyMapping): string[] => {
  const document: ModelDocument = { ...model, contentTypes: [{ ...species, vocabulary }, ...others] };
  return checkModel(document)
    .filter(({ path }) => path.includes('/vocabulary'))
    .map(({ weight, code, path }) => `${weight} ${code} ${path.split('/').slice(3).join('/')}`);
};

test('a mapping to the vocabulary is held against its properties: what is needed, what cannot say it, what is gone', () => {
  expect(faultsOf({ is: 'Place', fields: {} })).toEqual([]);
  expect(
    faultsOf({ is: 'Event', fields: { startDate: fieldCalled('seen'), location: fieldCalled('name') } }),
  ).toEqual([]);
  expect(
    faultsOf({ is: 'Event', fields: { startDate: fieldCalled('name'), doorTime: fieldCalled('seen') } }),
  ).toEqual([
    'error kind vocabulary/fields/startDate',
    'warning unknown vocabulary/fields/doorTime',
    'warning needed vocabulary',
  ]);
  expect(faultsOf({ is: 'Article', fields: { author: 'nobody' } })).toEqual([
    'error gone vocabulary/fields/author',
  ]);
});

test.each(vocabularyTypes)('every needed property of %s is told where it is missing', (is) => {
  const needed = propertiesOf(is).filter(([, { required }]) => required);
  expect(faultsOf({ is, fields: {} })).toHaveLength(needed.length);
});
