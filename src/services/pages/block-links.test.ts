import { emptyInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import { newId } from '../../core/ids';
import type { Json } from '../../core/json';
import { addEntry, entry } from '../entries';
import { beginWith } from '../model';
import { addPage, changePage, publishPage } from './write';

test('a link may lead to a block on a page, from a field and from a text, and says when it is there no more', async () => {
  const small = await emptyInstallation();
  const { installation, people } = small;
  await beginWith(installation, wideDocument());
  const home = await addPage(installation, people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  const held = home.slots.main;
  const begun = Array.isArray(held) ? held : [];
  const block = newId();
  const other = { id: block, type: 'text', values: { heading: 'Booking', body: 'By letter.' } };
  /** Puts blocks into the page's slot, and shows it to visitors. */
  const put = (revision: number, main: Json[]) =>
    changePage(installation, people.architect, home.id, revision, { slots: { main } });
  const show = async (revision: number) =>
    (await publishPage(installation, people.architect, home.id, revision, {})).revision;
  const revision = await show((await put(home.revision, [...begun, other])).revision);
  const book = { to: 'page', page: home.id, block, words: 'Book' };
  const walk = await addEntry(installation, people.editor, { type: 'walk', values: { title: 'Owls', book } });
  const link = { type: 'link', attrs: { href: `page:${home.id}#b-${block}` } };
  const body = {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'See', marks: [link] }] }],
  };
  const species = await addEntry(installation, people.editor, {
    type: 'species',
    values: { name: 'Owl', body },
  });
  const faults = async () =>
    (await Promise.all([walk, species].map(({ id }) => entry(installation, id)))).map((each) =>
      each.faults.map(({ code, path }) => [code, path]),
    );
  expect(await faults()).toEqual([[], []]);
  const without = await put(revision, begun);
  // Visitors still see it.
  expect(await faults()).toEqual([[], []]);
  await show(without.revision);
  expect(await faults()).toEqual([
    [['gone', '/values/book/block']],
    [['gone', '/values/body/content/0/content/0/marks/0/attrs/href']],
  ]);
  await small.close();
});
