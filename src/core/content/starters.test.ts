import fc from 'fast-check';
import { wideCompiled } from '../../../tests/wide-model';
import type { JsonObject } from '../json';
import type { Value } from '../model/kinds';
import { everyBlock } from './block-edits';
import { blocksIn, serializeSlots } from './blocks';
import { parseSlots } from './parse-slots';
import {
  beginningWith,
  hintsFor,
  leaveToEditor,
  nameOfValue,
  valuesOfStarter,
  withNewIds,
  withoutGone,
  type StarterContent,
} from './starters';

const model = wideCompiled();
const home = model.pageTypeByKey('home')!;
const { slots: own } = home.definition;
const page = { label: home.definition.label, fields: home.fields };

const text = (id: string, heading: string, inside?: JsonObject[], abroad = false): JsonObject => ({
  id,
  ...(inside
    ? { type: 'columns', values: {}, slots: { left: inside, right: [] } }
    : {
        type: 'text',
        values: { heading, body: `${heading} at dusk.` },
        ...(abroad ? { translations: { fr: { body: `${heading} au soir.` } } } : {}),
      }),
});
const contents = fc
  .tuple(
    fc.array(fc.string({ maxLength: 8 }), { maxLength: 3 }),
    fc.array(fc.string({ maxLength: 8 }), { maxLength: 3 }),
  )
  .map(([main, inside]): StarterContent => ({
    values: { title: 'Welcome' },
    translations: {},
    hints: {},
    slots: {
      main: [
        ...main.map((heading, i) => text(`b${i}`, heading, undefined, true)),
        text(
          'columns',
          '',
          inside.map((heading, i) => text(`in${i}`, heading)),
        ),
      ],
    },
  }));

test('What is left to the editor says nothing in any language and tells what to write there; all else stays as it was', () => {
  fc.assert(
    fc.property(contents, fc.nat(), (content, n) => {
      const values = valuesOfStarter(model, page, content);
      const left = values.filter((_, i) => (n >> (i % 20)) % 2 === 1);
      const told = new Map(left.map((value) => [nameOfValue(value), `Write ${value.field?.label ?? ''}`]));
      const starter = leaveToEditor(content, told);
      for (const { block, field } of values) {
        const was =
          block === undefined
            ? content
            : everyBlock(content.slots).find((each) => each.block.id === block)!.block;
        const is =
          block === undefined
            ? starter
            : everyBlock(starter.slots).find((each) => each.block.id === block)!.block;
        const key = field?.key ?? '';
        const said = (of: JsonObject | StarterContent) =>
          [of.values, ...Object.values((of.translations ?? {}) as JsonObject)].map(
            (each) => (each as JsonObject)[key],
          );
        if (
          told.has(nameOfValue({ ...(block === undefined ? {} : { block }), ...(field ? { field } : {}) }))
        ) {
          expect(said(is).every((value) => value === undefined)).toBe(true);
          expect((is.hints as JsonObject)[key]).toBe(`Write ${field?.label ?? ''}`);
        } else expect(said(is)).toEqual(said(was));
      }
      // What it was told before comes back as what is left now.
      const again = valuesOfStarter(model, page, starter).filter(({ hint }) => hint !== undefined);
      expect(new Set(again.map(nameOfValue))).toEqual(new Set(told.keys()));
      expect(
        leaveToEditor(starter, new Map(again.map((value) => [nameOfValue(value), value.hint ?? '']))),
      ).toEqual(starter);
    }),
  );
});

test('The listing that fills a page is carried along or left, as one more of its values', () => {
  const content: StarterContent = {
    ...{ values: {}, translations: {}, hints: {}, slots: {} },
    listing: '0190a000-0000-7000-8000-000000000009',
  };
  const [listing] = valuesOfStarter(model, page, content).filter(({ field }) => field === undefined);
  expect(listing).toMatchObject({ sort: 'shown', isSaid: true });
  expect(leaveToEditor(content, new Map())).toEqual(content);
  const left = leaveToEditor(content, new Map([[nameOfValue(listing!), '']]));
  expect(left.listing).toBeUndefined();
});

