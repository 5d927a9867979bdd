import fc from 'fast-check';
import { cutTo, foundHints, resultWidths, type ToJudge } from './found-cut';

/** Letters of different widths, as in print: narrow ones a third as wide as broad ones. */
const measure = (words: string): number =>
  [...words].reduce((sum, sign) => sum + (/[il.,' ]/.test(sign) ? 3 : /[mwMW]/.test(sign) ? 9 : 6), 0);

test('cut words never stand wider than they may, end at a word, and take no more away than they must', () => {
  const words = fc
    .array(fc.stringMatching(/^[a-zà-öø-ÿ]{1,12}$/), { minLength: 1, maxLength: 40 })
    .map((each) => each.join(' '));
  fc.assert(
    fc.property(words, fc.integer({ min: 20, max: 900 }), (all, most) => {
      const { shown, isCut, width } = cutTo(all, most, measure);
      expect(width).toBe(measure(all));
      expect(isCut).toBe(width > most);
      if (!isCut) return expect(shown).toBe(all);
      expect(measure(shown)).toBeLessThanOrEqual(Math.max(most, measure('…')));
      const begun = shown.replace(/ ?…$/, '');
      expect(all.startsWith(begun)).toBe(true);
      const next = /^ ?[^ ]+/.exec(all.slice(begun.length))?.[0] ?? '';
      return expect(measure(`${begun}${next} …`)).toBeGreaterThan(most);
    }),
  );
});

const good: ToJudge = {
  title: 'Bell heron – Quillwater Reserve',
  words:
    'Rings at dusk over the reeds, from the first mild evening of the year until the boards are drawn. '.trim(),
  card: { title: 'Bell heron', words: 'Rings at dusk.', picture: { alt: 'A heron', width: 1200 } },
  address: '/species/bell-heron',
  isElsewhere: false,
  isHidden: false,
};
const partsOf = (change: Partial<ToJudge>): string[] =>
  foundHints({ ...good, ...change }, { title: measure, words: measure }).map(
    ({ part, weight }) => `${weight} ${part}`,
  );

test.each<[string, Partial<ToJudge>, string[]]>([
  ['what is well said', {}, []],
  ['a title that is cut', { title: 'm'.repeat(resultWidths.title) }, ['mend title']],
  ['no words', { words: '' }, ['mend description']],
  ['few words', { words: 'A bird.' }, ['note description']],
  ['words cut on a phone', { words: 'em '.repeat(42) }, ['note description']],
  ['words cut everywhere', { words: 'em '.repeat(80) }, ['mend description']],
  ['a card without a picture', { card: { title: 'a', words: 'b' } }, ['mend cardPicture']],
  [
    'a small picture without words',
    { card: { title: 'a', words: 'b', picture: { alt: '', width: 320 } } },
    ['mend cardPicture', 'note cardPicture'],
  ],
  ['what is left out', { isHidden: true }, ['note hidden']],
  ['what stands elsewhere', { isElsewhere: true }, ['note address']],
])('%s is told', (_what, change, told) => {
  expect(partsOf(change)).toEqual(told);
});
