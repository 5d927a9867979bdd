import fc from 'fast-check';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import type { Limits } from '../../core/limits';
import { acts, undoAct } from '../acts';
import { bin, restoreFromBin } from '../bin';
import { addEntry, binEntry, changeEntry, importEntries, publishEntry, submitEntry } from '../entries';
import { addPage, binPage, changePage, movePage, publishPage, withdrawPage } from '../pages';
import { changePerson, type Person } from '.';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

/** The editor, limited. */
async function limited(limits: Limits): Promise<Person> {
  const { installation, people } = small;
  await changePerson(installation, people.editor.uuid, { limits });
  return { ...people.editor, limits };
}
const typeId = (key: string): string =>
  (small.installation.model.contentTypeByKey(key) ?? small.installation.model.pageTypeByKey(key))?.id ?? '';
const forbidden = (work: Promise<unknown>) => expect(work).rejects.toMatchObject({ status: 403 });

test('who is limited to a type changes nothing of another, in whatever way', async () => {
  const { installation, people } = small;
  const walk = await addEntry(installation, people.architect, { type: 'notice', values: { title: 'Reeds' } });
  const shown = await publishEntry(installation, people.architect, walk.id, 1, {});
  const [published] = (await acts(installation, { of: walk.id })).items;
  const by = await limited({ types: [typeId('species')] });
  await addEntry(installation, by, { type: 'species', values: { name: 'Heron' } });
  await forbidden(addEntry(installation, by, { type: 'notice', values: { title: 'Mere' } }));
  await forbidden(changeEntry(installation, by, walk.id, shown.revision, { values: { title: 'Mere' } }));
  await forbidden(binEntry(installation, by, walk.id, shown.revision));
  await forbidden(submitEntry(installation, by, walk.id, shown.revision));
  await forbidden(importEntries(installation, by, typeId('notice'), { rows: [{ title: 'Mere' }] }));
  await forbidden(undoAct(installation, by, published?.id ?? ''));
  await binEntry(installation, people.architect, walk.id, shown.revision);
  await forbidden(restoreFromBin(installation, by, walk.id));
  expect((await bin(installation, {})).total).toBe(1);
});

test('who is limited to a branch neither changes pages outside it nor moves pages across its edge', async () => {
  const { installation, people } = small;
  const make = (title: string, parent: string | null) =>
    addPage(installation, people.architect, {
      type: parent === null ? 'home' : 'plain',
      parent,
      values: { title },
    });
  const home = await make('Home', null);
  const [visit, about] = [await make('Visit', home.id), await make('About', home.id)];
  const boat = await make('By boat', visit.id);
  const people2 = await make('People', about.id);
  const by = await limited({ branches: [visit.id] });
  await changePage(installation, by, boat.id, 1, { values: { title: 'By ferry' } });
  await changePage(installation, by, visit.id, 1, { values: { title: 'Find us' } });
  await addPage(installation, by, { type: 'plain', parent: boat.id, values: { title: 'Times' } });
  await forbidden(changePage(installation, by, about.id, 1, { values: { title: 'Us' } }));
  await forbidden(addPage(installation, by, { type: 'plain', parent: about.id, values: { title: 'Us' } }));
  await forbidden(movePage(installation, by, boat.id, 2, { parent: about.id }));
  await forbidden(movePage(installation, by, people2.id, 1, { parent: visit.id }));
  await forbidden(publishPage(installation, by, home.id, 1, {}));
  await forbidden(binPage(installation, by, people2.id, 1));
  await publishPage(installation, by, boat.id, 2, {});
  await withdrawPage(installation, by, boat.id, 3);
  await binPage(installation, by, boat.id, 4, { branch: 'yes' });
  await restoreFromBin(installation, by, boat.id);
});

test('who is limited to a language changes words of that language alone', async () => {
  const { installation, people } = small;
  const heron = await addEntry(installation, people.architect, {
    type: 'species',
    values: { name: 'Heron' },
  });
  const [other = ''] = installation.model.document.locales.others;
  const by = await limited({ languages: [other] });
  const after = await changeEntry(installation, by, heron.id, 1, {
    translations: { [other]: { summary: 'Il sonne.' } },
  });
  await forbidden(
    changeEntry(installation, by, heron.id, after.revision, { values: { name: 'Great heron' } }),
  );
  await forbidden(addEntry(installation, by, { type: 'species', values: { name: 'Owl' } }));
  const main = await limited({ languages: [installation.model.locale] });
  const next = await changeEntry(installation, main, heron.id, after.revision, {
    values: { name: 'Great heron' },
  });
  await forbidden(
    changeEntry(installation, main, heron.id, next.revision, {
      translations: { [other]: { summary: 'Il chante.' } },
    }),
  );
});

test('bounds name what is there; architects have none', async () => {
  const { installation, people } = small;
  const set = (id: string, limits: Limits | null) => changePerson(installation, id, { limits });
  await expect(set(people.editor.uuid, { types: [people.editor.uuid] })).rejects.toMatchObject({
    status: 422,
    faults: [{ path: '/limits/types/0' }],
  });
  const limits = { types: [typeId('species')], languages: [small.installation.model.locale] };
  expect((await set(people.editor.uuid, limits)).limits).toEqual(limits);
  expect((await set(people.editor.uuid, null)).limits).toBeUndefined();
  expect((await set(people.architect.uuid, limits)).limits).toBeUndefined();
});

test('whatever is changed in a page, only changes of allowed languages pass', async () => {
  const { staysInLanguages } = await import('../../core/limits');
  const word = fc.constantFrom('a', 'b');
  const block = fc.record({
    id: fc.constantFrom('x', 'y'),
    values: fc.record({ heading: word }),
    translations: fc.record({ fr: fc.record({ heading: word }), de: fc.record({ heading: word }) }),
  });
  const body = fc.record({
    values: fc.record({ title: word }),
    translations: fc.record({ fr: fc.record({ title: word }) }),
    slots: fc.record({ main: fc.array(block, { minLength: 1, maxLength: 1 }) }),
  });
  type Body = typeof body extends fc.Arbitrary<infer T> ? T : never;
  /** What a body says in one language, and besides. */
  const inFrench = ({ translations, slots }: Body) =>
    JSON.stringify([translations.fr, slots.main.map((each) => each.translations.fr)]);
  const besidesFrench = ({ values, slots }: Body) =>
    JSON.stringify([values, slots.main.map(({ id, values: own, translations: { de } }) => [id, own, de])]);
  fc.assert(
    fc.property(body, body, (before, after) => {
      expect(staysInLanguages({ languages: ['fr'] }, 'en', before, after)).toBe(
        besidesFrench(before) === besidesFrench(after),
      );
      if (inFrench(before) !== inFrench(after))
        expect(staysInLanguages({ languages: ['en'] }, 'en', before, after)).toBe(false);
    }),
  );
});
