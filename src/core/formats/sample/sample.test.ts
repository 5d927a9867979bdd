import { checkModel } from '../../model/check';
import { emptyModel } from '../../model/document';
import { plainFields } from '../../model/kinds';
import { parseValues, serializeValues } from '../../content/values';
import type { JsonObject } from '../../json';
import { dayIn, momentIn, numberIn, spotIn, unitIn, yesNoIn } from './cell';
import { fieldsFromSchema } from './from-schema';
import { typeFromSample } from './make-type';
import { proposeFields, referenceOf, titleAmong } from './propose-fields';
import { findLists } from './find-lists';
import { isJsonLines, isSchema, parseJsonLines, parseJsonRows } from './parse-json';
import { encodingOf, parseTable } from './parse-table';
import { rowValues } from './row-values';
import { Tally } from './tally';

describe('cells', () => {
  test.each([
    ['12', 12],
    ['-0.5', -0.5],
    ['1,5', 1.5],
    ['1.234,50', 1234.5],
    ['1,234.50', 1234.5],
    ['1 234', 1234],
    ["1'234'567", 1234567],
    ['1,234', 1234],
    ['', undefined],
    ['12 cm', undefined],
    ['1.2.3.4', undefined],
    ['x', undefined],
  ])('the number in %p is %p', (text, number) => expect(numberIn(text)).toBe(number));
  test.each([
    ['12 cm', 'cm'],
    ['4.50 crowns', 'crowns'],
    ['12', undefined],
    ['cm', undefined],
    ['80%', '%'],
  ])('the unit in %p is %p', (text, unit) => expect(unitIn(text).unit).toBe(unit));
  test('days are told in whatever order they are written', () => {
    expect(dayIn('2026-11-25')).toEqual({ day: '2026-11-25', order: 'iso' });
    expect(dayIn('25.11.2026')).toEqual({ day: '2026-11-25', order: 'day first' });
    expect(dayIn('11/25/2026')).toEqual({ day: '2026-11-25', order: 'month first' });
    expect([dayIn('3/4/2026')?.day, dayIn('3/4/2026', true)?.day]).toEqual(['2026-04-03', '2026-03-04']);
    expect([dayIn('31.02.2026'), dayIn('2026'), dayIn('yesterday')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
  test('moments, places and answers too', () => {
    expect(
      ['2026-11-25T10:30:00Z', '25.11.2026, 9:05', '10:30'].map((text) => momentIn(text)?.moment),
    ).toEqual(['2026-11-25T10:30', '2026-11-25T09:05', undefined]);
    expect([spotIn('51.5012, -0.9120'), spotIn('91.55, 0.00'), spotIn('51, 0')]).toEqual([
      { latitude: 51.5012, longitude: -0.912 },
      undefined,
      undefined,
    ]);
    expect(['Yes', 'oui', 'FALSE', 'maybe'].map(yesNoIn)).toEqual([true, true, false, undefined]);
  });
});

/** Twelve boats, as a table somebody keeps. */
const boats = `Name;Length;Kind;Launched;Afloat;Seats;Keeper;Notes
${Array.from({ length: 12 }, (_, i) => `Boat ${i + 1};${i + 3},5 m;${['punt', 'skiff', 'raft'][i % 3]};${i + 13}.05.2019;${i % 2 ? 'yes' : 'no'};${i + 1};${['Odile', 'Bram'][i % 2]}@quillwater.example;${i === 4 ? '"Leaks.\nA little."' : ''}`).join('\n')}
`;

async function tallied(text: string) {
  const columns = new Map<string, Tally>();
  const reading = await parseTable(text, {
    row: (cells) => {
      for (const [name, value] of Object.entries(cells))
        (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(value);
    },
  });
  return { columns, reading, fields: proposeFields(columns, reading.rows) };
}

describe('a table', () => {
  test('tells the kind of each column, with how many rows agree', async () => {
    const { fields, reading } = await tallied(boats);
    expect([reading.rows, reading.problems]).toEqual([12, []]);
    expect(fields.map(({ label, kind, required, agree, of }) => [label, kind, required, agree, of])).toEqual([
      ['Name', 'line', true, 12, 12],
      ['Length', 'number', true, 12, 12],
      ['Kind', 'choice', true, 12, 12],
      ['Launched', 'date', true, 12, 12],
      ['Afloat', 'yesNo', true, 12, 12],
      ['Seats', 'number', true, 12, 12],
      ['Keeper', 'line', true, 12, 12],
      ['Notes', 'paragraphs', false, 1, 1],
    ]);
    expect(fields[1]).toMatchObject({
      unit: 'm',
      decimals: 1,
      evidence: '12 of 12 are numbers, 3.5 to 14.5, in m, with a decimal comma',
    });
    expect(fields[2]).toMatchObject({ choices: ['punt', 'raft', 'skiff'] });
    expect(fields[3]?.evidence).toContain('day first');
    expect(fields[6]).toMatchObject({ format: 'email' });
  });

  test('makes a type that holds, and entries of it', async () => {
    const { fields, columns } = await tallied(boats);
    const title = titleAmong(fields, columns);
    expect(title).toBe('Name');
    const { type, keys } = typeFromSample('Boat', fields, title, [], () => undefined);
    expect(
      checkModel({ ...emptyModel('en'), contentTypes: [type] }).filter(({ weight }) => weight === 'error'),
    ).toEqual([]);
    expect(type.columns).toHaveLength(4);
    const [name] = plainFields(type.fields).filter(({ id }) => id === type.title);
    expect(name).toMatchObject({ key: keys.get('Name'), required: true });
    // What cannot name an entry does not, whatever is asked: the type has a name of its own then.
    const unnamed = typeFromSample('Boat', fields, 'Afloat', [], () => undefined);
    const [own] = plainFields(unnamed.type.fields).filter(({ id }) => id === unnamed.type.title);
    expect([...unnamed.keys.values()]).not.toContain(own?.key);
    const made = plainFields(type.fields);
    const inOrder = fields.map(({ source }) => made.find(({ key }) => key === keys.get(source))!);
    const row = {
      Name: 'Boat 1',
      Length: '3,5 m',
      Kind: 'punt',
      Launched: '13.05.2019',
      Afloat: 'no',
      Seats: '1',
      Keeper: 'odile@quillwater.example',
      Notes: '',
    };
    const given = rowValues(row, fields, inOrder, () => undefined);
    const { values, faults } = parseValues(made, given, {}, '');
    expect(faults).toEqual([]);
    expect(serializeValues(made, values)).toEqual({
      name: 'Boat 1',
      length: 3.5,
      kind: 'punt',
      launched: '2019-05-13',
      afloat: false,
      seats: 1,
      keeper: 'odile@quillwater.example',
      notes: null,
    });
  });

  test('several things in one cell become a choice of several', async () => {
    const text = `Name,Habitats\n${Array.from({ length: 10 }, (_, i) => `Bird ${i},${['reed;water', 'reed', 'dune;water'][i % 3]}`).join('\n')}`;
    const { fields } = await tallied(text);
    expect(fields[1]).toMatchObject({
      kind: 'choice',
      multiple: true,
      separator: ';',
      choices: ['reed', 'water', 'dune'],
    });
  });

  test('what is wrong is told by line, and everything that can be read is read', async () => {
    const { reading } = await tallied('Name,Name,\nA,1,x\nB,2\nC,3,x,y\nD \ufffd,4,x\n"E,5,x');
    expect(reading.headings).toEqual(['Name', 'Name 2', 'Column 3']);
    const told = reading.problems.map(({ line, code }) => [line, code]);
    expect(told).toEqual(
      expect.arrayContaining([
        [1, 'heading'],
        [3, 'ragged'],
        [4, 'ragged'],
        [5, 'encoding'],
        [6, 'quoting'],
      ]),
    );
    expect(reading.rows).toBe(5);
    expect((await tallied('Only,headings')).reading.problems).toMatchObject([{ code: 'empty' }]);
  });

  test('can be stopped, and is told of on the way', async () => {
    let rows = 0;
    const big = `Name\n${'x\n'.repeat(50_000)}`;
    await parseTable(big, {
      row: () => {
        rows += 1;
      },
      progress: (_, seen) => seen < 10,
    });
    expect(rows).toBeLessThanOrEqual(50_000);
  });

  test('its encoding is told by its first bytes', () => {
    expect(encodingOf(new TextEncoder().encode('Grèbe'))).toBe('utf-8');
    expect(encodingOf(new Uint8Array([0x47, 0x72, 0xe8, 0x62, 0x65]))).toBe('windows-1252');
    expect(encodingOf(new Uint8Array([0xff, 0xfe, 0x41, 0]))).toBe('utf-16le');
  });
});

describe('JSON', () => {
  async function* text(value: unknown): AsyncIterable<string> {
    const whole = JSON.stringify(value);
    for (let at = 0; at < whole.length; at += 7) yield whole.slice(at, at + 7);
  }
  const birds = Array.from({ length: 8 }, (_, i) => ({
    name: `Bird ${i}`,
    at: { lat: 51.5 + i / 100, lon: -0.9 },
    size: { cm: i + 1, note: 'about' },
    seen: [{ day: '2026-05-01', who: 'Bram' }],
    tags: ['marsh', i % 2 ? 'rare' : 'common'],
    ringed: i % 2 === 0,
  }));
  const proposed = async (value: unknown) => {
    const rows: JsonObject[] = [];
    const [list] = await findLists(text(value));
    const reading = await parseJsonRows(text(value), { row: (row) => rows.push(row) }, list);
    const columns = new Map<string, Tally>();
    for (const row of rows)
      for (const [name, each] of Object.entries(row))
        (columns.get(name) ?? columns.set(name, new Tally()).get(name))?.add(each);
    return { reading, rows, fields: proposeFields(columns, rows.length) };
  };
  test('a list of objects is read as a stream; what nests becomes groups and lists', async () => {
    const { reading, rows, fields } = await proposed(birds);
    expect([reading.rows, reading.problems]).toEqual([8, []]);
    expect(rows[0]).toEqual(birds[0]);
    expect(fields.map(({ label, kind }) => [label, kind])).toEqual([
      ['Name', 'line'],
      ['At', 'spot'],
      ['Size', 'group'],
      ['Seen', 'list'],
      ['Tags', 'choice'],
      ['Ringed', 'yesNo'],
    ]);
    expect(fields[2]?.inside?.map(({ label, kind }) => [label, kind])).toEqual([
      ['Cm', 'number'],
      ['Note', 'line'],
    ]);
    const { type } = typeFromSample('Bird', fields, 'name', [], () => undefined);
    const made = plainFields(type.fields);
    const { values, faults } = parseValues(
      made,
      rowValues(birds[1] as never, fields, made, () => undefined),
      {},
      '',
    );
    expect(faults).toEqual([]);
    expect(serializeValues(made, values)).toMatchObject({
      name: 'Bird 1',
      at: { latitude: 51.51 },
      size: { cm: 2 },
      seen: [{ day: '2026-05-01', who: 'Bram' }],
      ringed: false,
    });
  });
  test('a list in the one member of an object is found; what is none is told', async () => {
    expect((await proposed({ birds })).reading.rows).toBe(8);
    expect((await proposed([1, { name: 'x' }, 'y'])).reading).toMatchObject({ rows: 1, told: 2 });
    const broken = await parseJsonRows(
      (async function* () {
        yield '[{"a": 1}, {"b": ';
        yield '?]';
      })(),
      { row: () => {} },
      { path: [], sort: 'list', rows: 0, members: [] },
    );
    expect(broken).toMatchObject({ rows: 1, problems: [{ code: 'json' }] });
  });
});

test('a JSON Schema is taken at its word', () => {
  const schema: JsonObject = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    type: 'object',
    required: ['name'],
    $defs: { place: { type: 'object', properties: { lat: { type: 'number' } } } },
    properties: {
      name: { type: 'string', maxLength: 90, title: 'Its name' },
      born: { type: 'string', format: 'date' },
      kind: { enum: ['punt', 'raft'] },
      mail: { type: 'string', format: 'email' },
      place: { $ref: '#/$defs/place' },
      words: { type: 'string', maxLength: 2000 },
      tags: { type: 'array', items: { enum: ['a', 'b'] } },
      parts: { type: ['array', 'null'], items: { type: 'object', properties: { n: { type: 'integer' } } } },
    },
  };
  expect([isSchema(schema), isSchema({ properties: 'mine' }), isSchema([])]).toEqual([true, false, false]);
  const fields = fieldsFromSchema(schema);
  expect(fields.map(({ label, kind, required }) => [label, kind, required])).toEqual([
    ['Its name', 'line', true],
    ['Born', 'date', false],
    ['Kind', 'choice', false],
    ['Mail', 'line', false],
    ['Place', 'group', false],
    ['Words', 'paragraphs', false],
    ['Tags', 'choice', false],
    ['Parts', 'list', false],
  ]);
  expect(fields[7]?.inside).toMatchObject([{ source: 'n', kind: 'number' }]);
});

test('a column that holds what names the rows of another file refers to it', () => {
  const keeper = new Tally();
  for (const name of ['Odile', 'Bram', 'Odile', 'Tamsin']) keeper.add(name);
  const people = {
    name: 'people.csv',
    keys: [new Set(['1', '2']), new Set(['Odile', 'Bram', 'Tamsin', 'Juno'])],
  };
  expect(referenceOf(keeper, [people])).toEqual({ name: 'people.csv', agree: 3 });
  keeper.add('Nobody');
  expect(referenceOf(keeper, [people])).toBeUndefined();
});

describe('the many ways in which files hold rows', () => {
  const rowsOf = async (text: string) => {
    const rows: JsonObject[] = [];
    const { problems } = await parseTable(text, { row: (row) => rows.push(row) });
    return [rows, problems];
  };
  const two = [
    { a: '1', b: 'x' },
    { a: '2', b: 'y' },
  ];
  test.each([
    ['semicolons', 'a;b\n1;x\n2;y'],
    ['tabs', 'a\tb\n1\tx\n2\ty'],
    ['bars', 'a|b\n1|x\n2|y'],
    ['a line that names the separator', 'sep=;\na;b\n1;x\n2;y'],
    ['the same behind a byte order mark', '\ufeffsep=;\r\na;b\r\n1;x\r\n2;y\r\n'],
  ])('a table with %s', async (_, text) => expect(await rowsOf(text)).toEqual([two, []]));
  test('a table in UTF-16', async () => {
    const bytes = new Uint8Array(Buffer.from('\ufeffsep=;\na;b\n1;x\n2;y', 'utf16le'));
    const encoding = encodingOf(bytes);
    expect(encoding).toBe('utf-16le');
    expect(await rowsOf(new TextDecoder(encoding).decode(bytes))).toEqual([two, []]);
  });
  test('JSON lines, of which one is none', async () => {
    const rows: JsonObject[] = [];
    const text = '{"a":1}\n\n{"a":2}\n{"a":\n';
    expect([isJsonLines(text), isJsonLines('[{"a":1},\n{"a":2}]'), isJsonLines('{"a":1}')]).toEqual([
      true,
      false,
      false,
    ]);
    const chunks = (async function* () {
      yield text.slice(0, 5);
      yield text.slice(5);
    })();
    const { problems } = await parseJsonLines(chunks, { row: (row) => rows.push(row) });
    expect([rows, problems.map(({ message }) => message)]).toEqual([
      [{ a: 1 }, { a: 2 }],
      ['Line 4 is no JSON.'],
    ]);
  });
  const read = async (value: unknown) => {
    const rows: JsonObject[] = [];
    const chunks = async function* () {
      yield JSON.stringify(value);
    };
    const [list] = await findLists(chunks());
    const { problems } = await parseJsonRows(chunks(), { row: (row) => rows.push(row) }, list);
    return [rows, problems.map(({ message }) => message)];
  };
  test('one object is one row', async () =>
    expect(await read({ name: 'First hide', tags: ['marsh'], at: { lat: 1 } })).toEqual([
      [{ name: 'First hide', tags: ['marsh'], at: { lat: 1 } }],
      [],
    ]));
  test('what is thousands of levels deep is refused in words', async () => {
    let deep: unknown = 1;
    for (let n = 0; n < 3000; n += 1) deep = { deep };
    const [rows, [said]] = (await read([{ name: 'Shallow' }, deep])) as [JsonObject[], string[]];
    expect([rows, said]).toEqual([[{ name: 'Shallow' }], expect.stringContaining('levels deep')]);
  });
});
