import fc from 'fast-check';
import { dateInFormat } from './date-format';
import { dateInPattern, patternFault } from './date-pattern';

const day = fc
  .integer({ min: Date.UTC(1790, 0), max: Date.UTC(2190, 0) })
  .map((ms) => new Date(ms).toISOString().slice(0, 16));

test.each([
  ['d MMMM yyyy', 'en-GB', '4 November 2026'],
  ['d. MMMM yyyy', 'pl', '4. listopada 2026'],
  ['LLLL yyyy', 'en-GB', undefined],
  ['EEEE d MMM', 'fr', 'mercredi 4 nov.'],
  ["yyyy-MM-dd 'at' HH:mm", 'en-GB', '2026-11-04 at 09:05'],
  ["h 'o''clock' a", 'en-GB', "9 o'clock am"],
  ["d 'of May", 'en-GB', undefined],
  ["'only words'", 'en-GB', undefined],
  ['', 'en-GB', undefined],
])('%s in %s', (pattern, locale, said) => {
  const fault = patternFault(pattern);
  expect(fault === undefined).toBe(said !== undefined);
  if (said !== undefined) expect(dateInPattern('2026-11-04T09:05', pattern, locale)).toBe(said);
});

test('a pattern says each moment as it is, to the minute, and what is quoted as it stands', () => {
  fc.assert(
    fc.property(day, fc.string({ maxLength: 12 }), (moment, words) => {
      const quoted = `'${words.replaceAll("'", "''")}'`;
      expect(dateInPattern(moment, "yyyy-MM-dd'T'HH:mm", 'en-GB')).toBe(moment);
      if (words !== '') expect(dateInPattern(moment, `${quoted}d`, 'en-GB').startsWith(words)).toBe(true);
    }),
  );
});

test('a month or a year of a moment has no time of day', () => {
  const said = (['long', 'numeric', 'month', 'year', 'time'] as const).map((format) =>
    dateInFormat('2026-11-04T09:05', format, 'en-GB'),
  );
  expect(said).toEqual(['4 November 2026, 09:05', '04/11/2026, 09:05', 'November 2026', '2026', '09:05']);
});
