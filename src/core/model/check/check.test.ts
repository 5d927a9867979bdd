import fc from 'fast-check';
import { documentFrom, smallModel } from '../../../../tests/small-model';
import { wideDocument } from '../../../../tests/wide-model';
import { newId } from '../../ids';
import { applyMend } from '../change/mend';
import type { BlockType, ContentType, Field, FieldEntry, ModelDocument, PageType } from '../document';
import { newContentType, startModel } from '../fresh/start';
import { plainFields } from '../kinds';
import { checkModel, fillable, reachable, type ModelFault } from './index';

const model = wideDocument();
const none = new Set<string>();
const told = (document: ModelDocument, used?: ReadonlySet<string>, shown: ReadonlySet<string> = none) =>
  checkModel(document, used && { used, shown }, '2026-11-25').map(
    ({ weight, code, path }) => `${weight} ${code} ${path}`,
  );

const withContent = (key: string, change: (type: ContentType) => ContentType): ModelDocument => ({
  ...model,
  contentTypes: model.contentTypes.map((type) => (type.key === key ? change(type) : type)),
});
const withPage = (key: string, change: (type: PageType) => PageType): ModelDocument => ({
  ...model,
  pageTypes: model.pageTypes.map((type) => (type.key === key ? change(type) : type)),
});
const withBlock = (key: string, change: (type: BlockType) => BlockType): ModelDocument => ({
  ...model,
  blockTypes: model.blockTypes.map((type) => (type.key === key ? change(type) : type)),
});

const species = model.contentTypes.find(({ key }) => key === 'species') as ContentType;
const fieldOf = (key: string): Field =>
  plainFields(species.fields).find((field) => field.key === key) as Field;
const place = (key: string) => species.fields.findIndex((entry) => 'key' in entry && entry.key === key);
/** The species with one field changed. */
const withField = (key: string, part: object): ModelDocument =>
  withContent('species', (type) => ({
    ...type,
    fields: type.fields.map((entry): FieldEntry =>
      'key' in entry && entry.key === key ? ({ ...entry, ...part } as Field) : entry,
    ),
  }));
const at = (key: string, rest: string) => `/contentTypes/0/fields/${place(key)}${rest}`;

test('a model with everything in it holds', () => {
  expect(told(model).filter((line) => line.startsWith('error'))).toEqual([]);
});

describe('faults of fields', () => {
  test.each<[string, ModelDocument, string]>([
    [
      'a scheme that is gone',
      withField('habitats', { rules: { scheme: newId(), multiple: true } }),
      `error gone ${at('habitats', '/rules/scheme')}`,
    ],
    [
      'a narrowing field that is gone',
      withField('habitats', { rules: { scheme: model.schemes[0]?.id, within: newId() } }),
      `error gone ${at('habitats', '/rules/within')}`,
    ],
    [
      'a content type that is gone',
      withField('topics', { kind: 'entry', rules: { types: [newId()] } }),
      `error gone ${at('topics', '/rules/types/0')}`,
    ],
    [
      'what a computed one is worked out from',
      withField('minutes', { rules: { how: 'wordCount', from: [newId()] } }),
      `error gone ${at('minutes', '/rules/from/0')}`,
    ],
    [
      'a computed one worked out from itself',
      withField('minutes', { rules: { how: 'wordCount', from: [fieldOf('minutes').id] } }),
      `error circle ${at('minutes', '/rules/from/0')}`,
    ],
    [
      'a text style that the house no longer has',
      withField('secret', {
        kind: 'formatted',
        showWhen: undefined,
        rules: { allow: ['styles'], styles: ['roar'] },
      }),
      `error gone ${at('secret', '/rules/styles/0')}`,
    ],
    [
      'a default that breaks its own rules',
      withField('name', { default: 'x'.repeat(99) }),
      `error default ${at('name', '/default')}`,
    ],
    [
      'a beginning with now where no day is',
      withField('name', { default: { new: 'now' } }),
      `error default ${at('name', '/default')}`,
    ],
    [
      'a condition on a field that is gone',
      withField('secret', { showWhen: { field: newId(), is: 'filled' } }),
      `error never ${at('secret', '/showWhen')}`,
    ],
    [
      'a condition that hangs on itself',
      withField('secret', { showWhen: { field: fieldOf('secret').id, is: 'filled' } }),
      `error circle ${at('secret', '/showWhen')}`,
    ],
    [
      'a required field that a condition may hide',
      model,
      `warning hidden-required ${at('secret', '/showWhen')}`,
    ],
    [
      'different in every one, of a kind that cannot be',
      withField('habitats', { unique: true }),
      `error unique ${at('habitats', '/unique')}`,
    ],
    [
      'limits that contradict',
      withField('facts', { rules: { ...fieldOf('facts').rules, min: 9 } }),
      `error contradiction ${at('facts', '/rules/min')}`,
    ],
  ])('%s', (_, document, wanted) => expect(told(document)).toContain(wanted));

  test('a condition that can never hold, because what it asks for is out of the other field’s bounds', () => {
    const rarity = fieldOf('rarity');
    const document = withField('secret', { showWhen: { field: rarity.id, is: 'equals', value: newId() } });
    expect(
      told(document).some(
        (line) => line.includes(at('secret', '/showWhen')) && /never|gone|choice/.test(line),
      ),
    ).toBe(true);
  });
});

