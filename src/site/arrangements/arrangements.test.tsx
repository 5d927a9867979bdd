import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Arrangement } from '../../core/mapping/arrangement/arrangement';
import { arrangements } from '../../core/mapping/arrangement/arrangement';
import { emptyModel } from '../../core/model/document';
import type { DrawnListing, VisitorPage } from '../../core/site/visitor-page';
import { Listing } from '../listing';
import { renderPage } from '../render';

const shown = (words: string) => [{ words, field: 'f', step: 0 }];
const picture = (alt: string) => [
  {
    words: alt,
    field: 'p',
    step: 0,
    media: { sort: 'picture' as const, address: `/media/${alt}`, alt, width: 900, height: 600, ratio: 1.5 },
  },
];
const listing = (arrangement: Arrangement, change: Partial<DrawnListing> = {}): DrawnListing => ({
  heading: 'Birds',
  arrangement,
  setOut: {},
  matching: 3,
  columns: [
    { part: 'heading', label: 'Name' },
    { part: 'date', label: 'Seen' },
    { part: 'marks', label: 'Habitats' },
  ],
  items: [
    {
      id: 'a',
      face: {
        heading: shown('Amber piper'),
        picture: picture('piper'),
        date: [{ words: '25 November', at: '2026-11-25', step: 0 }],
      },
    },
    {
      id: 'b',
      face: {
        heading: shown('Bell heron'),
        picture: picture('heron'),
        date: [{ words: '1 December', at: '2026-12-01', step: 0 }],
        summary: shown('Rings.'),
      },
    },
    { id: 'c', face: { heading: shown('Carr moth') } },
  ],
  ...change,
});
const draw = (arrangement: Arrangement, change: Partial<DrawnListing> = {}, traced = false) =>
  renderToStaticMarkup(
    createElement(Listing, {
      listing: listing(arrangement, change),
      level: 2,
      locale: 'en',
      id: 'x',
      traced,
    }),
  );

test.each(arrangements.map((each) => [each] as const))(
  '%s shows every item once under its heading, and names the entry of each to an editor',
  (arrangement) => {
    const html = draw(arrangement);
    expect(html).toContain('<h2 class="listing-head">Birds</h2>');
    for (const name of ['Amber piper', 'Bell heron', 'Carr moth'])
      expect(html.match(new RegExp(`class="heading">${name}<`, 'g'))).toHaveLength(1);
    expect(html).not.toMatch(/<script|data-entry/);
    expect(draw(arrangement, {}, true).match(/data-entry="[abc]"/g)).toHaveLength(3);
    expect(new Set([...html.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id)).size).toBe(
      [...html.matchAll(/ id="/g)].length,
    );
  },
);

test('what is chosen of an arrangement stands in its classes', () => {
  expect(draw('cards', { setOut: { columns: 3, density: 'dense' } })).toContain(
    'class="items cards dense most-3"',
  );
  expect(draw('cards', { setOut: { density: 'usual' } })).toContain('class="items cards"');
});

test('an index leads to each of its letters', () => {
  const html = draw('index');
  const ways = [...html.matchAll(/href="#([^"]+)">([A-Z])</g)].map(([, to = '', letter = '']) => [
    to,
    letter,
  ]);
  expect(ways.map(([, letter]) => letter)).toEqual(['A', 'B', 'C']);
  for (const [to] of ways) expect(html).toContain(`id="${to}"`);
});

test('a table has a heading for each column that anything fills, and for each row', () => {
  const html = draw('table');
  expect([...html.matchAll(/<th scope="col">([^<]+)/g)].map(([, words]) => words)).toEqual(['Name', 'Seen']);
  expect(html.match(/<th scope="row">/g)).toHaveLength(3);
  expect(html).toContain('<td data-label="Seen"></td>');
  expect(html).toMatch(/<caption class="out-of-sight">Birds<\/caption>/);
});

test('a timeline tells its days to machines too', () => {
  expect(draw('timeline')).toMatch(
    /November 2026.*<time dateTime="2026-11-25">25 November<\/time>.*December 2026.*Without a date.*Carr moth/s,
  );
});

test('a gallery opens each picture, closes it again, and tells what has none', () => {
  const html = draw('gallery');
  expect(html.match(/popover="auto"/g)).toHaveLength(2);
  expect(html).toContain('aria-label="Bell heron, larger"');
  expect(html).toMatch(/<li class="told">.*Carr moth/s);
  // What a button opens or closes is there.
  for (const [, to] of html.matchAll(/popoverTarget="([^"]+)"/gi)) expect(html).toContain(`id="${to}"`);
});

test('only a page with slides or a gallery has a script', async () => {
  const page = (arrangement: Arrangement): VisitorPage => ({
    locale: 'en',
    site: { key: 'main', label: 'Quillwater', home: '/', style: emptyModel('en').houseStyle },
    languages: [],
    title: 'Birds',
    address: '/birds',
    isTop: false,
    navigation: [],
    foot: [],
    above: [],
    below: [],
    face: {},
    slotOrder: [],
    slots: {},
    listing: listing(arrangement),
  });
  const files = { stylesheet: '/site.css', script: '/site.js?v=1', icon: '/site-icon.svg' };
  for (const arrangement of arrangements) {
    const html = await renderPage(page(arrangement), files);
    expect([arrangement, html.includes('<script')]).toEqual([
      arrangement,
      ['slideshow', 'gallery'].includes(arrangement),
    ]);
  }
  expect(await renderPage(page('slideshow'), files)).toContain(
    '<script defer="" src="/site.js?v=1"></script>',
  );
});
