import { importModel } from '../services/model';
import { addListing, publishListing, tryListing } from '../services/listings';
import { changeEntry, entries, publishEntry, shownOn } from '../services/entries';
import {
  addPage,
  binPage,
  changePage,
  movePage,
  page,
  publishPage,
  siteTree,
  withdrawPage,
} from '../services/pages';
import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { fill, NOON, copiesOfPrepared, type SmallInstallation } from '../../tests/small-installation';
import { withSpeciesPages } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { newId } from '../core/ids';
import type { ContentType, ModelDocument, PageType } from '../core/model/document';

let small: SmallInstallation;
let drawn: DrawnPages;
const ids: Record<string, string> = {};
const person = () => small.people.architect;
const everyAddress = async (): Promise<string[]> =>
  (await siteTree(small.installation)).pages.flatMap(({ address }) => [
    address,
    `/fr${address === '/' ? '' : address}`,
  ]);

/** The reserve whose species have names in other languages. */
function spokenIn(document: ModelDocument, ...others: string[]): ModelDocument {
  const named = (type: ContentType): ContentType => ({
    ...type,
    fields: type.fields.map((each) =>
      'key' in each && each.key === 'name' ? { ...each, localised: true } : each,
    ),
  });
  return {
    ...document,
    locales: { ...document.locales, others },
    contentTypes: document.contentTypes.map(named),
  };
}

async function inForce(label: string, from: string[], rule: JsonObject): Promise<string> {
  const made = await addListing(small.installation, person(), { label, rule: { from, ...rule } });
  await publishListing(small.installation, person(), made.id, made.revision, {});
  return made.id;
}

async function stand(
  title: string,
  type: string,
  parent: string | null,
  more: JsonObject = {},
): Promise<string> {
  const made = await addPage(small.installation, person(), { type, parent, values: { title }, ...more });
  const { id } = await publishPage(small.installation, person(), made.id, made.revision, {});
  ids[title] = id;
  return id;
}

const change = async (
  title: string,
  act: (id: string, revision: number) => Promise<unknown>,
): Promise<void> => {
  const id = ids[title] ?? '';
  await act(id, (await page(small.installation, id)).revision);
};
const move = (title: string, parent: string) =>
  change(title, (id, revision) =>
    movePage(small.installation, person(), id, revision, { parent: ids[parent] ?? '' }),
  );
const withdraw = (title: string) =>
  change(title, (id, revision) => withdrawPage(small.installation, person(), id, revision));
const publish = (title: string) =>
  change(title, (id, revision) => publishPage(small.installation, person(), id, revision, {}));
const says = (title: string, patch: JsonObject) =>
  change(title, async (id, revision) => {
    const { revision: next } = await changePage(small.installation, person(), id, revision, patch);
    await publishPage(small.installation, person(), id, next, {});
  });

/** The headings of a listing on a page, by the heading over it. */
function listed(html: string, heading: string): string[] {
  const from = html.indexOf(`>${heading}</h2>`);
  return from < 0
    ? []
    : [
        ...html
          .slice(from, html.indexOf('</section>', from))
          .matchAll(/<h3 class="heading"[^>]*>(?:<a [^>]*>)?([^<]*)/g),
      ].map(([, words = '']) => words);
}

const prepared = copiesOfPrepared(async (made) => {
  small = made;
  await importModel(small.installation, spokenIn(withSpeciesPages(), 'fr'));
  await fill(small, 'species', [
    { values: { name: 'Amber piper', group: 'bird' } },
    { values: { name: 'Bell heron', group: 'bird', summary: 'Rings.' } },
  ]);
  const order = [{ by: 'title', direction: 'up' }];
  const below = await inForce('Below', ['page:plain'], {
    where: { under: 'here', only: 'children' },
    order,
    heading: 'Right below',
  });
  const branch = await inForce('Branch', ['page:plain', 'species'], {
    where: { under: 'here' },
    order,
    heading: 'All below',
  });
  const french = await inForce('French', ['species'], {
    where: { language: 'here' },
    order: [{ by: 'name', direction: 'up' }],
    heading: 'In words of yours',
  });
  const blocks = (...listings: string[]) => ({
    slots: { main: listings.map((listing) => ({ type: 'listing', listing })) },
  });
  await stand('Home', 'home', null);
  await stand('Visit', 'plain', ids.Home ?? '', blocks(below, branch));
  await stand('About', 'plain', ids.Home ?? '', blocks(below, branch, french));
  await stand('Getting here', 'plain', ids.Visit ?? '');
  await stand('Winter', 'plain', ids.Visit ?? '');
  await stand('Ice', 'plain', ids.Winter ?? '');
  await stand('Index', 'index', ids.Home ?? '', {
    listing: await inForce('All', ['species'], { order: [{ by: 'name', direction: 'up' }] }),
  });
  await stand('Each species', 'speciesPage', ids.Index ?? '');
});
beforeEach(async () => {
  small = await prepared();
  drawn = new DrawnPages(small.installation, everyAddress);
});
afterEach(() => small.close());

const lists = async (address: string) => {
  const html = await drawn.html(address);
  return { right: listed(html, 'Right below'), all: listed(html, 'All below') };
};

