import fc from 'fast-check';
import { circlesIn, inOrder, leadBy, parseRedirect, type Redirect } from './redirects';

const ORIGIN = 'https://reserve.example';
const nothing = () => false;
const address = (from: string, to: string | null = '/new', status: Redirect['status'] = 301): Redirect => ({
  from,
  to,
  status,
});
const piece = fc.constantFrom('a', 'b', 'c');
const path = fc.array(piece, { minLength: 1, maxLength: 4 }).map((pieces) => `/${pieces.join('/')}`);
const pattern = fc
  .array(fc.oneof({ weight: 3, arbitrary: piece }, fc.constant('*')), { minLength: 1, maxLength: 4 })
  .map((pieces) => `/${pieces.join('/')}`)
  .filter((each) => each !== '/*');
const byHand = fc
  .tuple(pattern, pattern, fc.boolean())
  .filter(([from, to]) => to.split('*').length <= from.split('*').length)
  .map(([from, to]) => address(from, to));

/** What a visitor is led through from an address, step by step, up to a bound. */
function wayFrom(all: readonly Redirect[], from: string): string[] {
  const ordered = inOrder(all);
  const way = [from];
  for (let at = from; way.length < 40; way.push(at)) {
    const by = ordered.find((each) => leadBy(each, at) !== undefined);
    const next = by && leadBy(by, at);
    if (next === undefined || next === null) return way;
    at = next;
  }
  return way;
}

test.each([
  ['/Old/Path/', '/old/path'],
  ['old/path', '/old/path'],
  ['https://reserve.example/Old%20place.html#top', '/old place.html'],
  ['https://reserve.example/old-place.html#top', '/old-place.html'],
  [' /old/* ', '/old/*'],
])('%s is read as an address of the site', (typed, read) => {
  const { value, faults } = parseRedirect({ from: typed, to: '/new' }, ORIGIN);
  expect([value.from, faults]).toEqual([read, []]);
});

test.each([
  [{ from: '', to: '/new' }, '/from'],
  [{ from: 'https://else.example/a', to: '/new' }, '/from'],
  [{ from: '/', to: '/new' }, '/from'],
  [{ from: '/*', to: '/new' }, '/from'],
  [{ from: '/api/v1', to: '/new' }, '/from'],
  [{ from: '/a?b=1', to: '/new' }, '/from'],
  [{ from: '/a*/b', to: '/new' }, '/from'],
  [{ from: '/*/*/*/*/*', to: '/new' }, '/from'],
  [{ from: '/a', to: '' }, '/to'],
  [{ from: '/a', to: 'javascript:alert(1)' }, '/to'],
  [{ from: '/a', to: '/b/*' }, '/to'],
  [{ from: '/a', to: '/b', status: 410 }, '/to'],
  [{ from: '/a', to: '/b', status: 200 }, '/status'],
])('%j is refused at %s', (given, at) => {
  expect(parseRedirect(given, ORIGIN).faults.map((fault) => fault.path)).toContain(at);
});

test('a star stands for one piece, at the end for all that follows, and is put in where it leads', () => {
  expect(leadBy(address('/old/*', '/new/*'), '/old/a/b')).toBe('/new/a/b');
  expect(leadBy(address('/old/*', '/new'), '/old/a')).toBe('/new');
  expect(leadBy(address('/old/*', '/new/*'), '/old')).toBeUndefined();
  expect(leadBy(address('/*/map', '/maps/*'), '/walks/map')).toBe('/maps/walks');
  expect(leadBy(address('/*/map', '/maps/*'), '/walks/map/big')).toBeUndefined();
  expect(leadBy(address('/old/*', 'https://else.example/*'), '/old/a')).toBe('https://else.example/a');
  expect(leadBy(address('/old', null, 410), '/old')).toBeNull();
});

test('none stands in the shadow of a wider one: what it says alone is answered by it', () => {
  fc.assert(
    fc.property(fc.uniqueArray(byHand, { selector: ({ from }) => from, maxLength: 8 }), (all) => {
      const ordered = inOrder(all);
      for (const each of all) {
        // The address that says exactly what it says, each star standing for what no other names.
        const own = each.from.replaceAll('*', 'z');
        const by = ordered.find((one) => leadBy(one, own) !== undefined);
        expect(by && inOrder([each, by])[0]).toBe(by);
        if (!each.from.includes('*')) expect(by).toBe(each);
      }
    }),
  );
});

test('where no circle is found nobody is led in one, whatever is taken away; where one is, leaving it out helps', () => {
  const some = fc.uniqueArray(byHand, { selector: ({ from }) => from, maxLength: 7 });
  fc.assert(
    fc.property(some, path, fc.infiniteStream(fc.boolean()), (all, from, stays) => {
      const circles = circlesIn(all, nothing);
      const sound = all.filter((each) => !circles.includes(each));
      const rest = sound.filter(() => stays.next().value);
      expect(circlesIn(rest, nothing)).toEqual([]);
      const way = wayFrom(rest, from);
      expect(new Set(way).size).toBe(way.length);
      expect(way.length).toBeLessThan(40);
    }),
  );
});

test('a circle is found, also through patterns, unless something stands on the way', () => {
  const [a, b, c] = [address('/a', '/b'), address('/b', '/c/x'), address('/c/*', '/a')];
  expect(circlesIn([a, b, c], nothing)).toHaveLength(3);
  expect(circlesIn([a, b], nothing)).toEqual([]);
  expect(circlesIn([a, b, c], (at) => at === '/b')).toEqual([]);
  expect(circlesIn([address('/a/*', '/a/b/*')], nothing)).toHaveLength(1);
  expect(circlesIn([address('/a', '/a')], nothing)).toHaveLength(1);
});
