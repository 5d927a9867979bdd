import { smallInstallation, NOON, type SmallInstallation } from '../../tests/small-installation';
import { DrawnPages } from '../../tests/drawn-pages';
import { startModel } from '../core/model/fresh/start';
import type { JsonObject } from '../core/json';
import { addListing, publishListing } from '../services/listings';
import { addEntry, publishEntry } from '../services/entries';
import { applyWorking, beginWith, keepWorking } from '../services/model';
import { addPage, changePage, changeSite, publishPage } from '../services/pages';
import { visit } from '../services/visitor';

let small: SmallInstallation;
let drawn: DrawnPages;
beforeEach(async () => {
  small = await smallInstallation();
  drawn = new DrawnPages(small.installation, () => ['/']);
});
afterEach(() => small.close());

async function publishedHome(title: string): Promise<string> {
  const { installation, people } = small;
  const home = await addPage(installation, people.editor, { type: 'home', parent: null, values: { title } });
  await publishPage(installation, people.editor, home.id, 1, {});
  return home.id;
}

test('a site speaks the language it is written in', async () => {
  const { installation, people } = small;
  await beginWith(installation, startModel('de'));
  const [type] = installation.model.pageTypes;
  const home = await addPage(installation, people.editor, {
    type: type?.definition.key ?? '',
    parent: null,
    values: { [type?.fields[0]?.key ?? '']: 'Schilf' },
  });
  await publishPage(installation, people.editor, home.id, 1, {});
  expect(await drawn.html('/')).toMatch(/^<!doctype html><html lang="de">/);
});

test('the language that leads on a site stands without a prefix, the main one under its own', async () => {
  const { installation, people } = small;
  const home = await publishedHome('Home');
  const below = await addPage(installation, people.editor, {
    type: 'plain',
    parent: home,
    values: { title: 'Visit' },
  });
  await publishPage(installation, people.editor, below.id, 1, {});
  await changeSite(installation, people.architect, installation.site.uuid, { locale: 'fr' });
  const page = await drawn.html('/visit');
  expect(page).toMatch(/^<!doctype html><html lang="fr">/);
  expect(page).toMatch(/<a href="\/en-gb\/visit" lang="en-GB" hrefLang="en-GB">/);
  // It says nothing in French yet: the one address for it is that of the language it speaks.
  expect(page).toMatch(/rel="canonical" href="[^"]*\/en-gb\/visit"/);
  expect(page).not.toContain('rel="alternate" hrefLang');
  expect(page).toContain('<a class="name" href="/">');
  const main = await drawn.html('/en-gb/visit');
  expect(main).toMatch(/^<!doctype html><html lang="en-GB">/);
  expect(main).toContain('<a class="name" href="/en-gb">');
  expect(await visit(installation, '/fr/visit')).toEqual({ found: 'elsewhere', address: '/visit' });
  const without = JSON.parse(
    JSON.stringify({ ...installation.model.document, locales: { main: 'en-GB', others: [] } }),
  ) as JsonObject;
  await keepWorking(installation, people.architect, 0, without);
  await expect(applyWorking(installation, people.architect, 1)).rejects.toThrow(/leads on/);
  await expect(
    changeSite(installation, people.architect, installation.site.uuid, { locale: 'it' }),
  ).rejects.toMatchObject({ faults: [{ path: '/locale' }] });
});

test('the main language stays once something is written', async () => {
  const { installation, people } = small;
  const other = () =>
    JSON.parse(
      JSON.stringify({ ...installation.model.document, locales: { main: 'fr', others: [] } }),
    ) as JsonObject;
  await keepWorking(installation, people.architect, 0, other());
  await applyWorking(installation, people.architect, 1);
  expect(installation.model.locale).toBe('fr');
  await publishedHome('Accueil');
  await keepWorking(installation, people.architect, 0, { ...other(), locales: { main: 'de', others: [] } });
  await expect(applyWorking(installation, people.architect, 1)).rejects.toThrow(/written already/);
});

test('days turn by the clock of the site', async () => {
  const { installation, people } = small;
  const home = await publishedHome('Home');
  const listing = await addListing(installation, people.architect, {
    label: 'Seen today',
    rule: { from: ['species'], where: { field: 'seen', is: 'equals', value: { now: '+0 days' } } },
  });
  await publishListing(installation, people.architect, listing.id, 1, {});
  const index = await addPage(installation, people.editor, {
    type: 'index',
    parent: home,
    values: { title: 'Today' },
  });
  const { revision } = await changePage(installation, people.editor, index.id, 1, { listing: listing.id });
  await publishPage(installation, people.editor, index.id, revision, {});
  const bird = await addEntry(installation, people.editor, {
    type: 'species',
    values: { name: 'Bell heron', seen: '2026-11-26' },
  });
  await publishEntry(installation, people.editor, bird.id, 1, {});
  // Noon of the 25th in London is the 26th in Kiritimati already.
  small.at(NOON + 1000);
  expect(await drawn.html('/today')).not.toContain('Bell heron');
  await changeSite(installation, people.architect, installation.site.uuid, {
    timeZone: 'Pacific/Kiritimati',
  });
  expect(await drawn.html('/today')).toContain('Bell heron');
  await expect(
    changeSite(installation, people.architect, installation.site.uuid, { timeZone: 'Here' }),
  ).rejects.toMatchObject({ faults: [{ path: '/timeZone' }] });
});
