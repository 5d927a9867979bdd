import { documentFrom, smallModel } from '../../../../tests/small-model';
import { CompiledModel } from '../compile';
import type { Choice, ChoiceRules } from '../kinds/choice';
import type { BlockType, ContentType, Field, ModelDocument } from '../document';
import { newId } from '../../ids';
import { plainFields } from '../kinds';
import { followsFor } from './follows';
import { modelAfter } from './model-after';

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
  ['another kind', withField('body', { kind: 'line', rules: {} }), 'rows'],
  ['another kind of what names it', withField('name', { kind: 'paragraphs', rules: {} }), 'everything'],
  [
    'several in place of one',
    withField('group', { rules: { ...fieldOf('group').rules, multiple: true } }),
    'rows',
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

test.each([
  ['put after the others', (some: Choice[], fresh: Choice) => [...some, fresh], false, 'faults'],
  ['put back after the others', (some: Choice[], fresh: Choice) => [...some, fresh], true, 'rows'],
  ['put before the others', (some: Choice[], fresh: Choice) => [fresh, ...some], false, 'rows'],
  ['put in place of one', (some: Choice[], fresh: Choice) => [...some.slice(1), fresh], false, 'rows'],
])('a choice that is %s', (_, change, mayBeHeld, anew) => {
  const field = fieldOf('group');
  const choices = field.kind === 'choice' ? field.rules.choices : [];
  const fresh = { id: newId(), key: 'another', label: 'Another' };
  const after = withField('group', { rules: { ...field.rules, choices: change(choices, fresh) } });
  expect(follows(after, mayBeHeld).anew).toBe(anew);
});

test.each([
  ['turned round', (some: Choice[]) => some.toReversed(), 1, 2],
  ['with others before', (some: Choice[], fresh: Choice) => [fresh, ...some], 1, 1],
  ['with others after', (some: Choice[], fresh: Choice) => [...some, fresh], 0, 0],
  ['of which one is gone', (some: Choice[]) => some.slice(1).toReversed(), 0, 1],
])('the model after one counts choices that come into another order: %s', (_, change, times, andBack) => {
  const { id, rules } = fieldOf('group');
  const fresh = { id: newId(), key: 'another', label: 'Another' };
  const choices = change((rules as ChoiceRules).choices, fresh);
  const after = modelAfter(before, withField('group', { rules: { ...rules, choices } }));
  expect([after.revision, after.reordered.get(id) ?? 0]).toEqual([2, times]);
  const then = [after.document, document].map((each) => modelAfter(after, each).reordered.get(id) ?? 0);
  expect(then).toEqual([times, andBack]);
});

test('a field that comes back may hold values, so its rows follow', () => {
  const { anew, rows } = follows(added({ required: false }), true);
  expect([anew, rows.map(({ key }) => key)]).toEqual(['rows', ['extra']]);
});

test.each<[string, ModelDocument, boolean, string[], string[]]>([
  ['another label', withField('body', { label: 'Text' }), true, [], []],
  ['a new field', added({}), false, [], []],
  ['a field that comes back', added({}), true, [], ['extra']],
  ['another kind that has words too', withField('body', { kind: 'line', rules: {} }), false, ['body'], []],
  ['words in place of a number', withField('size', { kind: 'line', rules: {} }), false, [], ['size']],
  ['a number in place of words', withField('body', { kind: 'number', rules: {} }), false, ['body'], []],
  ['words that are gone', withFields((all) => all.filter(({ key }) => key !== 'body')), false, ['body'], []],
  ['a number that is gone', withFields((all) => all.filter(({ key }) => key !== 'size')), false, [], []],
])('the words that are others after %s', (_, after, mayBeHeld, had, came) => {
  const all = [before, new CompiledModel(after, 2)].flatMap(
    (model) => model.contentType(species.id)?.fields ?? [],
  );
  const keys = (ids: readonly string[]) => ids.map((id) => all.find((field) => field.id === id)?.key);
  const { words } = follows(after, mayBeHeld);
  expect([keys(words.had), keys(words.came)]).toEqual([had, came]);
});

test('what is gone is told, and the heaviest that follows counts', () => {
  const after = withFields((fields) =>
    fields
      .filter(({ key }) => key !== 'size')
      .map((field) => (field.key === 'name' ? ({ ...field, rules: { maxLength: 20 } } as Field) : field)),
  );
  expect(follows(after)).toEqual({
    anew: 'faults',
    rows: [],
    gone: [fieldOf('size')],
    words: { had: [], came: [] },
  });
});

describe('of pages, from blocks', () => {
  const block = (part: object): ModelDocument =>
    documentFrom({
      ...smallModel,
      blockTypes: {
        text: { label: 'Text', plural: 'Texts', fields: { words: { label: 'Words' } }, face: {}, ...part },
      },
    });
  const was = block({});
  const [text] = was.blockTypes;
  const page = was.pageTypes[0]?.id ?? '';
  const ofBlock = (change: (type: BlockType) => BlockType, mayBeHeld = false) => {
    const after = { ...was, blockTypes: was.blockTypes.map(change) };
    return followsFor(new CompiledModel(was, 1), new CompiledModel(after, 2), page, () => mayBeHeld).anew;
  };
  const words = plainFields(text?.fields ?? [])[0] as Field;
  const extra = { ...words, id: newId(), key: 'extra', required: false } as Field;

  test.each<[string, (type: BlockType) => BlockType, string]>([
    [
      'another label and look',
      (type) => ({ ...type, label: 'Words', face: { ...type.face, mapping: {} } }),
      'nothing',
    ],
    ['a new field', (type) => ({ ...type, fields: [...type.fields, extra] }), 'nothing'],
    ['a rule', (type) => ({ ...type, fields: [{ ...words, required: true }] }), 'faults'],
    [
      'another kind',
      (type) => ({ ...type, fields: [{ ...words, kind: 'link', rules: {} } as Field] }),
      'everything',
    ],
    ['a field that is gone', (type) => ({ ...type, fields: [] }), 'everything'],
    ['another behaviour', (type) => ({ ...type, behaves: 'listing' }), 'everything'],
  ])('%s', (_, change, anew) => expect(ofBlock(change)).toBe(anew));

  test('a field that comes back may be held', () => {
    expect(ofBlock((type) => ({ ...type, fields: [...type.fields, extra] }), true)).toBe('everything');
  });
});
