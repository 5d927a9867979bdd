import { importModel } from '../model/put-in-force';
import { importCategories } from './import';
import { mergeCategory, removeCategory, splitCategory } from './merge';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { contentType } from '../../../tests/small-model';
import { wideDocument } from '../../../tests/wide-model';
import type { CategoryAnswer } from '../../contract/categories';
import { categoryBounds } from '../../core/content/categories';
import { parseValues } from '../../core/content/values';
import type { JsonObject } from '../../core/json';
import { bringInBulk } from '../entries/bulk';
import {
  addCategory,
  categoriesOf,
  categoryCounts,
  changeCategory,
  moveCategory,
  sortCategories,
} from './edit';
import { liveOf, recordByUuid } from '../../store/records';
import { entry, publishEntry } from '../entries/write';
import { visit } from '../visitor/visit';

let small: SmallInstallation;
let scheme: string;
let tags: string;
beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, wideDocument());
  [scheme, tags] = small.installation.model.schemes.map(({ id }) => id) as [string, string];
});
afterEach(() => small.close());

const architect = () => small.people.architect;
const add = (label: string, parent: string | null = null) =>
  addCategory(small.installation, architect(), scheme, { label, parent });
const tree = () =>
  categoriesOf(small.installation, scheme).items.map(({ label, depth }) => `${'  '.repeat(depth)}${label}`);
const fresh = (id: string) =>
  categoriesOf(small.installation, scheme).items.find((item) => item.id === id) as CategoryAnswer;
const counts = async () =>
  Object.fromEntries(
    (await categoryCounts(small.installation, scheme)).items.map(({ id, own, all }) => [
      fresh(id).label,
      [own, all],
    ]),
  );

/** Entries of the species type that name some categories. */
async function species(...given: JsonObject[]): Promise<string[]> {
  const type = contentType(small.installation.model, 'species');
  return bringInBulk(
    small.installation,
    null,
    type,
    given.map((values) => {
      const read = parseValues(type.fields, values, {}, '');
      expect(read.faults).toEqual([]);
      return {
        values: read.values,
        at: small.installation.now(),
        by: null,
        stage: 'draft' as const,
        shown: { starts: small.installation.now() - 1 },
      };
    }),
  );
}

describe('a tree of categories', () => {
  test('is made, named and ordered; keys and slugs stay free', async () => {
    const water = await add('Water');
    const mere = await add('Mere', water.id);
    await add('Coast');
    const twin = await add('Water');
    expect(tree()).toEqual(['Water', '  Mere', 'Coast', 'Water']);
    expect([twin.key, twin.slug, mere.slug]).toEqual(['water2', 'water-2', 'mere']);
    await moveCategory(small.installation, architect(), mere.id, 1, { parent: null, after: null });
    expect(tree()).toEqual(['Mere', 'Water', 'Coast', 'Water']);
    await sortCategories(small.installation, architect(), scheme, null);
    expect(tree()).toEqual(['Coast', 'Mere', 'Water', 'Water']);
  });

  test('has names in other languages and fields of its own', async () => {
    const water = await add('Water');
    const changed = await changeCategory(small.installation, architect(), water.id, water.revision, {
      label: 'Waters',
      labels: { fr: 'Eaux' },
      values: { words: 'Wet all year.' },
    });
    expect(changed).toMatchObject({
      label: 'Waters',
      key: 'water',
      labels: { fr: 'Eaux' },
      values: { words: 'Wet all year.' },
      revision: 2,
    });
    await expect(
      changeCategory(small.installation, architect(), water.id, 1, { label: 'Mine' }),
    ).rejects.toMatchObject({ status: 412 });
    await expect(
      changeCategory(small.installation, architect(), water.id, 2, { values: { wings: 2 } }),
    ).rejects.toMatchObject({ faults: [{ path: '/values/wings' }] });
    await expect(
      changeCategory(small.installation, architect(), water.id, 2, { slug: 'Not A Slug' }),
    ).rejects.toMatchObject({ status: 422 });
  });

  test('never stands below itself, and tags never below one another', async () => {
    const water = await add('Water');
    const mere = await add('Mere', water.id);
    await expect(
      moveCategory(small.installation, architect(), water.id, 1, { parent: mere.id }),
    ).rejects.toMatchObject({ status: 422 });
    const tag = await addCategory(small.installation, architect(), tags, { label: 'Nesting', parent: null });
    await expect(
      addCategory(small.installation, architect(), tags, { label: 'Late', parent: tag.id }),
    ).rejects.toMatchObject({ faults: [{ path: '/parent', code: 'flat' }] });
    await expect(
      addCategory(small.installation, architect(), scheme, { label: 'Lost', parent: tag.id }),
    ).rejects.toMatchObject({ faults: [{ path: '/parent' }] });
    expect(tree()).toEqual(['Water', '  Mere']);
  });
});

