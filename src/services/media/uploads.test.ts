import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { acts, undoAct } from '../acts';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { mediaBounds } from './files';
import { mediaList, medium } from './library';
import { fileInItsPlace, mediaFile } from './renditions';
import { addMedia, changeMedium, replaceFile } from './uploads';

let small: SmallInstallation;
beforeAll(async () => {
  small = await smallInstallation();
});
afterAll(() => small.close());

const reeds = async () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#2f5a52' } })
    .png()
    .toBuffer();

test('a file that passes the bound is not taken, and the bound is told', async () => {
  const most = Buffer.concat([await reeds()], mediaBounds.bytes + 1);
  await expect(
    addMedia(small.installation, small.people.editor, { name: 'reeds.png' }, most),
  ).rejects.toMatchObject({ status: 413, title: expect.stringContaining('40 MB') });
});

test('a change of a medium holds against the revision it was made from, and tells what is there now', async () => {
  const { installation, people } = small;
  const { id, revision } = await addMedia(installation, people.editor, { name: 'reeds.png' }, await reeds());
  await changeMedium(installation, people.editor, id, revision, {
    values: { alternativeText: 'Reeds at noon' },
  });
  await expect(
    changeMedium(installation, people.editor, id, revision, { values: { alternativeText: 'Reeds' } }),
  ).rejects.toMatchObject({ status: 412, extra: { current: { alt: 'Reeds at noon' } } });
  expect((await medium(installation, id)).alt).toBe('Reeds at noon');
});

const picture = (background: string) =>
  sharp({ create: { width: 60, height: 20, channels: 3, background } })
    .png()
    .toBuffer();

test('another file stands in the place of one: wherever it shows, under the words that are said of it, and back', async () => {
  const { installation, people } = small;
  const { editor } = people;
  const made = await addMedia(
    installation,
    editor,
    { name: 'gate.png', alt: 'The gate' },
    await picture('#111111'),
  );
  const replaced = await replaceFile(
    installation,
    editor,
    made.id,
    made.revision,
    { name: 'gate.png' },
    await picture('#eeeeee'),
  );
  expect(replaced).toMatchObject({ id: made.id, alt: 'The gate', width: 60 });
  expect(replaced.address).not.toBe(made.address);
  const fileOf = async (address: string) =>
    (await mediaFile(installation, made.id, address.split('/').at(-1) ?? '', undefined))?.path;
  expect(await fileOf(made.address)).toBeUndefined();
  expect(await fileInItsPlace(installation, made.id, 'gate.png')).toBe(replaced.address);
  const shown = await readFile((await fileOf(replaced.address)) ?? '');
  expect(shown.equals(await picture('#eeeeee'))).toBe(true);
  const [act] = (await acts(installation, {})).items;
  await undoAct(installation, editor, act?.id ?? '');
  expect((await medium(installation, made.id)).address).toBe(made.address);
  const before = await readFile((await fileOf(made.address)) ?? '');
  expect(before.equals(await picture('#111111'))).toBe(true);
});

test('what stands in the place of a file is of its sort, differs from it, and is no other medium', async () => {
  const { installation, people } = small;
  const { editor } = people;
  const [first, second] = [
    await addMedia(installation, editor, { name: 'one.png' }, await picture('#222222')),
    await addMedia(installation, editor, { name: 'two.png' }, await picture('#333333')),
  ];
  const put = (bytes: Buffer) =>
    replaceFile(installation, editor, first.id, first.revision, { name: 'x.png' }, bytes);
  const refused = async (bytes: Buffer) =>
    put(bytes).then(
      () => 'taken',
      ({ faults }: { faults: { code: string }[] }) => faults[0]?.code,
    );
  expect(await refused(Buffer.from('%PDF-1.4\n1\n%%EOF\n'))).toBe('sort');
  expect(await refused(await picture('#222222'))).toBe('same');
  expect(await refused(await picture('#333333'))).toBe('there');
  expect((await medium(installation, first.id)).address).toBe(first.address);
  expect(second.id).not.toBe(first.id);
});

test('media that nothing uses, and pictures without alternative text, are found by that', async () => {
  const { installation, people } = small;
  const { editor } = people;
  const used = await addMedia(installation, editor, { name: 'used.png' }, await picture('#444444'));
  const bare = await addMedia(
    installation,
    editor,
    { name: 'bare.png', alt: 'Said' },
    await picture('#555555'),
  );
  await installation.content.write((tx) =>
    tx.insertMany('refs', ['source', 'side', 'role', 'target', 'until'], [[1, 0, 'media:', used.id, 1e15]]),
  );
  const found = async (only: 'unused' | 'lacking') =>
    (await mediaList(installation, { only })).items.map(({ id }) => id);
  expect((await found('unused')).filter((id) => id === used.id || id === bare.id)).toEqual([bare.id]);
  expect((await found('lacking')).filter((id) => id === used.id || id === bare.id)).toEqual([used.id]);
  expect((await mediaList(installation, { only: 'lacking' })).total).toBe((await found('lacking')).length);
});
