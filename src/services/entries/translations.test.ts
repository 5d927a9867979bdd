import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { allContent } from './all-content';
import { earlierSources } from './earlier-sources';
import { entries } from './table';
import { addEntry, changeEntry, entry } from './write';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

async function heron() {
  const { installation, people } = small;
  const { id } = await addEntry(installation, people.editor, {
    type: 'species',
    values: { name: 'Bell heron', summary: 'Waits.' },
    translations: { fr: { summary: 'Attend.' } },
  });
  const change = async (patch: Parameters<typeof changeEntry>[4]) =>
    changeEntry(installation, people.editor, id, (await entry(installation, id)).revision, patch);
  return { id, change };
}

test('a translation whose source changed is older, in the entry and in every table, until it is right again', async () => {
  const { installation, people } = small;
  const { id, change } = await heron();
  const told = async () => [
    (await entry(installation, id)).older.fr,
    (await entries(installation, { type: 'species', columns: '' })).items[0]?.languages?.fr,
    (await allContent(installation, { older: 'fr' }, people.editor)).total,
  ];
  expect(await told()).toEqual([[], 'all', 0]);
  await change({ values: { summary: 'Waits for frogs.' } });
  expect(await told()).toEqual([['summary'], 'older', 1]);
  await change({ confirmed: { fr: ['summary'] } });
  expect(await told()).toEqual([[], 'all', 0]);
  await change({ values: { summary: 'Waits for eels.' } });
  await change({ translations: { fr: { summary: 'Attend des anguilles.' } } });
  expect(await told()).toEqual([[], 'all', 0]);
  await change({ translations: { fr: { summary: null } } });
  expect(await told()).toEqual([[], 'nothing', 0]);
});

test('what the source said when the translation was written is told, as far as it is kept', async () => {
  const { installation } = small;
  const { id, change } = await heron();
  expect(await earlierSources(installation, id, 'fr')).toEqual({ values: {} });
  await change({ values: { summary: 'Waits for frogs.' } });
  await change({ values: { summary: 'Waits for eels.' } });
  expect(await earlierSources(installation, id, 'fr')).toEqual({ values: { summary: 'Waits.' } });
});

test.each([
  [{ de: ['summary'] }, '/confirmed/de'],
  [{ fr: ['wings'] }, '/confirmed/fr'],
])('%j confirms nothing', async (confirmed, path) => {
  const { change } = await heron();
  await expect(change({ confirmed })).rejects.toMatchObject({ faults: [{ path }] });
});
