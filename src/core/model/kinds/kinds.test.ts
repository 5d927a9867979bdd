import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { newId } from '../../ids';
import type { Json } from '../../json';
import { formattedFrom } from '../../content/formatted';
import type { Field } from '../document';
import {
  comparisons,
  fieldGroup,
  isEmpty,
  kindNames,
  kinds,
  nestingBound,
  withComputed,
  type ChoiceRules,
  type Kind,
  type KindName,
  type KindRules,
} from './index';

const here = { today: '2026-11-25' };
const groups: ChoiceRules = {
  choices: ['bird', 'insect', 'plant'].map((key) => ({
    id: newId(),
    key,
    label: key.charAt(0).toUpperCase() + key.slice(1),
  })),
};
const several: ChoiceRules = { ...groups, multiple: true, min: 1, max: 2 };
const [bird = '', insect = '', plant = ''] = groups.choices.map(({ id }) => id);
const codes = (faults: readonly { code: string }[]) => faults.map(({ code }) => code);

const parts: Field[] = [
  { id: newId(), key: 'length', label: 'Length', kind: 'number', rules: { decimals: 3, min: 0 } },
  { id: newId(), key: 'name', label: 'Name', kind: 'line', required: true, rules: { maxLength: 20 } },
];
/** Rules that make something of each kind: choices to choose among, fields inside. */
const rulesOf = (name: KindName): KindRules[KindName] =>
  ({
    ...kinds[name].freshRules(),
    ...(
      {
        choice: groups,
        category: { scheme: newId() },
        group: { fields: parts },
        list: { fields: parts },
      } as Partial<Record<KindName, object>>
    )[name],
  }) as never;

