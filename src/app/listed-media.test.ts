import { importModel } from '../services/model';
import { addCategory, mergeCategory, removeCategory } from '../services/categories';
import { addListing, publishListing, tryListing } from '../services/listings';
import { addMedia, changeMedium, mediaList, medium, mediumReach } from '../services/media';
import { addPage, publishPage, siteTree } from '../services/pages';
import fc from 'fast-check';
import sharp from 'sharp';
import { DrawnPages } from '../../tests/drawn-pages';
import { NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { withSpeciesPages } from '../../tests/small-model';
import type { Json, JsonObject } from '../core/json';
import { FOLDERS } from '../core/model/media-type';
import { newScheme } from '../core/model/fresh/start';

let small: SmallInstallation;
let drawn: DrawnPages;
const folders: Record<string, string> = {};
const branches: Record<string, string> = {};
const media: Record<string, string> = {};
const editor = () => small.people.editor;
const architect = () => small.people.architect;

const pdf = (words: string) => Buffer.from(`%PDF-1.4\n% ${words}\n%%EOF\n`);
const picture = (width: number) =>
  sharp({ create: { width, height: 40, channels: 3, background: '#336655' } })
    .png()
    .toBuffer();
async function bring(name: string, bytes: Buffer, folder?: string): Promise<void> {
  media[name] = (
    await addMedia(
      small.installation,
      editor(),
      { name, ...(folder ? { folder: folders[folder] ?? '' } : {}) },
      bytes,
    )
  ).id;
}
const say = async (name: string, patch: JsonObject) =>
  changeMedium(
    small.installation,
    editor(),
    media[name] ?? '',
    (await medium(small.installation, media[name] ?? '')).revision,
    patch,
  );
const scheme = () => small.installation.model.schemes[0]?.definition.key ?? '';
const result = async (where: Json, more: JsonObject = {}) =>
  (
    await tryListing(small.installation, {
      rule: { from: ['media'], where, order: [{ by: 'name', direction: 'up' }], ...more },
    })
  ).entries.map(({ face }) => face.heading?.[0]?.words);

async function stand(
  title: string,
  type: string,
  parent: string | null,
  ...listings: string[]
): Promise<string> {
  const made = await addPage(small.installation, architect(), {
    type,
    parent,
    values: { title },
    ...(listings.length > 0
      ? { slots: { main: listings.map((listing) => ({ type: 'listing', listing })) } }
      : {}),
  });
  return (await publishPage(small.installation, architect(), made.id, made.revision, {})).id;
}
async function inForce(label: string, rule: JsonObject): Promise<string> {
  const made = await addListing(small.installation, architect(), {
    label,
    rule: { heading: label, ...rule },
  });
  await publishListing(small.installation, architect(), made.id, made.revision, {});
  return made.id;
}

beforeEach(async () => {
  small = await smallInstallation();
  drawn = new DrawnPages(small.installation, async () =>
    (await siteTree(small.installation)).pages.map(({ address }) => address),
  );
  await importModel(small.installation, { ...withSpeciesPages(), schemes: [newScheme('Habitat', [])] });
  // Folders are kept by those who write; every other scheme by those who shape the model.
  for (const [label, parent] of [
    ['Papers', null],
    ['Leaflets', 'Papers'],
    ['Drawings', null],
  ] as const)
    folders[label] = (
      await addCategory(small.installation, editor(), FOLDERS, {
        label,
        parent: parent && (folders[parent] ?? ''),
      })
    ).id;
  for (const label of ['Water', 'Coast'])
    branches[label] = (
      await addCategory(small.installation, architect(), small.installation.model.schemes[0]?.id ?? '', {
        label,
        parent: null,
      })
    ).id;
  await bring('Trail.pdf', pdf('trail'), 'Leaflets');
  await bring('Counts.pdf', pdf('counts'), 'Papers');
  await bring('Heron.png', await picture(60), 'Drawings');
  await bring('Reeds.png', await picture(90));
});
afterEach(() => small.close());

test('media are listed by folder with those below it, by sort, by category and by what their files say', async () => {
  await say('Heron.png', {
    values: { [scheme()]: [branches.Water ?? ''], alternativeText: 'It stands still.' },
  });
  expect(await result({ field: 'folder', is: 'under', value: [folders.Papers ?? ''] })).toEqual([
    'Counts',
    'Trail',
  ]);
  expect(await result({ field: 'folder', is: 'empty' })).toEqual(['Reeds']);
  expect(
    await result({
      all: [
        { field: 'sort', is: 'equals', value: 'picture' },
        { field: 'width', is: 'moreThan', value: 70 },
      ],
    }),
  ).toEqual(['Reeds']);
  expect(await result({ field: scheme(), is: 'oneOf', value: [branches.Water ?? ''] })).toEqual(['Heron']);
  expect(await result({ not: { field: 'alternativeText', is: 'filled' } })).toEqual([
    'Counts',
    'Reeds',
    'Trail',
  ]);
  expect(await result({ field: 'added', is: 'after', value: { now: '-1 days' } }, { limit: 2 })).toEqual([
    'Counts',
    'Heron',
  ]);
  expect(
    await result({ author: [editor().uuid] }, { pins: [{ entry: media['Reeds.png'] ?? '' }], limit: 2 }),
  ).toEqual(['Reeds', 'Counts']);
  await expect(
    tryListing(small.installation, {
      rule: { from: ['media'], where: { all: [{ field: 'weight', is: 'filled' }] } },
    }),
  ).rejects.toMatchObject({ faults: [{ path: '/rule/where/all/0/field', code: 'unknown-field' }] });
});

test('what a folder holds goes over when it becomes part of another, and lies in none when it goes', async () => {
  const revision = (label: string) => small.installation.categories.get(folders[label] ?? '')?.revision ?? 0;
  await mergeCategory(
    small.installation,
    editor(),
    folders.Leaflets ?? '',
    revision('Leaflets'),
    folders.Drawings ?? '',
  );
  expect(await result({ field: 'folder', is: 'equals', value: folders.Drawings ?? '' })).toEqual([
    'Heron',
    'Trail',
  ]);
  await removeCategory(small.installation, editor(), folders.Drawings ?? '', revision('Drawings'), undefined);
  expect((await mediaList(small.installation, { folder: 'none' })).total).toBe(3);
  await expect(
    addCategory(small.installation, editor(), small.installation.model.schemes[0]?.id ?? '', {
      label: 'Dune',
      parent: null,
    }),
  ).rejects.toMatchObject({ status: 403 });
});

test('what is said of a medium in another language stands beside it there, and what breaks a rule is refused', async () => {
  const { document } = small.installation.model;
  await importModel(small.installation, { ...document, locales: { ...document.locales, others: ['fr'] } });
  const home = await stand('Home', 'home', null);
  await stand(
    'Files',
    'plain',
    home,
    await inForce('Files', {
      from: ['media'],
      where: { field: 'folder', is: 'filled' },
      order: [{ by: 'name', direction: 'up' }],
    }),
  );
  await say('Trail.pdf', { translations: { fr: { name: 'Sentier' } } });
  expect(await drawn.html('/fr/files')).toContain(
    `href="/media/${media['Trail.pdf']}/Trail.pdf">Sentier</a>`,
  );
  expect(await drawn.html('/files')).toContain('>Trail</a>');
  await expect(say('Trail.pdf', { values: { name: '' } })).rejects.toMatchObject({
    status: 422,
    faults: [{ path: '/values/name' }],
  });
  await expect(say('Trail.pdf', { values: { folder: branches.Water ?? '' } })).rejects.toMatchObject({
    status: 422,
    faults: [{ path: '/values/folder' }],
  });
  await expect(say('Trail.pdf', { values: { width: 3 } })).rejects.toMatchObject({
    status: 422,
    faults: [{ path: '/values/width' }],
  });
});

test('reach misses no page that lists media over generated edits, and renews few for nothing', async () => {
  const order = [{ by: 'name', direction: 'up' }];
  const home = await stand('Home', 'home', null);
  const papers = await inForce('Papers here', {
    from: ['media'],
    where: { field: 'folder', is: 'under', value: [folders.Papers ?? ''] },
    order,
  });
  await stand('Papers', 'plain', home, papers);
  await stand(
    'Drawn',
    'plain',
    home,
    await inForce('Wet', {
      from: ['media'],
      where: {
        all: [
          { field: 'sort', is: 'equals', value: 'picture' },
          { field: scheme(), is: 'under', value: [branches.Water ?? ''] },
        ],
      },
      order,
    }),
  );
  await stand('Quiet', 'plain', home);
  expect(await mediumReach(small.installation, media['Trail.pdf'] ?? '')).toMatchObject({
    goesTo: [{ sort: 'listing', id: papers }],
    pages: [{ label: 'Papers' }],
  });
  const names = ['Trail.pdf', 'Counts.pdf', 'Heron.png', 'Reeds.png'];
  const edit = fc.record({
    what: fc.constantFrom('folder', 'branch', 'name', 'alt', 'new'),
    name: fc.constantFrom(...names),
    folder: fc.constantFrom('Papers', 'Leaflets', 'Drawings', ''),
    branch: fc.constantFrom('Water', 'Coast'),
  });
  let serial = 0;
  const { differ, renew, stood } = await drawn.over(
    fc.sample(edit, { numRuns: 24, seed: 3 }),
    (i) => small.at(NOON + 5000 * (i + 1)),
    async ({ what, name, folder, branch }) => {
      serial += 1;
      if (what === 'new') await bring(`More ${serial}.pdf`, pdf(String(serial)), folder || undefined);
      else
        await say(name, {
          values:
            {
              folder: { folder: folders[folder] ?? null },
              branch: { [scheme()]: [branches[branch] ?? ''] },
              name: { name: `${name} ${serial}` },
              alt: { alternativeText: `Words ${serial}` },
            }[what] ?? {},
        });
    },
  );
  expect(differ).toBeGreaterThan(6);
  expect((renew - differ) / stood).toBeLessThan(1 / 10);
}, 600_000);