describe('faults of sets, slots and layouts', () => {
  const [readers, story] = model.fieldSets.map(({ id }) => id) as [string, string];
  test('a circle of field sets is told with its names', () => {
    const document: ModelDocument = {
      ...model,
      fieldSets: model.fieldSets.map((set) =>
        set.id === readers ? { ...set, fields: [...set.fields, { id: newId(), include: story }] } : set,
      ),
    };
    const [fault] = checkModel(document).filter(({ code }) => code === 'circle');
    expect(fault).toMatchObject({
      weight: 'error',
      message: expect.stringMatching(/Readers.*Story|Story.*Readers/),
    });
  });
  test('a set that is gone can be taken out in one step', () => {
    const gone = newId();
    const document = withContent('walk', (type) => ({
      ...type,
      fields: [...type.fields, { id: newId(), include: gone }],
    }));
    const fault = checkModel(document).find(
      ({ code, message }) => code === 'gone' && message.includes('field set'),
    ) as ModelFault;
    expect(fault.mend?.label).toBe('Take it out');
    expect(checkModel(applyMend(document, fault.mend!)).map(({ message }) => message)).toEqual(
      checkModel(model).map(({ message }) => message),
    );
  });
  test('blocks that each need the next can never be filled', () => {
    const columns = model.blockTypes.find(({ key }) => key === 'columns') as BlockType;
    const document = withBlock('columns', (type) => ({
      ...type,
      slots: type.slots.map((slot) => ({ ...slot, min: 1, allows: [type.id] })),
    }));
    expect(fillable(document).has(columns.id)).toBe(false);
    expect(told(document)).toContain('error never-filled /blockTypes/1/slots/0/min');
    expect(fillable(model).has(columns.id)).toBe(true);
  });
  test.each<[string, ModelDocument, RegExp]>([
    [
      'a slot that begins with what may not stand there',
      withPage('plain', (type) => ({
        ...type,
        slots: type.slots.map((slot) => ({
          ...slot,
          preset: [{ id: newId(), type: model.blockTypes[3]!.id }],
        })),
      })),
      /error not-allowed \/pageTypes\/1\/slots\/0\/preset\/0/,
    ],
    [
      'a slot that begins with more than it holds',
      withPage('home', (type) => ({
        ...type,
        slots: type.slots.map((slot) => ({ ...slot, min: 0, max: 0 })),
      })),
      /error too-many \/pageTypes\/0\/slots\/0\/preset/,
    ],
    [
      'a layout wider than its page',
      withPage('home', (type) => ({
        ...type,
        layouts: type.layouts.map((layout) => ({
          ...layout,
          rows: [
            {
              cells: [
                { width: 9, holds: [] },
                { width: 9, holds: [] },
              ],
            },
          ],
        })),
      })),
      /error too-wide \/pageTypes\/0\/layouts\/0\/rows\/0/,
    ],
    [
      'a layout that places what is gone',
      withPage('home', (type) => ({ ...type, slots: [] })),
      /error gone \/pageTypes\/0\/layouts\/0\/rows/,
    ],
    [
      'a variant the house no longer has',
      withBlock('text', (type) => ({ ...type, face: { ...type.face, variants: ['loud'] } })),
      /error gone \/blockTypes\/0\/face\/variants\/0/,
    ],
    [
      'two slots of one key',
      withPage('plain', (type) => ({ ...type, slots: type.slots.map((slot) => ({ ...slot, key: 'main' })) })),
      /error same-key \/pageTypes\/1\/slots/,
    ],
    [
      'a source that is gone',
      withPage('plain', (type) => ({ ...type, source: { kind: 'entry', type: newId() } })),
      /error gone \/pageTypes\/1\/source\/type/,
    ],
    [
      'two homes of one entry',
      {
        ...model,
        pageTypes: model.pageTypes.map((type) => ({
          ...type,
          source: { kind: 'entry', type: model.contentTypes[0]!.id, home: true },
        })),
      },
      /error two-homes \/pageTypes\/1\/source\/home/,
    ],
    [
      'two page types for one entry, neither its home',
      {
        ...model,
        pageTypes: model.pageTypes.map((type) => ({
          ...type,
          source: { kind: 'entry', type: model.contentTypes[0]!.id },
        })),
      },
      /warning no-home \/pageTypes\/0\/source\/home/,
    ],
    [
      'a collection of what is gone',
      withPage('plain', (type) => ({ ...type, source: { kind: 'collection', types: [newId()] } })),
      /error gone \/pageTypes\/1\/source\/types/,
    ],
    [
      'colours that cannot be read',
      {
        ...model,
        houseStyle: { ...model.houseStyle, palette: { ...model.houseStyle.palette, soft: '#eeeeee' } },
      },
      /warning contrast \/houseStyle\/palette\/soft/,
    ],
  ])('%s', (_, document, wanted) => expect(told(document).some((line) => wanted.test(line))).toBe(true));
});

