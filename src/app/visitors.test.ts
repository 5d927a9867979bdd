import { applyWorking, importModel, keepWorking } from '../services/model';
import { addListing, changeListing, publishListing } from '../services/listings';
import { addEntry, binEntry, changeEntry, entries, publishEntry, withdrawEntry } from '../services/entries';
import { entryReach } from '../services/reach';
import { addPage, changePage, movePage, page, publishPage, siteTree, withdrawPage } from '../services/pages';
import fc from 'fast-check';
import { DrawnPages } from '../../tests/drawn-pages';
import { fill, NOON, copiesOfPrepared, type SmallInstallation } from '../../tests/small-installation';
import { contentType, withSpeciesPages } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import { changeShape, replaceField } from '../core/model/change/edit';
import { plainFields } from '../core/model/kinds';
import { addressIn, type FeedKind } from '../core/site/address';
import { entryAddresses } from '../services/entries/addresses';
import { visit } from '../services/visitor';
import { followed } from './followed';

let small: SmallInstallation;
let drawn: DrawnPages;
const ids: Record<string, string> = {};
const person = () => small.people.architect;

async function addTo(parent: string | null, type: string, title: string, listing?: string): Promise<string> {
  const made = await addPage(small.installation, person(), {
    type,
    parent,
    values: { title },
    ...(listing ? { listing } : {}),
  });
  await publishPage(small.installation, person(), made.id, made.revision, {});
  ids[title] = made.id;
  return made.id;
}

async function addShown(label: string, rule: JsonObject): Promise<string> {
  const made = await addListing(small.installation, person(), {
    label,
    rule: { from: ['species'], ...rule },
  });
  await publishListing(small.installation, person(), made.id, made.revision, {});
  ids[label] = made.id;
  return made.id;
}

const prepared = copiesOfPrepared(async (made) => {
  small = made;
  await importModel(small.installation, withSpeciesPages());
  await fill(small, 'species', [
    { values: { name: 'Amber piper', group: 'bird', size: 14 } },
    { values: { name: 'Bell heron', group: 'bird', size: 80, summary: 'Rings.' } },
    { values: { name: 'Carr moth', group: 'insect', size: 4 } },
    { values: { name: 'Dune willow', group: 'plant' } },
  ]);
  const birds = await addShown('Birds', {
    where: { field: 'group', is: 'equals', value: 'bird' },
    order: [{ by: 'name', direction: 'up' }],
    mapping: { heading: [[{ field: 'name' }]] },
  });
  const large = await addShown('Large', {
    where: { field: 'size', is: 'moreThan', value: 10 },
    order: [{ by: 'size', direction: 'down' }],
    limit: 2,
  });
  const top = await addTo(null, 'home', 'Home');
  ids.Index = await addTo(top, 'index', 'All birds', birds);
  ids.Own = await addTo(ids.Index, 'speciesPage', 'Each species');
  await addTo(top, 'index', 'All large', large);
  const about = await addTo(top, 'plain', 'About');
  await addTo(about, 'plain', 'History');
});
beforeEach(async () => {
  small = await prepared();
  drawn = new DrawnPages(small.installation, everyAddress);
});
afterEach(() => small.close());

const html = (address: string) => drawn.html(address);

/** Every address of the site in both its languages. */
async function everyAddress(): Promise<string[]> {
  const type = contentType(small.installation.model, 'species').id;
  const own = [
    ...(
      await entryAddresses(
        small.installation.content,
        small.installation,
        (await entries(small.installation, { type: 'species' })).items.map(({ id }) => ({ id, type })),
      )
    ).values(),
  ];
  return [...own, ...(await siteTree(small.installation)).pages.map((each) => each.address)].flatMap(
    (address) => [address, addressIn('fr', address)],
  );
}

const entryOf = async (name: string) => {
  const found = (await entries(small.installation, { type: 'species', q: name })).items[0];
  if (!found) throw new Error(name);
  return found;
};