describe('every kind', () => {
  test('is known by its own name, and offered in one order', () => {
    expect(kindNames.map((name) => kinds[name].name)).toEqual(kindNames);
    expect([...Object.keys(kinds)].sort()).toEqual([...kindNames].sort());
  });

  test('is compared only in known ways, and can always be asked whether it is filled', () => {
    for (const name of kindNames) {
      const known = kinds[name].comparisons;
      expect(known).toEqual(expect.arrayContaining(['filled', 'empty']));
      expect(known.filter((is) => !comparisons.includes(is))).toEqual([]);
    }
  });

  test('begins with rules that contradict nothing, but for what has to be chosen first', () => {
    const open = kindNames.flatMap((name) =>
      codes((kinds[name] as Kind<KindName>).checkRules(kinds[name].freshRules() as never)).map((code) => [
        name,
        code,
      ]),
    );
    expect(open).toEqual([
      ['choice', 'empty'],
      ['category', 'empty'],
      ['group', 'empty'],
      ['list', 'empty'],
      ['computed', 'empty'],
    ]);
  });

  test('refuses what is no value of it, in words', () => {
    const wrong: Record<Exclude<KindName, 'computed'>, Json[]> = {
      line: [7, true, {}, ['a'], 'two\nlines'],
      paragraphs: [7, {}, []],
      formatted: ['words', 7, { type: 'paragraph' }, { type: 'doc', content: [{ type: 'script' }] }],
      number: ['7', true, null, {}],
      yesNo: ['yes', 0, 1],
      date: ['tomorrow', '2026-02-30', 20261125],
      moment: ['2026-11-25', '2026-11-25T25:00', '2026-02-30T10:00', 7],
      choice: ['bat', 7, {}],
      category: ['bat', 7, {}],
      entry: ['bat', 7, {}],
      link: [
        'https://quillwater.example',
        { to: 'nowhere' },
        { to: 'url', url: 'javascript:alert(1)' },
        { to: 'page', page: 'x' },
      ],
      media: [7, 'x', { media: 'x' }],
      spot: ['here', { latitude: 91, longitude: 0 }, { latitude: 1 }],
      group: [7, [], { wings: 2 }, { length: 'long' }],
      list: [7, {}, [7], [{ length: 'long' }]],
    };
    for (const [name, values] of Object.entries(wrong)) {
      for (const value of values) {
        const reading = (kinds[name as KindName] as Kind<KindName>).read(
          value,
          rulesOf(name as KindName) as never,
        );
        expect([name, value, reading]).toEqual([
          name,
          value,
          {
            ok: false,
            faults: expect.arrayContaining([
              {
                path: expect.any(String),
                code: expect.any(String),
                message: expect.stringMatching(/^[A-Z"“].*\.$/),
              },
            ]),
          },
        ]);
      }
    }
  });
});

describe('line', () => {
  const { line } = kinds;
  test('keeps one line, its spaces single and its letters composed', () => {
    expect(line.read('  Blue   legged\u0065\u0301 ', {})).toEqual({ ok: true, value: 'Blue leggedé' });
  });
  test('refuses control characters, half characters and more than it can hold', () => {
    expect(line.read('a\u0000b', {})).toMatchObject({ ok: false, faults: [{ code: 'characters' }] });
    expect(line.read('a\ud800', {})).toMatchObject({ ok: false, faults: [{ code: 'characters' }] });
    expect(line.read('x'.repeat(501), {})).toMatchObject({ ok: false, faults: [{ code: 'bound' }] });
  });
  test('tells its length as a reader counts it', () => {
    expect(line.check('🐦🐦🐦', { maxLength: 3 }, here)).toEqual([]);
    expect(line.check('🐦🐦🐦🐦', { maxLength: 3 }, here)).toEqual([
      { path: '', code: 'too-long', message: 'At most 3 characters; this has 4.' },
    ]);
    expect(codes(line.check('a', { minLength: 2 }, here))).toEqual(['too-short']);
  });
  test.each([
    ['email', 'warden@quillwater.example', 'warden at quillwater'],
    ['url', 'https://quillwater.example/x', 'quillwater.example'],
    ['phone', '+44 1555 0100', 'ring me'],
  ] as const)('knows the format %s', (format, right, wrong) => {
    expect(line.check(right, { format }, here)).toEqual([]);
    expect(codes(line.check(wrong, { format }, here))).toEqual(['format']);
  });
  test('keeps to a pattern of its own, told in the words that go with it', () => {
    const rules = { pattern: '[A-Z]{2}-\\d{3}', message: 'Two letters, a dash and three digits.' };
    expect(line.check('QW-104', rules, here)).toEqual([]);
    expect(line.check('x QW-104', rules, here)).toEqual([
      { path: '', code: 'pattern', message: 'Two letters, a dash and three digits.' },
    ]);
    expect(codes(line.checkRules({ pattern: '[' }))).toEqual(['pattern']);
    // A pattern that could keep the server busy for hours is no pattern.
    expect(codes(line.checkRules({ pattern: '(a+)+b' }))).toEqual(['pattern']);
    expect(line.check('aaaa', { pattern: '(a+)+b' }, here)).toEqual([]);
  });
  test('says its rules in words', () => {
    expect(line.rulesInWords({ minLength: 2, maxLength: 80 })).toBe('2 to 80 characters');
    expect(line.rulesInWords({ format: 'email', maxLength: 80 })).toBe(
      'an e-mail address, at most 80 characters',
    );
    expect(line.checkRules({ minLength: 9, maxLength: 3 })).toEqual([
      { path: '/minLength', code: 'contradiction', message: 'The least length is over the most.' },
    ]);
  });
});

describe('paragraphs', () => {
  test('keeps paragraphs apart by one empty line, and drops what no reader sees', () => {
    expect(kinds.paragraphs.read('One.  \r\n\r\n\r\n\r\nTwo.\n', {})).toEqual({
      ok: true,
      value: 'One.\n\nTwo.',
    });
  });
});

describe('number', () => {
  const { number } = kinds;
  test('is told outside its bounds, with its unit', () => {
    const rules = { min: 0, max: 500, unit: 'cm' };
    expect(number.check(720, rules, here)).toEqual([
      { path: '', code: 'too-large', message: 'At most 500\u00a0cm.' },
    ]);
    expect(codes(number.check(-1, rules, here))).toEqual(['too-small']);
    expect(number.check(310, rules, here)).toEqual([]);
  });
  test('keeps to its decimals', () => {
    expect(number.check(1.25, { decimals: 2 }, here)).toEqual([]);
    expect(number.check(1.255, { decimals: 2 }, here)).toEqual([
      { path: '', code: 'decimals', message: 'At most 2 decimals.' },
    ]);
    expect(number.check(1.5, {}, here)).toEqual([
      { path: '', code: 'decimals', message: 'A whole number, without a fraction.' },
    ]);
  });
  test('is refused where it cannot be kept exactly, and has one nought', () => {
    expect(number.read(1e300, {})).toMatchObject({ ok: false, faults: [{ code: 'bound' }] });
    expect(number.read(-0, {})).toEqual({ ok: true, value: 0 });
  });
  test('is spoken by locale, and its rules in words', () => {
    expect(number.inWords(1234.5, { decimals: 1, unit: 'cm' }, { locale: 'fr' })).toBe(
      '1\u202f234,5\u00a0cm',
    );
    expect(number.rulesInWords({ min: 0, max: 500, unit: 'cm' })).toBe('0 to 500 cm');
    expect(number.rulesInWords({ unit: 'cm', decimals: 1 })).toBe('in cm, 1 decimal');
    expect(codes(number.checkRules({ min: 5, max: 1 }))).toEqual(['contradiction']);
  });
});

describe('yes or no', () => {
  test('speaks in the words of its rules', () => {
    expect(kinds.yesNo.inWords(true, { yes: 'Step-free' }, { locale: 'en' })).toBe('Step-free');
    expect(kinds.yesNo.inWords(false, { yes: 'Step-free' }, { locale: 'en' })).toBe('No');
    expect(codes(kinds.yesNo.checkRules({ yes: 'Open', no: 'Open' }))).toEqual(['contradiction']);
  });
});

describe('date', () => {
  const { date } = kinds;
  test('is bound by fixed days and by days told from now', () => {
    expect(codes(date.check('2026-11-24', { min: { now: '+0 days' } }, here))).toEqual(['too-early']);
    expect(date.check('2026-11-25', { min: { now: '+0 days' }, max: { now: '+1 months' } }, here)).toEqual(
      [],
    );
    expect(date.check('2026-12-26', { max: { now: '+1 months' } }, here)).toEqual([
      { path: '', code: 'too-late', message: 'Not after 1 month from today.' },
    ]);
    expect(codes(date.check('2026-01-01', { min: '2026-02-01' }, here))).toEqual(['too-early']);
  });
  test('is written out for readers', () => {
    expect(date.inWords('2026-11-24', {}, { locale: 'en-GB' })).toBe('24 November 2026');
    expect(date.rulesInWords({ min: { now: '-2 weeks' }, max: '2026-12-01' })).toBe(
      'not before 2 weeks ago, not after 1 December 2026',
    );
  });
});

describe('choice', () => {
  const { choice } = kinds;
  test('is spoken by key and kept by id', () => {
    expect(choice.read('bird', groups)).toEqual({ ok: true, value: bird });
    expect(choice.speak(bird, groups)).toBe('bird');
    expect(choice.read('bat', groups)).toEqual({
      ok: false,
      faults: [{ path: '', code: 'not-a-choice', message: 'This takes one of: bird, insect, plant.' }],
    });
  });
  test('keeps several in the order of the choices, each once', () => {
    expect(choice.read(['plant', 'bird', 'plant'], several)).toEqual({ ok: true, value: [bird, plant] });
    expect(choice.read('bird', several)).toMatchObject({ ok: false, faults: [{ code: 'kind' }] });
    expect(choice.inWords([bird, plant], several, { locale: 'en' })).toBe('Bird, Plant');
  });
  test('tells too few, too many, and a choice that is gone', () => {
    expect(codes(choice.check([bird, insect, plant], several, here))).toEqual(['too-many']);
    expect(
      [bird, insect].map((_, i, all) => codes(choice.check(all.slice(0, i + 1), several, here))),
    ).toEqual([[], []]);
    expect(codes(choice.check([], several, here))).toEqual(['too-few']);
    expect(codes(choice.check(newId(), groups, here))).toEqual(['gone']);
  });
  test('lies in the sheet by rank, or as rows of its own', () => {
    expect(choice.indexCell(insect, groups)).toEqual({ value: null, ids: [insect], rank: 1 });
    expect(choice.indexCell([bird, plant], several)).toEqual({ value: 2, ids: [bird, plant], rank: 0 });
  });
  test('tells rules that contradict', () => {
    expect(codes(choice.checkRules({ ...several, min: 3, max: 2 }))).toEqual(['contradiction']);
    expect(codes(choice.checkRules({ ...several, min: 9, max: 9 }))).toEqual(['contradiction']);
    expect(
      codes(
        choice.checkRules({
          choices: [...groups.choices, { id: newId(), key: 'BIRD', label: 'Bird again' }],
        }),
      ),
    ).toEqual(['same-key']);
    expect(choice.rulesInWords(several)).toBe('1 to 2 of 3');
  });
});

describe('normalise, keep, speak and read again', () => {
  const ajv = new Ajv2020({ strict: true });
  addFormats(ajv);
  const day = fc
    .date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true })
    .map((at) => at.toISOString().slice(0, 10));
  const id = fc.uuid({ version: 4 });
  const words = (most: number) => fc.string({ unit: 'grapheme', maxLength: most });
  const moment = fc
    .tuple(day, fc.nat(23), fc.nat(59))
    .map(([on, hour, minute]) => `${on}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`);
  const inner = fc.record(
    { length: fc.double({ min: 0, max: 1e6, noNaN: true }), name: words(20) },
    { requiredKeys: [] },
  );
  const given: Record<Exclude<KindName, 'computed'>, fc.Arbitrary<Json>> = {
    line: words(60),
    paragraphs: words(200),
    formatted: words(200).map((text) => formattedFrom(text)),
    number: fc.double({ min: -1e9, max: 1e9, noNaN: true }),
    yesNo: fc.boolean(),
    date: day,
    moment,
    choice: fc.constantFrom('bird', 'insect', 'plant'),
    category: id,
    entry: id,
    link: fc.oneof(
      fc.tuple(fc.webUrl(), words(20)).map(([url, localized]) => ({ to: 'url', url, words: localized })),
      id.map((page) => ({ to: 'page', page, newWindow: true })),
      fc.constant({ to: 'email', email: 'warden@quillwater.example' }),
    ),
    media: fc.record({ media: id, alt: words(30) }, { requiredKeys: ['media'] }),
    spot: fc.record({
      latitude: fc.double({ min: -90, max: 90, noNaN: true }),
      longitude: fc.double({ min: -180, max: 180, noNaN: true }),
      words: words(20),
    }),
    group: inner as fc.Arbitrary<Json>,
    list: fc.array(inner, { maxLength: 4 }) as fc.Arbitrary<Json>,
  };

  test.each(Object.keys(given) as (keyof typeof given)[])(
    '%s comes back as it was kept, and fits its schema',
    (name) => {
      const rules = rulesOf(name);
      const kind = kinds[name] as Kind<KindName>;
      const fits = ajv.compile(kind.valueSchema(rules as never));
      let kept = 0;
      fc.assert(
        fc.property(given[name], (input) => {
          const first = kind.read(input, rules as never);
          if (!first.ok || isEmpty(first.value as Json)) return;
          kept += 1;
          const spoken = kind.speak(first.value as never, rules as never);
          expect([spoken, fits(spoken)]).toEqual([spoken, true]);
          // What the database keeps is JSON.
          const stored = JSON.parse(JSON.stringify(first.value)) as Json;
          expect(stored).toEqual(first.value);
          expect(kind.read(spoken, rules as never)).toEqual(first);
          // A value that was read is never told to be of another kind, and can be said.
          expect(typeof kind.inWords(stored as never, rules as never, { locale: 'en-GB' })).toBe('string');
        }),
      );
      expect(kept).toBeGreaterThan(20);
    },
  );

  test('items of a list keep their ids, of which no two have the same', () => {
    const rules = rulesOf('list') as KindRules['list'];
    const [mine, none] = [newId(), 'mine'];
    const read = kinds.list.read([{ _id: mine }, { _id: mine }, { _id: none }, {}], rules);
    const ids = read.ok ? read.value.map(({ id }) => id) : [];
    expect(ids[0]).toBe(mine);
    expect(new Set(ids).size).toBe(4);
    expect(ids).not.toContain(none);
  });

  test('several choices come back whatever order they were given in', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(['bird', 'insect', 'plant']), (keys) => {
        const read = kinds.choice.read(keys, several);
        expect(read.ok && kinds.choice.speak(read.value, several)).toEqual(
          ['bird', 'insect', 'plant'].filter((key) => keys.includes(key)),
        );
      }),
    );
  });
});

