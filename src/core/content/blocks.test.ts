import { wideCompiled } from '../../../tests/wide-model';
import { newId } from '../ids';
import type { Json, JsonObject } from '../json';
import { slotRuleFaults } from './block-rules';
import { parseSlots } from './parse-slots';
import {
  blocksIn,
  firstContents,
  newBlock,
  referencesInSlots,
  serializeSlots,
  type SlotContents,
} from './blocks';

const model = wideCompiled();
const here = { today: '2026-11-25' };
const home = model.pageTypeByKey('home')!.definition;
const plain = model.pageTypeByKey('plain')!.definition;
const text = (heading: string, body = 'Words.'): JsonObject => ({ type: 'text', values: { heading, body } });

const read = (given: Json, kept: SlotContents = {}) => parseSlots(model, home.slots, given, kept, '/slots');
/** What was given, read; it must have been readable. */
function contents(given: Json): SlotContents {
  const { slots, faults } = read(given);
  expect(faults).toEqual([]);
  return slots;
}
const faultsOf = (given: Json) =>
  slotRuleFaults(model, home.slots, contents(given), here).map(({ path, code }) => [path, code]);

describe('reading blocks', () => {
  test('what is spoken comes back as it was kept, ids and all', () => {
    const slots = contents({
      main: [
        { ...text('One'), variant: 'tinted' },
        {
          type: 'columns',
          slots: {
            left: [text('Left')],
            right: [{ type: 'teaser', values: { what: newId() }, hidden: true }],
          },
        },
      ],
    });
    expect(blocksIn(slots)).toHaveLength(4);
    const spoken = serializeSlots(model, home.slots, slots);
    expect(spoken).toMatchObject({
      main: [
        { type: 'text', variant: 'tinted', values: { heading: 'One' } },
        { type: 'columns', slots: { left: [{ values: { heading: 'Left' } }], right: [{ hidden: true }] } },
      ],
      foot: [],
    });
    expect(contents(spoken)).toEqual({ ...slots, [home.slots[1]!.id]: [] });
  });

  test('a slot that is named is replaced whole, null empties it, the others stay', () => {
    const kept = contents({ main: [text('One')], foot: [text('Foot')] });
    const [main, foot] = home.slots.map(({ id }) => id) as [string, string];
    expect(read({ main: [text('Two'), text('Three')] }, kept).slots[main]).toHaveLength(2);
    expect(read({ main: [] }, kept).slots[foot]).toEqual(kept[foot]);
    expect(read({ foot: null }, kept).slots).toEqual({ [main]: kept[main] });
  });

  test('two blocks never share an id, whatever is sent', () => {
    const id = newId();
    const slots = contents({
      main: [
        { ...text('One'), id },
        { ...text('Two'), id },
      ],
    });
    const ids = blocksIn(slots).map((block) => block.id);
    expect(ids[0]).toBe(id);
    expect(new Set(ids).size).toBe(2);
  });

  const deep = (n: number): JsonObject =>
    n === 0 ? text('Deep') : { type: 'columns', slots: { left: [deep(n - 1)] } };
  test.each<[string, Json, string, string]>([
    ['what is no object', [], '/slots', 'kind'],
    ['a slot there is none of', { aside: [] }, '/slots/aside', 'unknown-slot'],
    ['a slot without a list', { main: {} }, '/slots/main', 'kind'],
    ['a block that is none', { main: [7] }, '/slots/main/0', 'kind'],
    ['a type there is none of', { main: [{ type: 'banner' }] }, '/slots/main/0/type', 'unknown-type'],
    ['a word nobody knows', { main: [{ ...text('x'), colour: 'red' }] }, '/slots/main/0/colour', 'unknown'],
    [
      'a variant its type does not allow',
      { main: [{ ...text('x'), variant: 'loud' }] },
      '/slots/main/0/variant',
      'variant',
    ],
    [
      'a listing that is no id',
      { main: [{ type: 'walks', listing: 'all' }] },
      '/slots/main/0/listing',
      'listing',
    ],
    [
      'a field there is none of',
      { main: [{ type: 'text', values: { wings: 2 } }] },
      '/slots/main/0/values/wings',
      'unknown-field',
    ],
    [
      'a value that is none, inside',
      { main: [{ type: 'columns', slots: { left: [{ type: 'text', values: { heading: 7 } }] } }] },
      '/slots/main/0/slots/left/0/values/heading',
      'kind',
    ],
    ['blocks nine deep', { main: [deep(9)] }, `/slots/main/0${'/slots/left/0'.repeat(7)}/slots`, 'too-deep'],
    [
      'more blocks than a page holds',
      { main: Array.from({ length: 402 }, () => text('x')) },
      '/slots/main/400',
      'too-many',
    ],
  ])('%s is refused at its place', (_, given, path, code) => {
    expect(read(given).faults.map((fault) => [fault.path, fault.code])).toContainEqual([path, code]);
  });
});

