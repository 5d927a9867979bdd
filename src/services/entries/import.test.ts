import fc from 'fast-check';
import { beginWith } from '../model';
import { undoAct } from '../acts/undo';
import { categoriesOf, addCategory } from '../categories/edit';
import { emptyInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { documentFrom } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { recordsOfSort } from '../../store/records';
import { importEntries, tryRows } from './import';
import { makeNames, namesMatched } from './names';
import { settleEntries } from './publish';
import { addEntry, entry } from './write';

const museum = documentFrom({
  locales: { main: 'en-GB', others: [] },
  schemes: { families: { label: 'Families', plural: 'Families', fields: {} } },
  contentTypes: {
    maker: {
      label: 'Maker',
      plural: 'Makers',
      title: 'name',
      fields: { name: { label: 'Name', required: true } },
      face: { heading: ['name'] },
    },
    instrument: {
      label: 'Instrument',
      plural: 'Instruments',
      title: 'name',
      fields: {
        name: { label: 'Name', required: true, indexed: true },
        code: { label: 'Code', unique: true, indexed: true },
        year: { kind: 'number', label: 'Year', indexed: false, rules: { max: 2000 } },
        parts: { kind: 'list', label: 'Parts', rules: { fields: { part: { label: 'Part' } } } },
        maker: { kind: 'entry', label: 'Maker', rules: { types: ['maker'] } },
        family: { kind: 'category', label: 'Family', rules: { scheme: 'families', multiple: true } },
      },
      face: { heading: ['name'] },
    },
  },
});
const [makerType, instrumentType] = museum.contentTypes;
const idOf = (key: string) => {
  const field = instrumentType?.fields.find((each) => 'key' in each && each.key === key);
  return field && 'id' in field ? field.id : '';
};

let small: SmallInstallation;
beforeEach(async () => {
  small = await emptyInstallation();
  await beginWith(small.installation, museum);
});
afterEach(() => small.close());

const type = instrumentType?.id ?? '';
const architect = () => small.people.architect;
const bring = (rows: JsonObject[], more = {}) =>
  importEntries(small.installation, architect(), type, { rows, ...more });
const attempt = (rows: JsonObject[], key?: string) =>
  tryRows(small.installation, architect(), type, { rows, ...(key === undefined ? {} : { key }) });
const kept = async () =>
  (await recordsOfSort(small.installation.content, 'entry'))
    .filter(({ binnedAt }) => binnedAt === null)
    .map(({ uuid, body, stage }) => [uuid, JSON.parse(body) as unknown, stage]);

const row = fc.record(
  {
    name: fc.constantFrom('Reed organ', 'Glass harp', 'Bell tree', null),
    code: fc.constantFrom('A1', 'A2', 'A3', 'A4', 'A5', null),
    year: fc.constantFrom(1812, 2020, null, 'circa'),
    parts: fc.constantFrom([], [{ part: 'Reed' }], [{ part: 'Reed' }, { part: 'Key' }], null),
  },
  { requiredKeys: ['code'] },
) as fc.Arbitrary<JsonObject>;

describe('bringing rows into a type that is there', () => {
  test('what is told beforehand is what happens; said again it is the same; one undo takes all of it back', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(row, { maxLength: 8 }),
        fc.array(row, { minLength: 1, maxLength: 8 }),
        async (first, second) => {
          await bring(first);
          const before = await kept();
          const told = await attempt(second, 'code');
          expect(await kept()).toEqual(before);
          const done = await bring(second, { key: 'code' });
          expect([done.rows, done.toFix, done.faults]).toEqual([told.rows, told.toFix, told.faults]);
          const counted = (comes: string) => told.rows.filter((each) => each === comes).length;
          expect((await kept()).length).toBe(before.length + counted('new'));
          // Rows without a key are new each time; the others are there now, and say what they said.
          const again = await attempt(second, 'code');
          again.rows.forEach((comes, i) => {
            if (second[i]?.code === null || told.rows[i] === 'refused') expect(comes).toBe(told.rows[i]);
            else expect(comes).toBe('same');
          });
          if (done.act) await undoAct(small.installation, architect(), done.act);
          expect(await kept()).toEqual(before);
        },
      ),
      { numRuns: 15 },
    );
  });

  test('several batches are one act, and a later one changes nothing that an earlier one made', async () => {
    const first = await bring([{ name: 'Reed organ', code: 'A1' }], { key: 'code' });
    const second = await bring(
      [
        { name: 'Other', code: 'A1' },
        { name: 'Glass harp', code: 'A2' },
      ],
      {
        key: 'code',
        act: first.act,
      },
    );
    expect(second).toMatchObject({
      act: first.act,
      rows: ['refused', 'new'],
      faults: [{ code: 'twice', row: 0 }],
    });
    await undoAct(small.installation, architect(), first.act ?? '');
    expect(await kept()).toEqual([]);
  });

  test('published are those in which nothing is to be fixed, the others stay drafts', async () => {
    const { ids, toFix } = await bring(
      [
        { name: 'Reed organ', code: 'A1' },
        { name: 'Glass harp', code: 'A2', year: 2020 },
        { name: 'Bell tree', code: 'A1' },
      ],
      { as: 'published' },
    );
    expect(toFix).toBe(2);
    const states = await Promise.all(
      ids.map(async (id) => (await entry(small.installation, id ?? '')).state),
    );
    expect(states).toEqual(['published', 'draft', 'draft']);
    // Both now have what must differ, also the one that visitors see.
    const drafts = await bring([
      { name: 'Gong', code: 'A7' },
      { name: 'Harp', year: 2020 },
    ]);
    const settled = await settleEntries(small.installation, architect(), type, {
      ids: [...ids, ...drafts.ids].flatMap((id) => id ?? []),
      to: 'review',
    });
    expect(settled).toMatchObject({ done: 1, held: 4 });
  });

  test('only an indexed line or number tells entries apart', async () => {
    for (const [key, words] of [
      ['parts', /only a line or a number/],
      ['year', /not indexed/],
      ['colour', /no field/],
    ] as const)
      await expect(attempt([{ name: 'x' }], key)).rejects.toMatchObject({
        status: 422,
        faults: [{ path: '/key', message: expect.stringMatching(words) as string }],
      });
  });
});

