import { addListing, binListing, publishListing } from '../listings/write';
import { addressFor, homesFor, mayStandUnder, siteTree, typesUnder } from './tree';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { homesIn, placeOf } from '../../store/pages';
import { verdictFor, verdictsAmong } from './places';
import { addPage, binPage, changePage, movePage, page, publishPage, withdrawPage } from './write';

let small: SmallInstallation;
let top: string;
const add = (type: string, title: string, parent: string | null = top, rest = {}) =>
  addPage(small.installation, small.people.editor, { type, parent, values: { title }, ...rest });
beforeEach(async () => {
  small = await smallInstallation();
  top = (await add('home', 'Home', null)).id;
});
afterEach(() => small.close());

describe('a page', () => {
  test('takes its address from its title and its place', async () => {
    const visit = await add('plain', 'How to Visit the Reserve');
    expect(visit).toMatchObject({ slug: 'how-visit-reserve', address: '/how-visit-reserve', state: 'draft' });
    const below = await add('plain', 'By Train', visit.id);
    expect(below.address).toBe('/how-visit-reserve/train');
    expect(
      await addressFor(small.installation, { type: 'plain', title: 'By Train', parent: visit.id }),
    ).toEqual({ slug: 'train-2', address: '/how-visit-reserve/train-2' });
  });
  test('stands only where its type may, and says why not elsewhere', async () => {
    await expect(add('loose', 'Loose')).rejects.toMatchObject({
      status: 422,
      title: 'Home may not hold Loose leaf. No page type may hold Loose leaf yet.',
      faults: [{ path: '/parent', code: 'placement' }, { path: '/parent' }],
    });
    await expect(add('home', 'Another', null)).rejects.toMatchObject({
      status: 422,
      title: 'The top of a site may hold at most 1 Home.',
    });
    await expect(add('plain', 'Lost', '01a211ae-09db-7716-b71b-8261e62a7f8d')).rejects.toMatchObject({
      faults: [{ path: '/parent', code: 'gone' }],
    });
    await expect(add('bats', 'Bats')).rejects.toMatchObject({ faults: [{ path: '/type' }] });
    const { items } = await typesUnder(small.installation, top);
    expect(items.map(({ id, allowed }) => [id, allowed])).toEqual([
      ['plain', true],
      ['index', true],
      ['home', false],
      ['loose', false],
    ]);
    expect((await siteTree(small.installation)).pages).toHaveLength(1);
  });
  test.each(['bench', 'api', '_next', 'site.css', 'fonts', 'page', 'fr', 'en-gb'])(
    'can never take the address /%s',
    async (slug) => {
      await expect(add('plain', 'x', top, { slug })).rejects.toMatchObject({ faults: [{ path: '/slug' }] });
      const made = await add('plain', slug.replace('_', ''));
      expect(made.address).not.toBe(`/${slug}`);
    },
  );
  test('refuses an address that is none, or is taken', async () => {
    await add('plain', 'Visit');
    for (const slug of ['Visit', 'a b', 'a--b', '-a', 'é', '../x', ''])
      await expect(add('plain', 'x', top, { slug })).rejects.toMatchObject({ faults: [{ path: '/slug' }] });
    await expect(add('plain', 'x', top, { slug: 'visit' })).rejects.toMatchObject({
      title: '"Visit" stands at this address already.',
    });
  });
  test('that is filled by a listing names one of those there are', async () => {
    const listing = await addListing(small.installation, small.people.architect, {
      label: 'Index',
      rule: { from: ['species'] },
    });
    const index = await add('index', 'Species');
    expect(index.faults).toMatchObject([{ path: '/listing', code: 'required' }]);
    await expect(publishPage(small.installation, small.people.editor, index.id, 1, {})).rejects.toMatchObject(
      { status: 422 },
    );
    await expect(
      changePage(small.installation, small.people.editor, index.id, 1, { listing: top }),
    ).rejects.toMatchObject({ faults: [{ path: '/listing' }] });
    const filled = await changePage(small.installation, small.people.editor, index.id, 1, {
      listing: listing.id,
    });
    expect(filled).toMatchObject({ listing: listing.id, faults: [] });
    await expect(add('plain', 'Plain', top, { listing: listing.id })).rejects.toMatchObject({
      title: 'Plain page is not filled by a listing.',
    });
    const shows = { title: 'Species shows this listing. Give it another first.' };
    const bin = () => binListing(small.installation, small.people.architect, listing.id, listing.revision);
    await expect(bin()).rejects.toMatchObject(shows);
    await publishPage(small.installation, small.people.editor, index.id, filled.revision, {});
    await expect(bin()).rejects.toMatchObject(shows);
  });
});

