import { fill, NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import { DrawnPages } from '../../tests/drawn-pages';
import type { JsonObject } from '../core/json';
import type { VisitorPage } from '../core/site/visitor-page';
import { addEntry, changeEntry, entries, publishEntry, withdrawEntry } from '../services/entries';
import { importModel } from '../services/model';
import { addPage, changePage, page, publishPage, withdrawPage } from '../services/pages';
import { keepSoughtInVain } from '../services/runtime';
import { missingPage, siteMap, soughtInVain, visit } from '../services/visitor';

const title = { title: { label: 'Title', required: true, localised: true } };
const model = documentFrom({
  ...smallModel,
  blockTypes: {
    text: {
      label: 'Text',
      plural: 'Texts',
      fields: {
        words: { kind: 'paragraphs', label: 'Words', localised: true },
        own: { kind: 'paragraphs', label: 'For editors' },
      },
      face: { text: ['words'] },
    },
  },
  pageTypes: {
    ...(smallModel.pageTypes as JsonObject),
    plain: {
      label: 'Plain page',
      plural: 'Plain pages',
      fields: { ...title, note: { kind: 'paragraphs', label: 'Note to ourselves' } },
      slots: { main: { label: 'Main', allows: ['text'] } },
      face: { heading: ['title'] },
    },
    index: { label: 'Index', plural: 'Indexes', fields: title, face: { heading: ['title'] } },
    speciesPage: {
      label: 'Species page',
      plural: 'Species pages',
      source: { entry: 'species' },
      fields: title,
      face: { heading: ['title'] },
    },
  },
  placements: {
    top: [{ child: 'home', mostUnderOne: 1 }],
    home: ['plain', { child: 'index', mostUnderOne: 2 }],
    plain: ['plain'],
    index: ['speciesPage'],
  },
});

let small: SmallInstallation;
let drawn: DrawnPages;
let ids: Record<string, string>;
const who = () => small.people.architect;
const add = async (name: string, parent: string | null, type: string, given: JsonObject = {}) => {
  const made = await addPage(small.installation, who(), {
    type,
    parent: parent === null ? null : (ids[parent] ?? ''),
    ...given,
    values: { title: name, ...(given.values as JsonObject | undefined) },
  });
  await publishPage(small.installation, who(), made.id, made.revision, {});
  ids[name] = made.id;
};
const sought = async (words: string, more: Record<string, string> = {}, at = '/') => {
  const found = await visit(small.installation, at, new URLSearchParams({ q: words, ...more }));
  if (found.found !== 'search' || !found.page.search) throw new Error(found.found);
  return { page: found.page, ...found.page.search };
};
const addresses = async (words: string, at = '/') =>
  (await sought(words, {}, at)).found.map(({ address }) => address).sort();

beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, model);
  drawn = new DrawnPages(small.installation, () => []);
  ids = {};
  await add('Home', null, 'home');
  await add('Index', 'Home', 'index');
  await add('Each', 'Index', 'speciesPage');
  await add('Wet feet', 'Home', 'plain', { values: { note: 'The heron is a secret.' } });
  await fill(small, 'species', [
    { values: { name: 'Bell heron', group: 'bird', summary: 'Rings at dusk over the reeds.' } },
    { values: { name: 'Amber piper', group: 'bird', summary: 'Sings before the reeds are green.' } },
  ]);
  for (const name of ['Bell heron', 'Amber piper']) await publish(name);
});
afterEach(() => small.close());

const entryCalled = async (name: string) => {
  const [first] = (await entries(small.installation, { type: 'species', q: name })).items;
  if (!first) throw new Error(name);
  return first;
};
const publish = async (name: string) => {
  const { id, revision } = await entryCalled(name);
  await publishEntry(small.installation, who(), id, revision, {});
};

test('visitors find what they may see, by beginnings and phrases, with the words around it, one sort or all', async () => {
  const { found, total, sorts } = await sought('ree');
  expect(found.map(({ label, address }) => [label, address])).toEqual(
    expect.arrayContaining([
      ['Bell heron', '/index/bell-heron'],
      ['Amber piper', '/index/amber-piper'],
    ]),
  );
  expect([total, sorts]).toEqual([2, []]);
  expect(found[0]?.passage.filter(({ hit }) => hit).map(({ words }) => words)).toEqual(['reeds']);
  expect(await addresses('"over the reeds"')).toEqual(['/index/bell-heron']);
  expect(await addresses('bell dusk')).toEqual(['/index/bell-heron']);
  await add('Reeds', 'Home', 'plain');
  const all = await sought('reeds');
  expect(all.found[0]?.address).toBe('/reeds');
  expect(all.sorts.map(({ label, count, here }) => [label, count, here])).toEqual([
    ['', 3, true],
    ['Species', 2, false],
    ['Plain page', 1, false],
  ]);
  expect((await sought('reeds', { of: 'plain' })).found.map(({ address }) => address)).toEqual(['/reeds']);
});

