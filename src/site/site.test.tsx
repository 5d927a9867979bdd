import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { formattedInFile } from '../core/content/formatted';
import { setOutBounds } from '../core/mapping/arrangement/arrangement';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { emptyModel } from '../core/model/document';
import { Face } from './face';
import { Listing } from './listing';
import { pageSaying } from '../core/site/page-saying';
import { renderPage } from './render';
import { siteStylesheet, styleFiles } from './stylesheet';

const style = emptyModel('en').houseStyle;
const texts = styleFiles.map((file) => readFileSync(join(__dirname, 'styles', file), 'utf8'));
const files = { stylesheet: '/site.css?v=1', script: '/site.js?v=1', icon: '/site-icon.svg?v=1' };
const shown = (...words: string[]) => words.map((each) => ({ words: each, field: 'f1', step: 0 }));
const face = {
  kicker: shown('Bird', 'Rare'),
  heading: shown('Bell heron'),
  summary: shown('Rings.'),
  text: shown('One.\n\nTwo.'),
  marks: shown('Reedbed', 'Open water'),
};
const page = {
  locale: 'en-GB',
  site: { key: 'main', label: 'Quillwater', home: '/', style },
  languages: [],
  title: 'Visit',
  address: '/visit',
  isTop: false,
  navigation: [
    { label: 'Visit', address: '/visit', here: 'page' as const, items: [] },
    { label: 'Species', address: '/species', items: [] },
  ],
  foot: [],
  above: [
    { label: 'Home', address: '/' },
    { label: 'About', address: '/about' },
  ],
  face: { heading: shown('Visit'), summary: shown('Opening times.') },
  below: [{ label: 'By train', address: '/visit/train', summary: 'Ask the guard.' }],
  slotOrder: [],
  slots: {},
};

test('a face draws its parts in their order, paragraphs apart', () => {
  const html = renderToStaticMarkup(createElement(Face, { face, level: 3 }));
  expect(html.replace(/<[^>]+>/g, '|').replace(/\|+/g, '|')).toBe(
    '|Bird| · |Rare|Bell heron|Rings.|One.|Two.|Reedbed|Open water|',
  );
  expect(html).toContain('<h3 class="heading">');
  expect(html).not.toContain('data-field');
});

