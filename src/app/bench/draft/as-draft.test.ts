import { asDraft } from './as-draft';

const UNTIL = Date.parse('2026-12-05T12:00:00Z');

test('ways to pages stay within the link, with what is chosen there; files, other sites and places on the page stay as they are', () => {
  const ways = [
    '/visit',
    '/',
    '/list?f=1&amp;g=2',
    '/media/a/b.png',
    '//elsewhere.example/x',
    'https://x.example/y',
    '#main',
    '/site.css',
  ];
  const html = `<html><body class="x">${ways.map((way) => `<a href="${way}">w</a>`).join('')}</body></html>`;
  const found = [...asDraft(html, 'a-b', UNTIL).matchAll(/ href="([^"]*)"/g)].map(([, way]) => way);
  expect(found).toEqual([
    '/bench/draft/a-b?at=%2Fvisit',
    '/bench/draft/a-b?at=%2F',
    '/bench/draft/a-b?at=%2Flist%3Ff%3D1%26g%3D2',
    ...ways.slice(3),
  ]);
});

test('it says that it is a draft, and when the link ends', () => {
  expect(asDraft('<html><body><main></main></body></html>', 'a-b', UNTIL)).toMatch(
    /<body><p role="note"[^>]*>A draft: [^<]* 5 December 2026\.<\/p><main>/,
  );
});
