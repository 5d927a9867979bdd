import sharp from 'sharp';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { mediaBounds } from './files';
import { medium } from './library';
import { addMedia, changeMedium } from './uploads';

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
