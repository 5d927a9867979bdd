import fc from 'fast-check';
import { redirectStatuses } from '../site/redirects';
import { readRedirectList, writeRedirectList } from './redirect-list';

test('what is written is read again', () => {
  const cell = fc.string({ minLength: 1 }).map((words) => `/${words.replace(/[\r\n]/g, ' ').trim()}`);
  const row = fc.record(
    { from: cell, to: cell, status: fc.constantFrom(...redirectStatuses) },
    { requiredKeys: ['from', 'status'] },
  );
  fc.assert(
    fc.property(fc.array(row, { minLength: 1, maxLength: 6 }), (rows) => {
      expect(readRedirectList(writeRedirectList(rows)).rows).toEqual(rows);
    }),
  );
});

test.each([
  ['/a,/b', [{ from: '/a', to: '/b' }]],
  [
    '/a;/b;302\r\n/c;;410',
    [
      { from: '/a', to: '/b', status: 302 },
      { from: '/c', status: 410 },
    ],
  ],
  ['\ufeffStatus\tNew\tOld\n301\t/b\t/a\n\n', [{ from: '/a', to: '/b', status: 301 }]],
  ['from,to,status\n/a,/b,moved', [{ from: '/a', to: '/b', status: 0 }]],
  ['from,to\n"/a, b",/b', [{ from: '/a, b', to: '/b' }]],
])('%j is read, however it is set out', (text, rows) => {
  expect(readRedirectList(text)).toEqual({ rows });
});

test('a file without addresses, or with too many, says so', () => {
  expect(readRedirectList('').problem).toMatch(/no address/);
  expect(readRedirectList('from,to\n').problem).toMatch(/no address/);
  expect(readRedirectList('/a,/b\n'.repeat(5001)).problem).toMatch(/at most 5000/);
});
