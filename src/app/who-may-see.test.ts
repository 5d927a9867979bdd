import fc from 'fast-check';
import { sampleInstallation } from '../../tests/plain-sample';
import { newId, type Id } from '../core/ids';
import { sameJson } from '../core/json';
import type { Audience, SeenBy } from '../core/site/audience';
import { audience as audienceOfRecord, changeAudience } from '../services/audience';
import { allContent, changeEntry, entry, publishEntry } from '../services/entries';
import { importModel } from '../services/model';
import { changePage, copyPage, page, publishPage, siteTree } from '../services/pages';
import { asksToSignIn, asVisitor, feedOf, missingPage, siteMap, visit } from '../services/visitor';
import { undoAct, acts } from '../services/acts';

let [friends, committee] = ['', ''];
let audiences: Audience[];
/** Told here in its own way: `undefined` is for everyone. */
const opens = (seenBy: SeenBy | undefined, to: Audience): boolean => {
  if (!seenBy) return true;
  if (!to) return false;
  return seenBy.groups.length === 0 || to.groups.filter((each) => seenBy.groups.includes(each)).length > 0;
};

interface Marked {
  id: Id;
  sort: 'entry' | 'page';
  type: string;
  /** The pages above, from the nearest. */
  above: Id[];
  /** What stands in its title and nowhere else. */
  word: string;
}

let small: Awaited<ReturnType<typeof sampleInstallation>>;
let marked: Marked[];
let addresses: string[];
const architect = () => small.architect;

/** Everything of a site that has an address, by its map. */
async function mapped(): Promise<string[]> {
  const { installation } = small;
  const locations = (xml: string) => [...xml.matchAll(/<loc>([^<]*)<\/loc>/g)].map(([, at = '']) => at);
  const parts = locations((await siteMap(installation, undefined)) ?? '').map((at) =>
    new URL(at).searchParams.get('part'),
  );
  const all = await Promise.all(parts.map((part) => siteMap(installation, part ?? '')));
  return all.flatMap((xml) => locations(xml ?? '')).map((at) => decodeURI(new URL(at).pathname));
}

/** Puts a word of its own into the title of a thing that visitors see. */
async function mark(id: Id, sort: Marked['sort'], field: string, title: string, word: string): Promise<void> {
  const { installation } = small;
  const said = { values: { [field]: `${title} ${word}` } };
  if (sort === 'entry') {
    const { revision } = await entry(installation, id);
    const kept = await changeEntry(installation, architect(), id, revision, said);
    if (kept.faults.length === 0) await publishEntry(installation, architect(), id, kept.revision, {});
  } else {
    const { revision } = await page(installation, id);
    const kept = await changePage(installation, architect(), id, revision, said);
    if (kept.faults.length === 0) await publishPage(installation, architect(), id, kept.revision, {});
  }
}

beforeAll(async () => {
  small = await sampleInstallation();
  const { installation } = small;
  [friends = '', committee = ''] = (installation.model.document.accounts?.groups ?? []).map(({ id }) => id);
  audiences = [undefined, { groups: [] }, { groups: [friends] }, { groups: [friends, committee] }];
  // In the other language there are as many: some of them.
  const all = (await mapped()).filter((address, i) => !address.startsWith('/fr') || i % 8 === 0);
  addresses = [...all, '/?q=zq', '/fr?q=zq', '/nothing/stands/zq'];
  const tree = (await siteTree(installation)).pages;
  // What the sample itself keeps for some is for everyone here, until it is generated for whom.
  const kept = tree.find(({ address }) => address.startsWith('/friends/minutes'))?.id ?? '';
  await changeAudience(installation, architect(), kept, { own: null });
  const parents = new Map(tree.map(({ id, parent }) => [id, parent]));
  const above = (id: Id): Id[] => {
    const parent = parents.get(id);
    return parent ? [parent, ...above(parent)] : [];
  };
  const { items } = await allContent(installation, { state: 'published', limit: 500 }, architect());
  const { contentTypes, pageTypes } = installation.model;
  const typed = (label: string) =>
    [...contentTypes, ...pageTypes].find(({ definition }) => definition.label === label);
  marked = items.flatMap(({ id, sort, type }, i): Marked[] =>
    (sort === 'entry' || sort === 'page') && (i % 3 === 0 || sort === 'page')
      ? [
          {
            id,
            sort,
            type: typed(type)?.definition.key ?? '',
            above: sort === 'page' ? above(id) : [],
            word: `zq${i}x`,
          },
        ]
      : [],
  );
  for (const { id, sort, type: key, word } of marked) {
    const of = [...contentTypes, ...pageTypes].find(({ definition }) => definition.key === key);
    const title = of?.fields.find((each) => each.id === of.definition.title);
    const said = items.find((each) => each.id === id)?.title ?? '';
    if (title) await mark(id, sort, title.key, said, word);
  }
}, 240_000);
afterAll(() => small.close());

/** All that an audience gets at every address, as one text. */
async function gets(to: Audience): Promise<string> {
  const all = await asVisitor(small.installation, to, async (seen) => {
    const got: unknown[] = [];
    for (const address of addresses) {
      const [path = '', query] = address.split('?');
      const found = await visit(seen, path, new URLSearchParams(query));
      got.push(found);
      if (found.found === 'page' && found.page.feeds)
        for (const kind of ['atom', 'json', 'ics'] as const)
          got.push(await feedOf(seen, path, kind, async () => ''));
      if (found.found === 'nothing') got.push(await missingPage(seen, path, 'nothing'));
    }
    const index = (await siteMap(seen, undefined)) ?? '';
    for (const [, part = ''] of index.matchAll(/part=([^<]*)</g))
      got.push(await siteMap(seen, decodeURIComponent(part)));
    return got;
  });
  return JSON.stringify(all);
}

