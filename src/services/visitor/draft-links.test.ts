import fc from 'fast-check';
import { documentFrom, smallModel, withSpeciesPages } from '../../../tests/small-model';
import type { Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import type { VisitorPage } from '../../core/site/visitor-page';
import { addEntry, binEntry, changeEntry, entry, publishEntry, submitEntry, withdrawEntry } from '../entries';
import { addListing, publishListing } from '../listings';
import { importModel } from '../model';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { addPage, binPage, changePage, publishPage } from '../pages';
import { draftLinks, draftShown, endDraftLink, makeDraftLink } from './draft-links';
import { visit } from './visit';

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

test('an entry’s own page is shown as a draft, by its own link and by one to the site', async () => {
  const { installation, people } = small;
  await importModel(
    installation,
    documentFrom({
      ...smallModel,
      pageTypes: {
        ...(smallModel.pageTypes as JsonObject),
        each: {
          label: 'Each notice',
          plural: 'Each notice',
          source: { entry: 'notice' },
          fields: { title: { label: 'Title', required: true } },
          face: { heading: ['title'] },
        },
      },
      placements: { top: ['home'], home: ['plain', 'each'], plain: ['plain'] },
    }),
  );
  const { home, visit } = await site();
  const notice = await addEntry(installation, people.editor, {
    type: 'notice',
    values: { title: 'Path closed' },
  });
  // No page shows notices yet.
  await expect(link(notice.id, 'page')).rejects.toMatchObject({ status: 404 });
  const each = await addPage(installation, people.editor, {
    type: 'each',
    parent: home.id,
    values: { title: 'Notice' },
  });
  for (const { id } of [home, each]) await publishPage(installation, people.editor, id, 1, {});
  await expect(link(notice.id, 'site')).rejects.toMatchObject({ faults: [{ path: '/scope' }] });
  const word = await link(notice.id, 'page');
  expect(await title(word, null)).toBe('Path closed');
  expect(await title(word, '/visit')).toBe('to /visit');
  await submitEntry(installation, people.editor, notice.id, 1);
  await publishEntry(installation, people.reviewer, notice.id, 2, {});
  await changeEntry(installation, people.editor, notice.id, 3, { values: { title: 'Path open' } });
  const [own, ofSite, ofBranch] = [word, await link(home.id, 'site'), await link(visit.id, 'branch')];
  expect(await Promise.all([own, ofSite, ofBranch].map((each) => title(each, '/path-closed')))).toEqual([
    'Path open',
    'Path open',
    'to /path-closed',
  ]);
  await binEntry(installation, people.architect, notice.id, 4);
  expect(await title(own, null)).toBeUndefined();
});

/** A site with a list of the species of still water, each with a page of its own below it. */
async function listed() {
  const { installation, people } = small;
  await importModel(installation, withSpeciesPages());
  const water = await addListing(installation, people.architect, {
    label: 'On the water',
    rule: {
      from: ['species'],
      where: { field: 'habitats', is: 'oneOf', value: ['water'] },
      order: [{ by: 'name', direction: 'up' }],
      limit: 'all',
    },
  });
  await publishListing(installation, people.architect, water.id, 1, {});
  const page = async (type: string, title: string, parent: string | null, more: object = {}) => {
    const made = await addPage(installation, people.editor, { type, parent, values: { title }, ...more });
    await publishPage(installation, people.editor, made.id, 1, {});
    return made.id;
  };
  const home = await page('home', 'Home', null);
  const index = await page('index', 'Water', home, { listing: water.id });
  await page('speciesPage', 'Species', index);
  return { home, index };
}

const species = async (name: string, habitats: string[]): Promise<Id> =>
  (
    await addEntry(small.installation, small.people.architect, {
      type: 'species',
      values: { name, habitats },
    })
  ).id;
const namesOn = ({ listing }: VisitorPage) => listing?.items.map(({ face }) => face.heading?.[0]?.words);
const asDraft = async (word: string) => {
  const shown = await draftShown(small.installation, word, '/water');
  return shown && 'page' in shown ? namesOn(shown.page) : undefined;
};
const asPublished = async () => {
  const found = await visit(small.installation, '/water');
  return found.found === 'page' ? namesOn(found.page) : undefined;
};

test('a link to the whole site shows its lists as they would be if all were published, another as they are', async () => {
  const { installation } = small;
  const { home, index } = await listed();
  const { architect } = small.people;
  const [changed, gone, binned, fresh] = [
    await species('Boat fly', ['water']),
    await species('Diver', ['water']),
    await species('Eel', ['water']),
    await species('Frog', ['water', 'reed']),
  ];
  for (const id of [changed, gone, binned]) await publishEntry(installation, architect, id, 1, {});
  small.at(NOON + 60_000);
  await changeEntry(installation, architect, changed, 2, { values: { name: 'Water fly' } });
  await withdrawEntry(installation, architect, gone, 2);
  await binEntry(installation, architect, binned, 2);
  expect(await asDraft(await link(index, 'page'))).toEqual(['Boat fly']);
  const word = await link(home, 'site');
  expect(await asDraft(word)).toEqual(['Frog', 'Water fly']);
  // What was never published has a page of its own there, and nowhere else.
  expect(await title(word, `/water/${fresh}`)).toBe('Frog');
  expect((await visit(installation, `/water/${fresh}`)).found).toBe('nothing');
});

test('what a link to the whole site shows is what visitors find once all is published', async () => {
  const { installation } = small;
  const { home } = await listed();
  const { architect } = small.people;
  const word = await link(home, 'site');
  const habitats = fc.subarray(['water', 'reed', 'wood']);
  const names = fc.constantFrom('Ash', 'Élan', 'oak', 'Yew');
  const step = fc.record({ name: names, first: habitats, then: habitats, publish: fc.boolean() });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 4 }), async (steps) => {
      const made: Id[] = [];
      for (const { name, first, then, publish } of steps) {
        const id = await species(name, first);
        if (publish) await publishEntry(installation, architect, id, 1, {});
        const { revision } = await entry(installation, id);
        await changeEntry(installation, architect, id, revision, {
          values: { name: `${name} again`, habitats: then },
        });
        made.push(id);
      }
      const drafts = await asDraft(word);
      for (const id of made) {
        const { revision } = await entry(installation, id);
        await publishEntry(installation, architect, id, revision, {});
      }
      expect(drafts).toEqual(await asPublished());
    }),
    { numRuns: 8 },
  );
});
