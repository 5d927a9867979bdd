import { importModel } from '../services/model';
import { addListing, publishListing, tryListing } from '../services/listings';
import {
  addPage,
  addressFor,
  addSite,
  changePage,
  changeSite,
  movePage,
  page,
  publishPage,
  removeSite,
  siteTree,
  typesUnder,
  withdrawPage,
} from '../services/pages';
import { DrawnPages } from '../../tests/drawn-pages';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { withSpeciesPages } from '../../tests/small-model';
import type { Json, JsonObject } from '../core/json';

let small: SmallInstallation;
let drawn: DrawnPages;
let friends: string;
const ids: Record<string, string> = {};
const person = () => small.people.architect;

async function inForce(label: string, from: string[], where: Json): Promise<string> {
  const made = await addListing(small.installation, person(), {
    label,
    rule: { from, where, heading: label },
  });
  await publishListing(small.installation, person(), made.id, made.revision, {});
  return made.id;
}
async function stand(
  name: string,
  type: string,
  parent: string | null,
  more: JsonObject = {},
): Promise<void> {
  const made = await addPage(small.installation, person(), {
    type,
    parent: parent && (ids[parent] ?? ''),
    values: { title: name },
    ...more,
  });
  ids[name] = (await publishPage(small.installation, person(), made.id, made.revision, {})).id;
}
const revisionOf = async (name: string) => (await page(small.installation, ids[name] ?? '')).revision;
const named = async (address: string) =>
  [...(await drawn.html(address)).matchAll(/<h3 class="heading"[^>]*>(?:<a [^>]*>)?([^<]*)/g)].map(
    ([, words]) => words,
  );

beforeEach(async () => {
  small = await smallInstallation();
  drawn = new DrawnPages(small.installation, async () =>
    (await siteTree(small.installation)).pages.map(({ address }) => address),
  );
  await importModel(small.installation, withSpeciesPages());
  await fill(small, 'species', [{ values: { name: 'Bell heron', group: 'bird' } }]);
  friends = (await addSite(small.installation, person(), { label: 'The friends', begins: 'friends' })).id;
  const here = await inForce('Here', ['page:plain'], { site: 'here' });
  const theirs = await inForce('Theirs', ['page:plain'], { site: [small.installation.site.uuid] });
  const block = (listing: string) => ({ slots: { main: [{ type: 'listing', listing }] } });
  await stand('Home', 'home', null);
  await stand('Visit', 'plain', 'Home', block(here));
  await stand('Index', 'index', 'Home', { listing: await inForce('All', ['species'], { all: [] }) });
  await stand('Each species', 'speciesPage', 'Index');
  await stand('Friends', 'home', null, { site: friends });
  await stand('Join', 'plain', 'Friends', block(here));
  await stand('News', 'plain', 'Friends', block(theirs));
});
afterEach(() => small.close());

test('each site has a tree, a name and addresses of its own', async () => {
  expect((await siteTree(small.installation)).pages.map(({ address }) => address)).toEqual([
    '/',
    '/visit',
    '/index',
    '/index/each-species',
    '/friends',
    '/friends/join',
    '/friends/news',
  ]);
  const join = await drawn.html('/friends/join');
  expect(join).toMatch(/<a class="name" href="\/friends">The friends<\/a>/);
  expect([...join.matchAll(/<nav class="main".*?<\/nav>/g)].join()).toMatch(/href="\/friends\/news"/);
  expect(join).not.toContain('href="/visit"');
  expect(
    await addressFor(small.installation, { title: 'Tea', type: 'plain', parent: ids.Friends ?? '' }),
  ).toMatchObject({ address: '/friends/tea' });
  // One home at the top of each.
  expect(
    (await typesUnder(small.installation, null, friends)).items.find(({ id }) => id === 'home'),
  ).toMatchObject({ allowed: false });
  await changeSite(small.installation, person(), friends, { label: 'Friends of it' });
  expect(await drawn.html('/friends/join')).toContain('>Friends of it</a>');
});

