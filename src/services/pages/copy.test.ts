import fc from 'fast-check';
import { emptyInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { newId } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';
import { siteTree } from '.';
import { acts, undoAct } from '../acts';
import { beginWith } from '../model';
import { copyPage } from './copy';
import { addPage, changePage, page } from './write';

let small: SmallInstallation;
let home: string;
const next: Field = {
  id: newId(),
  key: 'next',
  label: 'Next',
  kind: 'link',
  required: false,
  rules: { allow: ['page'] },
};
beforeAll(async () => {
  small = await emptyInstallation();
  const document = wideDocument();
  await beginWith(small.installation, {
    ...document,
    pageTypes: document.pageTypes.map((type) =>
      type.key === 'plain' ? { ...type, fields: [...type.fields, next], mostInSite: 90 } : type,
    ),
  });
  home = (await make(null, 'Home', 'home')).id;
});
afterAll(() => small.close());

const make = (parent: string | null, title: string, type = 'plain') =>
  addPage(small.installation, small.people.editor, { type, parent, values: { title } });
const told = async (id: string) => page(small.installation, id);
const childrenOf = async (parent: string) =>
  (await siteTree(small.installation)).pages.filter((each) => each.parent === parent);
const linkOf = ({ values }: { values: JsonObject }) => (values.next as JsonObject | null)?.page;

test('A branch that is copied is the same branch again, as drafts: links inside it lead to the copies, others where they led', async () => {
  const [shapes = []] = fc.sample(
    fc.array(fc.tuple(fc.nat(20), fc.nat(20)), { minLength: 7, maxLength: 7 }),
    { numRuns: 1, seed: 5 },
  );
  const root = await make(home, 'Round the mere');
  const made = [root];
  for (const [i, [above]] of shapes.entries())
    made.push(await make(made[above % made.length]?.id ?? home, `Step ${i}`));
  const all = [...made.map(({ id }) => id), home];
  for (const [i, [, leads]] of shapes.entries()) {
    const target = all[leads % all.length] ?? home;
    const block = { id: newId(), type: 'text', values: { body: `Bring boots ${i}.` } };
    await changePage(small.installation, small.people.editor, made[i]?.id ?? '', 1, {
      values: { next: { to: 'page', page: target } },
      slots: { main: [block] },
    });
  }
  const copy = await copyPage(small.installation, small.people.editor, root.id, {
    title: 'Round again',
    branch: true,
  });
  expect(copy).toMatchObject({ title: 'Round again', state: 'draft', slug: 'round-again', parent: home });
  const twins = new Map<string, string>();
  const walk = async (was: string, is: string): Promise<void> => {
    twins.set(was, is);
    const [before, after] = [await childrenOf(was), await childrenOf(is)];
    expect(after.map(({ title }) => title)).toEqual(before.map(({ title }) => title));
    for (const [i, each] of before.entries()) await walk(each.id, after[i]?.id ?? '');
  };
  await walk(root.id, copy.id);
  expect(twins.size).toBe(made.length);
  for (const [was, is] of twins) {
    const [before, after] = [await told(was), await told(is)];
    const led = String(linkOf(before) ?? '');
    expect(linkOf(after) ?? '').toBe(twins.get(led) ?? led);
    expect(after.address.startsWith('/round-again')).toBe(true);
    const idsIn = (slots: JsonObject): string[] => JSON.stringify(slots).match(/"id":"[^"]*"/g) ?? [];
    expect(idsIn(after.slots).filter((id) => idsIn(before.slots).includes(id))).toEqual([]);
    expect(idsIn(after.slots)).toHaveLength(idsIn(before.slots).length);
  }
  const [last] = (await acts(small.installation, { limit: 1 })).items;
  expect(last?.what).toBe(`copied ${made.length} pages`);
  await undoAct(small.installation, small.people.editor, last?.id ?? '');
  expect((await childrenOf(home)).map(({ title }) => title)).toEqual(['Round the mere']);
});

test('One page is copied without what stands below it, wherever its type may stand; elsewhere nothing is copied', async () => {
  const [root] = await childrenOf(home);
  const by = small.people.editor;
  const alone = await copyPage(small.installation, by, root?.id ?? '', { parent: root?.id ?? '' });
  expect(alone).toMatchObject({ parent: root?.id, title: 'Round the mere' });
  expect(await childrenOf(alone.id)).toEqual([]);
  const before = (await siteTree(small.installation)).pages.length;
  await expect(copyPage(small.installation, by, home, { parent: root?.id ?? '' })).rejects.toMatchObject({
    status: 422,
  });
  // There may be so many of its type: a branch that would be too many is not copied in part.
  for (let n = before; n < 60; n += 1) await make(root?.id ?? '', `Step ${n}`);
  await expect(copyPage(small.installation, by, root?.id ?? '', { branch: true })).rejects.toMatchObject({
    status: 422,
  });
  expect((await siteTree(small.installation)).pages).toHaveLength(60);
});
