import fc from 'fast-check';
import { passageOf, parseSought, soughtAsMatch } from './sought-words';

const words = fc.array(fc.constantFrom('frost', 'Élan', 'reed', 'first', 'light', 'otter', 'naïve', 'of'), {
  minLength: 1,
  maxLength: 60,
});
const joined = (pieces: readonly { words: string }[] | undefined) =>
  pieces?.map(({ words: each }) => each).join('');

describe('what is typed to seek', () => {
  test.each([
    ['frost', '"frost"*'],
    ['frost "first light"', '"first light" "frost"*'],
    ['“first light', '"first light"'],
    ['NEAR(a, b) OR -c*', '"NEAR"* "a"* "b"* "OR"* "c"*'],
    ['  ""  ', ''],
  ])('%s is asked as %s', (typed, match) => {
    expect(soughtAsMatch(parseSought(typed))).toBe(match);
  });

  test('however it is typed, it never says more than words in quotation marks', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (typed) => {
        expect(soughtAsMatch(parseSought(typed))).toMatch(/^("[\p{L}\p{N} ]+"\*?( |$))*$/u);
      }),
    );
  });
});

describe('a hit in its context', () => {
  test('is found by how words begin, without case and accents, and begins with a whole word', () => {
    const text = `${'Long before that the meadow lay under water. '.repeat(3)}Then the first frost came in.`;
    const pieces = passageOf(text, parseSought('FROS'));
    expect(pieces?.filter(({ hit }) => hit)).toEqual([{ words: 'frost', hit: true }]);
    expect(joined(pieces)).toBe('… meadow lay under water. Then the first frost came in.');
    expect(passageOf('Élan vital', parseSought('elan'))?.[0]).toEqual({ words: 'Élan', hit: true });
  });

  test('a phrase is whole words that follow one another', () => {
    const phrase = parseSought('"first light"');
    expect(passageOf('light first, first lights', phrase)).toBeUndefined();
    expect(passageOf('at first, light', phrase)?.[1]).toEqual({ words: 'first, light', hit: true });
  });

  test('it says what the text says there, and marks nothing that is not sought', () => {
    fc.assert(
      fc.property(words, fc.constantFrom('fro', 'elan', 'naive', '"first light"', 'xyz'), (text, typed) => {
        const whole = text.join(' ');
        const pieces = passageOf(whole, parseSought(typed));
        const plain = whole.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
        const word = typed.replaceAll('"', '');
        expect(pieces !== undefined).toBe(` ${plain}`.includes(` ${word}`));
        expect(whole).toContain(joined(pieces)?.replace(/^… |…$/g, '') ?? '');
        for (const { words: hit } of pieces?.filter((each) => each.hit) ?? [])
          expect(hit.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()).toMatch(new RegExp(`^${word}`));
      }),
    );
  });
});
