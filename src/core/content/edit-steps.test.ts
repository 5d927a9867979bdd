import fc from 'fast-check';
import type { Json, JsonObject } from '../json';
import { EditSteps } from './edit-steps';

const value: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json>(null, '', 'By boat', 3),
  fc
    .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 4 })
    .map((ids) => ids.map((id) => ({ id, heading: id }))),
);
const edits = fc.array(
  fc.record({ key: fc.constantFrom('x', 'y'), value, wait: fc.constantFrom(10, 2000) }),
  {
    minLength: 1,
    maxLength: 12,
  },
);

test('undoing everything gives the beginning, doing it again the end', () => {
  fc.assert(
    fc.property(value, value, edits, (x, y, all) => {
      const steps = new EditSteps();
      const begun: JsonObject = { x, y };
      let values = begun;
      let at = 0;
      for (const { key, value: next, wait } of all) {
        steps.note(values, { [key]: next }, (at += wait));
        values = { ...values, [key]: next };
      }
      const end = values;
      const move = (way: 'undo' | 'redo') => {
        for (let step = steps[way](values); step; step = steps[way](values)) values = { ...values, ...step };
      };
      move('undo');
      expect(values).toEqual(begun);
      expect(steps.canUndo).toBe(false);
      move('redo');
      expect(values).toEqual(end);
    }),
  );
});

test('a block that was taken out comes back beside what another put in meanwhile', () => {
  const block = (id: string) => ({ id, heading: id });
  const steps = new EditSteps();
  steps.note({ main: [block('a'), block('b')] }, { main: [block('b')] }, 0);
  expect(steps.undo({ main: [block('b'), block('new')] })?.main).toEqual([
    block('a'),
    block('b'),
    block('new'),
  ]);
});

test('typing on is one step, another field or a pause begins a new one', () => {
  const steps = new EditSteps();
  steps.note({ x: '' }, { x: 'B' }, 0, 'x');
  steps.note({ x: 'B' }, { x: 'By' }, 300, 'x');
  steps.note({ x: 'By' }, { x: 'By boat' }, 9000, 'x');
  expect(steps.undo({ x: 'By boat' })).toEqual({ x: 'By' });
  expect(steps.undo({ x: 'By' })).toEqual({ x: '' });
  expect(steps.undo({ x: '' })).toBeUndefined();
});
