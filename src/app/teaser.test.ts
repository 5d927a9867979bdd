import { DrawnPages } from '../../tests/drawn-pages';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { importModel } from '../services/model';
import { addPage, changePage, page, publishPage, withdrawPage } from '../services/pages';
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
    plain: { label: 'Plain', plural: 'Plains', fields, face, inNavigation: 'no' },
  },
  placements: { top: ['home'], home: ['plain'] },
});

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, model);
});
afterEach(() => small.close());

test('A teaser of a page shows the page in small as it is now, with what the editor left in', async () => {
  const { architect } = small.people;
  const { installation } = small;
  const publish = (id: string, revision: number) => publishPage(installation, architect, id, revision, {});
  const make = async (parent: string | null, type: string, values: JsonObject) => {
    const made = await addPage(installation, architect, { type, parent, values });
    return publish(made.id, made.revision);
  };
  const change = async (id: string, patch: JsonObject) => {
    const { revision } = await page(installation, id);
    const changed = await changePage(installation, architect, id, revision, patch);
    return publish(id, changed.revision);
  };
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