describe('what entries name', () => {
  test('is counted in each, with and without what stands below it', async () => {
    const water = await add('Water');
    const mere = await add('Mere', water.id);
    await add('Coast');
    await species(
      { name: 'Heron', branch: water.id },
      { name: 'Duck', branch: mere.id, habitats: [mere.id] },
      { name: 'Owl' },
    );
    expect(await counts()).toEqual({ Water: [1, 3], Mere: [2, 2], Coast: [0, 0] });
  });

  test('goes over when two are merged, each named once, in lists too', async () => {
    const water = await add('Water');
    const mere = await add('Mere', water.id);
    const pond = await add('Pond', water.id);
    const deep = await add('Deep end', pond.id);
    const [id = ''] = await species({
      name: 'Duck',
      habitats: [mere.id, pond.id],
      facts: [{ label: 'Seen', seen: pond.id }],
    });
    await mergeCategory(small.installation, architect(), pond.id, 1, mere.id);
    expect(tree()).toEqual(['Water', '  Mere', '    Deep end']);
    expect((await entry(small.installation, id)).values).toMatchObject({
      habitats: [mere.id],
      facts: [{ label: 'Seen', seen: mere.id }],
    });
    await expect(
      mergeCategory(small.installation, architect(), mere.id, fresh(mere.id).revision, deep.id),
    ).rejects.toMatchObject({ status: 422 });
  });

  test('goes over in what visitors see and will see; what they saw stays as it was', async () => {
    const from = await add('Pond');
    const to = await add('Mere');
    const [id = ''] = await species({ name: 'Duck', branch: from.id });
    const { installation } = small;
    const publish = async (value: { from?: string }) => {
      const { revision } = await entry(installation, id);
      return publishEntry(installation, architect(), id, revision, value);
    };
    await publish({});
    small.at(installation.now() + 60_000);
    await publish({});
    await publish({ from: new Date(installation.now() + 3_600_000).toISOString() });
    await mergeCategory(installation, architect(), from.id, 1, to.id);
    const record = await recordByUuid(installation.content, id, 'entry');
    const versions = await liveOf(installation.content, record?.id ?? 0);
    const named = versions.map(({ body }) => [body.includes(from.id), body.includes(to.id)]);
    expect(named.length).toBeGreaterThan(2);
    expect(named).toEqual(named.map((_, i) => (i < named.length - 2 ? [true, false] : [false, true])));
  });

  test('is divided when one is split', async () => {
    const water = await add('Water');
    const [heron = '', duck = ''] = await species(
      { name: 'Heron', habitats: [water.id] },
      { name: 'Duck', habitats: [water.id] },
    );
    const made = await splitCategory(small.installation, architect(), water.id, 1, 'Salt water', [duck]);
    expect(tree()).toEqual(['Water', 'Salt water']);
    expect((await entry(small.installation, heron)).values.habitats).toEqual([water.id]);
    expect((await entry(small.installation, duck)).values.habitats).toEqual([made.id]);
    expect(await counts()).toEqual({ Water: [1, 1], 'Salt water': [1, 1] });
  });

  test('is given to another or lost when one is taken away; what stood below moves up', async () => {
    const water = await add('Water');
    const mere = await add('Mere', water.id);
    const coast = await add('Coast');
    const [id = '', other = ''] = await species(
      { name: 'Heron', branch: water.id },
      { name: 'Duck', branch: mere.id },
    );
    await removeCategory(small.installation, architect(), water.id, 1, coast.id);
    expect(tree()).toEqual(['Mere', 'Coast']);
    expect((await entry(small.installation, id)).values.branch).toBe(coast.id);
    await removeCategory(small.installation, architect(), mere.id, fresh(mere.id).revision, undefined);
    expect((await entry(small.installation, other)).values.branch).toBeNull();
    await expect(
      removeCategory(small.installation, architect(), coast.id, 9, undefined),
    ).rejects.toMatchObject({ status: 412 });
  });
});

