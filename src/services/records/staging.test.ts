import { fill, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { JsonObject } from '../../core/json';
import type { Field, ModelDocument } from '../../core/model/document';
import type { ChoiceRules } from '../../core/model/kinds/choice';
import { modelInForce } from '../../store/model';
import { sql } from '../../store/sql';
import { entries } from '../entries/table';
import { addEntry, binEntry, changeEntry, publishEntry, withdrawEntry } from '../entries/write';
import { applyWorking } from '../model/put-in-force';
import { keepWorking, working } from '../model/working-copy';
import { checkDerived } from './check';

let small: SmallInstallation;
beforeAll(async () => {
  small = await smallInstallation();
  await fill(
    small,
    'species',
    Array.from({ length: 2300 }, (_, i) => ({
      values: { name: `Bird ${String(i).padStart(4, '0')}`, size: i % 300, body: `Seen ${i} times.` },
      shown: i % 4 !== 0,
    })),
  );
});
afterAll(async () => {
  jest.restoreAllMocks();
  await small.close();
});

/** A model that has other fields in place of one; faces show no figures, which only a number can feed. */
const withField = (document: ModelDocument, key: string, change: (field: Field) => Field[]): JsonObject =>
  ({
    ...document,
    contentTypes: document.contentTypes.map((type) => {
      const { figures: _figures, ...mapping } = type.face.mapping;
      return {
        ...type,
        face: { ...type.face, mapping },
        fields: type.fields.flatMap((field) =>
          'key' in field && field.key === key ? change(field) : [field],
        ),
      };
    }),
  }) as unknown as JsonObject;
const as =
  (kind: 'line' | 'number', more: object = {}) =>
  (field: Field): Field[] => [{ ...field, kind, rules: {}, ...more } as Field];

/** Puts a working copy in force; `meanwhile` is done after so many writes of it. Answers how many there were. */
async function putInForce(
  document: JsonObject,
  meanwhile: readonly [after: number, work: () => Promise<unknown>][] = [],
): Promise<number> {
  const { installation, people } = small;
  const { number } = await working(installation);
  const kept = await keepWorking(installation, people.architect, number, document);
  const { content } = installation;
  const write = content.write.bind(content);
  let writes = 0;
  let inside = false;
  const spy = jest.spyOn(content, 'write').mockImplementation(async (work, done) => {
    const result = await write(work, done);
    if (inside) return result;
    writes += 1;
    inside = true;
    for (const [after, other] of meanwhile) if (after === writes) await other();
    inside = false;
    return result;
  });
  try {
    await applyWorking(installation, people.architect, kept.number);
  } finally {
    spy.mockRestore();
  }
  return writes;
}

const found = async (q: string) =>
  (await entries(small.installation, { type: 'species', q, limit: 1 })).items[0];

/** How many writes of staging there are: the ids, the room for it, and a step for each 500 records. */
const STAGED = 7;

const on = async (q: string, work: (id: string, revision: number) => Promise<unknown>) => {
  const row = await found(q);
  await work(row?.id ?? '', row?.revision ?? 0);
};

test('what is staged is taken with all that was written meanwhile, and nothing else', async () => {
  const { installation, people } = small;
  const { editor, architect } = people;
  const other = withField(installation.model.document, 'body', as('line', { indexed: true }));
  const writes = await putInForce(other, [
    [
      3,
      () =>
        on('Bird 0003', (id, revision) =>
          changeEntry(installation, editor, id, revision, { values: { body: 'Early.' } }),
        ),
    ],
    [
      STAGED,
      () =>
        on('Bird 0013', (id, revision) =>
          changeEntry(installation, editor, id, revision, { values: { body: 'Late.' } }),
        ),
    ],
    [STAGED, () => on('Bird 0005', (id, revision) => withdrawEntry(installation, architect, id, revision))],
    [
      STAGED,
      () => addEntry(installation, editor, { type: 'species', values: { name: 'New one', body: 'New.' } }),
    ],
    [
      STAGED,
      () => on('Bird 0008', (id, revision) => publishEntry(installation, architect, id, revision, {})),
    ],
    [STAGED, () => on('Bird 2001', (id, revision) => binEntry(installation, editor, id, revision))],
  ]);
  expect(writes).toBeGreaterThan(STAGED);
  expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0, miscounted: 0 });
  const told = async (value: string) =>
    (
      await entries(installation, {
        type: 'species',
        where: JSON.stringify({ field: 'body', is: 'startsWith', value }),
      })
    ).total;
  expect(await Promise.all(['Early', 'Late', 'New', 'Seen 8 times'].map(told))).toEqual([1, 1, 1, 1]);
  expect(
    await installation.content.all(sql`SELECT name FROM sqlite_temp_master WHERE name LIKE 'staged%'`),
  ).toEqual([]);
});

