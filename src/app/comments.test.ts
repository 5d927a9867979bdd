import { NOON, smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { DrawnPages } from '../../tests/drawn-pages';
import { withSpeciesPages } from '../../tests/small-model';
import type { JsonObject } from '../core/json';
import type { SettingsLayer } from '../core/model/settings';
import { LEAST_TIME } from '../core/site/comments';
import { changeComment, comments, eraseComment, replyToComment } from '../services/comments';
import { importModel } from '../services/model';
import { addPage, publishPage } from '../services/pages';
import { takeComment, visit } from '../services/visitor';
import { parseCommentForm } from './comment-form';

let small: SmallInstallation;
let drawn: DrawnPages;
const who = () => small.people.editor;

async function begin(set: NonNullable<SettingsLayer['set']>): Promise<void> {
  small = await smallInstallation();
  await importModel(small.installation, { ...withSpeciesPages(), settings: { set } });
  drawn = new DrawnPages(small.installation, () => []);
  const made = await addPage(small.installation, small.people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await publishPage(small.installation, small.people.architect, made.id, made.revision, {});
}
afterEach(() => small.close());

const pageNow = async () => {
  const found = await visit(small.installation, '/');
  if (found.found !== 'page') throw new Error(found.found);
  return found.page;
};
let visitors = 0;
/** Says something as a visitor does: with what the form of the page carries, a while after it was drawn. */
async function say(given: JsonObject, { after = LEAST_TIME, from = `10.0.0.${(visitors += 1)}` } = {}) {
  const page = await pageNow();
  small.at(small.installation.now() + after);
  const written = parseCommentForm({
    comments: page.comments?.on ?? '',
    stamp: page.comments?.stamp ?? '',
    name: 'Maudie',
    words: 'Heard it too.',
    ...(given as Record<string, string>),
  });
  const state = written && (await takeComment(small.installation, page, written, from));
  return state?.became ?? state?.faults;
}
const waiting = async (state: 'held' | 'shown' | 'binned' = 'held') =>
  (await comments(small.installation, { state })).items;
const only = async (state: 'held' | 'shown' | 'binned' = 'held') => {
  const [one] = await waiting(state);
  if (!one) throw new Error(`Nothing is ${state}.`);
  return one;
};

test('nothing is said where nobody let it; where it may only be read there is no form', async () => {
  await begin({});
  expect(await say({})).toBeUndefined();
  expect(await drawn.html('/')).not.toContain('id="comments"');
  await small.close();
  await begin({ comments: 'read' });
  expect(await say({})).toBe('closed');
  expect(await drawn.html('/')).not.toContain('<form');
});

test('what is said waits, is shown once somebody looked at it, in other words too, is put away, and is erased', async () => {
  await begin({ comments: 'open' });
  expect(await say({ words: 'Loud,\nand <b>near</b>.\n\nTwice.' })).toBe('held');
  expect(await drawn.html('/')).not.toContain('Maudie');
  const held = await only();
  expect(held).toMatchObject({
    name: 'Maudie',
    on: { label: 'Home', sort: 'page', address: '/' },
    isOwn: false,
  });
  await drawn.keepAll();
  await drawn.keep('/');
  const shown = await changeComment(small.installation, who(), held.id, held.revision, { state: 'shown' });
  // The page that was ready is drawn again.
  expect(small.installation.rendered.find('/', small.installation.now())).toBeUndefined();
  const html = await drawn.html('/');
  expect(html).toContain('One comment');
  expect(html).toContain('and &lt;b&gt;near&lt;/b&gt;.');
  await expect(
    changeComment(small.installation, who(), held.id, held.revision, { state: 'binned' }),
  ).rejects.toMatchObject({ status: 412 });
  const other = await changeComment(small.installation, who(), held.id, shown.revision, { words: 'Loud.' });
  expect(other.firstWords).toBe('Loud,\nand <b>near</b>.\n\nTwice.');
  const again = await changeComment(small.installation, who(), held.id, other.revision, {
    words: other.firstWords ?? '',
  });
  expect(again).toMatchObject({ firstWords: null, state: 'shown' });
  const reply = await replyToComment(small.installation, who(), held.id, 'Thank you.');
  expect(reply).toMatchObject({ answers: 'Maudie', isOwn: true, name: 'editor' });
  await expect(replyToComment(small.installation, who(), reply.id, 'And more.')).rejects.toMatchObject({
    status: 422,
  });
  expect(await drawn.html('/')).toContain('Thank you.');
  const away = await changeComment(small.installation, who(), held.id, again.revision, { state: 'binned' });
  // What answers something that is put away is not seen either.
  expect(await drawn.html('/')).not.toContain('Thank you.');
  await eraseComment(small.installation, small.people.architect, held.id, away.revision);
  expect([...(await waiting('binned')), ...(await waiting('shown'))]).toEqual([]);
});

test('an answer stands below what it answers, one deep; of another page it is not taken', async () => {
  await begin({ comments: 'open', commentsShown: 'once' });
  expect(await say({ name: 'Petra', words: 'Who was it?' })).toBe('shown');
  const first = await only('shown');
  expect(await say({ answers: first.id, words: 'The heron.' })).toBe('shown');
  const answer = (await waiting('shown')).find(({ answers }) => answers === 'Petra');
  expect(await say({ answers: answer?.id ?? '', words: 'Deeper.' })).toBe('closed');
  expect(await say({ answers: first.on.id, words: 'Elsewhere.' })).toBe('closed');
  const { id, revision } = first;
  await changeComment(small.installation, who(), id, revision, { state: 'held' });
  // What visitors do not see is not answered; the same again is not taken for something that was said.
  const from = '10.8.8.8';
  for (const _turn of [1, 2]) expect(await say({ answers: id, words: 'Unseen.' }, { from })).toBe('closed');
  await changeComment(small.installation, who(), id, revision + 1, { state: 'shown' });
  const { said } = (await pageNow()).comments ?? { said: [] };
  expect(said.map(({ words, answers }) => [words, answers.map((each) => each.words)])).toEqual([
    ['Who was it?', ['The heron.']],
  ]);
});

test('a machine, one who is too fast, one who sends again, and one who floods are told what a person would be, or are bounded', async () => {
  await begin({ comments: 'open' });
  expect(await say({ website: 'https://x.example' })).toBe('held');
  expect(await waiting()).toEqual([]);
  expect(await say({}, { after: 500 })).toBe('too fast');
  expect(await say({ stamp: `${NOON.toString(36)}.${'A'.repeat(22)}` })).toBe('too fast');
  expect(await say({ words: ' ' })).toEqual({ words: 'missing' });
  expect(await say({ name: 'n'.repeat(81) })).toEqual({ name: 'long' });
  const from = '10.9.9.9';
  expect([await say({}, { from }), await say({}, { from })]).toEqual(['held', 'held']);
  expect(await waiting()).toHaveLength(1);
  const more = [];
  for (let i = 0; i < 9; i += 1) more.push(await say({ words: `Again ${i}` }, { from }));
  expect(more.filter((each) => each === 'held')).toHaveLength(7);
  expect(more.at(-1)).toBe('too many');
});

test('where it is open for so many days the page turns by itself when they are over', async () => {
  await begin({ comments: 'open', commentDays: '7' });
  const found = await visit(small.installation, '/');
  expect(found).toMatchObject({ found: 'page', validUntil: NOON + 7 * 86_400_000 });
  small.at(NOON + 7 * 86_400_000);
  expect((await pageNow()).comments?.stamp).toBeUndefined();
});