test('A hint is kept with its block as forms and files speak of it, told until something is written there, and bounded', () => {
  const read = (hints: unknown) =>
    parseSlots(model, own, { main: [{ ...text('b', 'Dusk'), hints } as JsonObject] }, {}, '/slots');
  const { slots, faults } = read({ heading: ' Name the hour ' });
  expect(faults).toEqual([]);
  const [block] = serializeSlots(model, own, slots).main as JsonObject[];
  expect(block?.hints).toEqual({ heading: 'Name the hour' });
  expect(hintsFor(block?.hints, { heading: 'Dusk' }).size).toBe(0);
  expect(hintsFor(block?.hints, { heading: null }).get('heading')).toBe('Name the hour');
  const faultOf = (hints: unknown) => read(hints).faults.map(({ path }) => path);
  expect(faultOf({ heading: 'x'.repeat(201) })).toEqual(['/slots/main/0/hints/heading']);
  expect(faultOf({ heading: 7 })).toEqual(['/slots/main/0/hints/heading']);
  expect(faultOf('Name it')).toEqual(['/slots/main/0/hints']);
  expect(faultOf({ heading: '' })).toEqual([]);
});

test('Copies of what stands in slots bear ids of their own, and say the same', () => {
  fc.assert(
    fc.property(contents, ({ slots: given }) => {
      const { slots } = parseSlots(model, own, given, {}, '/slots');
      const copies = withNewIds(slots);
      const ids = (of: typeof slots) => blocksIn(of).map(({ id }) => id);
      expect(ids(copies).some((id) => ids(slots).includes(id))).toBe(false);
      const bare = (of: typeof slots) => JSON.stringify(of).replace(/"id":"[^"]*"/g, '');
      expect(bare(copies)).toBe(bare(slots));
    }),
  );
});

test('A page that begins with a starter still has what its type holds, once, and before the rest', () => {
  const slot = {
    ...own[0]!,
    preset: [
      { id: 'held', type: 'x', held: 'place' as const },
      { id: 'free', type: 'x' },
    ],
  };
  const block = (id: string, preset?: string) => ({
    id,
    type: 'x',
    values: {},
    ...(preset ? { preset } : {}),
  });
  const first = { [slot.id]: [block('1', 'held'), block('2', 'free')] };
  const idsWith = (given: ReturnType<typeof block>[] | undefined) =>
    (beginningWith([slot], given ? { [slot.id]: given } : {}, first)[slot.id] ?? []).map(({ id }) => id);
  expect(idsWith(undefined)).toEqual(['1', '2']);
  expect(idsWith([block('a')])).toEqual(['1', 'a']);
  expect(idsWith([block('a'), block('b', 'held')])).toEqual(['a', 'b']);
  expect(idsWith([])).toEqual(['1']);
});

test('What is named and gone is left out; others named in the same field stay, and words always do', () => {
  const species = model.contentTypeByKey('species')!;
  const fields = species.fields;
  const naming = fields.filter(({ kind }) => kind === 'media' || kind === 'category' || kind === 'entry');
  expect(naming.length).toBeGreaterThan(0);
  const ids = ['0190a000-0000-7000-8000-000000000001', '0190a000-0000-7000-8000-000000000002'] as const;
  for (const field of naming) {
    const several = (field.rules as { several?: boolean }).several === true;
    const one = (id: string) => (field.kind === 'media' ? { media: id } : id);
    const value = (several ? ids.map(one) : one(ids[0])) as Value;
    const kept = withoutGone(
      fields,
      { [field.id]: value, [species.definition.title]: 'Heron' },
      (id) => id !== ids[0],
    );
    expect(kept).toEqual({
      [species.definition.title]: 'Heron',
      ...(several ? { [field.id]: [one(ids[1])] } : {}),
    });
  }
});