test('nobody finds what no face shows, what is hidden, not published, or withdrawn', async () => {
  expect(await addresses('secret')).toEqual([]);
  const { id, revision } = await page(small.installation, ids['Wet feet'] ?? '');
  const block = (values: JsonObject, more: JsonObject = {}) => ({ type: 'text', values, ...more });
  const kept = await changePage(small.installation, who(), id, revision, {
    slots: {
      main: [
        block({ words: 'Wear wellingtons.', own: 'Ask the plumber.' }),
        block({ words: 'A hidden otter.' }, { hidden: true }),
        block({ words: 'Tomorrow comes a badger.' }, { from: new Date(NOON + 86_400_000).toISOString() }),
      ],
    },
  });
  expect(await addresses('wellingtons')).toEqual([]);
  await publishPage(small.installation, who(), id, kept.revision, {});
  expect(await addresses('wellingtons')).toEqual(['/wet-feet']);
  for (const words of ['plumber', 'otter', 'badger']) expect(await addresses(words)).toEqual([]);
  small.at(NOON + 2 * 86_400_000);
  expect(await addresses('badger')).toEqual(['/wet-feet']);
  small.at(NOON);
  const heron = await entryCalled('Bell heron');
  const renamed = await changeEntry(small.installation, who(), heron.id, heron.revision, {
    values: { summary: 'Silent now.' },
  });
  expect([await addresses('dusk'), await addresses('silent')]).toEqual([['/index/bell-heron'], []]);
  await withdrawEntry(small.installation, who(), heron.id, renamed.revision);
  expect(await addresses('heron')).toEqual([]);
});

test('each language finds its own words, and the main ones where nothing else is said', async () => {
  const heron = await entryCalled('Bell heron');
  const kept = await changeEntry(small.installation, who(), heron.id, heron.revision, {
    translations: { fr: { summary: 'Il sonne au crépuscule.' } },
  });
  await publishEntry(small.installation, who(), heron.id, kept.revision, {});
  expect(await addresses('crepuscule', '/fr')).toEqual(['/fr/index/bell-heron']);
  expect(await addresses('crepuscule')).toEqual([]);
  expect(await addresses('dusk', '/fr')).toEqual([]);
  expect(await addresses('green', '/fr')).toEqual(['/fr/index/amber-piper']);
});

test('what is typed is never read as a question of its own, and nothing found helps on', async () => {
  for (const words of [
    '"',
    '* OR 1',
    'title:heron',
    'NEAR(a b)',
    "'; DROP TABLE live_words; --",
    '\u0000',
    'ß🪶',
  ])
    expect((await sought(words)).total).toBeGreaterThanOrEqual(0);
  const none = await sought('zeppelin', { page: '-3', of: 'nothing' });
  expect([none.total, none.page.below.map(({ address }) => address)]).toEqual([0, ['/index', '/wet-feet']]);
});

test('what is sought in vain is counted by words and language, and who sought it is not', async () => {
  const seek = async (...typed: string[]) => {
    for (const each of typed) await sought(each);
    await keepSoughtInVain(small.installation);
  };
  await seek('Zeppelin', ' zéppelin ', 'heron', '', 'x'.repeat(80), 'hovercraft');
  await seek('zeppelin');
  await sought('zeppelin', {}, '/fr');
  await keepSoughtInVain(small.installation);
  const { total, items } = await soughtInVain(small.installation, {});
  expect([total, items.map(({ words, language, times }) => [words, language, times])]).toEqual([
    3,
    [
      ['zeppelin', 'en-GB', 3],
      ['hovercraft', 'en-GB', 1],
      ['zeppelin', 'fr', 1],
    ],
  ]);
  expect(items.every((each) => Object.keys(each).sort().join() === 'language,last,times,words')).toBe(true);
});

const missing = async (address: string): Promise<[boolean, VisitorPage]> => {
  const { page: shown, isGone } = await missingPage(small.installation, address, 'nothing');
  return [isGone, shown];
};

