import { DrawnPages } from '../../../tests/drawn-pages';
import { emptyInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { MOST_IN_TRAY } from '../../core/content/tray';
import { beginWith } from '../model';
import { addPage, changePage, page, publishPage } from './write';

test('what lies in the tray of a page is kept with all it says, is seen by no visitor and breaks no rule', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const home = await addPage(installation, people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  const text = (body: string | null) => ({ type: 'text', values: { heading: 'Set aside', body } });
  const columns = { type: 'columns', slots: { left: [text('In a column.')] } };
  const kept = await changePage(installation, people.architect, home.id, home.revision, {
    // One that lacks what it needs would hold back a page on which it stood.
    tray: [text(null), columns],
  });
  expect(kept.faults).toEqual(home.faults);
  expect(kept.tray).toMatchObject([text(null), columns]);
  await publishPage(installation, people.architect, home.id, kept.revision, {});
  expect(await new DrawnPages(installation, () => ['/']).html('/')).not.toContain('Set aside');
  const later = await page(installation, home.id);
  expect(later.tray).toEqual(kept.tray);
  const change = (tray: object[]) =>
    changePage(installation, people.architect, home.id, later.revision, { tray: tray as never });
  await expect(change(Array.from({ length: MOST_IN_TRAY + 1 }, () => text('x')))).rejects.toMatchObject({
    faults: [{ path: '/tray', code: 'too-many' }],
  });
  await expect(change([{ type: 'no such type' }])).rejects.toMatchObject({
    faults: [{ path: '/tray/0/type' }],
  });
  expect((await change([])).tray).toEqual([]);
  await small.close();
});
