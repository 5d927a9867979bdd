import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { DrawnPages } from '../../tests/drawn-pages';
import { withSpeciesPages } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { letFoundBeSaid, typesFound } from '../core/model/change/found-fields';
import { addEntry, changeEntry, publishEntry } from '../services/entries';
import { addListing, publishListing } from '../services/listings';
import { importModel } from '../services/model';
import { addPage, changePage, changeSite, page, publishPage } from '../services/pages';
import { addMedia, binMedium, siteIconFile } from '../services/media';
import { siteMap } from '../services/visitor';
import sharp from 'sharp';

let small: SmallInstallation;
let drawn: DrawnPages;
const who = () => small.people.architect;

beforeEach(async () => {
  small = await smallInstallation();
  const model = withSpeciesPages();
  await importModel(
    small.installation,
    letFoundBeSaid(
      model,
      typesFound(model).map(({ id }) => id),
    ),
  );
  drawn = new DrawnPages(small.installation, () => []);
});
afterEach(() => small.close());

async function stand(
  parent: string | null,
  type: string,
  values: JsonObject,
  more: JsonObject = {},
): Promise<string> {
  const made = await addPage(small.installation, who(), { type, parent, values, ...more });
  await publishPage(small.installation, who(), made.id, made.revision, {});
  return made.id;
}
async function say(id: string, values: JsonObject, translations: JsonObject = {}): Promise<void> {
  const { revision } = await page(small.installation, id);
  const kept = await changePage(small.installation, who(), id, revision, { values, translations });
  await publishPage(small.installation, who(), id, kept.revision, {});
}

/** What a page tells those who look for it and share it. */
async function told(address: string): Promise<Record<string, string | undefined>> {
  const html = await drawn.html(address);
  const meta = (name: string) =>
    new RegExp(`<meta (?:name|property)="${name}" content="([^"]*)"`).exec(html)?.[1];
  return {
    title: /<title>([^<]*)</.exec(html)?.[1],
    words: meta('description'),
    robots: meta('robots'),
    first: /rel="canonical" href="([^"]*)"/.exec(html)?.[1],
    card: meta('og:title'),
    cardWords: meta('og:description'),
    picture: meta('og:image'),
    others: String([...html.matchAll(/rel="alternate" hrefLang="([^"]*)"/gi)].length),
  };
}
const addressesIn = async (part: string): Promise<string[]> =>
  [...((await siteMap(small.installation, part)) ?? '').matchAll(/<loc>([^<]*)<\/loc>/g)].map(
    ([, at = '']) => new URL(at).pathname,
  );

test('a page is found as it says itself until somebody says otherwise, in each language; the card follows the result', async () => {
  const home = await stand(null, 'home', { title: 'Home' });
  const about = await stand(home, 'plain', { title: 'About' });
  const origin = small.installation.settings.address;
  expect(await told('/about')).toMatchObject({
    title: 'About – A new site',
    words: undefined,
    robots: undefined,
    first: `${origin}/about`,
    card: 'About',
  });
  await say(about, { foundTitle: 'All about us', foundWords: 'Who we are,\n and since when.' });
  expect(await told('/about')).toMatchObject({
    title: 'All about us',
    words: 'Who we are, and since when.',
    card: 'All about us',
    cardWords: 'Who we are, and since when.',
  });
  await say(about, { cardTitle: 'Meet us', cardWords: 'Come in.' }, { fr: { foundTitle: 'Sur nous' } });
  expect(await told('/about')).toMatchObject({
    title: 'All about us',
    words: 'Who we are, and since when.',
    card: 'Meet us',
    cardWords: 'Come in.',
  });
  expect(await told('/fr/about')).toMatchObject({ title: 'Sur nous', card: 'Meet us' });
});

