import { DrawnPages } from '../../tests/drawn-pages';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { importModel } from '../services/model';
import { addPage, binPage, changePage, movePage, page, publishPage, withdrawPage } from '../services/pages';
import { visit } from '../services/visitor';

const fields = {
  title: { label: 'Title', required: true, localised: true },
  words: { kind: 'paragraphs', label: 'Words' },
};
const face = { heading: ['title'], summary: ['words'] };
const model = documentFrom({
  ...smallModel,
  blockTypes: {
    teaser: {
      label: 'Teaser',
      plural: 'Teasers',
      behaves: 'teaser',
      fields: { page: { kind: 'link', label: 'Page', rules: { allow: ['page'] } } },
      face: { button: ['page'] },
    },
  },
  pageTypes: {
    home: {
      label: 'Home',
      plural: 'Homes',
      fields,
      face,
      inNavigation: 'no',
      slots: { main: { label: 'Main', allows: ['teaser'] } },
    },
    plain: {
      label: 'Plain',
      plural: 'Plains',
      fields,
      face,
      inNavigation: 'no',
      slots: { main: { label: 'Main', allows: ['teaser'] } },
    },
  },
  placements: { top: ['home'], home: ['plain'], plain: ['plain'] },
});

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, model);
});
afterEach(() => small.close());

const publish = (id: string, revision: number) =>
  publishPage(small.installation, small.people.architect, id, revision, {});
const make = async (parent: string | null, type: string, values: JsonObject) => {
  const made = await addPage(small.installation, small.people.architect, { type, parent, values });
  return publish(made.id, made.revision);
};
const change = async (id: string, patch: JsonObject) => {
  const { revision } = await page(small.installation, id);
  const changed = await changePage(small.installation, small.people.architect, id, revision, patch);
  return publish(id, changed.revision);
};

test('What leads into a branch leads to where it is moved, and nowhere once it lies in the bin, at once', async () => {
  const { installation, people } = small;
  const home = await make(null, 'home', { title: 'Home' });
  const [here, there] = [
    await make(home.id, 'plain', { title: 'Here' }),
    await make(home.id, 'plain', { title: 'There' }),
  ];
  const deep = await make((await make(here.id, 'plain', { title: 'Below' })).id, 'plain', { title: 'Deep' });
  const leads = { type: 'teaser', values: { page: { to: 'page', page: deep.id } } };
  const aside = await make(home.id, 'plain', { title: 'Aside' });
  await change(aside.id, { slots: { main: [leads] } });
  const drawn = new DrawnPages(installation, () => ['/aside', '/there']);
  const moved = await drawn.after(() =>
    movePage(installation, people.architect, here.id, here.revision, { parent: there.id }),
  );
  expect(await drawn.html('/aside')).toContain('/there/here/below/deep');
  expect(moved.differing).toContain('/aside');
  expect(moved.renewed).toEqual(expect.arrayContaining(moved.differing));
  const { revision } = await page(installation, here.id);
  const binned = await drawn.after(() =>
    binPage(installation, people.architect, here.id, revision, { branch: 'yes' }),
  );
  expect(binned.differing).toContain('/aside');
  expect(binned.renewed).toEqual(expect.arrayContaining(binned.differing));
});

test('A teaser of a page shows the page in small as it is now, with what the editor left in', async () => {
  const { architect } = small.people;
  const { installation } = small;
  const home = await make(null, 'home', { title: 'Home' });
  const words = 'From first light until dusk, every day of the year but the shortest two.';
  const hours = await make(home.id, 'plain', { title: 'Hours', words });
  const block = { type: 'teaser', values: { page: { to: 'page', page: hours.id } } };
  const teased = async (teaser?: JsonObject) => {
    await change(home.id, { slots: { main: [{ ...block, ...(teaser ? { teaser } : {}) }] } });
    const found = await visit(installation, '/');
    const [drawn] = found.found === 'page' ? Object.values(found.page.slots).flat() : [];
    return drawn?.face;
  };
  const heading = [expect.objectContaining({ words: 'Hours', href: '/hours' })];
  expect(await teased()).toEqual({
    further: [expect.objectContaining({ face: { heading, summary: [expect.objectContaining({ words })] } })],
  });
  const short = [expect.objectContaining({ words: 'From first light until dusk…' })];
  expect((await teased({ shorten: 30 }))?.further?.[0]?.face).toEqual({ heading, summary: short });
  expect((await teased({ without: ['summary'] }))?.further?.[0]?.face).toEqual({ heading });
  // What the page says next stands here as soon as visitors see it there.
  const drawn = new DrawnPages(installation, () => ['/', '/hours']);
  const renamed = await drawn.after(() => change(hours.id, { values: { title: 'When we are open' } }));
  expect([renamed.differing, renamed.renewed]).toEqual([
    ['/', '/hours'],
    ['/', '/hours'],
  ]);
  const { revision } = await page(installation, hours.id);
  const gone = await drawn.after(() => withdrawPage(installation, architect, hours.id, revision));
  expect(gone.differing).toEqual(['/', '/hours']);
  expect(await drawn.html('/')).not.toContain('When we are open');
});
