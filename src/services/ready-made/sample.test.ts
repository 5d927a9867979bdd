import { openInstallation, closeInstallation } from '../runtime/open';
import { entries } from '../entries/table';
import { siteTree } from '../pages/tree';
import { architectOf, plainSample } from '../../../tests/plain-sample';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkModel } from '../../core/model/check';
import { answersOf } from '../../core/model/page-source';
import { modelChanges } from '../../core/model/change/changes';
import { type Installation } from '../runtime/installation';
import { resultOf } from '../listings/trials';
import { listings } from '../listings/listings';
import { parseRule } from '../../core/mapping/rule/parse';
import { overview } from '../overview/overview';
import { type Sample } from './files';
import { fillWithSample } from './fill';
import { saysHowOthersAre } from '../visitor/resolve-address';
import { visit } from '../visitor/visit';

let whole: Sample;
beforeAll(async () => {
  whole = await plainSample();
});

/** An installation at a moment, in a folder of its own. */
async function withInstallation(
  work: (installation: Installation) => Promise<void>,
  at?: string,
): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const installation = await openInstallation(folder);
  if (at) installation.now = () => Date.parse(at);
  try {
    await work(installation);
  } finally {
    await closeInstallation(installation);
    rmSync(folder, { recursive: true, force: true });
  }
}

test('the sample is whole: its model holds, every listing in force shows something, every page that should be seen is, and something waits in every state', async () => {
  await withInstallation(async (installation) => {
    await fillWithSample(installation, whole);
    expect(checkModel(installation.model.document).map(({ weight, message }) => [weight, message])).toEqual([
      ['warning', 'No page type may hold Trail guide.'],
    ]);
    expect((await entries(installation, { type: 'species' })).total).toBeGreaterThanOrEqual(60);
    for (const listing of (await listings(installation)).items) {
      const { rule } = parseRule(installation.model, listing.rule);
      const result = rule && (await resultOf(installation, rule));
      expect([listing.label, listing.faults, (result?.matching ?? 0) > 0]).toEqual([listing.label, [], true]);
      expect(result?.entries.every(({ face }) => (face.heading?.[0]?.words ?? '') !== '')).toBe(true);
    }
    // What says how the pages of entries or categories are is no page itself; theirs are.
    const isPage = ({ type, category }: { type: string; category: string | null }) =>
      category !== null || !saysHowOthersAre(installation, installation.model.pageTypeByKey(type));
    const leads = ({ type }: { type: string }) =>
      answersOf(installation.model.pageTypeByKey(type)?.definition.source ?? { kind: 'blocks' }).leads;
    for (const page of (await siteTree(installation)).pages)
      expect([page.address, (await visit(installation, page.address)).found]).toEqual([
        page.address,
        page.state !== 'published' || !isPage(page) ? 'nothing' : leads(page) ? 'elsewhere' : 'page',
      ]);
    for (const address of [
      '/species/bell-heron',
      '/fr/whats-on/starling-hour',
      '/notices/grazing-ends',
      '/fr/species/page/2',
      '/habitats/water',
      '/fr/habitats/coast/dune',
      '/friends/what-we-pay',
    ])
      expect([address, (await visit(installation, address)).found]).toEqual([address, 'page']);

    const { types, inReview, drafts, checks } = await overview(installation, await architectOf(installation));
    const total = (state: 'scheduled' | 'withdrawn' | 'published') =>
      types.reduce((sum, { counts }) => sum + counts[state], 0);
    expect([inReview, drafts, checks, total('scheduled'), total('withdrawn')].every((n) => n > 0)).toBe(true);
    const { items } = await entries(installation, { type: 'event', state: 'draft' });
    expect(items.some(({ faults }) => faults > 0)).toBe(true);
    // What is wrong on purpose is never what visitors see.
    expect(
      (await entries(installation, { type: 'event', state: 'published' })).items.filter(
        ({ faults }) => faults > 0,
      ),
    ).toEqual([]);
    // Its days are told from the day of seeding, so that something is always to come.
    const coming = (
      await entries(installation, {
        type: 'event',
        where: JSON.stringify({ field: 'starts', is: 'after', value: { now: '+0 days' } }),
      })
    ).items;
    expect(coming.length).toBeGreaterThan(12);
    expect(coming.every(({ values }) => String(values.starts).startsWith('203'))).toBe(true);
    // Blocks, entries in small, categories and pictures all come to the visitor.
    const home = JSON.stringify(await visit(installation, '/'));
    for (const seen of [
      'The starling hour',
      'slideshow',
      'This week on the reserve',
      'You hear the marsh',
      'Worth a second look',
      'Wet grassland',
      '"/about/volunteering"',
      'At a glance',
      'A cloud of starlings',
    ])
      expect(home).toContain(seen);
  }, '2031-05-05T10:00:00Z');
}, 600_000);

/** The sample with as little as refusing it takes. */
function slight(): Sample {
  const { media: _media, documents: _documents, sites: _sites, ...rest } = whole;
  return {
    ...rest,
    pages: [],
    listings: [],
    pictures: Object.fromEntries(
      ['carr', 'dune', 'meadow', 'oakwood', 'openwater', 'reedbed', 'saltmarsh'].map((name) => [
        name,
        whole.pictures[name] ?? Buffer.alloc(0),
      ]),
    ),
  };
}

test.each<[string, (whole: Sample) => Sample, RegExp]>([
  [
    'an unknown field',
    (whole) => ({ ...whole, entries: { place: [{ name: 'First hide', wings: 2 }] } }),
    /entries\/place, entry 1:[\s\S]*wings/,
  ],
  ['an unknown type', (whole) => ({ ...whole, entries: { bats: [] } }), /entries\/bats/],
  [
    'a name that nothing has',
    (whole) => ({ ...whole, entries: { place: [{ name: 'First hide', habitats: ['lagoon'] }] } }),
    /habitats[\s\S]*category/,
  ],
  [
    'a model that is none',
    (whole) => ({
      ...whole,
      model: { ...whole.model, contentTypes: { x: { fields: { a: { kind: 'colour' } } } } },
    }),
    /model:[\s\S]*kind/,
  ],
])('a sample with %s is refused with its place', async (_, change, words) => {
  await withInstallation(async (installation) => {
    const before = installation.model.document;
    await expect(fillWithSample(installation, change(slight()))).rejects.toThrow(words);
    if (words.source.includes('model')) expect(modelChanges(before, installation.model.document)).toEqual([]);
  });
});
