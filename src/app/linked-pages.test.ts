import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { fill, NOON, copiesOfPrepared, type SmallInstallation } from '../../tests/small-installation';
import { contentType, documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { changeEntry, entries, publishEntry, shownOn } from '../services/entries';
import { entryAddresses } from '../services/entries/addresses';
import { addListing, publishListing, tryListing } from '../services/listings';
import { importModel } from '../services/model';
import { addPage, publishPage } from '../services/pages';
import { visit } from '../services/visitor';
import { followed } from './followed';

const title = { title: { label: 'Title', required: true } };
const link = (label: string, types: string[], more: JsonObject = {}): JsonObject => ({
  kind: 'entry',
  label,
  indexed: true,
  rules: { types, multiple: true },
  ...more,
});
const thing = (label: string, fields: JsonObject): JsonObject => ({
  label,
  plural: `${label}s`,
  title: 'name',
  columns: ['name'],
  fields: { name: { label: 'Name', required: true, indexed: true }, ...fields },
  face: { heading: ['name'] },
});
const pageOf = (entry: string): JsonObject => ({
  label: `Page of each ${entry}`,
  plural: `Pages of ${entry}s`,
  source: { entry },
  fields: title,
  slots: { main: { label: 'Main', allows: ['listing'] } },
  face: { heading: ['title'] },
});

/** A museum: makers made instruments, people played them in concerts; each thing has a page with what belongs to it. */
const museum = documentFrom({
  ...smallModel,
  schemes: {},
  contentTypes: {
    person: thing('Person', {}),
    instrument: thing('Instrument', { makers: link('Makers', ['person']) }),
    concert: thing('Concert', {
      players: link('Players', ['person']),
      instruments: link('Instruments', ['instrument']),
    }),
  },
  blockTypes: {
    listing: { label: 'Listing', plural: 'Listings', behaves: 'listing', fields: {}, face: {} },
  },
  pageTypes: {
    home: { label: 'Home', plural: 'Homes', fields: title, face: { heading: ['title'] } },
    personPage: pageOf('person'),
    instrumentPage: pageOf('instrument'),
    concertPage: pageOf('concert'),
  },
  placements: { top: ['home'], home: ['personPage', 'instrumentPage', 'concertPage'] },
});

const rules: Record<string, JsonObject> = {
  'Made by this person': {
    from: ['instrument'],
    where: { field: 'makers', is: 'oneOf', value: { here: 'entry' } },
  },
  'Everything that links here': {
    from: ['instrument', 'concert'],
    where: { linksTo: 'here' },
    limit: 1,
    perPage: 2,
    heading: 'Links here',
    fullList: 'own',
  },
  'Concerts in which it is played': {
    from: ['concert'],
    where: { field: 'instruments', is: 'oneOf', value: { here: 'entry' } },
  },
  'Shares a player with this': {
    from: ['concert', 'instrument'],
    where: { all: [{ linksTo: { here: 'entry.players' } }, { not: { entry: 'here' } }] },
  },
};
const standing: Record<string, string[]> = {
  personPage: ['Made by this person', 'Everything that links here'],
  instrumentPage: ['Concerts in which it is played'],
  concertPage: ['Shares a player with this'],
};
const types = ['person', 'instrument', 'concert'] as const;

let small: SmallInstallation;
let drawn: DrawnPages;
const ids: Record<string, string> = {};
const listings: Record<string, string> = {};
const person = () => small.people.architect;
const id = (name: string): string => ids[name] ?? '';
const all = async (type: string) =>
  (await entries(small.installation, { type, limit: 100 })).items.map(({ id, title: label, revision }) => ({
    id,
    label,
    revision,
  }));

async function everyAddress(): Promise<string[]> {
  const own = await Promise.all(
    types.map(async (type) => {
      const of = contentType(small.installation.model, type).id;
      const asked = (await all(type)).map(({ id }) => ({ id, type: of }));
      return [...(await entryAddresses(small.installation.content, small.installation, asked)).values()];
    }),
  );
  return ['/', ...own.flat(), ...own[0]!.map((address) => `${address}/all/everything-that-links-here`)];
}

const prepared = copiesOfPrepared(async (made) => {
  small = made;
  await importModel(small.installation, museum);
  const put = async (type: string, given: Record<string, JsonObject>) => {
    await fill(
      small,
      type,
      Object.entries(given).map(([name, values]) => ({ values: { name, ...values } })),
    );
    for (const each of await all(type)) ids[each.label] = each.id;
  };
  await put('person', { Oda: {}, Pell: {}, Quin: {} });
  await put('instrument', {
    Bass: { makers: [id('Oda')] },
    Lute: { makers: [id('Pell'), id('Oda')] },
    Viol: {},
  });
  await put('concert', {
    Dawn: { players: [id('Quin')], instruments: [id('Lute')] },
    Dusk: { players: [id('Quin'), id('Oda')], instruments: [id('Lute'), id('Viol')] },
    Noon: { players: [id('Pell')] },
  });
  for (const [label, rule] of Object.entries(rules)) {
    const order = [
      { by: rule.from instanceof Array && rule.from.length > 1 ? 'title' : 'name', direction: 'up' },
    ];
    const made = await addListing(small.installation, person(), {
      label,
      rule: { order, limit: 'all', ...rule },
    });
    await publishListing(small.installation, person(), made.id, made.revision, {});
    listings[label] = made.id;
  }
  const add = async (parent: string | null, type: string, given: JsonObject): Promise<string> => {
    const made = await addPage(small.installation, person(), {
      type,
      parent,
      values: { title: type },
      ...given,
    });
    await publishPage(small.installation, person(), made.id, made.revision, {});
    return made.id;
  };
  const home = await add(null, 'home', {});
  for (const [type, stand] of Object.entries(standing))
    await add(home, type, {
      slots: { main: stand.map((label) => ({ type: 'listing', listing: listings[label] ?? '' })) },
    });
});
beforeEach(async () => {
  small = await prepared();
  drawn = new DrawnPages(small.installation, everyAddress);
});
afterEach(() => small.close());

const items = (html: string) =>
  [...html.matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words);
const at = async (name: string) => {
  const [type = ''] = await Promise.all(
    types.map(async (each) => ((await all(each)).some((one) => one.id === id(name)) ? each : '')),
  ).then((found) => found.filter(Boolean));
  const of = contentType(small.installation.model, type).id;
  const found = await entryAddresses(small.installation.content, small.installation, [
    { id: id(name), type: of },
  ]);
  return drawn.html([...found.values()][0] ?? '');
};

test('the page of an entry lists what links to it, and what shares with it what it links to', async () => {
  expect(items(await at('Oda'))).toEqual(['Bass', 'Lute', 'Bass']);
  expect(items(await at('Lute'))).toEqual(['Dawn', 'Dusk']);
  expect(items(await at('Dusk'))).toEqual(['Bass', 'Dawn', 'Lute']);
  expect(items(await at('Noon'))).toEqual(['Lute']);
  // Bass is made by one who plays at dusk; nobody who plays at noon plays elsewhere.
  expect(items(await at('Viol'))).toEqual(['Dusk']);
});

test('a listing that goes by its place leads to all it shows at an address of its own, in pages, with its feed', async () => {
  const [oda] = (await everyAddress()).filter((address) => address.endsWith('/oda'));
  const all = `${oda}/all/everything-that-links-here`;
  expect(await drawn.html(oda ?? '')).toContain(
    `<p class="full-list"><a href="${all}">Links here: see all 3</a></p>`,
  );
  const first = await drawn.html(all);
  expect(first).toMatch(/<h1[^>]*>Links here<\/h1>/);
  expect(first).toContain(`<a href="${oda}">`);
  expect(await drawn.html(`${all}/page/2`)).toContain('Lute');
  expect(items(await drawn.html(`${all}/page/3`))).toEqual([]);
  const feed = await followed(small.installation, { address: all, kind: 'atom' });
  expect(feed).toMatchObject({
    body: expect.stringContaining(
      `<link href="${small.installation.settings.address}${all}/feed.atom" rel="self"`,
    ),
  });
  expect((await visit(small.installation, `${oda}/all/made-by-this-person`)).found).toBe('nothing');
  expect((await visit(small.installation, `${oda}/all/nothing`)).found).toBe('nothing');
  // With no more than is shown already there is nowhere to go.
  expect(await at('Quin')).toContain('full-list');
  expect(await at('Viol')).not.toContain('full-list');
});

test('such a rule is tried at an entry of the type that can be linked to, and shows where its entries stand', async () => {
  const tried = await tryListing(small.installation, {
    rule: {
      ...rules['Made by this person'],
      order: [],
      limit: 5,
      heading: '',
      arrangement: 'rows',
      mapping: { heading: [[{ field: 'name' }]] },
    },
    at: { entry: id('Pell') },
  });
  expect(tried.entries.map(({ id }) => id)).toEqual([id('Lute')]);
  const newest = await tryListing(small.installation, {
    rule: {
      ...rules['Made by this person'],
      order: [],
      limit: 5,
      heading: '',
      arrangement: 'rows',
      mapping: { heading: [[{ field: 'name' }]] },
    },
  });
  expect((await all('person')).map(({ id }) => id)).toContain(newest.places[0]?.id);
  const { items: shown } = await shownOn(small.installation, {
    type: 'instrument',
    ids: [id('Bass'), id('Viol')].join(','),
  });
  const listed = (name: string) =>
    (shown[id(name)] ?? []).flatMap(({ sort, label }) => (sort === 'listing' ? [label] : [])).sort();
  expect(listed('Bass')).toEqual([
    'Everything that links here',
    'Made by this person',
    'Shares a player with this',
  ]);
  expect(listed('Viol')).toEqual([]);
});

test('whatever is linked anew, no page that differs is kept', async () => {
  const links = { instrument: ['makers'], concert: ['players', 'instruments'] } as const;
  const edit = fc.oneof(
    ...(['instrument', 'concert'] as const).map((type) =>
      fc.record({
        type: fc.constant(type),
        which: fc.nat(2),
        field: fc.constantFrom(...links[type]),
        to: fc.subarray([0, 1, 2]),
      }),
    ),
  );
  const edits = fc.sample(edit, { numRuns: 14, seed: 7 });
  const sums = await drawn.over(
    edits,
    (i) => small.at(NOON + i * 60_000),
    async ({ type, which, field, to }) => {
      const one = (await all(type))[which];
      if (!one) throw new Error(type);
      const among = await all(field === 'instruments' ? 'instrument' : 'person');
      const values = { [field]: to.flatMap((i) => among[i]?.id ?? []) };
      const kept = await changeEntry(small.installation, person(), one.id, one.revision, { values });
      await publishEntry(small.installation, person(), one.id, kept.revision, {});
    },
  );
  expect(sums.differ).toBeGreaterThan(15);
  // What an entry names narrows the pages that are drawn anew down.
  expect(sums.renew).toBeLessThan(sums.stood / 2);
});
