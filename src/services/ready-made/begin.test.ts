import { emptyInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { Id } from '../../core/ids';
import { acts, undoAct } from '../acts';
import { entries } from '../entries/table';
import { addEntry, changeEntry } from '../entries/write';
import { working } from '../model';
import { overview } from '../overview';
import { addPage, page } from '../pages';
import { siteTree } from '../pages/tree';
import { checkDerived } from '../records/check';
import { saysHowOthersAre } from '../visitor/resolve-address';
import { visit } from '../visitor/visit';
import { beginInstallation } from './begin';
import { madeUpAnswer, takeMadeUpAway } from './made-up';
import { beginning, putStepsAway } from './next-steps';
import { readyMadeSites } from './offered';

const keys = readyMadeSites().map(({ key }) => key);

/** Does work on an installation that was begun from a ready-made site. */
async function begun(from: string, work: (small: SmallInstallation) => Promise<void>): Promise<void> {
  const small = await emptyInstallation();
  try {
    await beginInstallation(small.installation, small.people.architect, { from });
    await work(small);
  } finally {
    await small.close();
  }
}

const whole = { faults: [], strays: 0, miscounted: 0 };

test.each(keys)('%s is a site to look at at once, and its content goes and comes back as one act', (from) =>
  begun(from, async ({ installation, people: { architect } }) => {
    expect((await working(installation)).faults).toEqual([]);
    expect((await overview(installation, architect)).checks).toBe(0);
    const { items } = await acts(installation, {});
    expect(items.map(({ what }) => what)).toEqual([
      expect.stringMatching(/^made the content of /),
      'put a model in force',
    ]);
    const offered = (await beginning(installation)).sites.find(({ key }) => key === from);
    const before = await siteTree(installation);
    expect(before.pages).toHaveLength(offered?.pages ?? 0);
    for (const { id, address, category, type, title } of before.pages) {
      const isPage =
        category !== null || !saysHowOthersAre(installation, installation.model.pageTypeByKey(type));
      const { found } = await visit(installation, address);
      const { faults } = await page(installation, id);
      expect([title, faults, found]).toEqual([title, [], isPage ? 'page' : 'nothing']);
    }
    let written = 0;
    for (const { definition } of installation.model.contentTypes) {
      const all = await entries(installation, { type: definition.key, limit: 100 });
      expect(all.items.filter(({ state, faults }) => state !== 'published' || faults > 0)).toEqual([]);
      written += all.total;
    }
    expect(written).toBe(offered?.entries);

    const told = await madeUpAnswer(installation);
    expect(told.entries + told.stays.length).toBeGreaterThan(0);
    await takeMadeUpAway(installation, architect);
    expect(await madeUpAnswer(installation)).toMatchObject({ entries: 0, pages: 0, media: 0, categories: 0 });
    expect(await checkDerived(installation, false)).toMatchObject(whole);
    // What stays leads nowhere that is gone.
    for (const { id, title } of (await siteTree(installation)).pages)
      expect([title, (await page(installation, id)).faults]).toEqual([title, []]);

    const [last] = (await acts(installation, {})).items;
    expect(last?.what).toMatch(/^took the made-up content of /);
    expect((await undoAct(installation, architect, last?.id ?? '')).left).toEqual([]);
    expect(await madeUpAnswer(installation)).toEqual(told);
    const addresses = ({ pages }: typeof before) => pages.map(({ address }) => address).sort();
    expect(addresses(await siteTree(installation))).toEqual(addresses(before));
    expect(await checkDerived(installation, false)).toMatchObject(whole);
  }),
);

test('what something of one’s own hangs on stays, and says why', () =>
  begun('collection', async ({ installation, people: { architect, editor } }) => {
    const byTitle = async (type: string, title: string) =>
      (await entries(installation, { type, limit: 100 })).items.find((each) => each.title === title);
    const [maker, wheel] = [await byTitle('maker', 'Corvin Ash'), await byTitle('object', 'The wheel')];
    await addEntry(installation, editor, {
      type: 'object',
      values: { name: 'A kite of ours', number: 'O 1', maker: maker?.id ?? null },
    });
    await changeEntry(installation, editor, wheel?.id ?? '', wheel?.revision ?? 0, {
      values: { made: 'last winter' },
    });
    const tree = await siteTree(installation);
    const idOf = (title: string): Id => tree.pages.find((each) => each.title === title)?.id ?? '';
    await addPage(installation, architect, {
      type: 'plainPage',
      parent: idOf('The kites of Tallowby'),
      values: { title: 'Ours' },
    });
    const { stays } = await madeUpAnswer(installation);
    expect(stays).toEqual(
      expect.arrayContaining([
        { label: 'Corvin Ash', why: '“A kite of ours” refers to it.' },
        { label: 'The wheel', why: 'Somebody has worked on it since.' },
        // What it is in, who made it and its picture stay with it.
        { label: 'Wheels', why: '“The wheel” refers to it.' },
        { label: 'Unknown', why: '“The wheel” refers to it.' },
        { label: 'Cellular kites', why: '“Wheels” stands below it.' },
      ]),
    );
    await takeMadeUpAway(installation, architect);
    expect((await entries(installation, { type: 'object' })).items.map(({ title }) => title).sort()).toEqual([
      'A kite of ours',
      'The wheel',
    ]);
    expect((await byTitle('maker', 'Corvin Ash'))?.faults).toBe(0);
    expect((await byTitle('object', 'The wheel'))?.faults).toBe(0);
    expect(await checkDerived(installation, false)).toMatchObject(whole);
  }));

test('a site is only made where nothing is, by one at a time', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  const begin = (from: string) => beginInstallation(installation, people.architect, { from });
  await expect(begin('castle')).rejects.toMatchObject({ status: 422, faults: [{ path: '/from' }] });
  expect((await beginning(installation)).blank).toBe(true);
  const [one, other] = await Promise.allSettled([begin('noticeboard'), begin('house')]);
  expect([one.status, other.status]).toEqual(['fulfilled', 'rejected']);
  await expect(begin('house')).rejects.toMatchObject({ status: 422 });
  expect(installation.model.contentTypes.map(({ definition }) => definition.key)).toEqual(['notice']);
  await small.close();
});

test('what comes next ticks itself off by what is there, and can be put away', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  const done = async () => {
    const { steps, away } = await beginning(installation);
    return [steps.flatMap(({ key, done: isDone }) => (isDone ? [key] : [])), away];
  };
  expect(await done()).toEqual([['colleague'], false]);
  await beginInstallation(installation, people.architect, { from: 'noticeboard' });
  expect(await done()).toEqual([['types', 'inForce', 'entry', 'listing', 'page', 'colleague'], false]);
  await takeMadeUpAway(installation, people.architect);
  await putStepsAway(installation, { away: true });
  expect(await done()).toEqual([['types', 'inForce', 'listing', 'page', 'colleague'], true]);
  await small.close();
});
