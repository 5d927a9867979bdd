import fc from 'fast-check';
import { parseAtomFeed } from 'feedsmith';
import { eventsOf, faultsOfAtom, faultsOfCalendar, faultsOfJsonFeed } from '../../../tests/feed-check';
import { writeCalendar, type CalendarEvent } from './calendar';
import { idInLanguage, writeAtom, writeJsonFeed, type FeedContent } from './feeds';

const odd = fc.oneof(
  fc.string(),
  fc.string({ unit: 'binary' }),
  fc.constantFrom(
    'Boards & <b>planks</b> ]]>',
    '\u0000\u000b\ud800',
    ' \n two\r\nlines ; , \\ "',
    'ä'.repeat(90),
  ),
);
const time = fc.integer({ min: 0, max: 4e12 });
const item = fc.record(
  {
    id: fc.uuid(),
    title: odd,
    address: fc.webUrl({ withQueryParameters: true }),
    author: odd.map((words) => `Oda ${words}`),
    summary: odd,
    content: odd.map((words) => `<p>${words}</p>`),
    picture: fc.record({
      address: fc.webUrl(),
      mime: fc.constantFrom('image/jpeg', 'image/svg+xml'),
      bytes: fc.integer({ min: 1, max: 1e7 }),
    }),
    published: time,
    updated: time,
  },
  { requiredKeys: ['id', 'title', 'address', 'summary', 'published', 'updated'] },
);
const feed: fc.Arbitrary<FeedContent> = fc.record(
  {
    id: fc.uuid(),
    title: odd.map((words) => `List ${words}`),
    description: odd,
    language: fc.constantFrom('en-GB', 'fr', 'cy'),
    author: fc.constant('Quillwater'),
    icon: fc.constant('https://reserve.example/icon.svg'),
    address: fc.webUrl(),
    self: fc.webUrl({ withQueryParameters: true }),
    first: fc.webUrl(),
    previous: fc.webUrl(),
    next: fc.webUrl(),
    items: fc.array(item, { maxLength: 4 }),
  },
  {
    requiredKeys: ['id', 'title', 'description', 'language', 'author', 'icon', 'address', 'self', 'items'],
  },
);
/** Without the signs that XML cannot write, and with spaces as a reader takes them. */
const asRead = (words: string): string =>
  words.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|\p{Cs}/gu, '').trim();

test('whatever a list holds, both its feeds are valid and say its words as words', async () => {
  await fc.assert(
    fc.asyncProperty(feed, async (content) => {
      const atom = writeAtom(content);
      expect(await faultsOfAtom(atom)).toEqual([]);
      expect(faultsOfJsonFeed(writeJsonFeed(content))).toEqual([]);
      expect(JSON.parse(writeJsonFeed(content)).items.map(({ title }: { title: string }) => title)).toEqual(
        content.items.map(({ title }) => title),
      );
      const plain = content.items.filter(({ title }) => asRead(title) !== '' && !title.includes('\r'));
      const read = parseAtomFeed(atom).entries ?? [];
      for (const { id, title } of plain)
        expect(read.find((each) => each.id === `urn:uuid:${id}`)?.title?.value?.trim()).toBe(asRead(title));
    }),
    { numRuns: 40 },
  );
}, 300_000);

test('the check of feeds finds what is wrong', async () => {
  const [sample] = fc.sample(feed, 1);
  if (!sample) throw new Error('no sample');
  const atom = writeAtom(sample);
  expect(await faultsOfAtom(atom.replace(/<id>[^<]*<\/id>/, ''))).not.toEqual([]);
  expect(await faultsOfAtom(atom.replace(/<updated>/, '<updated>on '))).not.toEqual([]);
  expect(faultsOfJsonFeed(writeJsonFeed({ ...sample, self: 'feed' }))).not.toEqual([]);
  expect(faultsOfCalendar('BEGIN:VCALENDAR\nVERSION:2.0\nEND:VCALENDAR\n')).not.toEqual([]);
});

test('a feed is as new as what changed last in it, and one thing has an id of its own in each language', () => {
  const [sample] = fc.sample(feed, 1);
  const items = fc.sample(item, 3).map((each, i) => ({ ...each, updated: i * 1000 }));
  if (!sample) throw new Error('no sample');
  expect(parseAtomFeed(writeAtom({ ...sample, items })).updated).toBe('1970-01-01T00:00:02.000Z');
  const id = '01a211ae-09db-4716-b71b-8261e62a7f8d';
  expect(idInLanguage(id, undefined)).toBe(id);
  expect(idInLanguage(id, 'fr')).toBe(idInLanguage(id, 'fr'));
  expect(new Set([id, idInLanguage(id, 'fr'), idInLanguage(id, 'cy')]).size).toBe(3);
});

const calendar = (events: CalendarEvent[]): string =>
  writeCalendar({
    name: 'Walks, talks; and more',
    description: 'At Quillwater',
    language: 'en-GB',
    address: 'https://reserve.example/events',
    self: 'https://reserve.example/events/feed.ics',
    timeZone: 'Europe/London',
    events,
  });
const event = { summary: '', address: 'https://reserve.example/events/a', updated: 0 };

test('whatever happens, its calendar is valid, and says its titles as they are', () => {
  const day = fc
    .date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true })
    .map((date) => date.toISOString());
  const when = fc.oneof(
    day.map((each) => each.slice(0, 10)),
    day.map((each) => each.slice(0, 16)),
  );
  const events = fc.array(
    fc.record({
      ...Object.fromEntries(['title', 'summary', 'where'].map((name) => [name, odd])),
      begins: when,
      ends: when,
    }),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(events, (all) => {
      const given = all.map((each, i) => ({ ...event, ...each, id: String(i), title: `Walk ${i}` }));
      const written = calendar(given);
      expect(faultsOfCalendar(written)).toEqual([]);
      const read = eventsOf(written);
      expect(read.map(({ title }) => title)).toEqual(given.map(({ title }) => title));
      for (const { begins, ends } of read) if (ends) expect(ends >= begins).toBe(true);
    }),
  );
});

test('days are whole days until the day after the last, moments are those of the clocks where it happens', () => {
  const read = eventsOf(
    calendar([
      { ...event, id: 'a', title: 'Open weekend', begins: '2026-02-27', ends: '2026-02-28' },
      {
        ...event,
        id: 'b',
        title: 'Summer walk',
        begins: '2026-07-01T10:30',
        ends: '2026-07-01T12:00',
        where: 'The hut; east',
      },
      { ...event, id: 'c', title: 'Winter walk', begins: '2026-12-01T10:30', ends: '2026-11-01T10:30' },
    ]),
  );
  expect(read).toEqual([
    { id: 'a', title: 'Open weekend', begins: '2026-02-27', ends: '2026-03-01', where: '' },
    {
      id: 'b',
      title: 'Summer walk',
      begins: '2026-07-01T09:30:00Z',
      ends: '2026-07-01T11:00:00Z',
      where: 'The hut; east',
    },
    { id: 'c', title: 'Winter walk', begins: '2026-12-01T10:30:00Z', ends: '', where: '' },
  ]);
});
