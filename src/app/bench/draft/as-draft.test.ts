import { asDraft } from './as-draft';

const UNTIL = Date.parse('2026-12-05T12:00:00Z');

test('ways to pages stay within the link; files, other sites, places on the page and questions stay as they are', () => {
  const ways = [
    '/visit',
    '/',
    '/media/a/b.png',
    '//elsewhere.example/x',
    'https://x.example/y',
    '#main',
    '/list?f=1',
    '/site.css',
  ];
  const html = `<html><body class="x">${ways.map((way) => `<a href="${way}">w</a>`).join('')}</body></html>`;
  const found = [...asDraft(html, 'a-b', UNTIL).matchAll(/ href="([^"]*)"/g)].map(([, way]) => way);
  expect(found).toEqual(['/bench/draft/a-b?at=%2Fvisit', '/bench/draft/a-b?at=%2F', ...ways.slice(2)]);
});

test('it says that it is a draft, and when the link ends', () => {
  expect(asDraft('<html><body><main></main></body></html>', 'a-b', UNTIL)).toMatch(
    /<body><p role="note"[^>]*>A draft: [^<]* 5 December 2026\.<\/p><main>/,
  );
});
