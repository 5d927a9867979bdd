import fc from 'fast-check';
import { smallCompiled } from '../../../tests/small-model';
import { askedAddress } from './asked-address';

const model = smallCompiled();
const sites = [{ base: '' }, { base: '/friends' }];
const asked = (url: string) => askedAddress({ model, sites }, url);

test.each([
  ['/visit', '/visit'],
  ['/visit?utm_source=letter&fbclid=x', '/visit'],
  ['/birds?group=bird&utm_medium=post&group=insect', '/birds?group=bird&group=insect'],
  ['/visit?sent=one&ref=', '/visit?sent=one'],
  ['/visit?ref=&said=held', '/visit?said=held'],
  ['/birds?', '/birds'],
  ['/birds?GROUP=bird', '/birds'],
  ['/site.css?v=abc', '/site.css?v=abc'],
  // A site is searched at its first page, in every language, and nowhere else.
  ['/?q=reed&of=species&page=2&utm_source=x', '/?q=reed&of=species&page=2'],
  ['/fr/friends?q=reed', '/fr/friends?q=reed'],
  ['/visit?q=reed&page=2', '/visit'],
  ['/de?q=reed', '/de'],
  // A paragraph is no choice of a list.
  ['/birds?body=x', '/birds'],
])('%s is asked as %s', (url, wanted) => expect(asked(url)).toBe(wanted));

test('what a page understands stays as it is, in its order, whatever else is hung on', () => {
  const known = fc.constantFrom('group=bird', 'rare=yes', 'sent=b', 'group=a%26b');
  const foreign = fc.constantFrom(
    'utm_source=x',
    'gclid',
    'q=group',
    '=group=bird',
    'constructor=1',
    '__proto__=1',
  );
  fc.assert(
    fc.property(fc.array(fc.oneof(known, foreign)), (pieces) => {
      const kept = pieces.filter((piece) => /^(group|rare|sent)=/.test(piece));
      const url = asked(`/a?${pieces.join('&')}`);
      expect(url).toBe(kept.length > 0 ? `/a?${kept.join('&')}` : '/a');
      expect(asked(url)).toBe(url);
    }),
  );
});
