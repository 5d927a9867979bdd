import { importModel } from '../services/model';
import {
  addCategory,
  categoriesOf,
  changeCategory,
  importCategories,
  mergeCategory,
  moveCategory,
  removeCategory,
  sortCategories,
} from '../services/categories';
import { addListing, publishListing } from '../services/listings';
import { addEntry, changeEntry, entries, publishEntry, withdrawEntry } from '../services/entries';
import { addPage, changePage, movePage, page, publishPage, siteTree, withdrawPage } from '../services/pages';
import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { fill, NOON, copiesOfPrepared, type SmallInstallation } from '../../tests/small-installation';
import { contentType, documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { addressIn } from '../core/site/address';
import { entryAddresses } from '../services/entries/addresses';
import { visit } from '../services/visitor';

const title = {
  title: { label: 'Title', required: true, localised: true },
  summary: { kind: 'paragraphs', label: 'Summary' },
};
const face = { heading: ['title'], summary: ['summary'] };

/** Species in a tree of habitats: each habitat and each species has a page, and lists what else lives there. */
const reserve = documentFrom({
  ...smallModel,
  schemes: {
    habitat: {
      label: 'Habitat',
      plural: 'Habitats',
      sort: 'categories',
      fields: { summary: { kind: 'paragraphs', label: 'In words' } },
    },
  },
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        lives: { kind: 'category', label: 'Lives in', rules: { scheme: 'habitat', multiple: true } },
      },
      face: { heading: ['name'], marks: ['lives'] },
    },
  },
  blockTypes: {
    listing: { label: 'Listing', plural: 'Listings', behaves: 'listing', fields: {}, face: {} },
    text: {
      label: 'Text',
      plural: 'Texts',
      fields: { words: { kind: 'paragraphs', label: 'Words' } },
      face: { summary: ['words'] },
    },
  },
  pageTypes: {
    home: { label: 'Home', plural: 'Homes', inNavigation: 'no', fields: title, face },
    plain: { label: 'Plain page', plural: 'Plain pages', inNavigation: 'no', fields: title, face },
    habitatPage: {
      label: 'Habitat page',
      plural: 'Habitat pages',
      inNavigation: 'no',
      source: { category: 'habitat', empty: 'up' },
      fields: title,
      slots: { main: { label: 'Main', allows: ['text', 'listing'] } },
      face,
    },
    list: { label: 'List', plural: 'Lists', inNavigation: 'no', source: 'listing', fields: title, face },
    speciesPage: {
      label: 'Species page',
      plural: 'Species pages',
      inNavigation: 'no',
      source: { entry: 'species' },
      fields: title,
      slots: { main: { label: 'Main', allows: ['text', 'listing'] } },
      face,
    },
  },
  placements: {
    top: ['home'],
    home: ['plain', 'list'],
    list: ['speciesPage'],
    plain: ['habitatPage', 'speciesPage'],
  },
});

let small: SmallInstallation;
let drawn: DrawnPages;
const ids: Record<string, string> = {};
const person = () => small.people.architect;
const scheme = () => small.installation.model.schemeByKey('habitat')?.id ?? '';
const habitat = (label: string) => {
  const found = categoriesOf(small.installation, scheme()).items.find((each) => each.label === label);
  if (!found) throw new Error(label);
  return found;
};

async function addTo(parent: string | null, type: string, given: JsonObject): Promise<string> {
  const made = await addPage(small.installation, person(), { type, parent, ...given });
  await publishPage(small.installation, person(), made.id, made.revision, {});
  return made.id;
}

async function inForce(label: string, rule: JsonObject): Promise<string> {
  const made = await addListing(small.installation, person(), {
    label,
    rule: { from: ['species'], order: [{ by: 'name', direction: 'up' }], ...rule },
  });
  await publishListing(small.installation, person(), made.id, made.revision, {});
  return made.id;
}

const species = async (name: string) => {
  const found = (await entries(small.installation, { type: 'species', q: name })).items[0];
  if (!found) throw new Error(name);
  return found;
};

async function says(name: string, values: JsonObject): Promise<void> {
  const { id, revision } = await species(name);
  const kept = await changeEntry(small.installation, person(), id, revision, { values });
  await publishEntry(small.installation, person(), id, kept.revision, {});
}