test('a page lists its headings where it says so, each leading to what it heads; a day stands large and is read out', async () => {
  const text = formattedInFile('## Gates\n\nClose them.\n\n## Water\n\nLook at it.');
  const day = { words: 'Sunday 6 December 2026', at: '2026-12-06', step: 0 };
  const numeral = { day: '6', weekday: 'Sun', month: 'Dec' };
  const long = {
    ...page,
    face: { ...page.face, date: [{ ...day, numeral }], text: [{ words: '', step: 0, text }] },
  };
  const plain = await renderPage(long, files);
  expect(plain).not.toMatch(/class="on-page|id="h-/);
  const html = await renderPage({ ...long, listsHeadings: true }, files);
  for (const [, anchor = ''] of html.matchAll(/<li><a href="#(h-[^"]+)">/g))
    expect(html).toContain(`<h2 id="${anchor}">`);
  expect(html.match(/href="#h-/g)).toHaveLength(2);
  expect(html).toMatch(/aria-hidden="true"><b>6<\/b>.*<span class="out-of-sight">Sunday 6 December 2026</);
});

test('a traced face names the field behind each part', () => {
  expect(
    renderToStaticMarkup(createElement(Face, { face, level: 2, traced: true })).match(/data-field="f1"/g),
  ).toHaveLength(7);
});

test('an empty listing says so, and has no list', () => {
  const listing = {
    heading: 'Species',
    arrangement: 'cards' as const,
    setOut: {},
    columns: [],
    items: [],
    matching: 0,
  };
  const html = renderToStaticMarkup(createElement(Listing, { listing, level: 2, locale: 'en', id: 'list' }));
  expect(html).toContain('Nothing stands here yet.');
  expect(html).not.toContain('<ul');
});

test('a page names itself, its language, where it stands and where one is', async () => {
  const html = await renderPage(page, files);
  expect(html).toContain('<html lang="en-GB">');
  expect(html).toContain('<title>Visit – Quillwater</title>');
  expect(html).toContain('<meta name="description" content="Opening times."/>');
  expect(html).toContain('<a href="/visit" aria-current="page">Visit</a>');
  expect(html).toMatch(/aria-label="Where you are".*href="\/about".*<h1/s);
  expect(html).toContain('href="#main"');
});

test('what is none of the site’s own pages is worded in its language, and helps on', async () => {
  const around = { below: page.below, seek: '/' };
  const missing = await renderPage(pageSaying(page.site, 'fr', 'gone', around), files);
  expect(missing).toMatch(/<h1[^>]*>Cette page a été retirée<\/h1>.*role="search".*href="\/visit\/train"/s);
  expect(missing).toContain('<meta name="robots" content="noindex"/>');
  const search = {
    words: 'ree',
    total: 21,
    more: false,
    sorts: [],
    found: [
      {
        label: 'Reed <cutting>',
        address: '/reed',
        kind: 'Notice',
        passage: [
          { words: 'the ', hit: false },
          { words: 'reeds', hit: true },
        ],
      },
    ],
    next: '/?q=ree&page=2',
  };
  const found = await renderPage(pageSaying(page.site, 'en', 'search', { search, seek: '/' }), files);
  expect(found).toMatch(
    /21 were found.*<a href="\/reed">Reed &lt;cutting&gt;<\/a>.*the <mark>reeds<\/mark>/s,
  );
  expect(found).toContain('href="/?q=ree&amp;page=2"');
  const none = { ...search, total: 0, found: [], words: '<b>' };
  expect(await renderPage(pageSaying(page.site, 'en', 'search', { search: none, seek: '/' }), files)).toMatch(
    /&lt;b&gt;.*fewer words/s,
  );
});

test('acts are offered where they are set: mail without script, the others once it has run', async () => {
  const plain = await renderPage(page, files);
  expect([plain.includes('data-acts'), plain.includes('/site.js')]).toEqual([false, false]);
  const html = await renderPage({ ...page, title: 'A & B?', acts: true, origin: 'https://q.example' }, files);
  expect(html).toContain(
    'href="mailto:?subject=A%20%26%20B%3F&amp;body=Opening%20times.%0A%0Ahttps%3A%2F%2Fq.example%2Fvisit"',
  );
  expect(html.match(/<button[^>]* hidden=""/g)).toHaveLength(2);
  expect(html).toContain('<script defer="" src="/site.js?v=1">');
});

test('a site with its navigation beside it leads to it where the window is narrow, and searches in its head', async () => {
  const side = {
    ...page,
    site: { ...page.site, style: { ...style, navigation: 'side' as const } },
    seek: '/',
  };
  const html = await renderPage(side, files);
  expect(html).toMatch(/<body class="side">.*role="search".*href="#pages".*<\/main><nav[^>]* id="pages"/s);
  expect(await renderPage({ ...page, seek: '/' }, files)).toMatch(/<a class="to-seek" href="\/\?q=">/);
});

test('a page opens with its words over its picture, which is fetched first, and says nothing twice', async () => {
  const media = {
    id: 'm',
    sort: 'picture' as const,
    address: '/media/m/wide.webp',
    alt: 'A wide mere.',
    width: 2400,
    height: 1000,
  };
  const opening = {
    ...page,
    opens: 'over' as const,
    face: { ...page.face, text: shown('More.'), picture: [{ words: '', field: 'p', step: 0, media }] },
    rows: [
      {
        cells: [
          { width: 12, holds: ['heading' as const, 'summary' as const, 'text' as const, 'picture' as const] },
        ],
      },
    ],
  };
  const html = await renderPage(opening, files);
  expect(html).toMatch(
    /class="opening overlaid".*fetchPriority="high".*>Home<.*<h1[^>]*>Visit<.*Opening times\..*More\./s,
  );
  expect([html.match(/<h1/g), html.match(/<img/g)].map((each) => each?.length)).toEqual([1, 1]);
  // One that is no panorama stands beside the words, and without a picture the page opens as any other.
  const square = { ...media, height: 2400 };
  expect(
    await renderPage(
      { ...opening, face: { ...opening.face, picture: [{ words: '', field: 'p', step: 0, media: square }] } },
      files,
    ),
  ).toContain('class="opening overlaid apart"');
  expect(await renderPage({ ...opening, face: page.face }, files)).not.toContain('overlaid');
});

test('the stylesheet carries the house style, and loads nothing from elsewhere', () => {
  const css = siteStylesheet({ ...style, palette: { ...style.palette, accent: '#123456' } }, texts);
  expect(css).toContain('--accent: #123456;');
  expect([...css.matchAll(/url\(([^)]+)\)/g)].every(([, address]) => address?.startsWith('/fonts/'))).toBe(
    true,
  );
});

test('the style files have every width of a cell, and every number of columns that may be asked for', () => {
  const css = texts.join('');
  const { least, most } = setOutBounds.columns;
  const numbersOf = (name: string) =>
    [...new Set([...css.matchAll(new RegExp(`\\.${name}-(\\d+) \\{`, 'g'))].map(([, n]) => Number(n)))].sort(
      (a, b) => a - b,
    );
  expect(numbersOf('most')).toEqual(Array.from({ length: most - least + 1 }, (_, i) => least + i));
  expect(numbersOf('w')).toEqual(Array.from({ length: 12 }, (_, i) => i + 1));
});
