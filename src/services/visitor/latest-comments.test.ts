import fc from 'fast-check';
import { DrawnPages } from '../../../tests/drawn-pages';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { withSpeciesPages } from '../../../tests/small-model';
import { newId, type Id } from '../../core/ids';
import type { JsonObject } from '../../core/json';
import { changeComment, comments, eraseComment, replyToComment } from '../comments';
import { addEntry, changeEntry, entry, publishEntry, withdrawEntry } from '../entries';
import { addListing, publishListing, tryListing, tryListingFigures } from '../listings';
import { importModel } from '../model';
import { addPage, changePage, page, publishPage, withdrawPage } from '../pages';
import { putComment } from '../../store/comments';
import { recordByUuid } from '../../store/records';

let small: SmallInstallation;
let drawn: DrawnPages;
const things: Record<string, { sort: 'entry' | 'page'; id: Id }> = {};
let minutes = 0;
const who = () => small.people.architect;

async function stand(title: string, type: string, parent: string | null, more: JsonObject = {}): Promise<Id> {
  const made = await addPage(small.installation, who(), { type, parent, values: { title }, ...more });
  await publishPage(small.installation, who(), made.id, made.revision, {});
  return made.id;
}

async function inForce(label: string, from: string): Promise<Id> {
  const made = await addListing(small.installation, who(), { label, rule: { from: [from] } });
  await publishListing(small.installation, who(), made.id, made.revision, {});
  return made.id;
}

/** Something said on a thing, as if a visitor had. */
async function say(on: string, words: string, state: 'held' | 'shown' = 'shown'): Promise<Id> {
  const { sort, id } = things[on] ?? { sort: 'page', id: '' };
  const made = newId();
  minutes += 1;
  small.at(small.installation.now() + 60_000);
  await small.installation.content.write(async (tx) => {
    const record = await recordByUuid(tx, id, sort);
    if (!record) throw new Error(on);
    await putComment(tx, {
      uuid: made,
      record: record.id,
      answers: null,
      name: 'Petra',
      words,
      language: 'en-GB',
      state: 'held',
      at: small.installation.now(),
      person: null,
    });
  });
  if (state === 'shown') await changeComment(small.installation, small.people.editor, made, 1, { state });
  return made;
}

/** Only to be read: a form says when it was drawn. */
beforeEach(async () => {
  small = await smallInstallation();
  minutes = 0;
  await importModel(small.installation, {
    ...withSpeciesPages(),
    settings: { set: { comments: 'read' }, editorMay: ['comments'] },
  });
  drawn = new DrawnPages(small.installation, () => ['/', '/plain', '/said', '/species', '/species/heron']);
  const home = await stand('Home', 'home', null);
  things.plain = { sort: 'page', id: await stand('Plain', 'plain', home) };
  const index = await stand('Species', 'index', home, { listing: await inForce('All', 'species') });
  await stand('One', 'speciesPage', index);
  const heron = await addEntry(small.installation, who(), { type: 'species', values: { name: 'Heron' } });
  await publishEntry(small.installation, who(), heron.id, heron.revision, {});
  things.heron = { sort: 'entry', id: heron.id };
  const listing = await inForce('Said', 'comments');
  things.said = {
    sort: 'page',
    id: await stand('Said', 'plain', home, { slots: { main: [{ type: 'listing', listing }] } }),
  };
});
afterEach(() => small.close());

test('the newest of what was said stands in a listing, leading to its place, and nothing that visitors do not read there', async () => {
  await say('plain', 'First <b>words</b>.');
  const second = await say('heron', 'Second words.');
  await say('heron', 'Waiting words.', 'held');
  const html = await drawn.html('/said');
  expect(html.indexOf('Second words.')).toBeGreaterThan(0);
  expect(html.indexOf('First &lt;b&gt;words&lt;/b&gt;.')).toBeGreaterThan(html.indexOf('Second words.'));
  expect(html).toContain(`href="/species/heron#said-${second}"`);
  expect(html).not.toContain('Waiting words.');
  expect(await drawn.html('/species/heron')).toContain(`id="said-${second}"`);
  const rule = { from: ['comments'], limit: 1 };
  const tried = await tryListing(small.installation, { rule });
  expect([tried.matching, tried.entries.map(({ face }) => face.heading?.[0]?.words)]).toEqual([2, ['Heron']]);
  const { total, parts } = await tryListingFigures(small.installation, { rule });
  expect([total, parts.every(({ filled }) => filled === 2)]).toEqual([2, true]);
});