test('an address without a page tells what stood there, and what was likely meant', async () => {
  const [never, shown] = await missing('/index/bell-hron');
  expect([never, shown.says, shown.below[0]?.address]).toEqual([false, 'nothing', '/index/bell-heron']);
  expect(shown.navigation.map(({ address }) => address)).toEqual(['/index', '/wet-feet']);
  small.at(NOON + 1000);
  const { id, revision } = await page(small.installation, ids['Wet feet'] ?? '');
  await withdrawPage(small.installation, who(), id, revision);
  const heron = await entryCalled('Bell heron');
  await withdrawEntry(small.installation, who(), heron.id, heron.revision);
  const draft = await addEntry(small.installation, who(), { type: 'species', values: { name: 'New one' } });
  expect(draft.state).toBe('draft');
  expect((await missing('/wet-feet')).map((each) => (typeof each === 'boolean' ? each : each.says))).toEqual([
    true,
    'gone',
  ]);
  expect((await missing('/fr/index/bell-heron'))[1]).toMatchObject({ says: 'gone', locale: 'fr' });
  expect((await missing('/index/new-one'))[0]).toBe(false);
});

test('every address that visitors see is listed once, in the languages in which it says something, and nothing else', async () => {
  const heron = await entryCalled('Bell heron');
  const kept = await changeEntry(small.installation, who(), heron.id, heron.revision, {
    translations: { fr: { summary: 'Il sonne.' } },
  });
  await publishEntry(small.installation, who(), heron.id, kept.revision, {});
  const listed = async () => {
    const index = (await siteMap(small.installation, undefined)) ?? '';
    const parts = [...index.matchAll(/part=([^<]+)<\/loc>/g)].map(([, part = '']) =>
      decodeURIComponent(part),
    );
    const texts = await Promise.all(parts.map((part) => siteMap(small.installation, part)));
    return texts.join('');
  };
  const locs = (xml: string) =>
    [...xml.matchAll(/<loc>[a-z]+:\/\/[^/]+([^<]*)<\/loc>/g)].map(([, path]) => path || '/').sort();
  const xml = await listed();
  expect(locs(xml)).toEqual(
    ['/', '/index', '/wet-feet', '/index/amber-piper', '/index/bell-heron', '/fr/index/bell-heron'].sort(),
  );
  expect(xml.match(/hreflang="x-default"/g)).toHaveLength(2);
  for (const path of locs(xml)) expect((await visit(small.installation, path ?? '')).found).toBe('page');
  await withdrawEntry(small.installation, who(), heron.id, (await entryCalled('Bell heron')).revision);
  expect(locs(await listed())).toEqual(['/', '/index', '/wet-feet', '/index/amber-piper'].sort());
  expect(await siteMap(small.installation, 'nothing.1')).toBeUndefined();
});

test('a page tells others its one address, its picture and words, where it stands, and what it is', async () => {
  const told = async (address: string): Promise<JsonObject[]> =>
    [...(await drawn.html(address)).matchAll(/<script type="application\/ld\+json">(.*?)<\/script>/gs)].map(
      ([, json = '{}']) => JSON.parse(json),
    );
  const html = await drawn.html('/index/bell-heron');
  const { address: origin } = small.installation.settings;
  expect(html).toContain(`<link rel="canonical" href="${origin}/index/bell-heron"/>`);
  expect(html).toContain('<meta property="og:description" content="Rings at dusk over the reeds."/>');
  const [trail, none] = await told('/index/bell-heron');
  expect(trail).toMatchObject({
    itemListElement: ['/', '/index', '/index/bell-heron'].map((path) => ({ item: `${origin}${path}` })),
  });
  expect(none).toBeUndefined();
  const { document } = small.installation.model;
  const idOf = (key: string) =>
    small.installation.model.contentTypeByKey('species')?.fields.find((field) => field.key === key)?.id ?? '';
  const vocabulary = {
    is: 'Product' as const,
    fields: { price: idOf('size'), sku: idOf('name'), category: idOf('group') },
  };
  await importModel(small.installation, {
    ...document,
    contentTypes: document.contentTypes.map((type) =>
      type.key === 'species' ? { ...type, vocabulary } : type,
    ),
  });
  const heron = await entryCalled('Bell heron');
  const kept = await changeEntry(small.installation, who(), heron.id, heron.revision, {
    values: { size: 90, summary: 'Ends a </script><script>alert(1)</script>.' },
  });
  await publishEntry(small.installation, who(), heron.id, kept.revision, {});
  expect((await told('/index/bell-heron'))[1]).toMatchObject({
    '@type': 'Product',
    name: 'Bell heron',
    sku: 'Bell heron',
    category: 'Bird',
    offers: { '@type': 'Offer', price: 90 },
    description: expect.stringContaining('</script>'),
  });
  expect(await drawn.html('/index/bell-heron')).not.toMatch(/<\/script><script>alert/);
});
