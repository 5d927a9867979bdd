import { emptyInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import type { JsonObject } from '../../core/json';
import { acts, undoAct } from '../acts';
import { beginWith } from '../model';
import { fillOnce } from './fill-once';
import { addPage, page } from './write';

test('blocks are copied to the fitting slots of other pages at once, taken back as one; a page that takes none says why', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const make = (type: string, parent: string | null, title: string) =>
    addPage(installation, people.architect, { type, parent, values: { title } });
  const home = await make('home', null, 'Home');
  const types = installation.model.pageTypes.filter(
    ({ definition }) =>
      installation.model.placement(
        home.type === 'home' ? installation.model.pageTypeByKey('home')!.id : '',
        definition.id,
      ) !== undefined,
  );
  const below = await Promise.all(
    types.map(({ definition }) => make(definition.key, home.id, definition.label)),
  );
  const block: JsonObject = { id: 'x', type: 'text', values: { heading: 'Boots', body: 'Bring them.' } };
  const pages = [home.id, ...below.map(({ id }) => id)];
  const { changed, left } = await fillOnce(installation, people.editor, {
    blocks: [block],
    pages,
    slot: 'main',
  });
  expect(changed + left.length).toBe(pages.length);
  expect(changed).toBeGreaterThan(0);
  const said = async (id: string) => JSON.stringify((await page(installation, id)).slots);
  for (const id of pages)
    expect((await said(id)).includes('Bring them.')).toBe(!left.some((each) => each.id === id));
  const [last] = (await acts(installation, { limit: 1 })).items;
  await undoAct(installation, people.editor, last?.id ?? '');
  for (const id of pages) expect(await said(id)).not.toContain('Bring them.');
  const nothing = (blocks: JsonObject[]) =>
    fillOnce(installation, people.editor, { blocks, pages: [home.id] });
  await expect(nothing([{ type: 'text', values: { body: 7 } }])).rejects.toMatchObject({ status: 422 });
  expect(await nothing([{ type: 'teaser', values: {} }, { type: 'no such type' }])).toMatchObject({
    changed: 0,
  });
  await small.close();
});
