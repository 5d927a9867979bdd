import fc from 'fast-check';
import { dayFrom } from './day';
import { saidDay, saidMoment } from './said-day';

/** A Saturday. */
const today = '2026-11-28';
const british = { today, locale: 'en-GB' };

test.each([
  ['2026-12-24', '2026-12-24'],
  ['24/12/2026', '2026-12-24'],
  ['24 Dec', '2026-12-24'],
  ['Dec 24', '2026-12-24'],
  ['3/1', '2027-01-03'],
  ['28/11', '2026-11-28'],
  ['29 Feb', '2028-02-29'],
  ['today', '2026-11-28'],
  ['Tomorrow', '2026-11-29'],
  ['yesterday', '2026-11-27'],
  ['friday', '2026-12-04'],
  ['sat', '2026-11-28'],
  ['next Saturday', '2026-12-05'],
  ['next Friday', '2026-12-04'],
  ['in 3 weeks', '2026-12-19'],
  ['+2 days', '2026-11-30'],
  ['-1 month', '2026-10-28'],
  ['soon', undefined],
  ['31 Feb', undefined],
  ['', undefined],
])('%s is %s', (words, day) => {
  expect(saidDay(words, british)).toBe(day);
});

test('numbers stand in the order of the language, and days have its names too', () => {
  expect(saidDay('12/1/2026', { today, locale: 'en-US' })).toBe('2026-12-01');
  expect(saidDay('12/1/2026', british)).toBe('2026-01-12');
  expect(saidDay('demain', { today, locale: 'fr' })).toBe('2026-11-29');
  expect(saidDay('vendredi', { today, locale: 'fr' })).toBe('2026-12-04');
});

test.each([
  ['tomorrow 10:30', '2026-11-29T10:30'],
  ['next Friday at 7pm', '2026-12-04T19:00'],
  ['24 Dec, 18.05', '2026-12-24T18:05'],
  ['2026-12-24T09:00', '2026-12-24T09:00'],
  ['7 January 2027, 11:00', '2027-01-07T11:00'],
  ['noon', '2026-11-28T12:00'],
  ['mon 12am', '2026-11-30T00:00'],
  ['18h', '2026-11-28T18:00'],
  ['24 Dec', undefined],
  ['tomorrow 25:00', undefined],
])('%s is the moment %s', (words, moment) => {
  expect(saidMoment(words, british)).toBe(moment);
});

test('however a day of the coming years is written out, it is that day', () => {
  const write = (locale: string, options: Intl.DateTimeFormatOptions) => (day: string) =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' }).format(Date.parse(day));
  const ways = [
    write('en-GB', { dateStyle: 'long' }),
    write('en-GB', { day: '2-digit', month: '2-digit', year: 'numeric' }),
    write('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }),
    write('en-GB', { month: 'long', day: 'numeric', year: 'numeric' }),
  ];
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 2000 }), fc.constantFrom(...ways), (days, way) => {
      const day = dayFrom({ now: `+${days} days` }, today);
      expect(saidDay(way(day), british)).toBe(day);
    }),
  );
});