describe('what names in a file mean', () => {
  test('entries and categories by name, by what is nearly called so, and made where they are not there', async () => {
    const { installation } = small;
    const maker = await addEntry(installation, architect(), {
      type: makerType?.key ?? '',
      values: { name: 'Aldus Fenn' },
    });
    await addCategory(installation, architect(), museum.schemes[0]?.id ?? '', {
      label: 'Free reeds',
      parent: null,
    });
    const makers = await namesMatched(installation, type, {
      field: idOf('maker'),
      names: ['ALDUS  FENN', 'Aldous Fen', 'Berit Oak'],
    });
    expect(makers.items.map(({ is, near }) => [is?.id, near.map(({ id }) => id)])).toEqual([
      [maker.id, []],
      [undefined, [maker.id]],
      [undefined, []],
    ]);
    const families = await namesMatched(installation, type, {
      field: idOf('family'),
      names: ['free-reeds', 'Bells'],
    });
    expect(families.items.map(({ is }) => is?.label)).toEqual(['Free reeds', undefined]);

    const before = await kept();
    const made = await makeNames(installation, architect(), type, {
      field: idOf('maker'),
      names: ['Berit Oak'],
    });
    const bells = await makeNames(installation, architect(), type, {
      field: idOf('family'),
      names: ['Bells', ' Bells ', 'Gongs'],
      act: made.act ?? '',
    });
    expect(bells.items.map(({ name }) => name)).toEqual(['Bells', 'Gongs']);
    const rows = [
      { name: 'Bell tree', maker: made.items[0]?.id ?? '', family: bells.items.map(({ id }) => id) },
    ];
    const { act, ids } = await bring(rows, { act: made.act });
    expect(act).toBe(made.act);
    expect((await entry(installation, ids[0] ?? '')).values).toMatchObject({
      family: bells.items.map(({ id }) => id),
    });
    const { left } = await undoAct(installation, architect(), act ?? '');
    expect(left).toEqual([]);
    expect(await kept()).toEqual(before);
    expect(categoriesOf(installation, museum.schemes[0]?.id ?? '').items.map(({ label }) => label)).toEqual([
      'Free reeds',
    ]);
  });

  test('an editor makes no categories', async () => {
    await expect(
      makeNames(small.installation, small.people.editor, type, { field: idOf('family'), names: ['Bells'] }),
    ).rejects.toMatchObject({ status: 403 });
  });
});
