import fc from 'fast-check';
import { newId } from '../ids';
import { audienceKey, boundedTo, maySee, parseSeenBy, type Audience, type SeenBy } from './audience';

const groups = [newId(), newId(), newId()];
const some = fc.subarray(groups);
const seenBy = some.map((each): SeenBy => ({ groups: each }));
const audience = fc.option(some.map((each) => ({ groups: each }))).map((each): Audience => each ?? undefined);

test('what two places bound is for nobody whom one of them leaves out', () => {
  fc.assert(
    fc.property(seenBy, seenBy, audience, (one, other, to) => {
      const both = boundedTo(one, other);
      // Nothing stands for nobody, not for everyone.
      if (both && maySee(to, both)) expect([maySee(to, one), maySee(to, other)]).toEqual([true, true]);
      expect(boundedTo(one, one)).toEqual(one);
    }),
  );
});

test('who belongs to more groups sees no less, and whoever is signed in sees more than everybody', () => {
  fc.assert(
    fc.property(seenBy, some, some, (each, own, more) => {
      if (maySee({ groups: own }, each)) expect(maySee({ groups: [...own, ...more] }, each)).toBe(true);
      expect(maySee(undefined, each)).toBe(false);
      expect(maySee(undefined, undefined)).toBe(true);
    }),
  );
});

test('audiences are told apart by what they may see, and by nothing else', () => {
  fc.assert(
    fc.property(audience, audience, fc.array(seenBy), (one, other, things) => {
      const shuffled: Audience = one && { groups: [...one.groups].reverse() };
      expect(audienceKey(shuffled)).toBe(audienceKey(one));
      if (audienceKey(one) === audienceKey(other))
        expect(things.map((each) => maySee(one, each))).toEqual(things.map((each) => maySee(other, each)));
    }),
  );
});

test('what says nothing that can be read is for nobody in particular, and never for more than was meant', () => {
  fc.assert(fc.property(seenBy, (each) => expect(parseSeenBy({ ...each, asks: 'yes' })).toEqual(each)));
  for (const given of [
    null,
    'friends',
    {},
    { groups: 'all' },
    { groups: ['friends'] },
    { groups: [groups[0], 1] },
  ])
    expect(parseSeenBy(given)).toBeUndefined();
});