async function everyAddress(): Promise<string[]> {
  const type = contentType(small.installation.model, 'species').id;
  const all = (await entries(small.installation, { type: 'species', limit: 100 })).items;
  const own = [
    ...(
      await entryAddresses(
        small.installation.content,
        small.installation,
        all.map(({ id }) => ({ id, type })),
      )
    ).values(),
  ];
  const categories = small.installation.categories.inOrder(scheme()).map(
    ({ category }) =>
      `/habitats/${small.installation.categories
        .trail(category.id)
        .map(({ slug }) => slug)
        .join('/')}`,
  );
  return [...own, ...categories, '/', '/habitats', '/list'].flatMap((address) => [
    address,
    addressIn('fr', address),
  ]);
}

const prepared = copiesOfPrepared(async (made) => {
  small = made;
  await importModel(small.installation, reserve);
  await importCategories(small.installation, person(), scheme(), {
    format: 'indented',
    text: 'Water\n  Mere\n    Edge\n  Dyke\nCoast\n  Dune\nWood',
  });
  const water = habitat('Mere');
  await changeCategory(small.installation, person(), water.id, water.revision, {
    labels: { fr: 'Étang' },
    values: { summary: 'Open and deep.' },
  });
  const lives = (...labels: string[]) => labels.map((label) => habitat(label).id);
  await fill(small, 'species', [
    { values: { name: 'Bell heron', lives: lives('Mere', 'Dyke') } },
    { values: { name: 'Amber newt', lives: lives('Edge') } },
    { values: { name: 'Dune willow', lives: lives('Dune') } },
    { values: { name: 'Carr moth' } },
  ]);
  const here = await inForce('Here', {
    where: { field: 'lives', is: 'under', value: { here: 'category' } },
    limit: 'all',
    perPage: 2,
  });
  const more = await inForce('More', {
    where: {
      all: [{ field: 'lives', is: 'oneOf', value: { here: 'entry.lives' } }, { not: { entry: 'here' } }],
    },
    limit: 3,
    heading: 'More',
  });
  ids.Home = await addTo(null, 'home', { values: { title: 'Home' } });
  ids.Habitats = await addTo(ids.Home, 'plain', { values: { title: 'Habitats' } });
  ids.Each = await addTo(ids.Habitats, 'habitatPage', {
    values: { title: 'Each habitat', summary: 'A part of the reserve.' },
    listing: here,
    slots: { main: [{ type: 'text', values: { words: 'Keep to the path.' } }] },
  });
  ids.Own = await addTo(ids.Habitats, 'speciesPage', {
    values: { title: 'Each species' },
    slots: { main: [{ type: 'listing', listing: more }] },
  });
});
beforeEach(async () => {
  small = await prepared();
  drawn = new DrawnPages(small.installation, everyAddress);
});
afterEach(() => small.close());

const items = (html: string) =>
  [...html.matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words);
const ways = (html: string, list: string) =>
  [
    ...(html.split(list)[1] ?? '')
      .split('</ul>')[0]!
      .matchAll(/<a href="([^"]*)"[^>]*>([^<]*)<\/a><span class="count">(\d+)/g),
  ].map(([, href, label, n]) => `${href} ${label} ${n}`);

