import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { formattedFrom } from '../core/content/formatted';
import type { FormattedText } from '../core/content/formatted';
import { emptyModel } from '../core/model/document';
import type { DrawnBlock, VisitorPage } from '../core/site/visitor-page';
import { Block } from './block';
import { Face } from './face';
import { Formatted } from './formatted';
import { namedRules } from './house-rules';
import { Medium } from './picture';
import { renderPage } from './render';

const shown = (...words: string[]) => words.map((each) => ({ words: each, field: 'f1', step: 0 }));
const around = { above: [{ label: 'Home', address: '/' }], title: 'Visit', locale: 'en', address: '/visit' };
const block = (part: Partial<DrawnBlock>): DrawnBlock => ({
  id: 'b1',
  type: 'text',
  face: {},
  slots: {},
  ...part,
});
const html = (part: Partial<DrawnBlock>, level: 2 | 3 = 2) =>
  renderToStaticMarkup(createElement(Block, { block: block(part), level, around }));
const files = { stylesheet: '/site.css', script: '/site.js', icon: '/site-icon.svg' };
const style = emptyModel('en').houseStyle;

describe('a block', () => {
  test('shows its face in its variant, under a heading of its place', () => {
    const drawn = html({
      face: { heading: shown('Opening'), text: shown('One.\n\nTwo.') },
      variant: style.variants[1]!,
    });
    expect(drawn).toContain('<section class="block b-text v-tinted" id="b-b1">');
    expect(drawn).toContain('<h2 class="heading">Opening</h2>');
    expect(drawn.match(/<p>/g)).toHaveLength(2);
  });
  test('places its slots in its rows, one heading deeper', () => {
    const inner = block({ id: 'b2', face: { heading: shown('Inside') } });
    const drawn = html({
      type: 'columns',
      face: { heading: shown('Two') },
      rows: [
        {
          cells: [
            { width: 6, holds: ['heading'] },
            { width: 6, holds: [{ slot: 's1' }] },
          ],
        },
      ],
      slots: { s1: [inner] },
    });
    expect(drawn).toMatch(
      /<div class="cell w-6">.*<h2[^>]*>Two<\/h2>.*<div class="cell w-6">.*<h3[^>]*>Inside<\/h3>/s,
    );
  });
  test('that shows slides draws each with its face, moved along without script', () => {
    const drawn = html({
      behaves: 'slideshow',
      face: {
        further: [
          { words: 'A', field: 'f', step: 0, face: { heading: shown('First') } },
          { words: 'B', field: 'f', step: 0, face: { heading: shown('Second') } },
        ],
      },
    });
    expect(drawn).toMatch(/aria-label="Slideshow: 2 slides/);
    expect(drawn).toMatch(/<h2[^>]*>First<\/h2>.*<h2[^>]*>Second<\/h2>/s);
    expect(drawn).toContain('href="#b1-s2"');
    expect(drawn).not.toContain('<script');
  });
  test('that shows the way leads back up', () =>
    expect(html({ behaves: 'trail' })).toMatch(/<a href="\/">Home<\/a>.*aria-current="page">Visit/s));
  test('with a listing shows its items', () => {
    expect(
      html({
        behaves: 'listing',
        listing: {
          heading: 'Walks',
          arrangement: 'cards',
          setOut: {},
          columns: [],
          matching: 1,
          items: [{ id: 'e', face: { heading: shown('Dawn') } }],
        },
      }),
    ).toMatch(/Walks.*Dawn/s);
  });
});

test('links lead, and what leads nowhere is only words', () => {
  const drawn = renderToStaticMarkup(
    createElement(Face, {
      level: 2,
      face: {
        link: [
          { words: 'Mail', field: 'f', step: 0, href: 'mailto:x@quillwater.example' },
          { words: 'Heron', field: 'f', step: 0 },
        ],
      },
    }),
  );
  expect(drawn).toContain('<li><a href="mailto:x@quillwater.example">Mail</a></li><li>Heron</li>');
});

describe('a picture', () => {
  const media = {
    sort: 'picture' as const,
    address: '/media/x/h.png',
    alt: 'A heron',
    width: 900,
    height: 600,
    ratio: 1.5,
    focus: { x: 0.2, y: 0.4 },
    caption: 'At dawn',
  };
  test('comes in the widths there are, cropped around its point, with its words', () => {
    const drawn = renderToStaticMarkup(createElement(Medium, { media, words: 'h' }));
    expect(drawn).toContain('alt="A heron"');
    expect(drawn).toContain('<figcaption>At dawn</figcaption>');
    expect(drawn).toContain('/media/x/h.png?w=640&amp;r=1.5&amp;x=0.2&amp;y=0.4 640w');
    expect(drawn).not.toContain('1920w');
    expect(drawn).toContain('width="900" height="600"');
  });
  test('a sound or film has its controls, a document its link', () => {
    const other = (sort: 'sound' | 'film' | 'document') =>
      renderToStaticMarkup(createElement(Medium, { media: { sort, address: '/m', alt: '' }, words: 'Call' }));
    expect(other('sound')).toMatch(/<audio[^>]*controls/);
    expect(other('film')).toMatch(/<video[^>]*controls/);
    expect(other('document')).toBe('<a class="document" href="/m">Call</a>');
  });
});

describe('a formatted text', () => {
  const draw = (text: FormattedText) => renderToStaticMarkup(createElement(Formatted, { text, level: 2 }));
  test('becomes plain HTML, its headings below that of its place', () => {
    const drawn = draw({
      type: 'doc',
      content: [
        { type: 'heading', attrs: { level: 2 }, content: [{ type: 'text', text: 'Before' }] },
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'See ' },
            {
              type: 'text',
              text: 'this',
              marks: [{ type: 'bold' }, { type: 'link', attrs: { href: 'https://quillwater.example/' } }],
            },
          ],
        },
        {
          type: 'bulletList',
          content: [
            { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'One' }] }] },
          ],
        },
        { type: 'horizontalRule' },
      ],
    });
    expect(drawn).toMatch(/<h3[^>]*>Before<\/h3>/);
    expect(drawn).toContain('href="https://quillwater.example/"');
    expect(drawn).toMatch(/<strong>.*this|this.*<\/strong>/);
    expect(drawn).toMatch(/<ul><li>.*One.*<\/li><\/ul><hr\/>/s);
  });
  test('a table says what each of its heads is over, and an empty one is none', () => {
    const cell = (type: 'tableHeader' | 'tableCell', text: string) => ({
      type,
      content: [
        { type: 'paragraph' as const, ...(text ? { content: [{ type: 'text' as const, text }] } : {}) },
      ],
    });
    const rows = [
      [cell('tableHeader', ''), cell('tableHeader', 'Cafe')],
      [cell('tableHeader', 'October'), cell('tableCell', '10 to 4')],
    ];
    const text: FormattedText = {
      type: 'doc',
      content: [{ type: 'table', content: rows.map((content) => ({ type: 'tableRow', content })) }],
    };
    expect(draw(text).match(/<t[dh][^>]*scope="[a-z]*"|<td/g)).toEqual([
      '<td',
      '<th scope="col"',
      '<th scope="row"',
      '<td',
    ]);
  });
  test('never lets words become markup', () =>
    expect(draw(formattedFrom('<script>alert(1)</script>'))).toContain('&lt;script&gt;'));
});

