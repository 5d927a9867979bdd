import { Schema } from '@tiptap/pm/model';
import fc from 'fast-check';
import { findWords } from './find-words';

const schema = new Schema({
  nodes: {
    doc: { content: 'paragraph+' },
    paragraph: { content: 'inline*' },
    text: { group: 'inline' },
    hardBreak: { group: 'inline', inline: true },
  },
  marks: { bold: {} },
});
const bold = schema.mark('bold');
const paragraph = (...parts: readonly (readonly [string, boolean])[]) =>
  schema.node(
    'paragraph',
    null,
    parts.map(([words, isBold]) =>
      words === '\n' ? schema.node('hardBreak') : schema.text(words, isBold ? [bold] : []),
    ),
  );

test('words are found through marks, without regard to capitals, and not across a break', () => {
  const text = schema.node('doc', null, [
    paragraph(['The ree', false], ['D bed', true], [' by the reed', false]),
    paragraph(['re', false], ['\n', false], ['ed', false]),
  ]);
  const found = findWords(text, 'reed');
  expect(found.map(({ from, to }) => text.textBetween(from, to))).toEqual(['reeD', 'reed']);
  expect(findWords(text, '')).toEqual([]);
});

test('what is found says the words, and every place that says them is found', () => {
  const part = fc.tuple(fc.constantFrom('a', 'b', 'ab', ' ', '\n'), fc.boolean());
  const paragraphs = fc.array(fc.array(part, { maxLength: 8 }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(paragraphs, fc.constantFrom('ab', 'a b', 'B'), (parts, words) => {
      const text = schema.node(
        'doc',
        null,
        parts.map((each) => paragraph(...each)),
      );
      const found = findWords(text, words);
      expect(
        found.every(({ from, to }) => text.textBetween(from, to).toLowerCase() === words.toLowerCase()),
      ).toBe(true);
      const plain = parts.map((each) =>
        each
          .map(([said]) => said)
          .join('')
          .toLowerCase(),
      );
      const count = plain.reduce((sum, each) => sum + each.split(words.toLowerCase()).length - 1, 0);
      expect(found).toHaveLength(count);
    }),
  );
});
