import { NewEntry, Publication } from './entries';
import { ListingPlace, ListingTrial } from './listings';
import { NewPage, PageMove } from './pages';
import { OwnTable } from './own-table';
import { RedirectsImport } from './redirects';
import { inputBounds, parseInput } from './parse-input';
import { NewPerson } from './people';
import { SetUp } from './session';

const paths = (read: { faults: { path: string }[] }) => read.faults.map(({ path }) => path);
const page = '01a211ae-09db-7716-b71b-8261e62a7f8d';

test('what is right comes in as an instance, with nothing added', () => {
  const { value, faults } = parseInput(NewEntry, { type: 'species', values: { name: 'Bell heron' } });
  expect([value, faults]).toEqual([
    Object.assign(new NewEntry(), { type: 'species', values: { name: 'Bell heron' } }),
    [],
  ]);
  expect(value).toBeInstanceOf(NewEntry);
});

test('every fault is told at its place, in words that begin and end as a sentence', () => {
  const read = parseInput(NewPerson, { name: '', email: 'me', role: 'king', crown: true }, '/person');
  expect(paths(read).sort()).toEqual(['/person/crown', '/person/email', '/person/name', '/person/role']);
  expect(read.value).toBeUndefined();
  for (const { message } of read.faults) expect(message).toMatch(/^[A-Z"].*\.$/);
});

test.each([[null], [[]], ['words'], [7], [undefined]])('%p is no input', (input) =>
  expect(parseInput(NewEntry, input).faults).toEqual([
    { path: '', code: 'kind', message: 'This takes a JSON object.' },
  ]),
);

test('depth is bounded before anything looks inside', () => {
  const nested = (n: number): unknown => (n === 0 ? 1 : { a: nested(n - 1) });
  expect(parseInput(NewEntry, { type: 'species', values: nested(inputBounds.depth - 1) }).faults).toEqual([]);
  expect(parseInput(NewEntry, { type: 'species', values: nested(inputBounds.depth) }).faults[0]?.code).toBe(
    'too-deep',
  );
  let hostile: unknown = 1;
  for (let i = 0; i < 100_000; i += 1) hostile = [hostile];
  expect(parseInput(NewEntry, { type: 'species', values: { hostile } }).faults[0]?.code).toBe('too-deep');
});

test('a place is a page or, said in so many words, the top', () => {
  expect(parseInput(NewPage, { type: 'plain', parent: null }).faults).toEqual([]);
  expect(parseInput(NewPage, { type: 'plain', parent: page }).faults).toEqual([]);
  expect(paths(parseInput(NewPage, { type: 'plain' }))).toEqual(['/parent']);
  expect(paths(parseInput(NewPage, { type: 'plain', parent: 'top' }))).toEqual(['/parent']);
  expect(parseInput(PageMove, { parent: page, after: null }).faults).toEqual([]);
  expect(paths(parseInput(PageMove, { parent: page, after: 7 }))).toEqual(['/after']);
});

test('moments are written out', () => {
  expect(parseInput(Publication, { from: '2026-12-01T00:00:00Z' }).faults).toEqual([]);
  expect(parseInput(Publication, {}).faults).toEqual([]);
  expect(paths(parseInput(Publication, { from: 'tomorrow', until: 20261201 })).sort()).toEqual([
    '/from',
    '/until',
  ]);
});

test('the first architect gives a name to the site', () => {
  expect(
    paths(
      parseInput(SetUp, {
        name: 'Odile',
        email: 'odile@quillwater.example',
        password: 'long enough',
        site: '',
        word: 'reed-mere',
      }),
    ),
  ).toEqual(['/site']);
});

test('what stands inside has a class of its own, and is told at its own place', () => {
  const trial = { rule: { from: ['species'] }, at: {} };
  expect(parseInput(ListingTrial, trial).value?.at).toBeInstanceOf(ListingPlace);
  expect(paths(parseInput(ListingTrial, { ...trial, at: { page: 7, moon: 1 } })).sort()).toEqual([
    '/at/moon',
    '/at/page',
  ]);
  expect(paths(parseInput(ListingTrial, { ...trial, at: [] }))).toEqual(['/at']);
});

test('every one of a list is read by its class, and each fault told at its place', () => {
  const row = { from: '/old', to: '/new' };
  expect(parseInput(RedirectsImport, { rows: [row], trial: true }).value?.rows).toEqual([row]);
  const { faults } = parseInput(RedirectsImport, {
    rows: [row, { from: 4 }, 'x', { ...row, more: 1 }],
    trial: true,
  });
  expect(faults.map(({ path, code }) => `${path} ${code}`)).toEqual([
    '/rows/1/from maxLength',
    '/rows/2 kind',
    '/rows/3/more unknown',
  ]);
  expect(parseInput(RedirectsImport, { rows: row, trial: true }).faults).toHaveLength(1);
});

test('one of a list whose names are those of every object is refused as any other', () => {
  const { faults } = parseInput(OwnTable, { columns: [], widths: [{ constructor: null }] });
  expect(faults.map(({ path, code }) => `${path} ${code}`)).toContain('/widths/0/constructor unknown');
});