describe('groups and lists', () => {
  const nested = (depth: number): Field =>
    depth === 0
      ? (parts[0] as Field)
      : {
          id: newId(),
          key: 'inside',
          label: 'Inside',
          kind: 'group',
          rules: { fields: [nested(depth - 1)] },
        };
  const [length = ''] = parts.map(({ id }) => id);

  test('nest, each value told at its own path', () => {
    const deep = nested(4);
    const given = { inside: { inside: { inside: { inside: { length: -1 } } } } };
    const { values, faults } = fieldGroup.parseFields([deep], given, {});
    expect(faults).toEqual([]);
    expect(fieldGroup.serializeFields([deep], values)).toEqual(given);
    expect(fieldGroup.checkFields([deep], values, here)).toMatchObject([
      { path: '/inside/inside/inside/inside/length', code: 'too-small' },
    ]);
    expect(fieldGroup.parseFields([deep], { inside: { inside: { wings: 2 } } }, {}).faults).toMatchObject([
      { path: '/inside/inside/wings', code: 'unknown-field' },
    ]);
    expect(nestingBound).toBeGreaterThanOrEqual(4);
  });
  test('a patch of a group leaves what it does not name; an empty group is absent', () => {
    const group: Field = { id: newId(), key: 'wing', label: 'Wing', kind: 'group', rules: { fields: parts } };
    const first = fieldGroup.parseFields([group], { wing: { length: 3, name: 'Left' } }, {}).values;
    const next = fieldGroup.parseFields([group], { wing: { length: 4 } }, first).values;
    expect(fieldGroup.serializeFields([group], next)).toEqual({ wing: { length: 4, name: 'Left' } });
    expect(fieldGroup.parseFields([group], { wing: { length: null, name: null } }, next).values).toEqual({});
  });
  test('items of a list keep their ids, whatever their order', () => {
    const rules = { fields: parts, min: 3 };
    const one = kinds.list.read([{ length: 1, name: 'a' }, { length: 2 }], rules);
    if (!one.ok) throw new Error('the list was refused');
    const spoken = kinds.list.speak(one.value, rules) as Json[];
    const back = kinds.list.read([...spoken].reverse(), rules);
    expect(back.ok && back.value.map(({ id }) => id)).toEqual(one.value.map(({ id }) => id).reverse());
    expect(kinds.list.check(one.value, rules, here).map(({ path, code }) => [path, code])).toEqual(
      expect.arrayContaining([
        ['', 'too-few'],
        ['/1/name', 'required'],
      ]),
    );
  });
  test('a field whose condition does not hold asks nothing', () => {
    const name: Field = { ...(parts[1] as Field), showWhen: { field: length, is: 'filled' } };
    expect(fieldGroup.checkFields([parts[0] as Field, name], {}, here)).toEqual([]);
    expect(fieldGroup.checkFields([parts[0] as Field, name], { [length]: 2 }, here)).toMatchObject([
      { path: '/name', code: 'required' },
    ]);
  });
});

