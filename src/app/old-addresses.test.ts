import fc from 'fast-check';
import { fill, NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { contentType, documentFrom, smallModel } from '../../tests/small-model';
import { entries } from '../services/entries';
import { entryAddresses } from '../services/entries/addresses';
import {
  categoriesOf,
  changeCategory,
  importCategories,
  mergeCategory,
  moveCategory,
} from '../services/categories';
import { importModel } from '../services/model';
import { addPage, changePage, movePage, page, publishPage, siteTree, withdrawPage } from '../services/pages';
import { oldAddresses, visit } from '../services/visitor';
import { followed } from './followed';

const title = { title: { label: 'Title', required: true } };
const face = { heading: ['title'] };
/** Pages in a tree; species and habitats have pages of their own below them. */
const reserve = documentFrom({
  ...smallModel,
  schemes: { habitat: { label: 'Habitat', plural: 'Habitats', sort: 'categories', fields: {} } },
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      columns: ['name'],
      fields: {
        name: { label: 'Name', required: true },
        lives: { kind: 'category', label: 'Lives in', rules: { scheme: 'habitat' } },
      },
      face: { heading: ['name'] },
    },
  },
  blockTypes: {},
  pageTypes: {
    home: { label: 'Home', plural: 'Homes', fields: title, face },
    plain: { label: 'Plain page', plural: 'Plain pages', fields: title, face },
    speciesPage: {
      label: 'Species page',
      plural: 'Species pages',
      source: { entry: 'species' },
      fields: title,
      face,
    },
    habitatPage: {
      label: 'Habitat page',
      plural: 'Habitat pages',
      source: { category: 'habitat', empty: 'up' },
      fields: title,
      face,
    },
  },
  placements: {
    top: ['home'],
    home: ['plain', 'speciesPage', 'habitatPage'],
    plain: ['plain', 'speciesPage', 'habitatPage'],
  },
});

let small: SmallInstallation;
const person = () => small.people.architect;
const ids: Record<string, string> = {};
const scheme = () => small.installation.model.schemeByKey('habitat')?.id ?? '';
const habitats = () => categoriesOf(small.installation, scheme()).items;

async function add(name: string, type: string, parent: string | null): Promise<void> {
  const made = await addPage(small.installation, person(), {
    type,
    parent: parent === null ? null : (ids[parent] ?? ''),
    values: { title: name },
  });
  await publishPage(small.installation, person(), made.id, made.revision, {});
  ids[name] = made.id;
}
const slug = async (name: string, to: string) => {
  const { id, revision } = await page(small.installation, ids[name] ?? '');
  await changePage(small.installation, person(), id, revision, { slug: to });
};
const move = async (name: string, parent: string) => {
  const { id, revision } = await page(small.installation, ids[name] ?? '');
  await movePage(small.installation, person(), id, revision, { parent: ids[parent] ?? '' });
};

/** Where everything that visitors see stands, by what it is. */
async function standing(): Promise<Map<string, string>> {
  const { pages } = await siteTree(small.installation);
  const type = contentType(small.installation.model, 'species').id;
  const all = (await entries(small.installation, { type: 'species', limit: 100 })).items;
  const own = await entryAddresses(
    small.installation.content,
    small.installation,
    all.map(({ id }) => ({ id, type })),
  );
  const plain = pages.filter(({ type: of }) => of === 'plain' || of === 'home');
  const each = pages.find(({ type: of }) => of === 'habitatPage');
  const under = each?.address.split('/').slice(0, -1).join('/') ?? '';
  const categories = habitats().map(({ id }): [string, string] => [
    id,
    `${under}/${small.installation.categories
      .trail(id)
      .map((category) => category.slug)
      .join('/')}`,
  ]);
  return new Map([...plain.map(({ id, address }): [string, string] => [id, address]), ...own, ...categories]);
}

beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, reserve);
  await importCategories(small.installation, person(), scheme(), {
    format: 'indented',
    text: 'Water\n  Mere\n    Edge\n  Dyke\nCoast\n  Dune',
  });
  const inEach = habitats().map(({ id, label }) => ({ values: { name: `${label} dweller`, lives: id } }));
  await fill(small, 'species', inEach);
  await add('Home', 'home', null);
  for (const name of ['Visit', 'Learn', 'Species', 'Habitats']) await add(name, 'plain', 'Home');
  await add('Winter', 'plain', 'Visit');
  await add('Walks', 'plain', 'Winter');
  await add('Each species', 'speciesPage', 'Species');
  await add('Each habitat', 'habitatPage', 'Habitats');
});
afterEach(() => small.close());

const leads = async (address: string) => {
  const found = await visit(small.installation, address);
  return found.found === 'elsewhere' ? found.address : found.found;
};

