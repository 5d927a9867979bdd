import { contentType, smallCompiled } from '../../tests/small-model';
import { groupId, groupsOf } from './field-groups';
import { faultsAt, parseForm } from './parse-form';

const { fields } = contentType(smallCompiled(), 'species');

test('a form tells at each field what the server would, and sends only what can be read', () => {
  const { faults, sendable, values } = parseForm(
    fields,
    { name: '', size: '7x', group: 'bird', seen: '2026-11-25' },
    '2026-11-25',
  );
  expect(faultsAt(faults, 'name')).toMatchObject([
    { path: '', message: 'Name must be filled in before this can be published.' },
  ]);
  expect(faultsAt(faults, 'size')).toMatchObject([{ message: 'This takes a number.' }]);
  expect(sendable).toEqual({ name: '', group: 'bird', seen: '2026-11-25' });
  expect(Object.keys(values)).toHaveLength(2);
});

test('each field tells one fault at a time, even where words are no value and needed', () => {
  const needed = fields.map((field) =>
    field.key === 'size' ? { ...field, required: true } : field,
  ) as typeof fields;
  expect(faultsAt(parseForm(needed, { size: 'big' }, '2026-11-25').faults, 'size')).toMatchObject([
    { message: 'This takes a number.' },
  ]);
});

test('groups stand in the order of their first fields; the rest come under a name of their own', () => {
  const [a, b, c] = fields;
  if (!a || !b || !c) throw new Error('three fields');
  expect(
    groupsOf([
      { ...a, group: 'Naming' },
      { ...b, group: '' },
      { ...c, group: 'Naming' },
    ]).map(({ heading, fields: inside }) => [heading, inside.length]),
  ).toEqual([
    ['Naming', 2],
    ['More', 1],
  ]);
  expect(groupsOf([a, b]).map(({ heading }) => heading)).toEqual(['Fields']);
  expect(groupId('Where and when')).toBe('group-where-and-when');
});