describe('kinds that refer', () => {
  const [water, reed, heron, picture] = [newId(), newId(), newId(), newId()];
  const scheme = newId();
  const type = newId();
  const known = {
    entries: new Map([[heron, { type, title: 'Bell heron' }]]),
    categories: new Map([
      [water, { scheme, key: 'water', label: 'Water', trail: [water] }],
      [reed, { scheme, key: 'reed', label: 'Reed', trail: [water, reed] }],
    ]),
    media: new Map([
      [
        picture,
        { sort: 'picture' as const, label: 'A heron', address: '/media/x', alt: '', width: 300, height: 200 },
      ],
    ]),
    pages: new Map(),
  };
  const check = <K extends KindName>(kind: K, value: Json, rules: object) =>
    codes((kinds[kind] as Kind<KindName>).check(value as never, rules as never, { ...here, known }));

  test('tell what is gone, and what may not stand there', () => {
    expect(check('entry', heron, { types: [type] })).toEqual([]);
    expect(check('entry', heron, { types: [newId()] })).toEqual(['type']);
    expect(check('entry', newId(), { types: [] })).toEqual(['gone']);
    expect(check('category', reed, { scheme, under: 'water' })).toEqual([]);
    expect(check('category', water, { scheme: newId() })).toEqual(['scheme']);
    expect(check('category', reed, { scheme, under: 'reedbed' })).toEqual(['branch']);
    expect(check('media', { media: newId() }, { accept: [] })).toEqual(['gone']);
    expect(check('media', { media: picture }, { accept: ['picture'], altNeeded: true })).toEqual(['alt']);
    expect(
      check('media', { media: picture, alt: 'A heron stands.' }, { accept: ['picture'], altNeeded: true }),
    ).toEqual([]);
    expect(check('media', { media: picture, alt: 'x' }, { accept: ['picture'], leastWidth: 400 })).toEqual([
      'too-small',
    ]);
  });
  test('say what they refer to, so that reach and deletion know it', () => {
    expect(kinds.link.refers?.({ to: 'page', page: heron }, { allow: [] })).toEqual([
      { path: '/page', sort: 'page', target: heron },
    ]);
    expect(kinds.media.refers?.([{ media: picture }], { accept: [], multiple: true })).toEqual([
      { path: '/0', sort: 'media', target: picture },
    ]);
    const list: Field = {
      id: newId(),
      key: 'seen',
      label: 'Seen',
      kind: 'list',
      rules: { fields: [{ id: newId(), key: 'who', label: 'Who', kind: 'entry', rules: { types: [] } }] },
    };
    const { values } = fieldGroup.parseFields([list], { seen: [{ who: heron }] }, {});
    expect(fieldGroup.referencesOf([list], values)).toEqual([
      { path: '/seen/0/who', sort: 'entry', target: heron },
    ]);
  });
});