describe('rules of slots', () => {
  test('hold for how many, which, and what each says', () => {
    expect(faultsOf({ main: [] })).toEqual(
      expect.arrayContaining([
        ['/slots/main', 'too-few'],
        ['/slots/main', 'held'],
      ]),
    );
    expect(faultsOf({ main: Array.from({ length: 6 }, (_, i) => text(String(i))) })).toContainEqual([
      '/slots/main',
      'too-many',
    ]);
    expect(faultsOf({ main: [text('x')], foot: [{ type: 'teaser', values: {} }] })).toContainEqual([
      '/slots/foot/0',
      'not-allowed',
    ]);
    expect(faultsOf({ main: [{ type: 'text', values: { heading: 'x'.repeat(70) } }] })).toEqual(
      expect.arrayContaining([
        ['/slots/main/0/values/heading', 'too-long'],
        ['/slots/main/0/values/body', 'required'],
      ]),
    );
    expect(faultsOf({ main: [{ type: 'walks' }] })).toContainEqual(['/slots/main/0/listing', 'required']);
    expect(
      faultsOf({ main: [{ type: 'columns', slots: { left: [text('1'), text('2'), text('3')] } }] }),
    ).toContainEqual(['/slots/main/0/slots/left', 'too-many']);
  });

  test('a page begins with what its slots begin with, held in its place', () => {
    const first = firstContents(model, home.slots, { today: here.today });
    const [block] = first[home.slots[0]!.id] ?? [];
    expect(serializeSlots(model, home.slots, first)).toMatchObject({
      main: [{ type: 'text', held: 'place', values: { heading: 'Welcome', body: 'Open every day.' } }],
    });
    expect(slotRuleFaults(model, home.slots, first, here)).toEqual([]);
    // Its words may change, but it may not go.
    expect(faultsOf({ main: [{ ...text('Changed'), preset: block!.preset! }] })).toEqual([]);
    expect(faultsOf({ main: [text('Another')] })).toContainEqual(['/slots/main', 'held']);
  });

  test('what is held with its values may not say anything else', () => {
    const preset = home.slots[0]!.preset![0]!;
    const slots = home.slots.map((slot, i) =>
      i === 0 ? { ...slot, preset: [{ ...preset, held: 'place and values' as const }] } : slot,
    );
    const changed = contents({ main: [{ ...text('Changed', 'Open every day.'), preset: preset.id }] });
    expect(slotRuleFaults(model, slots, changed, here)).toMatchObject([
      { path: '/slots/main/0/values/heading', code: 'held' },
    ]);
  });

  test('a block whose type is gone is kept and told', () => {
    const slots: SlotContents = { [plain.slots[0]!.id]: [{ id: newId(), type: newId(), values: {} }] };
    expect(slotRuleFaults(model, plain.slots, slots, here)).toMatchObject([
      { path: '/slots/main/0', code: 'gone' },
    ]);
    expect(serializeSlots(model, plain.slots, slots)).toEqual({ main: [], foot: [] });
  });
});

test('a new block has its defaults, and what its own slots begin with', () => {
  const block = newBlock(model, model.blockTypeByKey('columns')!, { today: here.today });
  expect(block).toMatchObject({ type: model.blockTypeByKey('columns')!.id, values: {} });
});

test('everything the blocks refer to is told with its place', () => {
  const [heron, owl] = [newId(), newId()];
  const slots = contents({
    main: [
      { type: 'teaser', values: { what: heron } },
      { type: 'columns', slots: { right: [{ type: 'teaser', values: { what: owl } }] } },
    ],
  });
  expect(referencesInSlots(model, home.slots, slots)).toEqual([
    { path: '/slots/main/0/values/what', sort: 'entry', target: heron },
    { path: '/slots/main/1/slots/right/0/values/what', sort: 'entry', target: owl },
  ]);
});