describe('the page of a category', () => {
  test('stands where the tree has it, lists what lives there, and leads up, down and beside with rolled-up counts', async () => {
    const water = await drawn.html('/habitats/water');
    expect(items(water)).toEqual(['Amber newt', 'Bell heron']);
    expect(water).toMatch(
      /<title>Water – .*<a href="\/habitats">Habitats<\/a>.*<h1[^>]*>Water<\/h1>.*Keep to the path\./s,
    );
    expect(ways(water, '<ul class="below">')).toEqual([
      '/habitats/water/mere Mere 2',
      '/habitats/water/dyke Dyke 1',
    ]);
    const mere = await drawn.html('/habitats/water/mere');
    expect(ways(mere, '<nav class="beside"')).toEqual([
      '/habitats/water/mere Mere 2',
      '/habitats/water/dyke Dyke 1',
    ]);
    expect(mere).toContain('<a href="/habitats/water/mere" aria-current="page">Mere</a>');
    expect(mere).toContain('<a href="/habitats/water/dyke">Dyke</a>');
    // What the category itself says stands under the same key of its page, in place of what all of them say.
    expect(await drawn.html('/fr/habitats/water/mere')).toMatch(
      /<html lang="fr">.*<h1[^>]*>Étang<\/h1>.*Open and deep\./s,
    );
    expect(await drawn.html('/habitats/water/mere/edge')).toContain('A part of the reserve.');
    // Wherever something says in which categories it stands, each leads to its page.
    expect(water).toContain(
      '<ul class="marks"><li><a href="/habitats/water/mere">Mere</a></li><li><a href="/habitats/water/dyke">Dyke</a></li></ul>',
    );
    expect(ways(await drawn.html('/habitats'), '<ul class="below">')).toEqual([
      '/habitats/water Water 2',
      '/habitats/coast Coast 1',
    ]);
  });
  test('where nothing stands leads up for now, or to the page above them all', async () => {
    const { id, revision } = await species('Amber');
    expect((await visit(small.installation, '/habitats/water/mere/edge')).found).toBe('page');
    await withdrawEntry(small.installation, person(), id, revision);
    expect(await visit(small.installation, '/fr/habitats/water/mere/edge')).toEqual({
      found: 'elsewhere',
      address: '/fr/habitats/water/mere',
      forNow: true,
    });
    expect(await visit(small.installation, '/habitats/wood')).toEqual({
      found: 'elsewhere',
      address: '/habitats',
      forNow: true,
    });
    expect(await visit(small.installation, '/habitats/nowhere')).toEqual({ found: 'nothing' });
    expect(await visit(small.installation, '/habitats/each-habitat')).toEqual({ found: 'nothing' });
  });
  test('has its further results below itself', async () => {
    await says('Carr', { lives: [habitat('Dyke').id] });
    expect(items(await drawn.html('/habitats/water'))).toEqual(['Amber newt', 'Bell heron']);
    expect(items(await drawn.html('/habitats/water/page/2'))).toEqual(['Carr moth']);
  });
  test('of a species lists the others that live there, and never itself', async () => {
    await says('Carr', { lives: [habitat('Mere').id] });
    expect(items(await drawn.html('/habitats/carr-moth'))).toEqual(['Bell heron']);
    expect(items(await drawn.html('/habitats/bell-heron'))).toEqual(['Carr moth']);
    await says('Carr', { lives: [] });
    expect(items(await drawn.html('/habitats/carr-moth'))).toEqual([]);
  });
});

describe('the page of an entry', () => {
  const names = (html: string, from: string, to: string) =>
    [
      ...(html.split(from)[1] ?? '')
        .split(to)[0]!
        .matchAll(/<a (?:rel="\w+" )?href="[^"]*">(?:<small>(\w+)<\/small>)?([^<]*)<\/a>(?:<p>([^<]*))?/g),
    ].map(([, way, label, why]) => [way, label, why].filter(Boolean).join(': '));

  test('names those that share the rarest categories, and says which', async () => {
    const lives = (...labels: string[]) => labels.map((label) => habitat(label).id);
    await fill(small, 'species', [
      { values: { name: 'Mere gull', lives: lives('Mere') } },
      { values: { name: 'Mere duck', lives: lives('Mere') } },
      { values: { name: 'Dyke rush', lives: lives('Dyke', 'Mere') } },
    ]);
    const related = async (address: string) =>
      names(await drawn.html(address), 'class="related"', '</section>');
    // Two share Dyke, four share Mere: the rush has both, the gull and the duck the common one, in the order
    // they were made.
    expect(await related('/habitats/bell-heron')).toEqual([
      'Dyke rush: Both in Dyke and Mere',
      'Mere gull: Both in Mere',
      'Mere duck: Both in Mere',
    ]);
    expect(await related('/fr/habitats/mere-duck')).toEqual([
      'Bell heron: En commun : Étang',
      'Mere gull: En commun : Étang',
      'Dyke rush: En commun : Étang',
    ]);
    expect(await related('/habitats/carr-moth')).toEqual([]);
  });
  test('leads on to what stands before and after it in the list above', async () => {
    const all = await inForce('All', { where: { all: [] }, order: [{ by: 'name', direction: 'down' }] });
    const list = await addTo(ids.Home ?? null, 'list', { values: { title: 'List' }, listing: all });
    const own = await page(small.installation, ids.Own ?? '');
    await movePage(small.installation, person(), own.id, own.revision, { parent: list });
    const beside = async (address: string) =>
      names(await drawn.html(address), 'class="neighbours"', '</nav>');
    expect(await beside('/list/bell-heron')).toEqual(['Previous: Carr moth', 'Next: Amber newt']);
    expect(await beside('/list/dune-willow')).toEqual(['Next: Carr moth']);
    // One that comes between two is told on both their pages; one that goes, on those beside it.
    const { differing, renewed } = await drawn.after(() => says('Amber', { name: 'Carr newt' }));
    expect(differing.length).toBeGreaterThan(4);
    expect(differing.filter((address) => !renewed.includes(address))).toEqual([]);
    expect(await beside('/list/bell-heron')).toEqual(['Previous: Carr moth']);
    expect(await beside('/list/carr-moth')).toEqual(['Previous: Carr newt', 'Next: Bell heron']);
  });
});