test('a listing asks in which site a page stands, that of the page or a named one; entries stand where their own pages do', async () => {
  expect([await named('/visit'), await named('/friends/join'), await named('/friends/news')]).toEqual([
    ['Visit'],
    ['Join', 'News'],
    ['Visit'],
  ]);
  const species = async (site: string[]) =>
    (await tryListing(small.installation, { rule: { from: ['species'], where: { site } } })).matching;
  expect([
    await species([friends]),
    await species([small.installation.site.uuid]),
    await species([friends, small.installation.site.uuid]),
  ]).toEqual([0, 1, 1]);
  expect(
    (await tryListing(small.installation, { rule: { from: ['media'], where: { not: { site: [friends] } } } }))
      .matching,
  ).toBe(0);
  await expect(
    addListing(small.installation, person(), {
      label: 'Gone',
      rule: { from: ['species'], where: { site: [ids.Home ?? ''] } },
    }),
  ).rejects.toMatchObject({ status: 422, faults: [{ path: '/rule/where', code: 'not-there' }] });
  await expect(
    tryListing(small.installation, { rule: { from: ['species'], where: { all: [{ site: 'everywhere' }] } } }),
  ).rejects.toMatchObject({ faults: [{ path: '/rule/where/all/0/site' }] });
});

test('reach follows pages into the lists of both sites, and a change of one site leaves the other as it is', async () => {
  let at = NOON;
  const after = (edit: () => Promise<unknown>) => {
    at += 5000;
    small.at(at);
    return drawn.after(edit);
  };
  const missed = ({ differing, renewed }: { differing: string[]; renewed: string[] }) =>
    differing.filter((address) => !renewed.includes(address));
  const renamed = await after(async () => {
    const { revision } = await changePage(
      small.installation,
      person(),
      ids.Visit ?? '',
      await revisionOf('Visit'),
      { values: { title: 'Come' } },
    );
    await publishPage(small.installation, person(), ids.Visit ?? '', revision, {});
  });
  expect(missed(renamed)).toEqual([]);
  expect(renamed.differing).toEqual(expect.arrayContaining(['/visit', '/friends/news']));
  const made = await after(() => stand('Tea', 'plain', 'Friends'));
  expect(missed(made)).toEqual([]);
  expect(made.differing).toEqual(['/friends', '/friends/join', '/friends/news']);
  expect(made.renewed).not.toContain('/visit');
  expect(
    missed(
      await after(async () =>
        withdrawPage(small.installation, person(), ids.Visit ?? '', await revisionOf('Visit')),
      ),
    ),
  ).toEqual([]);
});

test('a page stays in its site, addresses never meet, and only an empty site goes', async () => {
  await expect(
    movePage(small.installation, person(), ids.Join ?? '', await revisionOf('Join'), {
      parent: ids.Home ?? '',
    }),
  ).rejects.toMatchObject({ status: 422, faults: [{ path: '/parent', code: 'site' }] });
  const refused = (begins: string, code: string) =>
    expect(addSite(small.installation, person(), { label: 'Another', begins })).rejects.toMatchObject({
      faults: [{ path: '/begins', code }],
    });
  await refused('visit', 'taken');
  await refused('friends', 'taken');
  await refused('bench', 'reserved');
  await expect(
    addPage(small.installation, person(), {
      type: 'plain',
      parent: ids.Home ?? '',
      values: { title: 'Our friends' },
      slug: 'friends',
    }),
  ).rejects.toMatchObject({ faults: [{ path: '/slug', code: 'reserved' }] });
  expect(
    await addressFor(small.installation, { title: 'Friends', type: 'plain', parent: ids.Home ?? '' }),
  ).toMatchObject({ address: '/friends-2' });
  await expect(removeSite(small.installation, person(), friends)).rejects.toMatchObject({
    title: '3 pages stand in it, or in the bin. A site is taken away when it is empty.',
  });
  await expect(removeSite(small.installation, person(), small.installation.site.uuid)).rejects.toMatchObject({
    title: 'The first site stays.',
  });
  const { id } = await addSite(small.installation, person(), { label: 'Passing', begins: 'passing' });
  await removeSite(small.installation, person(), id);
  expect(small.installation.sites.map(({ label }) => label)).toEqual([
    small.installation.site.label,
    'The friends',
  ]);
});
