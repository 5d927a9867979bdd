import fc from 'fast-check';
import type { Json } from '../json';
import { changeField, type FieldChange } from './change-field';

/** What a field says after a change, changed or not. */
function after(said: Json, change: FieldChange): Json {
  const next = changeField(said, change);
  return next === undefined ? said : next;
}

const things = fc.uniqueArray(fc.constantFrom('reed', 'mere', 'dyke', 'fen', 'dune'), { maxLength: 5 });

test('what is added is there once, what is taken is not, and the others stay as they stood', () => {
  fc.assert(
    fc.property(things, things, (said, values) => {
      const start = said.length > 0 ? said : null;
      const added = after(start, { does: 'add', values });
      expect(new Set(added === null ? [] : (added as string[]))).toEqual(new Set([...said, ...values]));
      expect(added === null ? [] : (added as string[]).slice(0, said.length)).toEqual(said);
      const taken = after(added, { does: 'take', values });
      const left = said.filter((each) => !values.includes(each));
      expect(taken).toEqual(left.length > 0 ? left : null);
      // Done twice it does no more.
      expect(changeField(added, { does: 'add', values })).toBeUndefined();
      expect(changeField(taken, { does: 'take', values })).toBeUndefined();
    }),
  );
});

test('days that are shifted come back, and keep their distance and their hour', () => {
  const day = fc
    .date({ min: new Date('1900-01-01'), max: new Date('2200-12-31'), noInvalidDate: true })
    .map((date) => date.toISOString().slice(0, 10));
  fc.assert(
    fc.property(day, day, fc.integer({ min: -4000, max: 4000 }), (from, until, days) => {
      const said = { from, until: `${until}T09:30` };
      const shifted = after(said, { does: 'shift', days }) as typeof said;
      const between = (a: string, b: string) => Date.parse(b.slice(0, 10)) - Date.parse(a);
      expect(between(from, shifted.from)).toBe(days * 86_400_000);
      expect(between(shifted.from, shifted.until)).toBe(between(from, said.until));
      expect(shifted.until.slice(10)).toBe('T09:30');
      expect(after(shifted, { does: 'shift', days: -days })).toEqual(said);
    }),
  );
});

test('words are replaced as they stand, in text alone, and not by what they hold', () => {
  const replace = { does: 'replace', find: 'mere', put: '$& fen' } as const;
  expect(after('The mere, Mere and mere', replace)).toBe('The $& fen, Mere and $& fen');
  expect(changeField('The reed', replace)).toBeUndefined();
  expect(changeField(null, replace)).toBeUndefined();
  expect(
    after(
      { type: 'doc', content: [{ type: 'mere', attrs: { href: 'mere' }, text: 'By the mere' }] },
      replace,
    ),
  ).toEqual({
    type: 'doc',
    content: [{ type: 'mere', attrs: { href: 'mere' }, text: 'By the $& fen' }],
  });
});

test('what is set or cleared is told as changed only where it says something else', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (said, value) => {
      const [is, next] = [
        JSON.parse(JSON.stringify(said)) as Json,
        JSON.parse(JSON.stringify(value)) as Json,
      ];
      expect(after(is, { does: 'set', value: next })).toEqual(next);
      expect(after(is, { does: 'clear' })).toBeNull();
      expect(changeField(next, { does: 'set', value: next })).toBeUndefined();
    }),
  );
});
