import fc from 'fast-check';
import { newId } from '../ids';
import type { Json } from '../json';
import {
  featuresUsed,
  formattedFrom,
  piecesOf,
  plainText,
  parseFormatted,
  referencesInFormatted,
  wordCount,
  type FormattedText,
} from './formatted';

const doc = (...content: Json[]): Json => ({ type: 'doc', content });
const paragraph = (...content: Json[]): Json => ({ type: 'paragraph', content });
const words = (text: string, ...marks: Json[]): Json => ({
  type: 'text',
  text,
  ...(marks.length > 0 ? { marks } : {}),
});

function kept(input: Json): FormattedText {
  const read = parseFormatted(input);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}
const faults = (input: Json) => {
  const read = parseFormatted(input);
  return read.ok ? [] : read.faults.map(({ path, code }) => [path, code]);
};

describe('what comes in', () => {
  test('is kept in its one normal form: nothing idle, nothing unsaid', () => {
    expect(
      kept(
        doc({
          type: 'paragraph',
          attrs: { textAlign: 'left', style: null },
          content: [
            words('Reed', {
              type: 'link',
              attrs: { href: 'https://quillwater.example/', target: '_blank', rel: 'x' },
            }),
          ],
        }),
      ),
    ).toEqual({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            {
              type: 'text',
              text: 'Reed',
              marks: [{ type: 'link', attrs: { href: 'https://quillwater.example/' } }],
            },
          ],
        },
      ],
    });
  });

  const nested = (depth: number): Json =>
    depth === 0
      ? paragraph(words('deep'))
      : { type: 'bulletList', content: [{ type: 'listItem', content: [nested(depth - 1)] }] };
  test.each<[string, Json, string, string]>([
    ['markup', '<b>Reed</b>', '', 'kind'],
    [
      'a piece nobody knows',
      doc({ type: 'script', content: [words('alert(1)')] }),
      '/content/0/type',
      'place',
    ],
    ['a piece where it may not stand', doc(words('Loose')), '/content/0/type', 'place'],
    [
      'a list item out of its list',
      doc({ type: 'listItem', content: [paragraph(words('x'))] }),
      '/content/0/type',
      'place',
    ],
    [
      'an attribute nobody knows',
      doc({ type: 'paragraph', attrs: { onclick: 'x' } }),
      '/content/0/attrs/onclick',
      'unknown',
    ],
    [
      'a heading of the first rank',
      doc({ type: 'heading', attrs: { level: 1 }, content: [words('Mine')] }),
      '/content/0/attrs/level',
      'value',
    ],
    [
      'a link that runs something',
      doc(paragraph(words('here', { type: 'link', attrs: { href: 'javascript:alert(1)' } }))),
      '/content/0/content/0/marks/0/attrs/href',
      'value',
    ],
    [
      'a link to data',
      doc(paragraph(words('here', { type: 'link', attrs: { href: 'data:text/html,x' } }))),
      '/content/0/content/0/marks/0/attrs/href',
      'value',
    ],
    [
      'a mark nobody knows',
      doc(paragraph(words('here', { type: 'blink' }))),
      '/content/0/content/0/marks/0',
      'unknown',
    ],
    [
      'a picture without its medium',
      doc({ type: 'picture', attrs: { alt: 'A heron' } }),
      '/content/0',
      'media',
    ],
    ['half a character', doc(paragraph(words('a\ud800'))), '/content/0/content/0', 'characters'],
    ['no words at all', doc(paragraph(words(''))), '/content/0/content/0/text', 'kind'],
  ])('%s is refused at its place', (_, input, path, code) =>
    expect(faults(input)).toContainEqual([path, code]),
  );

  test('is bounded in depth and number, and says so', () => {
    expect(faults(doc(nested(12))).some(([, code]) => code === 'bound')).toBe(true);
    expect(faults(doc(nested(5)))).toEqual([]);
    expect(
      faults(doc(...Array.from({ length: 20_001 }, () => paragraph()))).some(([, code]) => code === 'bound'),
    ).toBe(true);
  });

  test('comes back as it was kept, whatever the words', () => {
    const marks = fc.subarray<Json>([
      { type: 'bold' },
      { type: 'italic' },
      { type: 'style', attrs: { key: 'lead' } },
    ]);
    const run = fc
      .tuple(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }), marks)
      .map(([text, each]) => words(text, ...each));
    const blocks = fc.array(
      fc.oneof(
        fc.array(run, { maxLength: 3 }).map((runs) => paragraph(...runs)),
        fc
          .array(run, { minLength: 1, maxLength: 2 })
          .map((runs): Json => ({ type: 'heading', attrs: { level: 2 }, content: runs })),
      ),
      { maxLength: 4 },
    );
    let read = 0;
    fc.assert(
      fc.property(blocks, (content) => {
        const first = parseFormatted(doc(...content));
        if (!first.ok) return;
        read += 1;
        expect(parseFormatted(JSON.parse(JSON.stringify(first.value)) as Json)).toEqual(first);
      }),
    );
    expect(read).toBeGreaterThan(20);
  });
});

describe('what is read from it', () => {
  const media = newId();
  const page = newId();
  const text = kept(
    doc(
      { type: 'heading', attrs: { level: 2 }, content: [words('Before you go')] },
      paragraph(
        words('See '),
        words('the path', { type: 'bold' }, { type: 'link', attrs: { href: `page:${page}` } }),
        { type: 'hardBreak' },
        words('and mind it.'),
      ),
      {
        type: 'bulletList',
        content: [
          { type: 'listItem', content: [paragraph(words('One'))] },
          { type: 'listItem', content: [paragraph(words('Two'))] },
        ],
      },
      { type: 'picture', attrs: { media, alt: 'A path' } },
      { type: 'paragraph', attrs: { style: 'lead', textAlign: 'center' }, content: [words('Last.')] },
    ),
  );

  test('its words, block by block', () =>
    expect(plainText(text)).toBe('Before you go\n\nSee the path\nand mind it.\n\nOne\n\nTwo\n\nLast.'));
  test('what it uses, for the rules of a field', () => {
    const { features, styles } = featuresUsed(text);
    expect([...features].sort()).toEqual([
      'alignment',
      'bold',
      'headings',
      'link',
      'lists',
      'picture',
      'styles',
    ]);
    expect([...styles]).toEqual(['lead']);
  });
  test('what it refers to, with the place', () => {
    expect(referencesInFormatted(text)).toEqual([
      { path: '/content/1/content/1/marks/0/attrs/href', sort: 'page', target: page },
      { path: '/content/3/attrs/media', sort: 'media', target: media },
    ]);
  });
  test('every piece, in reading order', () =>
    expect([...piecesOf(text)].map(({ path }) => path).slice(0, 4)).toEqual([
      '/content/0',
      '/content/0/content/0',
      '/content/1',
      '/content/1/content/0',
    ]));
  test('its words are counted as a reader counts', () =>
    expect(wordCount('One, two – three… (four) 5')).toBe(5));
});

test('plain words become paragraphs, and come back', () => {
  expect(plainText(formattedFrom('One.\n\n\nTwo,\nstill two.\n'))).toBe('One.\n\nTwo, still two.');
  expect(formattedFrom('  ')).toEqual({ type: 'doc', content: [] });
});
