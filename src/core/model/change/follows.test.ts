import { documentFrom, smallModel } from '../../../../tests/small-model';
import { CompiledModel } from '../compile';
import type { ContentType, Field, ModelDocument } from '../document';
import { newId } from '../../ids';
import { plainFields } from '../kinds';
import { followsFor } from './follows';

const document = documentFrom(smallModel);
const before = new CompiledModel(document, 1);
const species = document.contentTypes[0] as ContentType;
const fieldOf = (key: string) => plainFields(species.fields).find((field) => field.key === key) as Field;

const withType = (change: (type: ContentType) => ContentType): ModelDocument => ({
  ...document,
  contentTypes: document.contentTypes.map((type) => (type.id === species.id ? change(type) : type)),
});
const withFields = (change: (fields: Field[]) => Field[]): ModelDocument =>
  withType((type) => ({ ...type, fields: change(plainFields(type.fields)) }));
const withField = (key: string, part: object): ModelDocument =>
  withFields((fields) =>
    fields.map((field) => (field.key === key ? ({ ...field, ...part } as Field) : field)),
  );
const added = (part: object): ModelDocument =>
  withFields((fields) => [...fields, { ...fieldOf('body'), id: newId(), key: 'extra', ...part } as Field]);

const follows = (after: ModelDocument, mayBeHeld = false) =>
  followsFor(before, new CompiledModel(after, 2), species.id, () => mayBeHeld);

test.each<[string, ModelDocument, ReturnType<typeof follows>['anew']]>([
  ['the same model', structuredClone(document), 'nothing'],
  ['another label, help and purpose', withField('size', { label: 'Wide', help: 'In all.' }), 'nothing'],
  ['a field that is found and sorted by', withField('body', { indexed: true }), 'nothing'],
  ['another bound', withField('size', { rules: { min: 1, max: 400, unit: 'cm' } }), 'faults'],
  ['a field that must be filled in', withField('size', { required: true }), 'faults'],
  ['a field that must differ', withField('name', { unique: true }), 'faults'],
  ['a new field', added({ required: false }), 'nothing'],
  ['a new field that must be filled in', added({ required: true }), 'faults'],
  ['another kind', withField('body', { kind: 'line', rules: {} }), 'everything'],
  [
    'several in place of one',
    withField('group', { rules: { ...fieldOf('group').rules, multiple: true } }),
    'everything',
  ],
  [
    'another field that names it',
    withType((type) => ({ ...type, title: fieldOf('summary').id })),
    'everything',
  ],
  [
    'a field that is gone',
    withFields((fields) => fields.filter(({ key }) => key !== 'size')),
    'faults of the faulty',
  ],
])('%s', (_, after, anew) => expect(follows(after).anew).toBe(anew));

test('a field that comes back may hold values, so everything follows', () => {
  expect(follows(added({ required: false }), true).anew).toBe('everything');
});

test('what is gone is told, and the heaviest that follows counts', () => {
  const after = withFields((fields) =>
    fields
      .filter(({ key }) => key !== 'size')
      .map((field) => (field.key === 'name' ? ({ ...field, rules: { maxLength: 20 } } as Field) : field)),
  );
  expect(follows(after)).toEqual({ anew: 'faults', gone: [fieldOf('size')] });
});