describe('the tree', () => {
  test('moves a branch with all its addresses, but never below itself or where it may not stand', async () => {
    const visit = await add('plain', 'Visit');
    const about = await add('plain', 'About');
    const child = await add('plain', 'By train', visit.id);
    const index = await add('index', 'Species');
    await movePage(small.installation, small.people.editor, visit.id, visit.revision, { parent: about.id });
    expect((await page(small.installation, child.id)).address).toBe('/about/visit/train');
    await expect(
      movePage(small.installation, small.people.editor, about.id, about.revision, { parent: child.id }),
    ).rejects.toMatchObject({ faults: [{ code: 'circle' }] });
    await expect(
      movePage(small.installation, small.people.editor, index.id, index.revision, { parent: about.id }),
    ).rejects.toMatchObject({ faults: [{ code: 'placement' }, { code: 'placement' }] });
    const homes = (await homesFor(small.installation, index.id, {})).items;
    expect(homes.filter(({ allowed }) => allowed).map(({ label, reasons }) => [label, reasons])).toEqual([
      ['Home', ['It stands here now.']],
    ]);
  });
  test('is told of every home at once what it is told of each alone', async () => {
    const { installation } = small;
    const visit = await add('plain', 'Visit');
    for (const title of ['By train', 'By bus']) await add('plain', title, visit.id);
    await add('index', 'Species');
    const homes = await homesIn(installation.content, installation.site.id, { after: '', most: 100 });
    const standing = new Set<string>();
    for (const moved of homes) {
      const type = installation.model.pageType(moved.type);
      if (!type || moved.parent === null) continue;
      const together = await verdictsAmong(installation.content, installation, type, homes, {
        ...moved,
        site: installation.site.id,
      });
      for (const [i, home] of homes.entries()) {
        if (home.record === moved.parent || home.record === moved.record) continue;
        const parent = await placeOf(installation.content, home.record);
        if (!parent) throw new Error(home.title);
        const at = { site: installation.site, parent };
        const alone = await verdictFor(installation.content, installation, type, at, moved.record);
        const below = together[i]?.reasons.includes('A page cannot stand below itself.');
        if (!below) expect(together[i]).toEqual(alone);
        standing.add(`${moved.title} ${home.title} ${below ? 'below' : alone.allowed}`);
      }
    }
    expect(standing).toContain('Visit By train below');
    expect(standing).toContain('By bus Home true');
    expect(standing).toContain('Species Visit false');
  });
  test('is told its first homes, and by words where it may not stand', async () => {
    const { installation } = small;
    for (let i = 0; i < 12; i += 1) await add('plain', `Hide ${i}`);
    const index = await add('index', 'Species');
    const told = async (id: string, query: { q?: string; limit?: number }) => {
      const { items, more } = await homesFor(installation, id, query);
      return { labels: items.map(({ label, allowed }) => `${label} ${allowed}`), more };
    };
    expect(await told(index.id, {})).toEqual({ labels: ['Home true'], more: false });
    expect(await told(index.id, { q: 'hid', limit: 3 })).toEqual({
      labels: ['Hide 0 false', 'Hide 1 false', 'Hide 10 false'],
      more: true,
    });
    const hide = (await siteTree(installation)).pages.find(({ title }) => title === 'Hide 3')?.id ?? '';
    expect((await told(hide, {})).labels).toEqual(expect.arrayContaining(['Home true', 'Hide 11 true']));
    // What is told of one is what is told among all.
    for (const each of (await homesFor(installation, hide, { q: 'hide' })).items)
      expect(await mayStandUnder(installation, hide, each.id ?? '')).toEqual(each);
  });
  test('keeps the order that pages are given', async () => {
    const [a, b, c] = [await add('plain', 'A1'), await add('plain', 'B1'), await add('plain', 'C1')];
    await movePage(small.installation, small.people.editor, c.id, c.revision, { parent: top, after: null });
    await movePage(small.installation, small.people.editor, a.id, a.revision, { parent: top, after: b.id });
    expect((await siteTree(small.installation)).pages.map(({ title }) => title)).toEqual([
      'Home',
      'C1',
      'B1',
      'A1',
    ]);
    await expect(
      movePage(small.installation, small.people.editor, b.id, b.revision, { parent: top, after: top }),
    ).rejects.toMatchObject({ faults: [{ path: '/after' }] });
  });
  test('gives the address of a page in the bin free, and keeps pages that have others below', async () => {
    const visit = await add('plain', 'Visit');
    await add('plain', 'By train', visit.id);
    await expect(
      binPage(small.installation, small.people.editor, visit.id, visit.revision),
    ).rejects.toMatchObject({ title: expect.stringContaining('Pages stand below') });
    const about = await add('plain', 'About');
    await binPage(small.installation, small.people.editor, about.id, about.revision);
    expect((await add('plain', 'About')).address).toBe('/about');
    await expect(page(small.installation, about.id)).rejects.toMatchObject({ status: 404 });
  });
  test('guards every change by the revision that was read', async () => {
    const visit = await add('plain', 'Visit');
    await changePage(small.installation, small.people.editor, visit.id, 1, { slug: 'come' });
    await expect(
      changePage(small.installation, small.people.editor, visit.id, 1, { slug: 'go' }),
    ).rejects.toMatchObject({ status: 412 });
    await expect(publishPage(small.installation, small.people.editor, visit.id, 1, {})).rejects.toMatchObject(
      { status: 412 },
    );
    const published = await publishPage(small.installation, small.people.editor, visit.id, 2, {});
    expect(published.state).toBe('published');
    small.at(NOON + 1000);
    expect(
      (await withdrawPage(small.installation, small.people.editor, visit.id, published.revision)).state,
    ).toBe('withdrawn');
  });
});

describe('a listing', () => {
  test('shows visitors what is in force while another is worked on', async () => {
    const made = await addListing(small.installation, small.people.architect, {
      label: 'Index',
      rule: { from: ['species'] },
    });
    expect(made).toMatchObject({ key: 'index', state: 'draft', rule: { limit: 24 } });
    const inForce = await publishListing(
      small.installation,
      small.people.architect,
      made.id,
      made.revision,
      {},
    );
    expect(inForce).toMatchObject({ state: 'published', differs: false });
    await expect(
      publishListing(small.installation, small.people.architect, made.id, made.revision, {}),
    ).rejects.toMatchObject({ status: 412 });
  });
});
