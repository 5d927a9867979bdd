import { fill, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { documentFrom, smallModel } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { acts, undoAct } from '../services/acts';
import { restoreFromBin } from '../services/bin';
import { entries, entry, publishEntry, withdrawEntry } from '../services/entries';
import { insteadOf, withInstead } from '../services/instead';
import { addListing, binListing, publishListing } from '../services/listings';
import { importModel } from '../services/model';
import { addPage, binPage, page, publishPage, withdrawPage } from '../services/pages';
import { oldAddresses, visit } from '../services/visitor';

const title = { title: { label: 'Title', required: true } };
const face = { heading: ['title'] };
/** Pages that lead to pages and show species; species have pages of their own. */
const reserve = documentFrom({
  ...smallModel,
  contentTypes: {
    species: {
      label: 'Species',
      plural: 'Species',
      title: 'name',
      columns: ['name'],
      fields: { name: { label: 'Name', required: true } },
      face: { heading: ['name'] },
    },
  },
  blockTypes: {},
  pageTypes: {
    home: { label: 'Home', plural: 'Homes', fields: title, face },
    plain: {
      label: 'Plain page',
      plural: 'Plain pages',
      fields: {
        ...title,
        more: { kind: 'link', label: 'More', rules: { allow: ['page'] } },
        seen: { kind: 'entry', label: 'Seen here', rules: { types: ['species'], multiple: true } },
      },
      face,
    },
    list: { label: 'List', plural: 'Lists', source: 'listing', fields: title, face },
    speciesPage: {
      label: 'Species page',
      plural: 'Species pages',
      source: { entry: 'species' },
      fields: title,
      face,
    },
  },
  placements: { top: ['home'], home: ['plain', 'list', 'speciesPage'], plain: ['plain'] },
});

let small: SmallInstallation;
const person = () => small.people.architect;
const ids: Record<string, string> = {};
const id = (name: string): string => ids[name] ?? '';

async function add(
  name: string,
  type: string,
  parent: string | null,
  { listing, ...given }: { listing?: string; more?: JsonObject; seen?: string[] } = {},
): Promise<void> {
  const made = await addPage(small.installation, person(), {
    type,
    parent: parent === null ? null : id(parent),
    values: { title: name, ...given },
    ...(listing === undefined ? {} : { listing }),
  });
  await publishPage(small.installation, person(), made.id, made.revision, {});
  ids[name] = made.id;
}
const at = async (name: string) => (await page(small.installation, id(name))).revision;
const goes = async (address: string): Promise<string> => {
  const found = await visit(small.installation, address);
  return found?.found === 'elsewhere' ? found.address : (found?.found ?? 'nothing');
};
const lastAct = async () => (await acts(small.installation, { limit: 1 })).items[0];

beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, reserve);
  await fill(small, 'species', [{ values: { name: 'Heron' } }, { values: { name: 'Bittern' } }]);
  for (const { id: species, title: name } of (await entries(small.installation, { type: 'species' })).items)
    ids[name] = species;
  await add('Home', 'home', null);
  await add('Each species', 'speciesPage', 'Home');
  for (const name of ['Visit', 'Find us']) await add(name, 'plain', 'Home');
  await add('By boat', 'plain', 'Visit');
  await add('About', 'plain', 'Home', {
    more: { to: 'page', page: id('Visit') },
    seen: [id('Heron'), id('Bittern')],
  });
});
afterEach(() => small.close());

test('what is put in the place of a page is named where that was, its address leads there, and one act takes all back', async () => {
  const { installation } = small;
  const revision = await at('Visit');
  const binned = () =>
    withInstead(
      installation,
      person(),
      { id: id('Visit'), instead: id('Find us'), what: 'binned a page' },
      () => binPage(installation, person(), id('Visit'), revision, { branch: 'yes' }),
    );
  expect(await goes('/visit/boat')).toBe('page');
  await binned();
  expect((await page(installation, id('About'))).values).toMatchObject({ more: { page: id('Find us') } });
  expect([await goes('/visit'), await goes('/visit/boat')]).toEqual(['/find-us', '/find-us']);
  expect((await oldAddresses(installation, {})).items).toMatchObject([
    { address: '/visit', leadsTo: '/find-us', label: 'Find us', why: 'replaced' },
  ]);
  const act = await lastAct();
  expect(act?.what).toBe('binned a page, with another in its place');
  expect((await undoAct(installation, person(), act?.id ?? '')).left).toEqual([]);
  expect((await page(installation, id('About'))).values).toMatchObject({ more: { page: id('Visit') } });
  expect([await goes('/visit'), await goes('/visit/boat')]).toEqual(['page', 'page']);
});

test('an entry that is withdrawn leads to the one in its place, until it is published again', async () => {
  const { installation } = small;
  const { revision } = await entry(installation, id('Heron'));
  expect((await insteadOf(installation, id('Heron'), {})).items).toEqual([
    { id: id('Bittern'), label: 'Bittern', detail: '/bittern' },
  ]);
  await withInstead(
    installation,
    person(),
    { id: id('Heron'), instead: id('Bittern'), what: 'withdrew an entry' },
    () => withdrawEntry(installation, person(), id('Heron'), revision),
  );
  // It stood there already, and stands there once.
  expect((await page(installation, id('About'))).values).toMatchObject({ seen: [id('Bittern')] });
  expect(await goes('/heron')).toBe('/bittern');
  const again = await entry(installation, id('Heron'));
  await publishEntry(installation, person(), id('Heron'), again.revision, {});
  expect(await goes('/heron')).toBe('page');
});

test('a listing that pages show goes only with another in its place', async () => {
  const { installation } = small;
  const make = async (label: string) => {
    const made = await addListing(installation, person(), { label, rule: { from: ['species'] } });
    await publishListing(installation, person(), made.id, made.revision, {});
    return made.id;
  };
  const [first, second] = [await make('Birds'), await make('All birds')];
  await add('Birds here', 'list', 'Home', { listing: first });
  const bin = (instead?: string) =>
    withInstead(installation, person(), { id: first, instead, what: 'binned a listing' }, () =>
      binListing(installation, person(), first, 2, instead),
    );
  await expect(bin()).rejects.toMatchObject({ status: 422 });
  await bin(second);
  expect((await page(installation, id('Birds here'))).listing).toBe(second);
});

test('what cannot stand in its place is refused with why, and nothing goes', async () => {
  const { installation } = small;
  const withdraw = async (instead: string) =>
    withInstead(installation, person(), { id: id('Visit'), instead, what: 'withdrew a page' }, async () =>
      withdrawPage(installation, person(), id('Visit'), await at('Visit')),
    );
  const refused = async (instead: string, code: string) =>
    expect(withdraw(instead)).rejects.toMatchObject({ faults: [{ path: '/instead', code }] });
  await refused(id('Visit'), 'itself');
  await refused(id('By boat'), 'itself');
  await refused(id('Heron'), 'gone');
  await withdrawPage(installation, person(), id('Find us'), await at('Find us'));
  await refused(id('Find us'), 'not-seen');
  await binPage(installation, person(), id('Find us'), await at('Find us'));
  await refused(id('Find us'), 'gone');
  expect(await goes('/visit')).toBe('page');
  await restoreFromBin(installation, person(), id('Find us'));
  expect((await insteadOf(installation, id('Visit'), {})).items.map(({ label }) => label)).toEqual([
    'About',
    'Each species',
    'Home',
  ]);
});