test('a listing of pages shows what stands below, and a page that is moved goes from one list to the other', async () => {
  expect(await lists('/visit')).toEqual({
    right: ['Getting here', 'Winter'],
    all: ['Getting here', 'Ice', 'Winter'],
  });
  expect(await lists('/about')).toEqual({ right: [], all: [] });
  const { differing, renewed } = await drawn.after(() => move('Winter', 'About'));
  expect(await lists('/visit')).toEqual({ right: ['Getting here'], all: ['Getting here'] });
  expect(await lists('/about')).toEqual({ right: ['Winter'], all: ['Ice', 'Winter'] });
  expect(differing.filter((address) => !renewed.includes(address))).toEqual([]);
  expect(await drawn.html('/about')).toContain('href="/about/winter/ice"');
});

test('entries stand where their own pages do, and those without a page stand below none', async () => {
  const under = async (title: string, only?: 'children') =>
    (
      await tryListing(small.installation, {
        rule: { from: ['species'], where: { under: [ids[title] ?? ''], ...(only ? { only } : {}) } },
      })
    ).matching;
  expect([
    await under('Index', 'children'),
    await under('Index'),
    await under('Home'),
    await under('Home', 'children'),
    await under('Visit'),
  ]).toEqual([2, 2, 2, 0, 0]);
  const notices = await tryListing(small.installation, {
    rule: { from: ['notice'], where: { not: { under: [ids.Home ?? ''] } } },
  });
  expect(notices.matching).toBe(notices.of);
  await withdraw('Each species');
  expect(await under('Home')).toBe(0);
});

test('visitors in another language are shown what is said in theirs', async () => {
  const inWords = async (address: string) => listed(await drawn.html(address), 'In words of yours');
  expect([await inWords('/about'), await inWords('/fr/about')]).toEqual([['Amber piper', 'Bell heron'], []]);
  const [, heron] = (await entries(small.installation, { type: 'species', sort: 'name' })).items;
  const { renewed } = await drawn.after(async () => {
    const { id = '', revision = 0 } = heron ?? {};
    const changed = await changeEntry(small.installation, person(), id, revision, {
      translations: { fr: { summary: 'Elle sonne.' } },
    });
    await publishEntry(small.installation, person(), id, changed.revision, {});
  });
  expect(renewed).toContain('/fr/about');
  expect(await inWords('/fr/about')).toEqual(['Bell heron']);
  // Whose work it is: what visitors see was published by the architect here, the others by an editor.
  const by = async (role: 'architect' | 'editor' | 'reviewer') =>
    (
      await tryListing(small.installation, {
        rule: { from: ['species'], where: { author: [small.people[role].uuid] } },
      })
    ).matching;
  expect([
    (await entries(small.installation, { type: 'species', where: JSON.stringify({ language: ['fr'] }) }))
      .total,
    (await entries(small.installation, { type: 'species', where: JSON.stringify({ state: ['published'] }) }))
      .total,
  ]).toEqual([1, 2]);
  await expect(
    tryListing(small.installation, { rule: { from: ['species'], where: { author: ['nobody'] } } }),
  ).rejects.toMatchObject({ faults: [{ path: '/rule/where/author' }] });
  expect([await by('architect'), await by('editor'), await by('reviewer')]).toEqual([1, 1, 0]);
});

test('in each language things stand in the order of their names there, and lead on in that order', async () => {
  const names = async (address: string) =>
    [...(await drawn.html(address)).matchAll(/<h[23] class="heading"[^>]*>(?:<a [^>]*>)?([^<]*)/g)].map(
      ([, words]) => words,
    );
  const call = async (name: string, fr: string) => {
    const [found] = (await entries(small.installation, { type: 'species', q: name })).items;
    const changed = await changeEntry(small.installation, person(), found?.id ?? '', found?.revision ?? 0, {
      translations: { fr: { name: fr } },
    });
    await publishEntry(small.installation, person(), changed.id, changed.revision, {});
  };
  const { differing, renewed } = await drawn.after(async () => {
    await call('Amber', 'Zostérine');
    await call('Bell', 'Échassier');
  });
  expect(differing.filter((address) => !renewed.includes(address))).toEqual([]);
  expect([await names('/index'), await names('/fr/index')]).toEqual([
    ['Amber piper', 'Bell heron'],
    ['Échassier', 'Zostérine'],
  ]);
  expect(await drawn.html('/fr/index/bell-heron')).toMatch(/rel="next"[^>]*><small>[^<]*<\/small>Zostérine/);
  expect(await drawn.html('/index/bell-heron')).toMatch(/rel="prev"[^>]*><small>[^<]*<\/small>Amber piper/);
  // A language that comes later has an order at once: that of the main one, as long as nothing is said in it.
  await importModel(small.installation, spokenIn(small.installation.model.document, 'fr', 'de'));
  expect([await names('/de/index'), await names('/fr/index')]).toEqual([
    ['Amber piper', 'Bell heron'],
    ['Échassier', 'Zostérine'],
  ]);
});