describe('what only content can tell', () => {
  const noPage = (document: ModelDocument, shown: ReadonlySet<string>) =>
    checkModel(document, { used: none, shown }).filter(({ code }) => code === 'no-page');
  const named = (shown: ReadonlySet<string>, document = model) =>
    noPage(document, shown).flatMap(({ about }) => about ?? []);

  test('a content type that no page shows is told, and one step makes the page type for it', () => {
    const start = startModel('en');
    const [boat] = [newContentType('Boat', [])];
    const document = { ...start, contentTypes: [boat] };
    const pages = new Set(start.pageTypes.map(({ id }) => id));
    expect(named(new Set([...pages, boat.id]), document)).toEqual([]);
    const [fault] = noPage(document, pages);
    expect(fault).toMatchObject({ about: boat.id, message: 'No page shows Boats yet.' });
    const mended = applyMend(document, fault!.mend!);
    expect(checkModel(mended)).toEqual([]);
    // From then on it is a page of that type which is still to be made.
    const [next, ...more] = noPage(mended, pages);
    expect(more).toEqual([]);
    expect(next?.next).toEqual({
      label: 'Make the page that shows each Boat',
      make: mended.pageTypes.at(-1)?.id,
    });
    expect(named(new Set([...pages, ...(next?.about === undefined ? [] : [next.about])]), mended)).toEqual(
      [],
    );
  });

  test('of every page type that may stand somewhere a missing page is told, and nothing else', () => {
    const reached = reachable(model);
    const may = model.pageTypes.filter(({ id }) => reached.has(id)).map(({ id }) => id);
    fc.assert(
      fc.property(fc.subarray(may), (made) => {
        const shown = new Set(made);
        const pageTypes = named(shown).filter((id) => may.includes(id));
        expect(new Set(pageTypes)).toEqual(new Set(may.filter((id) => !shown.has(id))));
      }),
    );
  });

  test('unused types and fields that show nowhere are told only where the content is known', () => {
    expect(told(model).some((line) => line.includes('unused') || line.includes('shows-nowhere'))).toBe(false);
    const lines = told(model, new Set());
    expect(lines).toContain('warning unused /contentTypes/1');
    expect(told(model, new Set([model.contentTypes[1]!.id]))).not.toContain('warning unused /contentTypes/1');
    const hidden = checkModel(model, { used: none, shown: none }).find(
      ({ code, field }) => code === 'shows-nowhere' && field === fieldOf('secret').id,
    ) as ModelFault;
    expect(hidden.mend?.label).toBe('Show it in the appearance');
    const shown = applyMend(model, hidden.mend!);
    expect(
      checkModel(shown, { used: none, shown: none }).some(
        ({ code, field }) => code === 'shows-nowhere' && field === fieldOf('secret').id,
      ),
    ).toBe(false);
  });
});