test('what is left out is neither found nor listed, but may be shared; what stands first elsewhere leads there', async () => {
  const home = await stand(null, 'home', { title: 'Home' });
  const about = await stand(home, 'plain', { title: 'About' });
  const again = await stand(home, 'plain', { title: 'Again' });
  const origin = small.installation.settings.address;
  expect(await addressesIn('pages.1')).toEqual(expect.arrayContaining(['/about', '/again']));
  await say(about, { leftOut: true });
  await say(again, { standsFirstAt: { to: 'page', page: home } });
  expect(await told('/about')).toMatchObject({ robots: 'noindex', first: undefined, card: 'About' });
  expect(await told('/again')).toMatchObject({ robots: undefined, first: `${origin}/`, others: '0' });
  expect(await addressesIn('pages.1')).not.toEqual(expect.arrayContaining(['/about']));
  expect(await addressesIn('pages.1')).not.toEqual(expect.arrayContaining(['/again']));
  await say(again, { standsFirstAt: { to: 'url', url: 'https://friends.example/again' } });
  expect(await told('/again')).toMatchObject({ first: 'https://friends.example/again' });
  await say(about, { leftOut: false });
  expect(await addressesIn('pages.1')).toEqual(expect.arrayContaining(['/about']));
});

const square = (colour: string) =>
  sharp({ create: { width: 900, height: 700, channels: 3, background: colour } })
    .png()
    .toBuffer();
const bringIn = async (name: string, colour: string) =>
  addMedia(small.installation, who(), { name }, await square(colour));

test('an entry says its own title, words and picture of the card, and is left out by itself', async () => {
  const home = await stand(null, 'home', { title: 'Home' });
  const listing = await addListing(small.installation, who(), { label: 'All', rule: { from: ['species'] } });
  await publishListing(small.installation, who(), listing.id, listing.revision, {});
  const index = await stand(home, 'index', { title: 'Species' }, { listing: listing.id });
  await stand(index, 'speciesPage', { title: 'Each species' });
  const medium = await bringIn('reeds.png', '#2f5a52');
  const made = await addEntry(small.installation, who(), {
    type: 'species',
    values: { name: 'Bell heron', group: 'bird', summary: 'Rings.' },
  });
  await publishEntry(small.installation, who(), made.id, made.revision, {});
  expect(await told('/species/bell-heron')).toMatchObject({ words: 'Rings.', picture: undefined });
  const saying = async (revision: number, values: JsonObject) => {
    const kept = await changeEntry(small.installation, who(), made.id, revision, { values });
    return publishEntry(small.installation, who(), made.id, kept.revision, {});
  };
  const said = await saying(made.revision + 1, {
    foundWords: 'Heard before it is seen.',
    cardPicture: { media: medium.id, alt: 'Reeds' },
  });
  expect(await told('/species/bell-heron')).toMatchObject({
    title: 'Bell heron – A new site',
    words: 'Heard before it is seen.',
    picture: expect.stringContaining(medium.address),
  });
  expect(await addressesIn('of-species.1')).toEqual(['/species/bell-heron']);
  await saying(said.revision, { leftOut: true });
  expect(await addressesIn('of-species.1')).toEqual([]);
});

test('a site is marked by its picture, square and clear of the edge where devices cut it; without one by its letter', async () => {
  await stand(null, 'home', { title: 'Home' });
  const { site } = small.installation;
  expect(await drawn.html('/')).toContain('<link rel="icon" href="/site-icon.svg" type="image/svg+xml"/>');
  await expect(
    changeSite(small.installation, who(), site.uuid, { picture: site.uuid }),
  ).rejects.toMatchObject({ faults: [{ path: '/picture' }] });
  const medium = await bringIn('mark.png', '#aa2211');
  await changeSite(small.installation, who(), site.uuid, { picture: medium.id });
  expect(await drawn.html('/')).toContain('rel="apple-touch-icon"');
  const pixel = async (isMaskable: boolean) => {
    const file = await siteIconFile(small.installation, small.installation.site, { size: 192, isMaskable });
    const { data, info } = await sharp(file?.path).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([192, 192]);
    return [data[0], data[(96 * 192 + 96) * 3]];
  };
  expect(await pixel(false)).toEqual([0xaa, 0xaa]);
  const [edge, middle] = await pixel(true);
  expect(middle).toBe(0xaa);
  expect(edge).not.toBe(0xaa);
  await binMedium(small.installation, who(), medium.id, medium.revision);
  expect(
    await siteIconFile(small.installation, small.installation.site, { size: 192, isMaskable: false }),
  ).toBeUndefined();
});
