import { smallHouse, type SmallHouse } from '../../tests/small-house';
import { addPage, changePage, publishPage } from './pages';
import { visit } from './visitor';
import { countVisit, keepVisits, VISITS_FRESH } from './visits';
import { applyWorking, keepWorking } from './model';
import type { JsonObject } from '../core/json';

let small: SmallHouse;
beforeAll(async () => { small = await smallHouse(); });
afterAll(() => small.close());

test('visits are counted a page, kept a day at a time, and shown only where the settings say so', async () => {
  const { house, people: { architect } } = small;
  const document = { ...house.model.document, settings: { editorMay: ['showVisits' as const] } };
  await applyWorking(house, architect, (await keepWorking(house, architect, 0, document as unknown as JsonObject)).number);
  const made = await addPage(house, architect, { type: 'home', parent: null, values: { title: 'Home' } });
  const shown = await publishPage(house, architect, made.id, made.revision, {});
  for (let i = 0; i < 3; i += 1) countVisit(house, made.id);
  countVisit(house, '01a211ae-09db-7716-b71b-8261e62a7f8d');
  await keepVisits(house);
  small.at(house.now() + 86_400_000);
  countVisit(house, made.id);
  await keepVisits(house);
  expect(await visit(house, '/')).not.toHaveProperty('page.visits');
  const set = await changePage(house, architect, made.id, shown.revision, { settings: { showVisits: 'yes' } });
  await publishPage(house, architect, made.id, set.revision, {});
  expect(await visit(house, '/')).toMatchObject({ page: { visits: 4 }, validUntil: house.now() + VISITS_FRESH });
  expect(await house.sessions.all('SELECT n FROM visits WHERE page = $1 ORDER BY day', [made.id])).toEqual([{ n: 3 }, { n: 1 }]);
  // What was kept is not kept again.
  await keepVisits(house);
  expect(await visit(house, '/')).toMatchObject({ page: { visits: 4 } });
});
