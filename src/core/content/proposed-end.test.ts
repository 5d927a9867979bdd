import { newId } from '../ids';
import type { Field } from '../model/document';
import { proposedEnd } from './proposed-end';

const field = (key: string, kind: 'date' | 'moment' | 'line'): Field =>
  ({ id: newId(), key, label: key, kind, rules: {} }) as Field;

test.each([
  ['moment', '2026-12-31T23:30', '2027-01-01T00:30'],
  ['date', '2026-12-31', '2026-12-31'],
  ['moment', '', undefined],
  ['moment', 'soon', undefined],
] as const)('after a %s of %s stands %s', (kind, begins, ends) => {
  const fields = [field('starts', kind), field('ends', kind)];
  expect(proposedEnd(fields, 'ends', { starts: begins })).toBe(ends);
});

test('nothing is proposed for what begins, or follows something else', () => {
  const fields = [
    field('starts', 'moment'),
    field('place', 'line'),
    field('ends', 'moment'),
    field('day', 'date'),
  ];
  const values = { starts: '2026-12-31T10:00', ends: '2026-12-31T11:00' };
  expect(fields.map(({ key }) => proposedEnd(fields, key, values))).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});
