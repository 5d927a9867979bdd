import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { addPage, binPage, changePage, publishPage } from '../pages';
import { draftLinks, draftShown, endDraftLink, makeDraftLink } from './draft-links';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(async () => {
  jest.useRealTimers();
  await small.close();
});

async function site() {
  const make = (title: string, parent: string | null) =>
    addPage(small.installation, small.people.editor, {
      type: parent === null ? 'home' : 'plain',
      parent,
      values: { title },
    });
  const home = await make('Home', null);
  const visit = await make('Visit', home.id);
  const boat = await make('Boat', visit.id);
  const about = await make('About', home.id);
  return { home, visit, boat, about };
}
const link = async (page: string, scope: 'page' | 'branch' | 'site', days = 7) => {
  const { address } = await makeDraftLink(small.installation, small.people.editor, page, { scope, days });
  return address.split('/').at(-1) ?? '';
};
const title = async (word: string, at: string | null) => {
  const shown = await draftShown(small.installation, word, at);
  if (!shown) return undefined;
  return 'elsewhere' in shown ? `to ${shown.elsewhere}` : shown.page.title;
};

test.each([
  ['page', ['Visit', 'to /visit/boat', 'to /about']],
  ['branch', ['Visit', 'Boat', 'to /about']],
  ['site', ['Visit', 'Boat', 'About']],
] as const)('a link to a %s shows so much and no more', async (scope, told) => {
  const { visit } = await site();
  const word = await link(visit.id, scope);
  expect(await title(word, null)).toBe('Visit');
  expect(await Promise.all(['/visit', '/visit/boat', '/about'].map((at) => title(word, at)))).toEqual(told);
});

test('it shows what is worked on, not what visitors see', async () => {
  const { installation, people } = small;
  const { visit } = await site();
  await publishPage(installation, people.editor, visit.id, 1, {});
  await changePage(installation, people.editor, visit.id, 2, { values: { title: 'Find us' } });
  expect(await title(await link(visit.id, 'page'), null)).toBe('Find us');
});

test('it ends by itself, by hand, and with its page', async () => {
  const { installation, people } = small;
  const { visit, about } = await site();
  const [byHand, byTime] = [await link(visit.id, 'page'), await link(about.id, 'page', 1)];
  const [made] = (await draftLinks(installation, visit.id)).items;
  expect(made).toMatchObject({ scope: 'page', by: 'editor' });
  await endDraftLink(installation, made?.id ?? '');
  expect(await title(byHand, null)).toBeUndefined();
  await expect(endDraftLink(installation, made?.id ?? '')).rejects.toMatchObject({ status: 404 });
  const now = Date.now();
  jest.spyOn(Date, 'now').mockReturnValue(now + 25 * 3_600_000);
  expect(await title(byTime, null)).toBeUndefined();
  jest.restoreAllMocks();
  expect(await title(byTime, null)).toBe('About');
  await binPage(installation, people.editor, about.id, 1);
  expect(await title(byTime, null)).toBeUndefined();
  expect(await title('not-a-word', null)).toBeUndefined();
});

test('it leads on in another language of the site', async () => {
  const { visit } = await site();
  const word = await link(visit.id, 'page');
  const shown = await draftShown(small.installation, word, '/fr/visit');
  expect(shown).toMatchObject({ page: { locale: 'fr' } });
});

test('nothing that is asked for leads out of the site', async () => {
  const { visit } = await site();
  const word = await link(visit.id, 'page');
  expect(await title(word, '//elsewhere.example')).not.toMatch(/^to \/\//);
  expect(await title(word, '%')).toBe('to /');
});