test('a field that comes back is staged, with the values that entries still have', async () => {
  const { installation, people } = small;
  const { document } = installation.model;
  await putInForce(withField(document, 'size', () => []));
  const back = withField(document, 'size', as('number'));
  const writes = await putInForce(back, [
    [
      STAGED,
      () => on('Bird 0012', (id, revision) => publishEntry(installation, people.architect, id, revision, {})),
    ],
  ]);
  expect(writes).toBeGreaterThan(STAGED);
  expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0 });
  const { total } = await entries(installation, {
    type: 'species',
    where: JSON.stringify({ field: 'size', is: 'moreThan', value: 250 }),
  });
  expect(total).toBeGreaterThan(300);
});

/** The indexes of all index tables, by name. */
const indexes = async (): Promise<string[]> =>
  (
    await small.installation.content.all<{ name: string }>(
      sql`SELECT name FROM sqlite_master WHERE name GLOB 'index_*_by_*' ORDER BY name`,
    )
  ).map(({ name }) => name);

test('choices in another order are taken while the ones of before are read', async () => {
  const { installation, people } = small;
  const { document } = installation.model;
  const order = async () =>
    (await entries(installation, { type: 'species', sort: 'group', limit: 1 })).items[0]?.values.group;
  await fill(
    small,
    'species',
    ['bird', 'plant'].map((group) => ({ values: { name: `A ${group}`, group } })),
  );
  const first = await order();
  const reversed = withField(document, 'group', (field) =>
    field.kind === 'choice'
      ? [{ ...field, rules: { ...field.rules, choices: field.rules.choices.toReversed() } }]
      : [],
  );
  let meanwhile: unknown;
  await putInForce(reversed, [
    [
      STAGED,
      async () => {
        meanwhile = await order();
        await addEntry(installation, people.editor, {
          type: 'species',
          values: { name: 'Another plant', group: 'plant' },
        });
      },
    ],
  ]);
  expect([first, meanwhile, await order()]).toEqual(['bird', 'bird', 'plant']);
  expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0 });
});

test('several choices are found as before, whatever their order becomes', async () => {
  const { installation } = small;
  const withChoices = (change: (rules: ChoiceRules) => ChoiceRules) =>
    withField(installation.model.document, 'group', (field) =>
      field.kind === 'choice' ? [{ ...field, rules: change(field.rules) }] : [],
    );
  await putInForce(withChoices((rules) => ({ ...rules, multiple: true })));
  await fill(small, 'species', [{ values: { name: 'Between', group: ['bird', 'plant'] } }]);
  const told = async () => {
    const asked = { type: 'species', limit: 5, sort: 'group' };
    const where = JSON.stringify({ field: 'group', is: 'allOf', value: ['bird', 'plant'] });
    const [all, both] = [
      await entries(installation, asked),
      await entries(installation, { ...asked, where }),
    ];
    return [all.items.map(({ values }) => values.group), both.total];
  };
  const first = await told();
  const reversed = withChoices((rules) => ({ ...rules, choices: rules.choices.toReversed() }));
  expect(await putInForce(reversed)).toBeGreaterThan(STAGED - 1);
  const turned = await told();
  expect(turned).not.toEqual(first);
  expect(turned[1]).toBe(1);
  expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0 });
  // Whoever starts then finds the ranks where they lie.
  expect((await modelInForce(installation.content))?.reordered).toEqual(installation.model.reordered);
});

test('one that is refused leaves all as it was, and nothing staged', async () => {
  const { installation } = small;
  const before = installation.model.revision;
  const indexed = await indexes();
  const { document } = installation.model;
  const broken = withField(document, 'size', as('line', { showWhen: { field: 'gone', is: 'filled' } }));
  await expect(putInForce(broken)).rejects.toMatchObject({ status: 422 });
  expect(installation.model.revision).toBe(before);
  expect(await indexes()).toEqual(indexed);
  expect(await checkDerived(installation, false)).toMatchObject({ faults: [], strays: 0 });
});