describe('a visitor’s page', () => {
  test('shows what is published, in order, as plain HTML without script', async () => {
    const page = await html('/all-birds');
    expect(page).toMatch(/^<!doctype html><html lang="en-GB">/);
    expect([...page.matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words)).toEqual([
      'Amber piper',
      'Bell heron',
    ]);
    expect(page).not.toMatch(/<script(?! type="application\/ld\+json")| on\w+=|javascript:/i);
    expect(page.match(/<h1/g)).toHaveLength(1);
  });
  test('never lets typed words become markup', async () => {
    const made = await addEntry(small.installation, person(), {
      type: 'species',
      values: { name: '<img src=x onerror=alert(1)>', group: 'bird', summary: '"><script>1</script>' },
    });
    await publishEntry(small.installation, person(), made.id, 1, {});
    const page = await html('/all-birds');
    expect(page).toContain('&lt;img src=x onerror=alert(1)&gt;');
    expect(page).not.toMatch(/<img|<script(?! type="application\/ld\+json")/);
  });
  test('of an entry says all of it, is where every mention of it leads, and keeps its address when it is called otherwise', async () => {
    const { id, revision } = await entryOf('Bell');
    const heron = await html('/all-birds/bell-heron');
    expect(heron).toMatch(
      /<title>Bell heron – .*<a href="\/all-birds">All birds<\/a>.*<h1[^>]*>Bell heron<\/h1>.*Rings\..*80\scm/s,
    );
    expect(await html('/all-birds')).toMatch(
      /<h3[^>]*><a href="\/all-birds\/bell-heron">Bell heron<\/a><\/h3>/,
    );
    expect(await html('/fr/all-large')).toContain('href="/fr/all-birds/bell-heron"');
    const kept = await changeEntry(small.installation, person(), id, revision, {
      values: { name: 'Bell bittern' },
    });
    const published = await publishEntry(small.installation, person(), id, kept.revision, {});
    expect(published.address).toBe('/all-birds/bell-heron');
    expect(await html('/all-birds/bell-heron')).toContain('<h1 class="heading">Bell bittern</h1>');
    // What says how these pages are is none itself, and stands in no list of pages.
    expect(await visit(small.installation, '/all-birds/each-species')).toEqual({ found: 'nothing' });
    expect(await html('/')).not.toContain('Each species');
    const owl = await addEntry(small.installation, person(), {
      type: 'species',
      values: { name: 'Oak owl' },
    });
    expect(
      (await entryReach(small.installation, owl.id)).pages.map(({ sort, detail }) => [sort, detail]),
    ).toEqual([['entry', '/all-birds/oak-owl']]);
    // Two of one name stand side by side; one that nobody sees has no page.
    await fill(small, 'species', [
      { values: { name: 'Amber piper' } },
      { values: { name: 'Hidden' }, shown: false },
    ]);
    expect(await html('/all-birds/amber-piper-2')).toContain('Amber piper');
    expect(await html('/all-birds/hidden')).toBe('nothing');
    const gone = await withdrawEntry(small.installation, person(), id, published.revision);
    expect([await html('/all-birds/bell-heron'), gone.address]).toEqual(['nothing', null]);
  });
  test('stands in another language under its prefix, and says what nobody has translated in the main one', async () => {
    expect(await html('/fr/all-large')).toContain('<p class="summary" lang="en-GB">Rings.</p>');
    const { id, revision } = await entryOf('Bell');
    const kept = await changeEntry(small.installation, person(), id, revision, {
      translations: { fr: { summary: 'Il sonne.' } },
    });
    await publishEntry(small.installation, person(), id, kept.revision, {});
    const page = await html('/fr/all-large');
    expect(page).toMatch(/<html lang="fr">.*Aller au contenu.*href="\/fr\/about"/s);
    expect(page).toContain('<p class="summary">Il sonne.</p>');
    expect(page).toMatch(
      /<a href="\/all-large" lang="en-GB" hrefLang="en-GB">.*aria-current="true">français/s,
    );
    // The page itself says nothing in French: those who look for pages are not told that it does.
    expect(page).not.toContain('rel="alternate" hrefLang');
    expect(await html('/all-large')).not.toContain('Il sonne');
    expect(await visit(small.installation, '/de/all-birds')).toEqual({ found: 'nothing' });
    expect(await visit(small.installation, '/FR/All-birds')).toEqual({
      found: 'elsewhere',
      address: '/fr/all-birds',
    });
  });
  test('has its further results at addresses of their own, as long as there are any', async () => {
    await fill(
      small,
      'species',
      Array.from({ length: 5 }, (_, i) => ({ values: { name: `Gull ${i}`, group: 'bird' } })),
    );
    const kept = await changeListing(small.installation, person(), ids.Birds ?? '', 2, {
      rule: { limit: 'all', perPage: 3 },
    });
    await publishListing(small.installation, person(), ids.Birds ?? '', kept.revision, {});
    const names = async (address: string) =>
      [...(await html(address)).matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words);
    expect(await names('/all-birds')).toEqual(['Amber piper', 'Bell heron', 'Gull 0']);
    expect(await names('/all-birds/page/2')).toEqual(['Gull 1', 'Gull 2', 'Gull 3']);
    expect(await names('/fr/all-birds/page/3')).toEqual(['Gull 4']);
    const second = await html('/all-birds/page/2');
    expect(second).toMatch(
      /<title>All birds – Page 2 – .*rel="canonical" href="[^"]*\/all-birds\/page\/2".*rel="prev" href="\/all-birds".*rel="next" href="\/all-birds\/page\/3".*aria-label="Page 2" aria-current="page"/s,
    );
    for (const nowhere of ['/all-birds/page/4', '/all-birds/page/1', '/about/page/2'])
      expect(await visit(small.installation, nowhere)).toEqual({ found: 'nothing' });
    // One entry less: what stood on the last page moves up, and every page of results is drawn anew.
    await drawn.keepAll();
    for (const address of ['/all-birds/page/2', '/fr/all-birds/page/3']) await drawn.keep(address);
    const gull = await entryOf('Gull 0');
    await withdrawEntry(small.installation, person(), gull.id, gull.revision);
    for (const address of ['/all-birds', '/all-birds/page/2', '/fr/all-birds/page/3'])
      expect(small.installation.rendered.find(address, NOON)).toBeUndefined();
    expect(await names('/all-birds/page/2')).toEqual(['Gull 2', 'Gull 3', 'Gull 4']);
    expect(await visit(small.installation, '/all-birds/page/3')).toEqual({ found: 'nothing' });
  });
  test('shows a rest that leaves out what the listing above it shows, pins among it, and leads to the full list', async () => {
    const [moth, willow] = [await entryOf('Carr'), await entryOf('Dune')];
    const rule = { where: { all: [] }, order: [{ by: 'name', direction: 'up' }] };
    const first = await addShown('First', {
      ...rule,
      limit: 2,
      pins: [{ entry: moth.id }],
      heading: 'First',
    });
    const rest = await addShown('Rest', {
      ...rule,
      limit: 5,
      notAbove: true,
      pins: [{ entry: moth.id }],
      leaveOut: [willow.id],
      heading: 'Rest',
      fullList: ids.Index ?? '',
    });
    await addTo(ids.Home ?? null, 'plain', 'Both');
    const { id, revision } = await page(small.installation, ids.Both ?? '');
    const kept = await changePage(small.installation, person(), id, revision, {
      slots: {
        main: [
          { type: 'listing', listing: first },
          { type: 'listing', listing: rest },
        ],
      },
    });
    await publishPage(small.installation, person(), id, kept.revision, {});
    const both = await html('/both');
    expect([...both.matchAll(/<h3[^>]*>(?:<a[^>]*>)?([^<]*)/g)].map(([, words]) => words)).toEqual([
      'Carr moth',
      'Amber piper',
      'Bell heron',
    ]);
    // The page it names has another rule, so all it shows stands by itself, with what stands above it here.
    expect(both).toContain('<p class="full-list"><a href="/both/all/rest">More: Rest</a></p>');
    expect(await html('/both/all/rest')).toMatch(/Carr moth.*Amber piper.*Bell heron/s);
    await drawn.keepAll();
    const index = await page(small.installation, ids.Index ?? '');
    await changePage(small.installation, person(), index.id, index.revision, { slug: 'birds' });
    expect(small.installation.rendered.find('/both', NOON)).toBeUndefined();
    await expect(
      addListing(small.installation, person(), {
        label: 'Wrong',
        rule: { from: ['species'], pins: [{ entry: id }, { entry: moth.id, place: 0 }] },
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/rule/pins/1/place' }] });
    await expect(
      addListing(small.installation, person(), {
        label: 'Wrong',
        rule: { from: ['species'], pins: [{ entry: id }] },
      }),
    ).rejects.toMatchObject({ faults: [{ path: '/rule/pins/0/entry', code: 'not-there' }] });
  });
  test('is narrowed by what visitors choose, without script, with counts, and can be followed as a feed', async () => {
    const kept = await changeListing(small.installation, person(), ids.Large ?? '', 2, {
      rule: {
        where: { all: [] },
        limit: 'all',
        perPage: 2,
        facets: ['group'],
        order: [{ by: 'name', direction: 'up' }],
      },
    });
    await publishListing(small.installation, person(), ids.Large ?? '', kept.revision, {});
    const all = await html('/all-large');
    expect(
      [...all.matchAll(/<a href="([^"]*)" rel="nofollow">([^<]*)<span class="count">(\d)/g)].map(
        ([, href, label, n]) => `${href} ${label} ${n}`,
      ),
    ).toEqual([
      '/all-large?group=bird Bird 2',
      '/all-large?group=insect Insect 1',
      '/all-large?group=plant Plant 1',
    ]);
    const chosen = new URLSearchParams('group=insect&group=plant&from=elsewhere');
    const found = await visit(small.installation, '/fr/all-large', chosen);
    if (found.found !== 'page') throw new Error(found.found);
    expect([
      found.query,
      found.page.listing?.matching,
      found.page.filtered,
      found.page.listing?.facets?.clear,
    ]).toEqual(['?group=insect&group=plant', 2, true, '/fr/all-large']);
    const second = await visit(
      small.installation,
      '/all-large/page/2',
      new URLSearchParams('group=bird&group=insect'),
    );
    expect(second.found === 'page' && second.page.listing?.results?.addresses).toEqual([
      '/all-large?group=bird&group=insect',
      '/all-large/page/2?group=bird&group=insect',
    ]);
    // A choice is kept under its own address, and goes with the page.
    await drawn.keepAll();
    small.installation.rendered.keep(
      found.ids,
      '/fr/all-large?group=insect&group=plant',
      '<p></p>',
      Number.MAX_SAFE_INTEGER,
      small.installation.rendered.since,
    );
    const moth = await entryOf('Carr');
    const changed = await changeEntry(small.installation, person(), moth.id, moth.revision, {
      values: { group: 'bird' },
    });
    await publishEntry(small.installation, person(), moth.id, changed.revision, {});
    expect(small.installation.rendered.find('/fr/all-large?group=insect&group=plant', NOON)).toBeUndefined();
    const followedAs = async (address: string, kind: FeedKind) =>
      followed(small.installation, { address, kind });
    const list = await followedAs('/all-large', 'json');
    const feed = JSON.parse(list && 'body' in list ? list.body : '') as {
      items: { title: string; url: string }[];
    };
    const origin = small.installation.settings.address;
    expect(feed.items.map(({ title, url }) => `${title} ${url}`)).toEqual([
      `Amber piper ${origin}/all-birds/amber-piper`,
      `Bell heron ${origin}/all-birds/bell-heron`,
    ]);
    expect([await followedAs('/about', 'atom'), await followedAs('/nowhere', 'atom')]).toEqual([
      undefined,
      undefined,
    ]);
  });
  test('stands at one spelling of its address', async () => {
    expect(await visit(small.installation, '/About/')).toEqual({ found: 'elsewhere', address: '/about' });
    expect(await visit(small.installation, '/nothing/here')).toEqual({ found: 'nothing' });
    expect(await visit(small.installation, '/%E0%A4%A')).toEqual({ found: 'malformed' });
  });
  test('is true until the next moment that can change it', async () => {
    const owl = await addEntry(small.installation, person(), {
      type: 'species',
      values: { name: 'Oak owl', group: 'bird' },
    });
    await publishEntry(small.installation, person(), owl.id, 1, {
      from: new Date(NOON + 60_000).toISOString(),
      until: new Date(NOON + 120_000).toISOString(),
    });
    const moments = [];
    for (const now of [NOON, NOON + 60_000, NOON + 120_000]) {
      small.at(now);
      const found = await visit(small.installation, '/all-birds');
      if (found.found === 'page') moments.push([found.page.listing?.items.length, found.validUntil]);
    }
    expect(moments.slice(0, 2)).toEqual([
      [2, NOON + 60_000],
      [3, NOON + 120_000],
    ]);
    expect(moments[2]?.[0]).toBe(2);
  });
});

describe('reach', () => {
  type Edit = () => Promise<unknown>;
  const edits: Record<string, Edit> = {
    'publish a new bird': async () => {
      const made = await addEntry(small.installation, person(), {
        type: 'species',
        values: { name: 'Eider', group: 'bird', size: 60 },
      });
      await publishEntry(small.installation, person(), made.id, 1, {});
    },
    'publish a new plant': async () => {
      const made = await addEntry(small.installation, person(), {
        type: 'species',
        values: { name: 'Fern', group: 'plant' },
      });
      await publishEntry(small.installation, person(), made.id, 1, {});
    },
    'write a draft': async () => {
      const { id, revision } = await entryOf('Bell');
      await changeEntry(small.installation, person(), id, revision, { values: { name: 'Bell bittern' } });
    },
    'publish another name': async () => {
      const { id, revision } = await entryOf('Bell');
      const kept = await changeEntry(small.installation, person(), id, revision, {
        values: { name: 'Bell bittern' },
      });
      await publishEntry(small.installation, person(), id, kept.revision, {});
    },
    'say a summary in French': async () => {
      const { id, revision } = await entryOf('Bell');
      const kept = await changeEntry(small.installation, person(), id, revision, {
        translations: { fr: { summary: 'Il sonne.' } },
      });
      await publishEntry(small.installation, person(), id, kept.revision, {});
    },
    'publish another summary': async () => {
      const { id, revision } = await entryOf('Bell');
      const kept = await changeEntry(small.installation, person(), id, revision, {
        values: { summary: 'Rings twice.' },
      });
      await publishEntry(small.installation, person(), id, kept.revision, {});
    },
    'move a bird among the plants': async () => {
      const { id, revision } = await entryOf('Amber');
      const kept = await changeEntry(small.installation, person(), id, revision, {
        values: { group: 'plant' },
      });
      await publishEntry(small.installation, person(), id, kept.revision, {});
    },
    'let a moth grow': async () => {
      const { id, revision } = await entryOf('Carr');
      const kept = await changeEntry(small.installation, person(), id, revision, { values: { size: 90 } });
      await publishEntry(small.installation, person(), id, kept.revision, {});
    },
    'withdraw a bird': async () => {
      const { id, revision } = await entryOf('Amber');
      await withdrawEntry(small.installation, person(), id, revision);
    },
    'bin a plant': async () => {
      const { id, revision } = await entryOf('Dune');
      await binEntry(small.installation, person(), id, revision);
    },
    'draft another listing': async () => {
      await changeListing(small.installation, person(), ids.Birds ?? '', 2, {
        rule: { heading: 'Feathers' },
      });
    },
    'put another listing in force': async () => {
      const kept = await changeListing(small.installation, person(), ids.Birds ?? '', 2, {
        rule: { heading: 'Feathers' },
      });
      await publishListing(small.installation, person(), ids.Birds ?? '', kept.revision, {});
    },
    'publish another title': async () => {
      const { id, revision } = await page(small.installation, ids.History ?? '');
      const kept = await changePage(small.installation, person(), id, revision, {
        values: { title: 'A history' },
      });
      await publishPage(small.installation, person(), id, kept.revision, {});
    },
    'publish another title in the navigation': async () => {
      const { id, revision } = await page(small.installation, ids.About ?? '');
      const kept = await changePage(small.installation, person(), id, revision, {
        values: { title: 'About us' },
      });
      await publishPage(small.installation, person(), id, kept.revision, {});
    },
    'withdraw a page': async () => {
      const { id, revision } = await page(small.installation, ids.History ?? '');
      await withdrawPage(small.installation, person(), id, revision);
    },
    'give a page another address': async () => {
      const { id, revision } = await page(small.installation, ids.About ?? '');
      await changePage(small.installation, person(), id, revision, { slug: 'us' });
    },
    'withdraw the pages of entries': async () => {
      const { id, revision } = await page(small.installation, ids.Own ?? '');
      await withdrawPage(small.installation, person(), id, revision);
    },
    'move what entries stand under': async () => {
      const { id, revision } = await page(small.installation, ids.Index ?? '');
      await changePage(small.installation, person(), id, revision, { slug: 'birds' });
    },
    'move a page': async () => {
      const { id, revision } = await page(small.installation, ids.History ?? '');
      await movePage(small.installation, person(), id, revision, { parent: ids.Home ?? '' });
    },
    'relabel a choice': async () => {
      const species = contentType(small.installation.model, 'species');
      const next = changeShape(small.installation.model.document, species.id, (type) => {
        const group = plainFields(type.fields).find(({ key }) => key === 'group');
        return group?.kind === 'choice'
          ? replaceField(
              type,
              {
                ...group,
                rules: { choices: group.rules.choices.map((each) => ({ ...each, label: `${each.label}s` })) },
              },
              true,
              new Map(),
            )
          : type;
      });
      await applyWorking(
        small.installation,
        person(),
        (await keepWorking(small.installation, person(), 0, next as unknown as JsonObject)).number,
      );
    },
  };
  // What may be renewed although it does not differ: pages that only name the one that changed.
  const MAY_BE_TOO_MANY = 0.5;
  const wasted: number[] = [];

  test.each(Object.keys(edits))('misses no page that differs: %s', async (name) => {
    small.at(NOON + 5000);
    const { differing, renewed } = await drawn.after(async () => edits[name]?.());
    expect(renewed).toEqual(expect.arrayContaining(differing));
    wasted.push(renewed.length - differing.length);
  });

  test('renews few pages for nothing', () => {
    expect(wasted).toHaveLength(Object.keys(edits).length);
    const share = wasted.reduce((sum, n) => sum + n, 0) / (wasted.length * 20);
    expect(share).toBeLessThan(MAY_BE_TOO_MANY);
  });

  test('misses none after several edits in any order', async () => {
    const names = [
      'publish a new bird',
      'publish another name',
      'let a moth grow',
      'withdraw a bird',
      'bin a plant',
      'publish another title',
      'withdraw a page',
    ];
    const [order = []] = fc.sample(fc.shuffledSubarray(names, { minLength: names.length }), {
      numRuns: 1,
      seed: 11,
    });
    for (const [i, name] of order.entries()) {
      await drawn.keepAll();
      small.at(NOON + 10_000 * (i + 1));
      await edits[name]?.();
      for (const [address, is] of await drawn.all()) {
        const kept = small.installation.rendered.find(address, small.installation.now());
        if (kept) expect([address, kept.html.toString()]).toEqual([address, is]);
      }
    }
  });
});

test('a page drawn while something changed is not kept', async () => {
  const { rendered } = small.installation;
  const { since } = rendered;
  rendered.renew(['elsewhere', 'about']);
  rendered.keep(['about'], '/about', '<p>old</p>', Number.MAX_SAFE_INTEGER, since);
  expect(rendered.find('/about', NOON)).toBeUndefined();
  rendered.keep(['about'], '/about', '<p>new</p>', NOON + 10, rendered.since);
  expect(rendered.find('/about', NOON + 9)?.html.toString()).toBe('<p>new</p>');
  expect(rendered.find('/about', NOON + 10)).toBeUndefined();
});
