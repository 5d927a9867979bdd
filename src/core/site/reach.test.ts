import { contentType, smallCompiled } from '../../../tests/small-model';
import { parseValues, type Values } from '../content/values';
import { newId } from '../ids';
import type { JsonObject } from '../json';
import { parseRule } from '../mapping/rule/parse';
import { listingDiffers } from './reach';

const model = smallCompiled();
const species = contentType(model, 'species');
const today = '2026-11-25';
const values = (given: JsonObject): Values =>
  parseValues(species.fields, { name: 'Bell heron', ...given }, {}, '').values;

function birds(change: JsonObject = {}) {
  const { rule, faults } = parseRule(model, {
    from: ['species'],
    where: { field: 'group', is: 'equals', value: 'bird' },
    order: [{ by: 'size', direction: 'up' }],
    limit: 10,
    heading: '',
    arrangement: 'cards',
    mapping: { heading: [[{ field: 'name' }]] },
    ...change,
  });
  if (!rule) throw new Error(JSON.stringify(faults));
  return { id: 'birds', rule };
}

const differs = (
  before: JsonObject | undefined,
  after: JsonObject | undefined,
  listing = birds(),
  type = species.id,
) =>
  listingDiffers(
    listing,
    {
      id: 'one',
      type,
      before: before && { values: values(before) },
      after: after && { values: values(after) },
    },
    today,
  );

describe('a listing differs for visitors', () => {
  test.each<[string, JsonObject | undefined, JsonObject | undefined, boolean]>([
    ['when an entry comes in', undefined, { group: 'bird' }, true],
    ['when an entry goes out', { group: 'bird' }, undefined, true],
    ['when an entry moves in by its values', { group: 'plant' }, { group: 'bird' }, true],
    ['when an entry moves out by its values', { group: 'bird' }, { group: 'plant' }, true],
    ['when what it shows differs', { group: 'bird' }, { group: 'bird', name: 'Bell bittern' }, true],
    ['when what it sorts by differs', { group: 'bird', size: 1 }, { group: 'bird', size: 2 }, true],
    ['but not when something else differs', { group: 'bird' }, { group: 'bird', body: 'More.' }, false],
    [
      'nor for an entry that was and stays outside',
      { group: 'plant' },
      { group: 'plant', name: 'Fern' },
      false,
    ],
    ['nor for one that is shown neither before nor after', undefined, undefined, false],
  ])('%s', (_, before, after, wanted) => expect(differs(before, after)).toBe(wanted));

  test('never for an entry of another type', () => {
    expect(differs(undefined, { group: 'bird' }, birds(), contentType(model, 'notice').id)).toBe(false);
  });
  test('with every publication, when it goes by the moment of publishing', () => {
    expect(
      differs(
        { group: 'bird' },
        { group: 'bird' },
        birds({ order: [{ by: 'published', direction: 'down' }] }),
      ),
    ).toBe(true);
  });
  test('with every publication and withdrawal, when it goes by authors', () => {
    const mine = birds({ where: { author: [newId()] } });
    expect(
      [
        [undefined, { group: 'plant' }],
        [{ group: 'plant' }, undefined],
        [{ group: 'plant' }, { group: 'plant' }],
        [undefined, undefined],
      ].map(([before, after]) => differs(before, after, mine)),
    ).toEqual([true, true, true, false]);
  });
  test('by the day it is, where a condition is told from today', () => {
    const soon = birds({ where: { field: 'seen', is: 'after', value: { now: '+0 days' } } });
    expect(differs(undefined, { seen: '2026-11-26' }, soon)).toBe(true);
    expect(differs(undefined, { seen: '2026-11-25' }, soon)).toBe(false);
  });
});