test('an entry that two page types show has one home, which the other page names', async () => {
  const { document } = small.installation.model;
  const [own, plain] = ['speciesPage', 'plain'].map((key) =>
    document.pageTypes.find((type) => type.key === key),
  );
  if (own?.source.kind !== 'entry' || !plain) throw new Error('the model has no such types');
  const leaflet: PageType = {
    ...own,
    id: newId(),
    key: 'leaflet',
    label: 'Leaflet',
    source: { ...own.source, home: true },
  };
  await importModel(small.installation, {
    ...document,
    pageTypes: [...document.pageTypes, leaflet],
    placements: [...document.placements, { id: newId(), parent: plain.id, child: leaflet.id }],
  });
  const canonical = async (address: string) =>
    /rel="canonical" href="[a-z]+:\/\/[^/]+([^"]*)"/.exec(await drawn.html(address))?.[1];
  expect(await canonical('/index/bell-heron')).toBe('/index/bell-heron');
  await stand('Each in small', 'leaflet', ids.Visit ?? '');
  expect(await canonical('/index/bell-heron')).toBe('/visit/bell-heron');
  expect(await drawn.html('/visit/bell-heron')).toMatch(/<h1[^>]*>Bell heron<\/h1>/);
  expect(await canonical('/visit/bell-heron')).toBe('/visit/bell-heron');
  expect(await drawn.html('/index')).toContain('href="/visit/bell-heron"');
});

test('of each entry it is told where visitors see it, and the table finds those that they see nowhere', async () => {
  await fill(small, 'notice', [
    { values: { title: 'Gate shut' } },
    { values: { title: 'Ice holds', text: 'Black and clear.' } },
    { values: { title: 'Not out yet' }, shown: false },
  ]);
  const told = await inForce('Told', ['notice'], { where: { field: 'text', is: 'filled' }, limit: 1 });
  const notices = (await entries(small.installation, { type: 'notice', sort: 'title' })).items;
  const found = async (shown: 'somewhere' | 'nowhere') =>
    (await entries(small.installation, { type: 'notice', shown, sort: 'title' })).items.map(
      ({ title }) => title,
    );
  // In force, but on no page.
  expect(await found('somewhere')).toEqual([]);
  await says('Visit', { slots: { main: [{ type: 'listing', listing: told }] } });
  expect([await found('somewhere'), await found('nowhere')]).toEqual([
    ['Ice holds'],
    ['Gate shut', 'Not out yet'],
  ]);
  const { items } = await shownOn(small.installation, {
    type: 'notice',
    ids: notices.map(({ id }) => id).join(','),
  });
  expect(notices.map(({ id }) => items[id])).toEqual([
    [],
    [{ sort: 'listing', id: told, label: 'Told', detail: '/visit' }],
    undefined,
  ]);
  // A listing that shows it on several pages is told once, with all of them.
  await says('Winter', { slots: { main: [{ type: 'listing', listing: told }] } });
  const again = await shownOn(small.installation, { type: 'notice', ids: notices[1]?.id ?? '' });
  expect(again.items[notices[1]?.id ?? '']?.map(({ detail }) => detail)).toEqual(['/visit, /visit/winter']);
  const [piper] = (await entries(small.installation, { type: 'species', sort: 'name' })).items;
  const places = (await shownOn(small.installation, { type: 'species', ids: piper?.id ?? '' })).items[
    piper?.id ?? ''
  ];
  expect(places?.map(({ label, detail }) => `${label} ${detail}`).sort()).toEqual([
    '/index/amber-piper its own page',
    'All /index',
    'French /about',
  ]);
  expect((await entries(small.installation, { type: 'species', shown: 'nowhere' })).total).toBe(0);
});

test('reach misses no page that lists pages over generated edits, and renews few for nothing', async () => {
  const titles = ['Visit', 'About', 'Getting here', 'Winter', 'Ice'];
  const edit = fc.record({
    what: fc.constantFrom('move', 'move', 'title', 'withdraw', 'publish', 'new', 'bin'),
    one: fc.constantFrom(...titles),
    other: fc.constantFrom('Home', ...titles),
  });
  let serial = 0;
  const act = async ({ what, one, other }: { what: string; one: string; other: string }): Promise<void> => {
    serial += 1;
    // What may not be done, such as a page below itself, changes nothing.
    const done = {
      move: () => move(one, other),
      title: () => says(one, { values: { title: `${one} ${serial}` } }),
      withdraw: () => withdraw(one),
      publish: () => publish(one),
      new: () => stand(`Leaf ${serial}`, 'plain', ids[other] ?? ''),
      bin: () =>
        change('Getting here', (id, revision) => binPage(small.installation, person(), id, revision)),
    }[what];
    await Promise.resolve(done?.()).catch(() => undefined);
  };
  const { differ, renew, stood } = await drawn.over(
    fc.sample(edit, { numRuns: 30, seed: 5 }),
    (i) => small.at(NOON + 5000 * (i + 1)),
    act,
  );
  expect(differ).toBeGreaterThan(60);
  // Of all pages that stand, at most a quarter is renewed although it did not differ.
  expect((renew - differ) / stood).toBeLessThan(1 / 4);
}, 600_000);