describe('a list that is read in', () => {
  const list = 'Water\n  Mere\n  Reedbed\nCoast';
  test('is tried first, and adds only what is not there yet', async () => {
    await add('Water');
    expect(
      await importCategories(small.installation, architect(), scheme, {
        format: 'indented',
        text: list,
        tryOnly: true,
      }),
    ).toEqual({ made: 3, known: 1, faults: [] });
    expect(tree()).toEqual(['Water']);
    await importCategories(small.installation, architect(), scheme, { format: 'indented', text: list });
    expect(tree()).toEqual(['Water', '  Mere', '  Reedbed', 'Coast']);
    expect(
      await importCategories(small.installation, architect(), scheme, {
        format: 'csv',
        text: 'Water,Mere\nCoast,Dune',
      }),
    ).toMatchObject({ made: 1, known: 3 });
  });
  test('with faults changes nothing, and tells the lines', async () => {
    await expect(
      importCategories(small.installation, architect(), scheme, {
        format: 'csv',
        text: 'Water\nCoast,,Dune',
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/line/2' }] });
    await expect(
      importCategories(small.installation, architect(), tags, {
        format: 'indented',
        text: 'Paths\n  Wet paths',
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/line/2', code: 'too-deep' }] });
    expect(tree()).toEqual([]);
  });
  test('of five thousand is there in one go', async () => {
    const text = Array.from(
      { length: 50 },
      (_, i) => `Branch ${i}\n${Array.from({ length: 99 }, (_, j) => `  Leaf ${i} ${j}`).join('\n')}`,
    ).join('\n');
    expect(
      await importCategories(small.installation, architect(), scheme, { format: 'indented', text }),
    ).toMatchObject({ made: 5000 });
    expect(categoriesOf(small.installation, scheme).items).toHaveLength(5000);
    expect((await categoryCounts(small.installation, scheme)).items).toHaveLength(5000);
    expect((await visit(small.installation, '/')).found).toBe('nothing');
  });
});

test('categories nest so deep and no deeper, however one comes to stand there', async () => {
  const tooDeep = { faults: [{ path: '/parent', code: 'too-deep' }] };
  let deepest = await add('1');
  for (let depth = 2; depth <= categoryBounds.depth; depth += 1) deepest = await add(`${depth}`, deepest.id);
  await expect(add('one more', deepest.id)).rejects.toMatchObject(tooDeep);
  const branch = await add('Branch');
  await add('Twig', branch.id);
  const to = { parent: deepest.parent, after: null };
  await expect(
    moveCategory(small.installation, architect(), branch.id, branch.revision, to),
  ).rejects.toMatchObject(tooDeep);
  expect(tree()).toContain('Branch');
  // One level higher it just fits.
  const above = small.installation.categories.get(deepest.parent ?? '');
  const higher = { parent: above?.parent ?? null, after: null };
  const moved = await moveCategory(small.installation, architect(), branch.id, branch.revision, higher);
  expect(tree()).toContain(`${'  '.repeat(categoryBounds.depth - 1)}Twig`);
  // Below one with nothing in it yet, the first place is the only one.
  const bare = await add('Bare');
  await moveCategory(small.installation, architect(), branch.id, moved.revision, {
    parent: bare.id,
    after: null,
  });
  expect(tree().slice(-3)).toEqual(['Bare', '  Branch', '    Twig']);
});
