import { putFaultCounts, recordByUuid } from '../../store/records';
import { NOON, smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { JsonObject } from '../../core/json';
import { undoAct, acts } from '../acts';
import { addEntry, changeEntry, entries, entry, publishEntry, returnEntry, submitEntry } from '../entries';
import { applyWorking } from '../model';
import { keepWorking } from '../model/working-copy';
import { addPage, changePage, page, publishPage, returnPage, submitPage } from '../pages';
import { changeOwnLetters } from '../people';
import { colleagues, endGivenWork, giveWork } from './given';
import { addNote, answerNote, notes, settleNote } from './notes';
import { looked, today } from './today';

const DAY = 86_400_000;
let small: SmallInstallation;
const letters: { to: string; subject: string; text: string }[] = [];
beforeEach(async () => {
  small = await smallInstallation();
  letters.length = 0;
  const { queue } = small.installation;
  const put = queue.put.bind(queue);
  queue.put = async (job) => {
    if ('letter' in job.input) letters.push(job.input.letter);
    return put(job);
  };
});
afterEach(() => small.close());

const notice = (title = 'Path closed') =>
  addEntry(small.installation, small.people.editor, { type: 'notice', values: { title } });

test('what waits for review is corrected, given back with notes, mended and published', async () => {
  const { installation, people } = small;
  const { id } = await notice();
  await expect(
    changeEntry(installation, people.reviewer, id, 1, { values: { title: 'Path shut' } }),
  ).rejects.toMatchObject({ status: 403 });
  await submitEntry(installation, people.editor, id, 1);
  const corrected = await changeEntry(installation, people.reviewer, id, 2, {
    values: { title: 'Path shut' },
  });
  expect(corrected.state).toBe('review');
  await addNote(installation, people.reviewer, id, {
    path: '/values/title',
    quote: 'shut',
    words: 'Until when?',
  });
  expect((await returnEntry(installation, people.reviewer, id, 3)).state).toBe('draft');
  const [back] = (await today(installation, people.editor)).back;
  expect(back).toMatchObject({ id, by: 'reviewer', notes: 1, title: 'Path shut' });
  const [note] = (await notes(installation, id)).items;
  await answerNote(installation, people.editor, note?.id ?? '', { words: 'Until May.' });
  const settled = await settleNote(installation, people.reviewer, note?.id ?? '', { settled: true });
  expect(settled.items).toMatchObject([
    {
      path: '/values/title',
      quote: 'shut',
      by: 'reviewer',
      answers: [{ words: 'Until May.', by: 'editor' }],
      settledBy: 'reviewer',
    },
  ]);
  await submitEntry(installation, people.editor, id, 4);
  expect((await today(installation, people.editor)).back).toEqual([]);
  expect((await today(installation, people.reviewer)).waits.map((each) => each.id)).toEqual([id]);
  await publishEntry(installation, people.reviewer, id, 5, {});
  expect((await today(installation, people.reviewer)).waiting).toBe(0);
  expect((await entry(installation, id)).state).toBe('published');
});

test('who wrote may take back what waits; it is neither given back twice nor sent twice', async () => {
  const { installation, people } = small;
  const { id } = await notice();
  await submitEntry(installation, people.editor, id, 1);
  await expect(submitEntry(installation, people.editor, id, 2)).rejects.toMatchObject({ status: 422 });
  await returnEntry(installation, people.editor, id, 2);
  expect((await today(installation, people.editor)).back).toEqual([]);
  await expect(returnEntry(installation, people.reviewer, id, 3)).rejects.toMatchObject({ status: 422 });
});

test('what changed while it waited is not published unseen', async () => {
  const { installation, people } = small;
  const { id } = await notice();
  await submitEntry(installation, people.editor, id, 1);
  small.at(NOON + DAY);
  await changeEntry(installation, people.editor, id, 2, { values: { title: 'Bridge closed' } });
  await expect(publishEntry(installation, people.reviewer, id, 2, {})).rejects.toMatchObject({ status: 412 });
  expect((await entry(installation, id)).state).toBe('review');
});

test('pages are reviewed where their type asks for it', async () => {
  const { installation, people } = small;
  const document = JSON.parse(JSON.stringify(installation.model.document)) as JsonObject & {
    pageTypes: { key: string; review?: boolean }[];
  };
  for (const type of document.pageTypes) if (type.key === 'home') type.review = true;
  await keepWorking(installation, people.architect, 0, document);
  await applyWorking(installation, people.architect, 1);
  const { id } = await addPage(installation, people.editor, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await expect(publishPage(installation, people.editor, id, 1, {})).rejects.toMatchObject({ status: 403 });
  await submitPage(installation, people.editor, id, 1);
  const corrected = await changePage(installation, people.reviewer, id, 2, {
    values: { title: 'Home of reeds' },
  });
  await expect(changePage(installation, people.reviewer, id, 3, { slug: 'x' })).rejects.toMatchObject({
    status: 403,
  });
  expect(corrected.state).toBe('review');
  expect((await today(installation, people.reviewer)).waits).toMatchObject([
    { id, sort: 'page', of: 'Home' },
  ]);
  await returnPage(installation, people.reviewer, id, 3);
  await submitPage(installation, people.editor, id, 4);
  await publishPage(installation, people.reviewer, id, 5, {});
  expect((await page(installation, id)).state).toBe('published');
  const [act] = (await acts(installation, { of: id })).items;
  await expect(undoAct(installation, people.editor, act?.id ?? '')).rejects.toMatchObject({ status: 403 });
});

test('work is given by a day, stands first on the screen of whom it is given to, and ends', async () => {
  const { installation, people } = small;
  const [late, soon] = [await notice('Late'), await notice('Soon')];
  const to = people.editor.uuid;
  await giveWork(installation, people.architect, late.id, { to });
  await giveWork(installation, people.architect, soon.id, {
    to,
    day: '2026-12-03',
    words: 'Before the count.',
  });
  const inTable = (await entries(installation, { type: 'notice' })).items;
  expect(new Map(inTable.map(({ id, given }) => [id, given]))).toEqual(
    new Map([
      [late.id, { to: 'editor' }],
      [soon.id, { to: 'editor', day: '2026-12-03' }],
    ]),
  );
  const { given } = await today(installation, people.editor);
  expect(given.map(({ title, day, words, by }) => [title, day, words, by])).toEqual([
    ['Soon', '2026-12-03', 'Before the count.', 'architect'],
    ['Late', undefined, undefined, 'architect'],
  ]);
  expect((await notes(installation, soon.id)).given).toMatchObject({ toName: 'editor', day: '2026-12-03' });
  await endGivenWork(installation, soon.id);
  expect((await today(installation, people.editor)).given).toHaveLength(1);
  await expect(giveWork(installation, people.architect, late.id, { to: soon.id })).rejects.toMatchObject({
    status: 422,
  });
  expect((await colleagues(installation)).items.map(({ name }) => name)).toEqual([
    'architect',
    'editor',
    'reviewer',
  ]);
});

test('letters go to those concerned who want them, and not to who wrote', async () => {
  const { installation, people } = small;
  const { id } = await notice();
  await giveWork(installation, people.architect, id, { to: people.reviewer.uuid });
  await addNote(installation, people.reviewer, id, { path: '', words: 'Since when?' });
  expect(letters.map(({ to, subject }) => [to, subject])).toEqual([
    ['reviewer@quillwater.example', 'For you: Path closed'],
    ['editor@quillwater.example', 'A note at Path closed'],
  ]);
  await changeOwnLetters(installation, people.editor, { letters: false });
  await addNote(installation, people.reviewer, id, { path: '', words: 'Well?' });
  expect(letters).toHaveLength(2);
});

test('what goes out and comes down within two weeks is told', async () => {
  const { installation, people } = small;
  const { id } = await notice();
  const at = (days: number) => new Date(NOON + days * DAY).toISOString();
  await publishEntry(installation, people.reviewer, id, 1, { from: at(3), until: at(9) });
  const { soon } = await today(installation, people.editor);
  expect(soon.map(({ goes, at: when }) => [goes, when])).toEqual([
    ['out', at(3)],
    ['down', at(9)],
  ]);
});

test('what broke is told as new until one has looked, and stays told until it is mended', async () => {
  const { installation, people } = small;
  const { editor } = people;
  const one = await addEntry(installation, editor, { type: 'species', values: { name: 'Heron' } });
  const { revision } = await publishEntry(installation, editor, one.id, 1, {});
  /** What others do to what it names leaves it with something to fix. */
  const faultsAt = async (now: number, faults: number) => {
    const record = (await recordByUuid(installation.content, one.id, 'entry'))?.id ?? 0;
    await installation.content.write((tx) => putFaultCounts(tx, [{ record, revision, faults }], now));
  };
  const told = async () => {
    const { broken, faulty } = await today(installation, editor);
    return [broken, faulty].map((things) => things.map(({ id, at }) => [id, Date.parse(at) - NOON]));
  };
  const look = async (at: number) => {
    small.at(NOON + at);
    await looked(installation, editor);
  };
  await look(0);
  await look(DAY);
  expect(await told()).toEqual([[], []]);
  await faultsAt(NOON + DAY + 1, 1);
  await faultsAt(NOON + DAY + 2, 2);
  await look(2 * DAY);
  // As long as one looks it stays new.
  await look(2 * DAY + 60_000);
  expect(await told()).toEqual([[[one.id, DAY + 1]], []]);
  await look(3 * DAY);
  expect(await told()).toEqual([[], [[one.id, DAY + 1]]]);
  await faultsAt(NOON + 3 * DAY, 0);
  expect(await told()).toEqual([[], []]);
});
