import { emptyInstallation, fill, type SmallInstallation } from '../../../tests/small-installation';
import { documentFrom } from '../../../tests/small-model';
import { beginWith } from '../model';
import { allContent } from './all-content';
import { entries } from './table';

const model = documentFrom({
  locales: { main: 'en-GB', others: [] },
  contentTypes: {
    sighting: {
      label: 'Sighting',
      plural: 'Sightings',
      title: 'name',
      fields: {
        name: { label: 'Name' },
        note: { label: 'Note', indexed: false },
        year: { kind: 'number', label: 'Year', indexed: true },
      },
      face: { heading: ['name'] },
    },
  },
});

/** More than are counted where nobody asks for all. */
const ROWS = 10_400;
const noteOf = (i: number): string =>
  [
    i % 2 === 0 ? 'mere' : 'kingfishers',
    i % 3 === 0 ? 'bittern' : '',
    i % 5 < 3 ? 'reed bed' : 'bed of reed',
    i % 2_600 === 7 ? 'merlin' : '',
  ].join(' ');
const nameOf = (i: number): string => `Bird ${String(i).padStart(5, '0')}`;
const all = [...Array(ROWS).keys()];

let small: SmallInstallation;
beforeAll(async () => {
  small = await emptyInstallation();
  await beginWith(small.installation, model);
  await fill(
    small,
    'sighting',
    all.map((i) => ({ values: { name: nameOf(i), note: noteOf(i), year: 1990 + (i % 7) }, shown: false })),
  );
});
afterAll(() => small.close());

const has =
  (...words: string[]) =>
  (i: number) =>
    words.every((word) => ` ${noteOf(i)} bird`.includes(` ${word}`));
const LIMIT = 40;

test.each<[string, (i: number) => boolean]>([
  ['mere', has('mere')],
  ['mer', has('mer')],
  ['kingfishe', has('kingfishe')],
  ['mere bitt', has('mere', 'bittern')],
  ['"reed bed"', has('reed bed')],
  ['b "reed bed" kingfisher', has('b', 'reed bed', 'kingfishers')],
  ['merlin', has('merlin')],
])('what has %s is found in its order, however many rows have it', async (q, isMeant) => {
  const { installation, people } = small;
  const meant = all.filter(isMeant).map(nameOf);
  for (const [sort, expected] of [
    ['title', meant],
    ['-title', meant.toReversed()],
  ] as const)
    for (const ask of [
      (more: object) => entries(installation, { type: 'sighting', q, sort, ...more }),
      (more: object) => allContent(installation, { q, sort, ...more }, people.editor),
    ]) {
      const found: string[] = [];
      let cursor: string | undefined;
      for (let page = 0; page < 3; page += 1) {
        const { items, total, next } = await ask({ limit: LIMIT, ...(cursor ? { cursor } : {}) });
        expect(total).toBe(meant.length);
        found.push(...items.map(({ title }) => title));
        cursor = next;
        if (next === undefined) break;
      }
      expect(found).toEqual(expected.slice(0, 3 * LIMIT));
      const long = await ask({ limit: 500 });
      expect(long.items.map(({ title }) => title)).toEqual(expected.slice(0, 500));
    }
});

test('words and a condition together hold for each row', async () => {
  const where = JSON.stringify({ field: 'year', is: 'equals', value: 1993 });
  const { items, total } = await entries(small.installation, {
    type: 'sighting',
    q: 'mere',
    where,
    limit: 20,
  });
  const meant = all.filter((i) => has('mere')(i) && i % 7 === 3).map(nameOf);
  expect(total).toBe(meant.length);
  expect(items.map(({ title }) => title)).toEqual(meant.slice(0, 20));
});

test('very many rows are counted up to a bound, or all of them', async () => {
  const { installation, people } = small;
  for (const ask of [
    (more: object) => entries(installation, { type: 'sighting', limit: 10, ...more }),
    (more: object) => allContent(installation, { limit: 10, ...more }, people.editor),
  ])
    for (const q of ['bird', undefined]) {
      const words = q === undefined ? {} : { q };
      expect(await ask({ ...words, counted: 'some' })).toMatchObject({ total: 2000, atLeast: true });
      const whole = await ask(words);
      expect([whole.total, whole.atLeast]).toEqual([ROWS, undefined]);
      expect(await ask({ q: 'merlin', counted: 'some' })).not.toHaveProperty('atLeast');
    }
});

test('by a field without an index not too many rows are sorted, and it is said how many', async () => {
  const { installation, people } = small;
  const { compare } = new Intl.Collator('en-GB');
  const own = installation.model.contentTypeByKey('sighting')?.fieldByKey('note')?.id ?? '';
  const where = JSON.stringify({ field: 'year', is: 'equals', value: 1993 });
  const meant = all.filter((i) => i % 7 === 3);
  // Lines are kept without spaces that nobody sees.
  const kept = (i: number) => noteOf(i).replace(/ +/g, ' ').trim();
  for (const ask of [
    (more: object) => entries(installation, { type: 'sighting', sort: 'note', ...more }),
    (more: object) => allContent(installation, { types: 'sighting', sort: own, ...more }, people.editor),
  ]) {
    await expect(ask({})).rejects.toMatchObject({
      status: 422,
      faults: [{ path: '/sort', code: 'bound', message: expect.stringContaining('10,000') as string }],
    });
    const notes: string[] = [];
    let cursor: string | undefined;
    do {
      const { items, total, next } = await ask({ where, limit: 500, ...(cursor ? { cursor } : {}) });
      expect(total).toBe(meant.length);
      notes.push(...items.map(({ title }) => kept(Number(title.slice('Bird '.length)))));
      cursor = next;
    } while (cursor !== undefined);
    expect(notes).toEqual(meant.map(kept).toSorted(compare));
  }
});