describe('computed', () => {
  const body: Field = { id: newId(), key: 'body', label: 'Body', kind: 'paragraphs', rules: {} };
  const name: Field = { id: newId(), key: 'name', label: 'Name', kind: 'line', rules: {} };
  const many: Field = {
    id: newId(),
    key: 'many',
    label: 'Many',
    kind: 'entry',
    rules: { types: [], multiple: true },
  };
  const of = (how: string, from: Field[]) => {
    const field = {
      id: newId(),
      key: 'c',
      label: 'C',
      kind: 'computed',
      rules: { how, from: from.map(({ id }) => id) },
    } as Field;
    return (values: Record<string, Json>) =>
      withComputed([body, name, many, field], values as never, 'en')[field.id];
  };
  test('is worked out from the others, and never taken from outside', () => {
    expect(of('wordCount', [body])({ [body.id]: 'One two three.' })).toBe(3);
    expect(of('readingMinutes', [body])({ [body.id]: 'word '.repeat(600) })).toBe(3);
    expect(of('countOf', [many])({ [many.id]: [newId(), newId()] })).toBe(2);
    expect(of('firstOf', [name, body])({ [body.id]: 'Only a body.' })).toBe('Only a body.');
    expect(of('joined', [name, body])({ [name.id]: 'Bell', [body.id]: 'heron' })).toContain('Bell');
  });
});