describe('the words of one category', () => {
  const words = async (label: string, values: JsonObject) =>
    addTo(ids.Each ?? '', 'habitatPage', {
      category: habitat(label).id,
      values,
      slots: { main: [{ type: 'text', values: { words: `${label}, in its own words.` } }] },
    });

  test('stand on its page alone, in place of what all of them say', async () => {
    const id = await words('Mere', { title: 'The great mere' });
    const mere = await drawn.html('/habitats/water/mere');
    expect(mere).toMatch(/<h1[^>]*>The great mere<\/h1>.*Open and deep\..*Mere, in its own words\./s);
    expect(mere).not.toContain('Keep to the path.');
    expect(items(mere)).toEqual(['Amber newt', 'Bell heron']);
    expect(await drawn.html('/habitats/water')).toContain('Keep to the path.');
    const kept = await page(small.installation, id);
    expect([kept.title, kept.address, kept.category, kept.faults]).toEqual([
      'The great mere',
      '/habitats/water/mere',
      habitat('Mere').id,
      [],
    ]);
    // They are needed nowhere, stand below the one page that holds them, and once for each category.
    const given = { type: 'habitatPage', parent: ids.Each ?? '', category: habitat('Mere').id };
    await expect(addPage(small.installation, person(), given)).rejects.toMatchObject({
      message: 'Mere has words of its own already.',
    });
    await expect(
      addPage(small.installation, person(), {
        ...given,
        category: habitat('Dune').id,
        parent: ids.Habitats ?? '',
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/parent' }] });
    await expect(
      changePage(small.installation, person(), id, kept.revision, { slug: 'mine' }),
    ).rejects.toMatchObject({ faults: [{ path: '/slug' }] });
    await withdrawPage(small.installation, person(), id, kept.revision);
    expect(await drawn.html('/habitats/water/mere')).toContain('Keep to the path.');
  });
  test('hold an order by hand of its own, before the one that all of them have', async () => {
    const byHand = await inForce('By hand', {
      where: { field: 'lives', is: 'under', value: { here: 'category' } },
      limit: 'all',
      order: [
        { by: 'byHandHere', direction: 'up' },
        { by: 'name', direction: 'up' },
      ],
    });
    await says('Carr', { lives: [habitat('Mere').id, habitat('Dyke').id] });
    const put = async (id: string, change: JsonObject) => {
      const kept = await changePage(
        small.installation,
        person(),
        id,
        (await page(small.installation, id)).revision,
        change,
      );
      await publishPage(small.installation, person(), id, kept.revision, {});
      return kept;
    };
    const [heron, moth, willow] = [
      (await species('Bell')).id,
      (await species('Carr')).id,
      (await species('Dune')).id,
    ];
    await put(ids.Each ?? '', { listing: byHand, byHand: { [byHand]: [moth, willow] } });
    const mere = await words('Mere', {});
    expect(items(await drawn.html('/habitats/water/mere'))).toEqual([
      'Carr moth',
      'Amber newt',
      'Bell heron',
    ]);
    const { differing, renewed } = await drawn.after(() =>
      put(mere, { byHand: { [byHand]: [heron, willow] } }),
    );
    expect([differing.length > 0, differing.filter((address) => !renewed.includes(address))]).toEqual([
      true,
      [],
    ]);
    expect(items(await drawn.html('/habitats/water/mere'))).toEqual([
      'Bell heron',
      'Amber newt',
      'Carr moth',
    ]);
    expect(items(await drawn.html('/habitats/water/dyke'))).toEqual(['Carr moth', 'Bell heron']);
    const { revision, byHand: kept } = await page(small.installation, mere);
    expect(kept).toEqual({ [byHand]: [heron, willow] });
    const unknown = '01a2157b-dcdf-7217-9ef9-ced5490f0816';
    for (const [given, path] of [
      [{ [unknown]: [heron] }, `/byHand/${unknown}`],
      [{ [byHand]: [heron, unknown] }, `/byHand/${byHand}/1`],
      [{ [byHand]: 'heron' }, `/byHand/${byHand}`],
    ] as const) {
      await expect(
        changePage(small.installation, person(), mere, revision, { byHand: given as unknown as JsonObject }),
      ).rejects.toMatchObject({ faults: [{ path }] });
    }
    expect(
      (await changePage(small.installation, person(), mere, revision, { byHand: { [byHand]: null } })).byHand,
    ).toEqual({});
  });
  test('stand where it stands, and are moved by moving it alone', async () => {
    const mere = await words('Mere', {});
    const { revision, address } = await page(small.installation, mere);
    const above = (await siteTree(small.installation)).pages.find(({ category: of }) => of === null);
    await expect(
      movePage(small.installation, person(), mere, revision, { parent: above?.id ?? null }),
    ).rejects.toMatchObject({ status: 422, title: expect.stringContaining('Move the category') });
    expect((await page(small.installation, mere)).address).toBe(address);
  });
  test('stay with it when it is renamed, moved or merged, and wait for an editor where the other has some', async () => {
    const mere = await words('Mere', {});
    let category = habitat('Mere');
    await changeCategory(small.installation, person(), category.id, category.revision, { label: 'Old mere' });
    category = habitat('Old mere');
    await moveCategory(small.installation, person(), category.id, category.revision, {
      parent: habitat('Coast').id,
    });
    expect(await drawn.html('/habitats/coast/mere')).toMatch(
      /<h1[^>]*>Old mere<\/h1>.*Mere, in its own words\./s,
    );
    category = habitat('Old mere');
    await mergeCategory(small.installation, person(), category.id, category.revision, habitat('Dune').id);
    expect(await drawn.html('/habitats/coast/dune')).toMatch(
      /<h1[^>]*>Dune<\/h1>.*Mere, in its own words\./s,
    );
    expect(await page(small.installation, mere)).toMatchObject({
      title: 'Dune',
      category: habitat('Dune').id,
    });
    const dyke = await words('Dyke', { summary: 'Straight.' });
    const dune = habitat('Dune');
    await mergeCategory(small.installation, person(), dune.id, dune.revision, habitat('Dyke').id);
    const kept = await page(small.installation, dyke);
    expect((kept.slots.main as JsonObject[]).map(({ values }) => (values as JsonObject).words)).toEqual([
      'Dyke, in its own words.',
      'Mere, in its own words.',
    ]);
    expect([kept.differs, kept.values.summary]).toEqual([true, 'Straight.']);
    expect(await drawn.html('/habitats/water/dyke')).not.toContain('Mere, in its own words.');
    const last = habitat('Dyke');
    await removeCategory(small.installation, person(), last.id, last.revision, undefined);
    expect((await siteTree(small.installation)).pages.filter(({ category: of }) => of !== null)).toEqual([]);
  });
});

describe('reach', () => {
  const labels = ['Water', 'Mere', 'Edge', 'Dyke', 'Coast', 'Dune', 'Wood'];
  const edit = fc.record({
    who: fc.constantFrom('Bell', 'Amber', 'Dune', 'Carr'),
    what: fc.constantFrom('lives', 'lives', 'name', 'withdraw', 'new', 'words'),
    where: fc.subarray(labels, { maxLength: 2 }),
  });
  let serial = 0;
  const act = async ({ who, what, where }: { who: string; what: string; where: string[] }): Promise<void> => {
    const lives = where.map((label) => habitat(label).id);
    const { id, revision } = await species(who);
    serial += 1;
    if (what === 'lives') await says(who, { lives });
    else if (what === 'name') await says(who, { name: `${who} called ${serial}` });
    else if (what === 'withdraw')
      await withdrawEntry(small.installation, person(), id, revision).catch(() => undefined);
    else if (what === 'new') {
      const made = await addEntry(small.installation, person(), {
        type: 'species',
        values: { name: `Newcomer ${serial}`, lives },
      });
      await publishEntry(small.installation, person(), made.id, 1, {});
    } else {
      const category = habitat(where[0] ?? 'Water').id;
      const own = (await siteTree(small.installation)).pages.find((each) => each.category === category);
      if (!own)
        await addTo(ids.Each ?? '', 'habitatPage', {
          category,
          slots: { main: [{ type: 'text', values: { words: `Words ${serial}` } }] },
        });
      else if (own.state === 'published')
        await withdrawPage(small.installation, person(), own.id, own.revision);
    }
  };

  test('misses no page of a category or species over generated edits, and renews few for nothing', async () => {
    const { differ, renew, stood } = await drawn.over(
      fc.sample(edit, { numRuns: 24, seed: 7 }),
      (i) => small.at(NOON + 5000 * (i + 1)),
      act,
    );
    expect(differ).toBeGreaterThan(80);
    // Of all pages that stand, at most a sixth is renewed although it did not differ.
    expect((renew - differ) / stood).toBeLessThan(1 / 6);
  }, 600_000);

  test('misses none when categories are named, described, moved, merged, sorted, made or taken away, and leaves what names none', async () => {
    await addTo(ids.Home ?? '', 'plain', { values: { title: 'Quiet' } });
    drawn = new DrawnPages(small.installation, async () => [
      ...(await everyAddress()),
      '/quiet',
      '/fr/quiet',
    ]);
    const at = (label: string, act: (id: string, revision: number) => Promise<unknown>) => () =>
      act(habitat(label).id, habitat(label).revision);
    const edits: [string, () => Promise<unknown>][] = [
      [
        'named',
        at('Mere', (id, revision) =>
          changeCategory(small.installation, person(), id, revision, { label: 'Old mere' }),
        ),
      ],
      [
        'named in French',
        at('Dyke', (id, revision) =>
          changeCategory(small.installation, person(), id, revision, { labels: { fr: 'Fossé' } }),
        ),
      ],
      [
        'described',
        at('Dune', (id, revision) =>
          changeCategory(small.installation, person(), id, revision, { values: { summary: 'Sand.' } }),
        ),
      ],
      [
        'moved',
        at('Edge', (id, revision) =>
          moveCategory(small.installation, person(), id, revision, { parent: habitat('Coast').id }),
        ),
      ],
      ['sorted', () => sortCategories(small.installation, person(), scheme(), null)],
      [
        'made',
        () =>
          addCategory(small.installation, person(), scheme(), { label: 'Bank', parent: habitat('Water').id }),
      ],
      [
        'merged',
        at('Dyke', (id, revision) =>
          mergeCategory(small.installation, person(), id, revision, habitat('Old mere').id),
        ),
      ],
      [
        'taken away',
        at('Dune', (id, revision) => removeCategory(small.installation, person(), id, revision, undefined)),
      ],
    ];
    for (const [what, act] of edits) {
      const { differing, renewed } = await drawn.after(act);
      expect([
        what,
        differing.length > 0,
        differing.filter((address) => !renewed.includes(address)),
        renewed.includes('/quiet'),
      ]).toEqual([what, what !== 'made', [], false]);
    }
  }, 600_000);

  test('misses none that the passing of time brings in, changes or drops', async () => {
    const hours = (n: number) => NOON + n * 3_600_000;
    const span = (from: number, until?: number) => ({
      from: new Date(hours(from)).toISOString(),
      ...(until === undefined ? {} : { until: new Date(hours(until)).toISOString() }),
    });
    const later = await changeEntry(
      small.installation,
      person(),
      (await species('Amber')).id,
      (await species('Amber')).revision,
      { values: { name: 'Amber eft', lives: [habitat('Dune').id] } },
    );
    await publishEntry(small.installation, person(), later.id, later.revision, span(2));
    const guest = await addEntry(small.installation, person(), {
      type: 'species',
      values: { name: 'Passing tern', lives: [habitat('Dyke').id] },
    });
    await publishEntry(small.installation, person(), guest.id, 1, span(1, 3));
    let differ = 0;
    for (const hour of [1, 2, 3]) {
      const { differing, renewed } = await drawn.after(() => Promise.resolve(small.at(hours(hour))));
      expect([hour, differing.filter((address) => !renewed.includes(address))]).toEqual([hour, []]);
      differ += differing.length;
    }
    expect(differ).toBeGreaterThan(12);
    // Nothing more is to come, so nothing is drawn anew for time alone.
    expect(await drawn.after(() => Promise.resolve(small.at(hours(60))))).toEqual({
      differing: [],
      renewed: [],
    });
  });
});