describe('every mend', () => {
  const faulty: [string, ModelDocument][] = [
    ['the optional title', withField('name', { required: false })],
    ['a default that is none', withField('rarity', { default: 'huge' })],
    [
      'a condition on itself',
      withField('secret', { showWhen: { field: fieldOf('secret').id, is: 'filled' } }),
    ],
    ['the same key twice', withField('rarity', { key: 'NAME' })],
    [
      'a page type without a home',
      { ...model, placements: model.placements.filter(({ child }) => child !== model.pageTypes[1]!.id) },
    ],
    [
      'a placement there twice',
      { ...model, placements: [...model.placements, { ...model.placements[1]!, id: newId() }] },
    ],
    [
      'a limit that contradicts',
      {
        ...model,
        placements: model.placements.map((placement, i) =>
          i === 0 ? { ...placement, mostUnderOne: 9 } : placement,
        ),
      },
    ],
  ];
  test.each(faulty)('takes away the fault it is offered for: %s', (_, document) => {
    const known = new Set(checkModel(model).map(({ message }) => message));
    const fault = checkModel(document).find(({ mend, message }) => mend && !known.has(message)) as ModelFault;
    expect(fault).toBeDefined();
    const mended = checkModel(applyMend(document, fault.mend!));
    expect(mended.map(({ code, path }) => `${code} ${path}`)).not.toContain(`${fault.code} ${fault.path}`);
  });
});

test('what is reached from the top follows the placements', () => {
  expect([...reachable(model)]).toEqual(['top', ...model.pageTypes.map(({ id }) => id)]);
  expect([...reachable({ placements: [] })]).toEqual(['top']);
});

test('a page type that may stand nowhere is offered a home that visitors reach, is composed, and is another', () => {
  const plain = documentFrom({
    ...smallModel,
    placements: { top: ['home'], home: ['index'], loose: ['plain'] },
  });
  const shuffled = fc.shuffledSubarray([...plain.pageTypes], { minLength: plain.pageTypes.length });
  fc.assert(
    fc.property(shuffled, (pageTypes) => {
      const faults = checkModel({ ...plain, pageTypes }, undefined, '2026-11-25').filter(
        ({ code }) => code === 'unreachable',
      );
      const key = (id: string | undefined) => pageTypes.find((type) => type.id === id)?.key;
      expect(
        faults
          .map(({ about, mend }) => `${key(about)} under ${key(mend && 'parent' in mend ? mend.parent : '')}`)
          .sort(),
      ).toEqual(['loose under home', 'plain under home']);
    }),
  );
});