test('asked at every address as every group, nothing is got that is not theirs, and all that is', async () => {
  const { installation } = small;
  const whole = await gets({ groups: [friends, committee] });
  const shown = marked.filter(({ word }) => whole.includes(word));
  // Otherwise nothing could be told from what is not got.
  expect(shown.length).toBeGreaterThan(marked.length / 2);
  const pages = marked.filter(({ sort, above }) => sort === 'page' && above.length > 0);
  const entries = marked.filter(({ sort }) => sort === 'entry');
  const seenBy = fc.constantFrom<SeenBy>(
    { groups: [] },
    { groups: [friends] },
    { groups: [committee] },
    { groups: [friends, committee] },
  );
  const plan = fc.record({
    guarded: fc.tuple(
      fc.uniqueArray(fc.tuple(fc.constantFrom(...pages), seenBy), {
        minLength: 1,
        maxLength: 2,
        selector: ([{ id }]) => id,
      }),
      fc.uniqueArray(fc.tuple(fc.constantFrom(...entries), seenBy), {
        minLength: 4,
        maxLength: 8,
        selector: ([{ id }]) => id,
      }),
    ),
    type: fc.option(fc.tuple(fc.constantFrom('event', 'person', 'section', 'species'), seenBy)),
  });
  await fc.assert(
    fc.asyncProperty(plan, async ({ guarded, type }) => {
      const saidFor = new Map(guarded.flat().map(([{ id }, each]) => [id, each]));
      const ofType = (key: string) => (type?.[0] === key ? type[1] : undefined);
      for (const [id, own] of saidFor)
        await changeAudience(installation, architect(), id, { own: { groups: own.groups, asks: false } });
      const plain = installation.model.document;
      const guard = <T extends { key: string }>(each: T): T => ({
        ...each,
        ...(ofType(each.key) ? { seenBy: ofType(each.key) } : {}),
      });
      await importModel(installation, {
        ...plain,
        contentTypes: plain.contentTypes.map(guard),
        pageTypes: plain.pageTypes.map(guard),
      });
      const typeOf = new Map(marked.map(({ id, type: key }) => [id, key]));
      for (const to of audiences) {
        const got = await gets(to);
        for (const { id, above, word } of shown) {
          const all = [id, ...above].flatMap((each) => [saidFor.get(each), ofType(typeOf.get(each) ?? '')]);
          const isTheirs = all.every((each) => opens(each, to));
          if (!isTheirs) expect([to, word, got.includes(word)]).toEqual([to, word, false]);
        }
        // Who belongs to both groups misses nothing.
        if (to?.groups.length === 2) expect(shown.filter(({ word }) => !got.includes(word))).toEqual([]);
      }
      await importModel(installation, plain);
      for (const id of saidFor.keys()) await changeAudience(installation, architect(), id, { own: null });
      expect(installation.audiences.any).toBe(false);
    }),
    { numRuns: 2 },
  );
}, 400_000);

test('who may not see something finds nothing there, or is asked to sign in; taken back, it is for everyone', async () => {
  const { installation } = small;
  const [it] = (await siteTree(installation)).pages.filter(
    ({ address }) => address === '/friends/what-we-pay',
  );
  const id = it?.id ?? '';
  const address = '/friends/what-we-pay';
  const found = (to: Audience) =>
    asVisitor(installation, to, async (seen) => (await visit(seen, address)).found);
  const own = { groups: [friends], asks: false };
  await changeAudience(installation, architect(), id, { own });
  expect(await Promise.all(audiences.map(found))).toEqual(['nothing', 'nothing', 'page', 'page']);
  expect(await asksToSignIn(installation, undefined, address)).toBe(false);
  await changeAudience(installation, architect(), id, { own: { ...own, asks: true } });
  expect(await asksToSignIn(installation, undefined, address)).toBe(true);
  expect(await asksToSignIn(installation, { groups: [friends] }, address)).toBe(false);
  // Something above that does not ask keeps what stands below it from being told.
  await changeAudience(installation, architect(), it?.parent ?? '', {
    own: { groups: [committee], asks: false },
  });
  expect(await asksToSignIn(installation, undefined, address)).toBe(false);
  expect(await found({ groups: [friends] })).toBe('nothing');
  expect(await found({ groups: [friends, committee] })).toBe('page');
  expect((await audienceOfRecord(installation, id)).bound).toMatchObject([
    { by: 'above', page: it?.parent, seenBy: { groups: [committee] } },
  ]);
  const refused = changeAudience(installation, architect(), id, { own: { groups: [newId()], asks: false } });
  await expect(refused).rejects.toMatchObject({ status: 422 });
  const copy = await copyPage(installation, architect(), id, { title: 'Another' });
  expect((await audienceOfRecord(installation, copy.id)).own).toEqual({ groups: [friends], asks: true });
  for (let i = 0; i < 4; i += 1) {
    const [last] = (await acts(installation, {})).items.filter(
      ({ canUndo, what }) => canUndo && !what.startsWith('took back'),
    );
    await undoAct(installation, architect(), last?.id ?? '');
  }
  expect(await found(undefined)).toBe('page');
  expect(sameJson({ ...(await audienceOfRecord(installation, id)) } as never, { own: null, bound: [] })).toBe(
    true,
  );
});