test('what is renamed or moved leaves its address behind, with all that stands below it, in every language', async () => {
  await slug('Winter', 'cold-months');
  await move('Winter', 'Learn');
  await slug('Learn', 'school');
  expect([
    await leads('/visit/winter/walks'),
    await leads('/visit/cold-months'),
    await leads('/learn'),
  ]).toEqual(['/school/cold-months/walks', '/school/cold-months', '/school']);
  expect(await leads('/fr/visit/winter')).toBe('/fr/school/cold-months');
  expect(await leads('/visit/summer')).toBe('nothing');
  // Entries and categories go with the page that they stand under, and with the one that says how they are.
  await slug('Species', 'creatures');
  expect(await leads('/species/mere-dweller')).toBe('/creatures/mere-dweller');
  await move('Each species', 'Learn');
  expect([await leads('/species/mere-dweller'), await leads('/creatures/mere-dweller')]).toEqual([
    '/school/mere-dweller',
    '/school/mere-dweller',
  ]);
  // An address that is taken again wins.
  await add('Winter again', 'plain', 'Visit');
  await slug('Winter again', 'winter');
  expect([await leads('/visit/winter'), await leads('/visit/winter/walks')]).toEqual([
    'page',
    '/school/cold-months/walks',
  ]);
  const { items, total } = await oldAddresses(small.installation, {});
  expect(total).toBe(items.length);
  expect(items.find(({ address, why }) => address === '/visit/winter' && why === 'renamed')).toMatchObject({
    label: 'Winter',
    leadsTo: '/school/cold-months',
    taken: true,
  });
  const { id, revision } = await page(small.installation, ids.Learn ?? '');
  await withdrawPage(small.installation, person(), id, revision);
  expect(await leads('/learn')).toBe('nothing');
});

test('the old address of a page that nobody saw is not kept, and a feed follows its page', async () => {
  const made = await addPage(small.installation, person(), {
    type: 'plain',
    parent: ids.Visit ?? '',
    values: { title: 'Draft' },
  });
  await changePage(small.installation, person(), made.id, made.revision, { slug: 'other' });
  expect((await oldAddresses(small.installation, {})).total).toBe(0);
  await slug('Visit', 'come');
  expect(await followed(small.installation, { address: '/visit', kind: 'atom' })).toEqual({
    movedTo: '/come/feed.atom',
  });
});

test('whatever is renamed, moved or merged, each address that ever stood leads where its thing stands now', async () => {
  const names = ['Visit', 'Learn', 'Species', 'Habitats', 'Winter', 'Walks'];
  const edit = fc.oneof(
    fc.record({
      act: fc.constant('slug' as const),
      which: fc.nat(5),
      to: fc.constantFrom('a', 'b', 'c', 'd'),
    }),
    fc.record({ act: fc.constant('move' as const), which: fc.nat(5), to: fc.constantFrom(...names, 'Home') }),
    fc.record({ act: fc.constant('home' as const), which: fc.nat(1), to: fc.constantFrom(...names, 'Home') }),
    fc.record({
      act: fc.constant('category' as const),
      which: fc.nat(20),
      to: fc.constantFrom('a', 'b', 'c'),
    }),
    fc.record({ act: fc.constant('under' as const), which: fc.nat(20), to: fc.nat(20).map(String) }),
    fc.record({ act: fc.constant('merge' as const), which: fc.nat(20), to: fc.nat(20).map(String) }),
  );
  const heirs = new Map<string, string>();
  const done = async ({ act, which, to }: { act: string; which: number; to: string }): Promise<void> => {
    if (act === 'slug') return slug(names[which] ?? '', to);
    if (act === 'move') return move(names[which] ?? '', to);
    if (act === 'home') return move(['Each species', 'Each habitat'][which] ?? '', to);
    const all = habitats();
    const one = all[which % all.length]!;
    const other = all[Number(to) % all.length];
    if (act === 'category')
      await changeCategory(small.installation, person(), one.id, one.revision, { slug: to });
    else if (act === 'under')
      await moveCategory(small.installation, person(), one.id, one.revision, {
        parent: other === one ? null : (other?.id ?? null),
      });
    else if (other && all.length > 2) {
      await mergeCategory(small.installation, person(), one.id, one.revision, other.id);
      heirs.set(one.id, other.id);
    }
  };
  const heirOf = (thing: string): string => {
    const heir = heirs.get(thing);
    return heir === undefined ? thing : heirOf(heir);
  };
  let followed = 0;
  let refused = 0;
  const ever = new Map<string, string>();
  for (const [i, each] of fc.sample(edit, { numRuns: 40, seed: 3 }).entries()) {
    for (const [thing, address] of await standing()) ever.set(address, thing);
    small.at(NOON + i * 1000);
    // Some cannot be done: below itself, an address that is taken.
    await done(each).catch(() => (refused += 1));
    const now = await standing();
    const addresses = new Set(now.values());
    for (const [address, thing] of ever) {
      const at = now.get(heirOf(thing));
      // What another hides, which has the same address, has none; an empty category leads on for now.
      if ([...now.values()].filter((other) => other === at).length > 1) continue;
      if (at === undefined || addresses.has(address) || (await leads(at)) !== 'page') continue;
      expect([i, each, address, await leads(address)]).toEqual([i, each, address, at]);
      followed += 1;
    }
  }
  expect([followed > 120, refused < 26]).toEqual([true, true]);
});
