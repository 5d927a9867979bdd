import { fill, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { contentType, withSpeciesPages } from '../../../tests/small-model';
import { LastingConnection } from '../../store/lasting-connection';
import {
  keysOfPages,
  spansOfSome,
  standingBelow,
  topPages,
  typesBelow,
  withThoseAbove,
} from '../../store/pages';
import { pagesBySite } from '../../store/sites';
import { liveNowWalking } from '../../store/queries/live-now';
import { orderBy, sortTerms } from '../../store/queries/listing-query';
import { raw, sql } from '../../store/sql';
import { comments } from '../comments';
import {
  allContent,
  changeEntry,
  entries,
  entry,
  findEntries,
  publishEntry,
  shownOn,
  withdrawEntry,
} from '../entries';
import { addListing, listings, publishListing, tryListing, tryListingFigures } from '../listings';
import { queryContextOf } from '../listings/sources';
import { importModel } from '../model/put-in-force';
import { working } from '../model/working-copy';
import { overview } from '../overview';
import {
  addPage,
  changePage,
  homesFor,
  page,
  pagesBelow,
  pagesByType,
  publishPage,
  siteTree,
  treeSeen,
} from '../pages';
import { entryReach, pageReach } from '../reach';
import { visit } from '../visitor';

let small: SmallInstallation;
/** A connection of its own to ask for plans: a write that is only explained holds up the next commit on its own. */
let beside: LastingConnection;
let scans: string[] = [];
let statements = 0;
/** The tables of the second file. */
let inSecondFile: ReadonlySet<string> = new Set();
let visitPage = '';

/** What grows with what is written. */
const grows =
  /^(?:index_\d+_(?:work|live)|live|working|records|refs|revisions|multi_values|page_places|all_records|entry_slugs|media_files|acts|act_changes|comments)$/;

/** The tables by the names that a statement has for them. */
const tablesIn = (text: string): Map<string, string> =>
  new Map(
    [
      ...text.matchAll(
        /\b(?:FROM|JOIN)\s+`?(\w+)`?(?:\s+(?:AS\s+)?(?!ON\b|WHERE\b|CROSS\b|LEFT\b|JOIN\b)(\w+))?/gi,
      ),
    ].map(([, table = '', alias = table]) => [alias, table]),
  );

/** Notes every look through a whole table that a statement takes, as the planner means to answer it. */
async function explain(text: string): Promise<void> {
  if (!/^\s*(?:SELECT|WITH|INSERT|UPDATE|DELETE)\b/i.test(text)) return;
  const tables = tablesIn(text);
  // What lies in the second file does not grow with what is written.
  if ([...tables.values()].some((table) => inSecondFile.has(table))) return;
  statements += 1;
  const plan = await beside.rows<{ detail: string }>(`EXPLAIN QUERY PLAN ${text}`, []);
  for (const { detail } of plan) {
    const alias = /^SCAN (\w+)/.exec(detail)?.[1] ?? '';
    // How many there are in all is counted along an index.
    if (/COVERING INDEX/.test(detail) && /^SELECT count\(\*\) AS n FROM \w+ s WHERE 1 AND/.test(text))
      continue;
    // An index of those alone that have something to fix, wait for a look, or say whether they stand in the navigation, holds
    // nothing else.
    if (/USING (?:COVERING )?INDEX working_(?:faulty|in_navigation|review)/.test(detail)) continue;
    if (grows.test(tables.get(alias) ?? '')) scans.push(`${detail}: ${text.replace(/\s+/g, ' ')}`);
  }
}

beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, withSpeciesPages());
  await fill(small, 'species', [
    { values: { name: 'Amber piper', group: 'bird' } },
    { values: { name: 'Bell heron', group: 'bird' } },
  ]);
  const { installation, people } = small;
  const rule = {
    from: ['species'],
    where: { field: 'group', is: 'equals', value: 'bird' },
    order: [{ by: 'name', direction: 'up' }],
  };
  const { id, revision } = await addListing(installation, people.architect, { label: 'Birds', rule });
  await publishListing(installation, people.architect, id, revision, {});
  const put = async (type: string, title: string, parent: string | null, rest = {}) => {
    const made = await addPage(installation, people.architect, { type, parent, values: { title }, ...rest });
    return publishPage(installation, people.architect, made.id, made.revision, {});
  };
  const home = await put('home', 'Home', null);
  const index = await put('index', 'Index', home.id, { listing: id });
  await put('speciesPage', 'Each species', index.id);
  visitPage = (await put('plain', 'Visit', home.id, { slots: { main: [{ type: 'listing', listing: id }] } }))
    .id;
  beside = await LastingConnection.open(installation.content.file, '');
  inSecondFile = new Set(
    (
      await installation.sessions.all<{ name: string }>(
        sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name <> 'migrations'`,
      )
    ).map(({ name }) => name),
  );
  const asIs = { rows: LastingConnection.prototype.rows, done: LastingConnection.prototype.done };
  jest.spyOn(LastingConnection.prototype, 'rows').mockImplementation(async function (
    this: LastingConnection,
    text,
    bind,
  ) {
    if (!text.startsWith('EXPLAIN')) await explain(text);
    return (await asIs.rows.call(this, text, bind)) as never;
  });
  jest.spyOn(LastingConnection.prototype, 'done').mockImplementation(async function (
    this: LastingConnection,
    text,
    bind,
  ) {
    await explain(text);
    return asIs.done.call(this, text, bind);
  });
});
afterAll(async () => {
  jest.restoreAllMocks();
  await beside.close();
  await small.close();
});
beforeEach(() => {
  scans = [];
  statements = 0;
});

const where = JSON.stringify({ field: 'group', is: 'equals', value: 'bird' });
const species = async () => {
  const [first] = (await entries(small.installation, { type: 'species', sort: 'name' })).items;
  if (!first) throw new Error('No species.');
  return first;
};
const pageAt = async (address: string) =>
  (await siteTree(small.installation)).pages.find((each) => each.address === address)?.id ?? '';
const rule = { from: ['species'], where: JSON.parse(where), order: [{ by: 'name', direction: 'up' }] };

const questions: Record<string, () => Promise<unknown>> = {
  'what waits in each workspace': () => overview(small.installation, small.people.architect),
  'the working copy of the model': () => working(small.installation),
  // A tree of few pages is told whole, so what a large one is told by is asked directly.
  'the tree as it is seen': async () => {
    const { content } = small.installation;
    const keys = await keysOfPages(content, [visitPage]);
    return Promise.all([
      topPages(content),
      pagesBySite(content),
      standingBelow(content, keys),
      withThoseAbove(content, keys),
      typesBelow(content, keys),
      spansOfSome(content, keys),
    ]);
  },
  'pages by their types': () => pagesByType(small.installation, { told: 'plain' }),
  'pages of some types, sought': () => pagesByType(small.installation, { told: 'plain,home', q: 'am' }),
  'pages of some types at an address': () => pagesByType(small.installation, { told: 'plain', q: '/a' }),
  'pages found in the tree, and what stands below one': async () => {
    await treeSeen(small.installation, { q: 'visit' });
    await treeSeen(small.installation, { q: '/visit' });
    await pagesBelow(small.installation, visitPage);
  },
  'an entry': async () => entry(small.installation, (await species()).id),
  'saving, publishing and withdrawing an entry': async () => {
    const { installation, people } = small;
    const { id, revision } = await species();
    const saved = await changeEntry(installation, people.editor, id, revision, { values: { size: 12 } });
    const shown = await publishEntry(installation, people.architect, id, saved.revision, {});
    const down = await withdrawEntry(installation, people.architect, id, shown.revision);
    await publishEntry(installation, people.architect, id, down.revision, {});
  },
  'reach of an entry': async () => entryReach(small.installation, (await species()).id),
  'a table, sorted': () => entries(small.installation, { type: 'species', sort: 'name' }),
  'a table, filtered': () => entries(small.installation, { type: 'species', where, sort: '-changed' }),
  'a table, published': () => entries(small.installation, { type: 'species', state: 'published' }),
  'a table, searched': () => entries(small.installation, { type: 'species', q: 'am' }),
  'a table, mine': () => entries(small.installation, { type: 'species', only: 'mine' }, small.people.editor),
  'a table, given to me': () =>
    entries(small.installation, { type: 'species', only: 'given' }, small.people.editor),
  'a table, to fix': () => entries(small.installation, { type: 'species', only: 'toFix' }),
  'all content': async () => {
    for (const query of [
      {},
      { sort: '-changed' },
      { sort: 'date', state: 'published' as const },
      { q: 'am' },
    ])
      await allContent(small.installation, query, small.people.editor);
  },
  'entries found': () => findEntries(small.installation, { q: 'am' }),
  'shown on': async () => shownOn(small.installation, { type: 'species', ids: (await species()).id }),
  'all listings': () => listings(small.installation),
  'a listing tried': () => tryListing(small.installation, { rule }),
  'figures of a listing': () => tryListingFigures(small.installation, { rule }),
  'what visitors said, and the latest of it': async () => {
    for (const query of [{}, { state: 'shown' as const, on: visitPage }])
      await comments(small.installation, query);
    await tryListing(small.installation, { rule: { from: ['comments'] } });
    await tryListingFigures(small.installation, { rule: { from: ['comments'] } });
  },
  'a visitor’s pages': async () => {
    for (const path of ['/', '/index', '/visit', '/index/amber-piper'])
      expect((await visit(small.installation, path)).found).toBe('page');
  },
};

test.each(Object.keys(questions))('%s looks through no whole table that grows', async (name) => {
  await questions[name]?.();
  expect(statements).toBeGreaterThan(0);
  expect(scans).toEqual([]);
});

test('a list that goes by a column in which very many are alike sorts none of them', async () => {
  const { installation } = small;
  const asked = queryContextOf(installation, contentType(installation.model, 'species'));
  const sorted = [...asked.indexTable.fields.values()].filter(({ field, sort }) => field.indexed && sort);
  expect(sorted.length).toBeGreaterThan(2);
  for (const { field } of sorted) {
    const order = orderBy(sortTerms([{ by: field.id, direction: 'up' }], asked, false));
    const plan = await installation.content.all<{ detail: string }>(
      sql`EXPLAIN QUERY PLAN SELECT s.entry FROM ${raw(asked.indexTable.live)} s WHERE ${liveNowWalking(asked.now)} ORDER BY ${order} LIMIT ${24}`,
    );
    expect([field.key, ...plan.map(({ detail }) => detail)]).toEqual([
      field.key,
      expect.stringMatching(/^SCAN s USING COVERING INDEX index_\d+_live_by_/),
    ]);
  }
});

test('pages look through the places of pages alone, where the whole tree is asked for', async () => {
  const id = await pageAt('/visit');
  const { revision } = await page(small.installation, id);
  await homesFor(small.installation, id, {});
  await homesFor(small.installation, id, { q: 'a' });
  await pageReach(small.installation, id);
  const saved = await changePage(small.installation, small.people.architect, id, revision, {
    values: { title: 'Visit us' },
  });
  await publishPage(small.installation, small.people.architect, id, saved.revision, {});
  const usual = /^SCAN p USING (?:COVERING )?INDEX page_by_/;
  expect(scans.filter((scan) => !usual.test(scan))).toEqual([]);
  // The tree itself is looked through, or this would notice nothing.
  expect(scans.length).toBeGreaterThan(0);
});
