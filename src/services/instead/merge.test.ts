import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { documentFrom, smallModel } from '../../../tests/small-model';
import type { JsonObject } from '../../core/json';
import { acts, undoAct } from '../acts';
import { addEntry, changeEntry, entry, publishEntry } from '../entries';
import { importModel } from '../model';
import { mergeEntries } from './merge';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
  const { species, notice } = smallModel.contentTypes as Record<string, JsonObject>;
  await importModel(
    small.installation,
    documentFrom({
      ...smallModel,
      contentTypes: {
        species: species ?? {},
        notice: {
          ...notice,
          fields: {
            ...(notice?.fields as JsonObject),
            about: { kind: 'entry', label: 'About', rules: { types: ['species'] } },
          },
        },
      },
    }),
  );
});
afterEach(() => small.close());

async function two() {
  const { installation, people } = small;
  const species = (values: JsonObject) =>
    addEntry(installation, people.architect, { type: 'species', values });
  const stays = await species({ name: 'Bell heron', size: 80 });
  const goes = await species({ name: 'Bell-heron', size: 81, body: 'Waits.' });
  const notice = await addEntry(installation, people.architect, {
    type: 'notice',
    values: { title: 'Seen again', about: goes.id },
  });
  return { stays, goes, notice };
}
const said = async (id: string) => (await entry(small.installation, id)).values;

test('one stays with what is kept of the other, what named the other names it, and one undo takes it back', async () => {
  const { installation, people } = small;
  const { stays, goes, notice } = await two();
  const merged = await mergeEntries(installation, people.architect, stays.id, 1, {
    other: goes.id,
    otherRevision: 1,
    values: { body: 'Waits.' },
  });
  expect(merged.values).toMatchObject({ name: 'Bell heron', size: 80, body: 'Waits.' });
  expect((await said(notice.id)).about).toBe(stays.id);
  expect((await entry(installation, goes.id)).state).toBe('binned');
  const [act] = (await acts(installation, {})).items;
  expect(act?.what).toBe('merged two entries');
  await undoAct(installation, people.architect, act?.id ?? '');
  expect((await said(notice.id)).about).toBe(goes.id);
  expect((await entry(installation, goes.id)).state).toBe('draft');
  expect((await said(stays.id)).body ?? null).toBeNull();
});

test('what cannot be one changes nothing', async () => {
  const { installation, people } = small;
  const { architect } = people;
  const { stays, goes, notice } = await two();
  const refused = (id: string, revision: number, other: string, otherRevision: number) =>
    mergeEntries(installation, architect, id, revision, {
      other,
      otherRevision,
      values: { body: 'Lost.' },
    }).then(
      () => 'done',
      ({ status, faults = [] }: { status: number; faults?: { code: string }[] }) => faults[0]?.code ?? status,
    );
  expect(await refused(stays.id, 1, stays.id, 1)).toBe('itself');
  expect(await refused(stays.id, 1, notice.id, 1)).toBe('type');
  await changeEntry(installation, architect, goes.id, 1, { values: { size: 90 } });
  expect(await refused(stays.id, 1, goes.id, 1)).toBe('changed');
  expect(await refused(stays.id, 7, goes.id, 2)).toBe(412);
  // Visitors would lose what they see.
  await publishEntry(installation, architect, goes.id, 2, {});
  expect(await refused(stays.id, 1, goes.id, 3)).toBe('not-seen');
  expect((await said(goes.id)).size).toBe(90);
  expect((await said(stays.id)).body ?? null).toBeNull();
});
