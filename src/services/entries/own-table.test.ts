import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { importModel } from '../model';
import { keepOwnAllTable, keepOwnTable, ownAllTable, ownTable } from './own-table';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const type = () => small.installation.model.contentTypeByKey('notice')?.id ?? '';

test('each person has a table of their own, which begins as the type says', async () => {
  const { installation, people } = small;
  const first = await ownTable(installation, people.editor, type());
  await keepOwnTable(installation, people.editor, type(), { columns: ['text'] });
  expect(await ownTable(installation, people.editor, type())).toEqual({ columns: ['text'], widths: [] });
  expect(await ownTable(installation, people.architect, type())).toEqual(first);
  await expect(
    keepOwnTable(installation, people.editor, type(), { columns: ['text', 'wings'] }),
  ).rejects.toMatchObject({ faults: [{ path: '/columns/1' }] });
  expect(await ownTable(installation, people.editor, type())).toEqual({ columns: ['text'], widths: [] });
});

test('a field that is gone is left out, and the others stay as they were chosen', async () => {
  const { installation, people } = small;
  const species = installation.model.contentTypeByKey('species')?.id ?? '';
  await keepOwnTable(installation, people.editor, species, { columns: ['rare', 'size'] });
  const { document } = installation.model;
  const gone = installation.model.contentType(species)?.fieldByKey('rare')?.id;
  await importModel(installation, {
    ...document,
    contentTypes: document.contentTypes.map((each) =>
      each.id === species ? { ...each, fields: each.fields.filter(({ id }) => id !== gone) } : each,
    ),
  });
  expect(await ownTable(installation, people.editor, species)).toEqual({ columns: ['size'], widths: [] });
});

test('the table of all content has columns and widths of its own; widths stay where only columns are said', async () => {
  const { installation, people } = small;
  expect(await ownAllTable(installation, people.editor)).toEqual({
    columns: ['date', 'changedBy', 'changed'],
    widths: [],
  });
  const widths = [{ column: 'title', width: 300 }];
  await keepOwnAllTable(installation, people.editor, { columns: ['changed', 'summary'], widths });
  await keepOwnAllTable(installation, people.editor, { columns: ['summary'] });
  expect(await ownAllTable(installation, people.editor)).toEqual({ columns: ['summary'], widths });
  await expect(keepOwnAllTable(installation, people.editor, { columns: ['size'] })).rejects.toMatchObject({
    faults: [{ path: '/columns/0' }],
  });
});
