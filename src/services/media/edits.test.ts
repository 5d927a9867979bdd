import sharp from 'sharp';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { parseEdit, sizeSeen } from '../../core/content/picture-edit';
import { knownOf } from '../records/known';
import { medium, mediaList } from './library';
import { mediaFile, renditionAsked } from './renditions';
import { addMedia, changeMedium } from './uploads';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const WIDE = { width: 600, height: 300 };
/** A picture whose left half is red and whose right half is blue. */
const twoHalves = () =>
  sharp({ create: { ...WIDE, channels: 3, background: 'red' } })
    .composite([
      { input: { create: { width: 300, height: 300, channels: 3, background: 'blue' } }, left: 300, top: 0 },
    ])
    .png()
    .toBuffer();
const bringIn = async (name: string, bytes: Buffer) =>
  addMedia(small.installation, small.people.editor, { name }, bytes);

/** A size of a picture: how large it is, and whether a place in it (in shares) is more red than blue. */
async function seen(id: string, file: string, edit: string) {
  const asked = renditionAsked(new URLSearchParams({ w: '640', ...(edit ? { e: edit } : {}) })) ?? undefined;
  const made = await mediaFile(small.installation, id, file, asked);
  const { data, info } = await sharp(made?.path ?? '')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const isRed = (x: number, y: number) => {
    const at =
      (Math.floor(y * (info.height - 1)) * info.width + Math.floor(x * (info.width - 1))) * info.channels;
    return (data[at] ?? 0) > (data[at + 2] ?? 0);
  };
  return { size: { width: info.width, height: info.height }, isRed };
}

test.each<[string, readonly [x: number, y: number, isRed: boolean][]]>([
  [
    '',
    [
      [0.1, 0.5, true],
      [0.9, 0.5, false],
    ],
  ],
  [
    't90',
    [
      [0.5, 0.1, true],
      [0.5, 0.9, false],
    ],
  ],
  [
    't180',
    [
      [0.1, 0.5, false],
      [0.9, 0.5, true],
    ],
  ],
  [
    'c0.5,0,0.5,1',
    [
      [0.1, 0.5, false],
      [0.9, 0.5, false],
    ],
  ],
  [
    't270c0,0,1,0.5',
    [
      [0.5, 0.1, false],
      [0.5, 0.9, false],
    ],
  ],
  [
    's10',
    [
      [0.02, 0.02, true],
      [0.98, 0.02, false],
      [0.02, 0.98, true],
      [0.98, 0.98, false],
    ],
  ],
  ['t90s-4.5c0,0.5,1,0.5', [[0.5, 0.9, false]]],
])('a picture seen by “%s” is as large as is said, and shows what is said', async (edit, places) => {
  const { id, address } = await bringIn('halves.png', await twoHalves());
  const { size, isRed } = await seen(id, address.split('/').at(-1) ?? '', edit);
  const recipe = parseEdit(edit);
  expect(recipe && sizeSeen(recipe, WIDE.width, WIDE.height)).toEqual(size);
  for (const [x, y, red] of places) expect([x, y, isRed(x, y)]).toEqual([x, y, red]);
});

test('turned, it is cropped to a shape around a point of what is seen', async () => {
  const { id, address } = await bringIn('halves.png', await twoHalves());
  const asked = renditionAsked(new URLSearchParams('w=320&e=t90&r=2&x=0.5&y=1')) ?? undefined;
  const made = await mediaFile(small.installation, id, address.split('/').at(-1) ?? '', asked);
  const { data, info } = await sharp(made?.path ?? '')
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([300, 150]);
  // What lay at the right lies below, and is blue.
  expect((data[2] ?? 0) > (data[0] ?? 0)).toBe(true);
});

test('how it is seen, its caption and its credit are told wherever it stands; what came stays', async () => {
  const { installation, people } = small;
  const made = await bringIn('halves.png', await twoHalves());
  await changeMedium(installation, people.editor, made.id, made.revision, {
    values: { edit: 't90', caption: 'Two halves', credit: 'Odile Larkmoor', decoration: true },
  });
  const known = (
    await knownOf(installation.content, installation, [{ path: '', sort: 'media', target: made.id }])
  ).media;
  expect(known.get(made.id)).toMatchObject({
    edit: 't90',
    width: 300,
    height: 600,
    came: WIDE,
    caption: 'Two halves',
    credit: 'Odile Larkmoor',
    decoration: true,
  });
  expect(await medium(installation, made.id)).toMatchObject({ ...WIDE, address: made.address });
  expect((await mediaList(installation, { only: 'lacking' })).items).toEqual([]);
  await expect(
    changeMedium(installation, people.editor, made.id, 2, { values: { edit: 'upside down' } }),
  ).rejects.toMatchObject({ faults: [{ path: '/values/edit' }] });
});

test('spoken words are taken by their first line, and stand beside the film that names them', async () => {
  await expect(bringIn('words.vtt', Buffer.from('00:01 --> 00:02\nHush'))).rejects.toMatchObject({
    faults: [{ code: 'sort' }],
  });
  const words = await bringIn('words.vtt', Buffer.from('WEBVTT\n\n00:01.000 --> 00:02.000\nHush'));
  expect(words).toMatchObject({ sort: 'document', mime: 'text/vtt' });
});