test('a page is set out in its layout, or its listing stands behind its first slot', async () => {
  const page: VisitorPage = {
    locale: 'en-GB',
    site: { key: 'main', label: 'Quillwater', home: '/', style },
    languages: [],
    title: 'Visit',
    address: '/visit',
    isTop: false,
    navigation: [],
    foot: [],
    above: [],
    below: [],
    face: { heading: shown('Visit') },
    slotOrder: ['s1', 's2'],
    slots: {
      s1: [block({ face: { text: shown('Above.') } })],
      s2: [block({ id: 'b3', face: { text: shown('Foot.') } })],
    },
    listing: { heading: 'Walks', arrangement: 'rows', setOut: {}, columns: [], items: [], matching: 0 },
  };
  expect((await renderPage(page, files)).replace(/\s+/g, ' ')).toMatch(
    /Visit<\/h1>.*Above\..*Walks.*Foot\./s,
  );
  const laid = await renderPage(
    {
      ...page,
      rows: [
        {
          cells: [
            { width: 4, holds: [{ slot: 's2' }] },
            { width: 8, holds: ['heading'] },
          ],
        },
      ],
      lastFirst: [0],
    },
    files,
  );
  expect(laid).toMatch(/class="row last-first".*Foot\..*<h1/s);
  expect(laid).not.toContain('Above.');
});

test('variants and text styles of the house become rules of their own', () => {
  const css = namedRules({
    ...style,
    variants: [{ key: 'loud', label: 'Loud', ground: 'accent', frame: 'line', width: 'full', room: 2 }],
    textStyles: [
      { key: 'call', label: 'Call', size: 1.1, weight: 500, italic: true, colour: 'accent', face: 'plain' },
    ],
  });
  expect(css).toMatch(/\.block\.v-loud \{[^}]*background: var\(--g-accent\); color: var\(--w-accent\)/);
  expect(css).toMatch(/\.t-call \{[^}]*font-size: 1\.1em;[^}]*font-style: italic/);
});
