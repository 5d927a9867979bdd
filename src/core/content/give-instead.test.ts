import fc from 'fast-check';
import { newId } from '../ids';
import type { Json } from '../json';
import { giveInstead } from './give-instead';

const [from, to] = ['heron', 'bittern'];
const id = fc.constantFrom(from, to, 'otter', 'reed');
const body = fc.letrec<{ json: Json }>((tie) => ({
  json: fc.oneof(
    { maxDepth: 4 },
    id,
    fc.integer(),
    fc.constant(null),
    fc.array(id, { maxLength: 4 }),
    fc.array(tie('json'), { maxLength: 4 }),
    fc.dictionary(fc.oneof(id, fc.constantFrom('values', 'slots', 'link')), tie('json'), { maxKeys: 4 }),
  ),
})).json;

/** How often each thing is named, as a value or as what something is kept by. */
function named(json: Json, counts = new Map<Json, number>()): Map<Json, number> {
  if (Array.isArray(json)) json.forEach((each) => named(each, counts));
  else if (typeof json === 'object' && json !== null)
    for (const [key, value] of Object.entries(json)) {
      counts.set(key, (counts.get(key) ?? 0) + 1);
      named(value, counts);
    }
  else counts.set(json, (counts.get(json) ?? 0) + 1);
  return counts;
}

test('nothing names what another stands for, and what names neither stays as it is', () => {
  fc.assert(
    fc.property(body, (json) => {
      const before = structuredClone(json);
      const given = giveInstead(json, from, to);
      expect(named(given).has(from)).toBe(false);
      expect(named(given).has(to)).toBe(named(json).has(from) || named(json).has(to));
      expect(json).toEqual(before);
      if (!named(json).has(from)) expect(given).toEqual(json);
      // Done twice it does no more.
      expect(giveInstead(given, from, to)).toEqual(given);
    }),
  );
});

test('one that then stands twice in a list stands once; what was said of one alone goes with it', () => {
  expect(giveInstead({ picks: [from, 'otter', to] }, from, to)).toEqual({ picks: [to, 'otter'] });
  expect(giveInstead({ byHand: { [from]: ['a'], [to]: ['b'] } }, from, to)).toEqual({
    byHand: { [to]: ['b'] },
  });
  expect(
    giveInstead(
      [
        { media: from, alt: 'A heron', focus: { x: 1, y: 0 } },
        { media: to, alt: 'A bittern' },
      ],
      from,
      to,
    ),
  ).toEqual([{ media: to }, { media: to, alt: 'A bittern' }]);
  expect(giveInstead({ to: 'page', page: from, block: 'b', words: 'More' }, from, to)).toEqual({
    to: 'page',
    page: to,
    words: 'More',
  });
});

test('a link in a formatted text leads to what stands in its place, and to no block of what was there', () => {
  const link = (href: string) => ({ type: 'link', attrs: { href } });
  const [from, to, block] = [newId(), newId(), newId()];
  expect(giveInstead(link(`page:${from}#b-${block}`), from, to)).toEqual(link(`page:${to}`));
  expect(giveInstead(link(`entry:${from}`), from, to)).toEqual(link(`entry:${to}`));
  expect(giveInstead(link(`page:${block}`), from, to)).toEqual(link(`page:${block}`));
  expect(giveInstead(link(`https://quillwater.example/page:${from}`), from, to)).toEqual(
    link(`https://quillwater.example/page:${from}`),
  );
});
