import fc from 'fast-check';
import { slugBound } from '../content/slug';
import {
  addressIn,
  addressOf,
  canonicalAddress,
  reservedNames,
  resultAddress,
  splitLanguage,
  splitResults,
  whyReserved,
} from './address';

test('an address has one spelling, and that spelling stays as it is', () => {
  expect(canonicalAddress('//Visit/%57inter/')).toBe('/visit/winter');
  expect(canonicalAddress('/')).toBe('/');
  fc.assert(
    fc.property(fc.array(fc.stringMatching(/^[a-z0-9-]{1,12}$/), { maxLength: 5 }), (slugs) => {
      expect(canonicalAddress(addressOf(slugs))).toBe(addressOf(slugs));
    }),
  );
});

test('what can be no address is told apart', () => {
  for (const path of ['/%', '/%zz', '/%00', `/${'x'.repeat(2001)}`])
    expect(canonicalAddress(path)).toBeUndefined();
});

test('the product’s own names are kept at the top, those of lists everywhere, in any case', () => {
  for (const name of reservedNames) expect(whyReserved(name.toUpperCase(), true, [])).toMatch(/\.$/);
  expect(whyReserved('bench', false, [])).toBeUndefined();
  expect(whyReserved('Page', false, [])).toMatch(/further pages/);
  expect(whyReserved('FR', true, ['en', 'fr'])).toMatch(/language/);
  expect(whyReserved('fr', false, ['fr'])).toBeUndefined();
  expect(slugBound).toBeGreaterThan(60);
});

test('an address in another language stands under its prefix, and is told apart again', () => {
  expect([addressIn(undefined, '/visit'), addressIn('fr', '/'), addressIn('pt-BR', '/visit')]).toEqual([
    '/visit',
    '/fr',
    '/pt-br/visit',
  ]);
  fc.assert(
    fc.property(
      fc.array(fc.stringMatching(/^[a-z0-9-]{4,12}$/), { maxLength: 4 }),
      fc.constantFrom(undefined, 'fr', 'pt-BR'),
      (slugs, language) => {
        expect(splitLanguage(addressIn(language, addressOf(slugs)), ['fr', 'pt-BR'])).toEqual({
          ...(language ? { language } : {}),
          address: addressOf(slugs),
        });
      },
    ),
  );
  expect(splitLanguage('/french/visit', ['fr'])).toEqual({ address: '/french/visit' });
});

test('a page of results stands below its page, the first at the page itself', () => {
  expect([resultAddress('/species', 1), resultAddress('/species', 2), resultAddress('/', 3)]).toEqual([
    '/species',
    '/species/page/2',
    '/page/3',
  ]);
  fc.assert(
    fc.property(
      fc.array(
        fc.stringMatching(/^[a-z]{1,8}$/).filter((slug) => slug !== 'page'),
        { maxLength: 3 },
      ),
      fc.integer({ min: 1, max: 99_999 }),
      (slugs, page) => {
        expect(splitResults(resultAddress(addressOf(slugs), page))).toEqual({
          address: addressOf(slugs),
          page,
        });
      },
    ),
  );
  // Each has one address only.
  for (const path of ['/species/page/1', '/species/page/0', '/species/page/02', '/species/page/9999999'])
    expect(splitResults(path)).toBeUndefined();
  expect(splitResults('/species/page/two')).toEqual({ address: '/species/page/two', page: 1 });
});