test.each([
  ['with others', { from: ['comments', 'species'] }, '/rule/from'],
  ['with conditions', { where: { all: [{ under: 'here' }] } }, '/rule/where'],
  ['in another order', { order: [{ by: 'published', direction: 'up' }] }, '/rule/order'],
  ['with more on a page than keep it', { limit: 51 }, '/rule/limit'],
  ['in pages that are too long', { limit: 'all', perPage: 51 }, '/rule/perPage'],
])('what was said is not listed %s', async (_how, rule, path) => {
  await expect(
    tryListing(small.installation, { rule: { from: ['comments'], ...rule } }),
  ).rejects.toMatchObject({ status: 422, faults: [expect.objectContaining({ path })] });
});

const on = fc.constantFrom('plain', 'heron', 'said');
const edits = fc.oneof(
  fc.record({ act: fc.constant('say' as const), on }),
  fc.record({
    act: fc.constantFrom(
      'hide',
      'hide the first',
      'answer',
      'erase',
      'come down',
      'go up',
      'rename',
      'mute',
      'unmute',
    ),
    on,
  }),
);
type Edit = typeof edits extends fc.Arbitrary<infer E> ? E : never;

async function edit({ act, on: key }: Edit): Promise<void> {
  const { sort, id } = things[key] ?? { sort: 'page', id: '' };
  const { installation } = small;
  const kept = () => (sort === 'entry' ? entry(installation, id) : page(installation, id));
  const { revision } = await kept();
  const said = (await comments(installation, { state: 'shown', on: id })).items;
  const [newest, first] = [said[0], said.findLast(({ answers }) => answers === null)];
  const hidden = act === 'hide' ? newest : act === 'hide the first' ? first : undefined;
  if (act === 'say') await say(key, `Words ${minutes}`);
  else if (hidden) await changeComment(installation, who(), hidden.id, hidden.revision, { state: 'binned' });
  else if (act === 'answer' && first) await replyToComment(installation, who(), first.id, `So ${minutes}`);
  else if (act === 'erase' && newest) await eraseComment(installation, who(), newest.id, newest.revision);
  else if (act === 'come down')
    await (sort === 'entry' ? withdrawEntry : withdrawPage)(installation, who(), id, revision);
  else if (act === 'go up')
    await (sort === 'entry' ? publishEntry : publishPage)(installation, who(), id, revision, {});
  else if (act === 'rename' && sort === 'entry') {
    await changeEntry(installation, who(), id, revision, { values: { name: `Heron ${minutes}` } });
    await publishEntry(installation, who(), id, (await kept()).revision, {});
  } else if (sort === 'page' && ['rename', 'mute', 'unmute'].includes(act)) {
    const change =
      act === 'rename'
        ? { values: { title: `Title ${minutes}` } }
        : { settings: { comments: act === 'mute' ? 'off' : 'read' } };
    await changePage(installation, who(), id, revision, change);
    await publishPage(installation, who(), id, (await kept()).revision, {});
  }
}

test('whatever is said, put away, renamed, muted, or comes and goes: no page tells what is so no longer', async () => {
  let differed = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(edits, { minLength: 12, maxLength: 12 }), async (some) => {
      const { differ } = await drawn.over(some, () => small.at(small.installation.now() + 60_000), edit);
      differed += differ;
      // What is listed is what stands on the pages themselves, the newest first.
      const html = await drawn.html('/said');
      const listed = [...html.matchAll(/href="([^"#]+)#(said-[^"]+)"/g)];
      for (const [, address = '', anchor] of listed)
        expect(await drawn.html(address)).toContain(`id="${anchor ?? ''}"`);
    }),
    { numRuns: 6 },
  );
  expect(differed).toBeGreaterThan(20);
});
