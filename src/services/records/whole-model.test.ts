import { importModel } from '../model/put-in-force';
import { placedPages, placementCounts, typeReach } from '../model/figures';
import { addListing, publishListing } from '../listings/write';
import { addMedia, changeMedium } from '../media/uploads';
import { mediaFile, renditionAsked } from '../media/renditions';
import { entryReach } from '../reach/entry-reach';
import sharp from 'sharp';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import type { JsonObject } from '../../core/json';
import { addCategory } from '../categories/edit';
import { addEntry, changeEntry, entry, publishEntry, withdrawEntry } from '../entries/write';
import { findEntries, knownByIds } from '../entries/find';
import { importEntries } from '../entries/import';
import { mediaList } from '../media/library';
import { addPage, changePage, page, publishPage } from '../pages/write';
import { pagePreview } from '../visitor/preview';
import { visit } from '../visitor/visit';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  await importModel(small.installation, wideDocument());
});
afterEach(() => small.close());

const editor = () => small.people.editor;
const architect = () => small.people.architect;
const type = (key: string) => small.installation.model.contentTypeByKey(key)!;

/** A published entry. */
async function shown(key: string, values: JsonObject): Promise<string> {
  const made = await addEntry(small.installation, editor(), { type: key, values });
  return (await publishEntry(small.installation, editor(), made.id, made.revision, {})).id;
}
async function picture(width = 900, name = 'heron.png', colour = '#336655'): Promise<string> {
  const bytes = await sharp({ create: { width, height: 600, channels: 3, background: colour } })
    .png()
    .toBuffer();
  return (await addMedia(small.installation, editor(), { name, alt: 'A heron stands.' }, bytes)).id;
}
async function home(): Promise<{ id: string; revision: number }> {
  const made = await addPage(small.installation, architect(), {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  return publishPage(small.installation, architect(), made.id, made.revision, {});
}
const drawn = async (address: string) => {
  const seen = await visit(small.installation, address);
  if (seen.found !== 'page') throw new Error(`nothing stands at ${address}`);
  return seen.page;
};

describe('entries of every kind', () => {
  test('are kept and spoken as they were given, groups, lists, links and pictures too', async () => {
    const media = await picture();
    const heron = await shown('species', { name: 'Bell heron' });
    const values = {
      title: 'Dawn walk',
      starts: '2026-12-01T06:50',
      shows: [heron],
      above: heron,
      place: { name: 'Second hide', spot: { latitude: 51.5, longitude: -0.9, words: 'By the reeds' } },
      book: { to: 'email', email: 'walks@quillwater.example', words: 'Book' },
    };
    const made = await addEntry(small.installation, editor(), { type: 'walk', values });
    expect((await entry(small.installation, made.id)).values).toEqual(values);
    const again = await changeEntry(small.installation, editor(), heron, 2, {
      values: {
        picture: { media, caption: 'At dawn' },
        facts: [{ label: 'Length', value: '80 cm' }],
        body: {
          type: 'doc',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'It stands still.' }] }],
        },
      },
    });
    expect(again.values).toMatchObject({
      picture: { media, caption: 'At dawn' },
      facts: [{ label: 'Length', value: '80 cm' }],
      minutes: 1,
    });
  });

  test('come into a list by what they link to, and its page is drawn anew when that differs', async () => {
    const heron = await shown('species', { name: 'Bell heron' });
    await shown('walk', { title: 'Dawn walk', shows: [heron] });
    await shown('walk', { title: 'Dusk walk' });
    const rule = { from: ['walk'], where: { field: 'shows.name', is: 'contains', value: 'heron' } };
    const made = await addListing(small.installation, architect(), { label: 'Herons', rule });
    expect(made.rule.where).toEqual(rule.where);
    await publishListing(small.installation, architect(), made.id, made.revision, {});
    const { id, revision } = await home();
    const kept = await changePage(small.installation, architect(), id, revision, {
      slots: {
        main: [
          ...((await page(small.installation, id)).slots.main as JsonObject[]),
          { type: 'walks', listing: made.id },
        ],
      },
    });
    await publishPage(small.installation, architect(), id, kept.revision, {});
    const listed = async () =>
      (await drawn('/')).slots[(await drawn('/')).slotOrder[0] ?? '']
        ?.at(-1)
        ?.listing?.items.map(({ face }) => face.heading?.[0]?.words);
    expect(await listed()).toEqual(['Dawn walk']);
    small.installation.rendered.keep(
      [id],
      '/',
      '<p></p>',
      Number.MAX_SAFE_INTEGER,
      small.installation.rendered.since,
    );
    const changed = await changeEntry(small.installation, editor(), heron, 2, {
      values: { name: 'Bell bittern' },
    });
    await publishEntry(small.installation, editor(), heron, changed.revision, {});
    expect(small.installation.rendered.find('/', small.installation.now())).toBeUndefined();
    expect(await listed()).toEqual([]);
    // An order through a link is kept by keys, and where an entry stands in it follows what it leads to.
    const ordered = await addListing(small.installation, architect(), {
      label: 'By what they show',
      rule: { from: ['walk'], order: [{ by: 'above.name', direction: 'up' }] },
    });
    expect(ordered.rule.order).toEqual([{ by: 'above.name', direction: 'up' }]);
  });

  test('are refused where they refer to what is not there, and told where it went later', async () => {
    const nobody = '01a2134c-927b-7258-a75e-2d0fc993d412';
    await expect(
      addEntry(small.installation, editor(), { type: 'walk', values: { title: 'x', shows: [nobody] } }),
    ).rejects.toMatchObject({ status: 422, faults: [{ path: '/values/shows/0', code: 'not-there' }] });
    await expect(
      addEntry(small.installation, editor(), {
        type: 'walk',
        values: { title: 'x', place: { spot: { latitude: 99, longitude: 0 } } },
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/values/place/spot/latitude' }] });
  });

  test('must differ where their type says so, and narrow to the branch that was chosen', async () => {
    await shown('species', { name: 'Bell heron' });
    const twin = await addEntry(small.installation, editor(), {
      type: 'species',
      values: { name: 'Bell heron' },
    });
    expect(twin.faults).toMatchObject([{ path: '/values/name', code: 'taken' }]);
    const [scheme = ''] = small.installation.model.schemes.map(({ id }) => id);
    const water = await addCategory(small.installation, architect(), scheme, {
      label: 'Water',
      parent: null,
    });
    const mere = await addCategory(small.installation, architect(), scheme, {
      label: 'Mere',
      parent: water.id,
    });
    const coast = await addCategory(small.installation, architect(), scheme, {
      label: 'Coast',
      parent: null,
    });
    const within = await addEntry(small.installation, editor(), {
      type: 'species',
      values: { name: 'Duck', branch: water.id, habitats: [mere.id] },
    });
    expect(within.faults).toEqual([]);
    const outside = await changeEntry(small.installation, editor(), within.id, 1, {
      values: { branch: coast.id },
    });
    expect(outside.faults).toMatchObject([{ path: '/values/habitats', code: 'branch' }]);
  });

  test('ask for what a condition shows, and only then', async () => {
    const made = await addEntry(small.installation, editor(), {
      type: 'species',
      values: { name: 'Owl', rarity: 'common' },
    });
    expect(made.faults).toEqual([]);
    expect(
      (await changeEntry(small.installation, editor(), made.id, 1, { values: { rarity: 'rare' } })).faults,
    ).toMatchObject([{ path: '/values/secret', code: 'required' }]);
  });

  test('are found by their words, and known by their ids', async () => {
    const heron = await shown('species', { name: 'Bell heron' });
    await shown('walk', { title: 'Heron walk' });
    expect(
      (await findEntries(small.installation, { q: 'heron', types: 'species' })).items.map(({ id }) => id),
    ).toEqual([heron]);
    expect(JSON.stringify(await knownByIds(small.installation, heron))).toContain('Bell heron');
  });
});

describe('rows that come from outside', () => {
  test('become drafts; one with a value that is none is told and left out', async () => {
    const answer = await importEntries(small.installation, editor(), type('species').id, {
      rows: [{ name: 'Heron' }, { name: 'Duck', rarity: 'huge' }, { name: 'Owl', rarity: 'rare' }],
    });
    expect(answer.ids.map((id) => id !== null)).toEqual([true, false, true]);
    expect(answer.faults).toMatchObject([{ row: 1, path: '/rarity', code: 'not-a-choice' }]);
    const owl = await entry(small.installation, answer.ids[2] ?? '');
    expect([owl.state, owl.faults.map(({ path }) => path)]).toEqual(['draft', ['/values/secret']]);
  });
  test('are not taken for a type that is not in force', async () => {
    await expect(
      importEntries(small.installation, editor(), '01a2134c-927b-7258-a75e-2d0fc993d412', { rows: [] }),
    ).rejects.toMatchObject({ status: 404 });
  });
});

describe('blocks on a page', () => {
  const text = (heading: string) => ({ type: 'text', values: { heading, body: 'Words.' } });

  test('are seen by visitors in their layout, with linked entries in small', async () => {
    const heron = await shown('species', { name: 'Bell heron', summary: 'Rings twice.' });
    const { id, revision } = await home();
    const before = (await page(small.installation, id)).slots as { main: JsonObject[] };
    await publishPage(
      small.installation,
      architect(),
      id,
      (
        await changePage(small.installation, architect(), id, revision, {
          slots: {
            main: [
              ...before.main,
              {
                type: 'columns',
                slots: { left: [text('Left')], right: [{ type: 'teaser', values: { what: heron } }] },
              },
            ],
          },
        })
      ).revision,
      {},
    );
    const seen = await drawn('/');
    expect(seen.rows?.[0]?.cells.map(({ width }) => width)).toEqual([8, 4]);
    expect(JSON.stringify(seen.slots)).toContain('Rings twice.');
    // What visitors see of the entry reaches the page that shows it.
    expect((await entryReach(small.installation, heron)).pages.map(({ detail }) => detail)).toEqual(['/']);
    await withdrawEntry(small.installation, editor(), heron, 2);
    expect(JSON.stringify((await drawn('/')).slots)).not.toContain('Bell heron');
  });

  test('are handed down to the pages below, until they put their own', async () => {
    const { id, revision } = await home();
    const footed = await changePage(small.installation, architect(), id, revision, {
      slots: { foot: [text('Foot of all')] },
    });
    await publishPage(small.installation, architect(), id, footed.revision, {});
    const below = await addPage(small.installation, architect(), {
      type: 'plain',
      parent: id,
      values: { title: 'Below' },
    });
    await publishPage(small.installation, architect(), below.id, below.revision, {});
    expect(JSON.stringify((await drawn('/below')).slots)).toContain('Foot of all');
    const own = await changePage(
      small.installation,
      architect(),
      below.id,
      (await page(small.installation, below.id)).revision,
      { slots: { foot: [text('Mine')] } },
    );
    await publishPage(small.installation, architect(), below.id, own.revision, {});
    const slots = JSON.stringify((await drawn('/below')).slots);
    expect(slots).toContain('Mine');
    expect(slots).not.toContain('Foot of all');
  });

  test('that are handed down are renewed wherever they stand, when a list in them differs', async () => {
    const made = await addListing(small.installation, architect(), {
      label: 'All',
      rule: { from: ['walk'] },
    });
    await publishListing(small.installation, architect(), made.id, made.revision, {});
    const { id, revision } = await home();
    const footed = await changePage(small.installation, architect(), id, revision, {
      slots: { foot: [{ type: 'walks', listing: made.id }] },
    });
    await publishPage(small.installation, architect(), id, footed.revision, {});
    const below = await addPage(small.installation, architect(), {
      type: 'plain',
      parent: id,
      values: { title: 'Below' },
    });
    await publishPage(small.installation, architect(), below.id, below.revision, {});
    small.installation.rendered.keep(
      [below.id],
      '/below',
      '<p></p>',
      Number.MAX_SAFE_INTEGER,
      small.installation.rendered.since,
    );
    await shown('walk', { title: 'Dawn walk' });
    expect(small.installation.rendered.find('/below', small.installation.now())).toBeUndefined();
    expect(JSON.stringify((await drawn('/below')).slots)).toContain('Dawn walk');
  });

  test('hold back publishing where they break a rule, and are refused where they are none', async () => {
    const made = await addPage(small.installation, architect(), {
      type: 'home',
      parent: null,
      values: { title: 'Home' },
    });
    const broken = await changePage(small.installation, architect(), made.id, made.revision, {
      slots: { main: [{ type: 'text', values: { heading: 'x' } }] },
    });
    expect(broken.faults.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['/slots/main', '/slots/main/0/values/body']),
    );
    await expect(
      publishPage(small.installation, architect(), made.id, broken.revision, {}),
    ).rejects.toMatchObject({ status: 422 });
    await expect(
      changePage(small.installation, architect(), made.id, broken.revision, {
        slots: { main: [{ type: 'banner' }] },
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/slots/main/0/type' }] });
    // Nothing of the refused change was kept, and the preview shows what was.
    expect(JSON.stringify(await pagePreview(small.installation, made.id))).toContain('"x"');
  });

  test('a hidden block is kept, and not seen', async () => {
    const { id } = await home();
    const { slots, revision } = await page(small.installation, id);
    const kept = await changePage(small.installation, architect(), id, revision, {
      slots: { main: [...(slots as { main: JsonObject[] }).main, { ...text('Hidden'), hidden: true }] },
    });
    await publishPage(small.installation, architect(), id, kept.revision, {});
    expect(JSON.stringify((await page(small.installation, id)).slots)).toContain('Hidden');
    expect(JSON.stringify((await drawn('/')).slots)).not.toContain('Hidden');
  });

  test('settings that the site leaves open are set on a page, and go back to the inherited one', async () => {
    const { id } = await home();
    const below = await addPage(small.installation, architect(), {
      type: 'plain',
      parent: id,
      values: { title: 'Quiet' },
    });
    await publishPage(small.installation, architect(), below.id, below.revision, {});
    expect((await drawn('/')).navigation.map(({ label }) => label)).toEqual(['Quiet']);
    const hidden = await changePage(
      small.installation,
      architect(),
      below.id,
      (await page(small.installation, below.id)).revision,
      { settings: { inNavigation: 'no' } },
    );
    await publishPage(small.installation, architect(), below.id, hidden.revision, {});
    expect((await drawn('/')).navigation).toEqual([]);
    await expect(
      changePage(
        small.installation,
        architect(),
        below.id,
        (await page(small.installation, below.id)).revision,
        { settings: { showTitle: 'no' } },
      ),
    ).rejects.toMatchObject({ faults: [{ path: '/settings/showTitle', code: 'held' }] });
  });
});

describe('media', () => {
  test('are what their bytes say, and kept once', async () => {
    const one = await picture(900, 'heron.exe');
    expect(await picture(900, 'the same.png')).toBe(one);
    const { items } = await mediaList(small.installation, {});
    expect(items).toMatchObject([
      { id: one, sort: 'picture', mime: 'image/png', width: 900, height: 600, alt: 'A heron stands.' },
    ]);
    await expect(
      addMedia(small.installation, editor(), { name: 'trick.png' }, Buffer.from('<svg onload="alert(1)"/>')),
    ).rejects.toMatchObject({ status: 422, faults: [{ code: 'sort' }] });
    const whole = await sharp({
      create: {
        width: 900,
        height: 600,
        channels: 3,
        background: '#2f5a52',
        noise: { type: 'gaussian', mean: 100, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    await expect(
      addMedia(
        small.installation,
        editor(),
        { name: 'cut.jpg' },
        whole.subarray(0, Math.floor(whole.length * 0.6)),
      ),
    ).rejects.toMatchObject({ faults: [{ code: 'picture' }] });
    await expect(
      addMedia(small.installation, editor(), { name: 'empty.png' }, Buffer.alloc(0)),
    ).rejects.toMatchObject({ faults: [{ code: 'empty' }] });
  });
  test('come in the sizes they are asked for, cropped around their point', async () => {
    const id = await picture();
    const [item] = (await mediaList(small.installation, {})).items;
    const file = item?.address.split('/').at(-1) ?? '';
    const asked = renditionAsked(new URLSearchParams('w=320&r=1')) ?? undefined;
    const small320 = await mediaFile(small.installation, id, file, asked);
    expect(await sharp(small320!.path).metadata()).toMatchObject({
      width: 320,
      height: 320,
      format: 'webp',
    });
    expect(await mediaFile(small.installation, id, 'another.png', undefined)).toBeUndefined();
  });
  test('keep their words, guarded by the revision that was read', async () => {
    const id = await picture();
    expect(
      await changeMedium(small.installation, editor(), id, 1, {
        values: { alternativeText: 'A heron at dawn.' },
      }),
    ).toMatchObject({ alt: 'A heron at dawn.', revision: 2 });
    await expect(
      changeMedium(small.installation, editor(), id, 1, { values: { alternativeText: 'x' } }),
    ).rejects.toMatchObject({ status: 412 });
  });
});

test('what a type reaches, and how pages stand, is counted from what is there', async () => {
  const { id } = await home();
  const below = await addPage(small.installation, architect(), {
    type: 'plain',
    parent: id,
    values: { title: 'Below' },
  });
  await publishPage(small.installation, architect(), below.id, below.revision, {});
  await shown('species', { name: 'Bell heron' });
  expect(await typeReach(small.installation, type('species').id)).toMatchObject({
    entries: 1,
    pages: 0,
    listings: [],
  });
  const plain = small.installation.model.pageTypeByKey('plain')!.id;
  expect(await typeReach(small.installation, plain)).toMatchObject({ pages: 1, shown: 1 });
  const homeType = small.installation.model.pageTypeByKey('home')!.id;
  expect(
    (await placedPages(small.installation, `${homeType}>${plain},nothing>${plain}`)).items,
  ).toMatchObject([{ sort: 'page', label: 'Below' }]);
  expect((await placedPages(small.installation, `${plain}>${plain},top>${homeType}`)).items).toMatchObject([
    { detail: '/' },
  ]);
  expect((await placementCounts(small.installation)).items).toEqual(
    expect.arrayContaining([
      { parent: 'top', child: homeType, pages: 1 },
      { parent: homeType, child: plain, pages: 1 },
    ]),
  );
});
