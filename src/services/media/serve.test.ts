import { createServer, type Server } from 'node:http';
import { readdirSync, readFileSync, rmSync, statSync, utimesSync } from 'node:fs';
import { basename, join } from 'node:path';
import sharp from 'sharp';
import { SESSION_COOKIE } from '../../contract/session-cookie';
import { pictureWidths } from '../../core/content/picture-widths';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { signIn } from '../people/sign-in';
import { RenditionStore } from './rendition-store';
import { serveMedium } from './serve';
import { isSigned, signAddress, signDrawn } from './signature';
import { addMedia } from './uploads';

/** How wide the picture is that is sent, in pixels. */
const WIDE = 900;

let small: SmallInstallation;
let server: Server;
let base: string;
let address: string;
beforeAll(async () => {
  small = await smallInstallation();
  server = createServer((request, response) => void serveMedium(small.installation, request, response));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const at = server.address();
  base = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`;
  const bytes = await sharp({ create: { width: WIDE, height: 600, channels: 3, background: '#2f5a52' } })
    .png()
    .toBuffer();
  address = (await addMedia(small.installation, small.people.editor, { name: 'reeds.png' }, bytes)).address;
});
afterAll(async () => {
  server.close();
  await small.close();
});

const get = (path: string, init: RequestInit = {}) => fetch(`${base}${path}`, init);
const made = () =>
  readdirSync(small.installation.mediaFolder).flatMap((id) => {
    const sizes = join(small.installation.mediaFolder, id, 'sizes');
    return statSync(sizes, { throwIfNoEntry: false }) ? readdirSync(sizes) : [];
  });

test('a file has its length, its kind, a policy of its own and an ETag, and answers what is asked of it', async () => {
  const whole = await get(address);
  const bytes = Buffer.from(await whole.arrayBuffer());
  const headers = Object.fromEntries(whole.headers);
  expect(headers).toMatchObject({
    'content-type': 'image/png',
    'content-length': String(bytes.length),
    'content-security-policy': "default-src 'none'; sandbox",
    'cache-control': 'public, max-age=31536000, immutable',
    'accept-ranges': 'bytes',
  });
  const head = await get(address, { method: 'HEAD' });
  expect([head.status, head.headers.get('content-length'), await head.text()]).toEqual([
    200,
    String(bytes.length),
    '',
  ]);
  const part = await get(address, { headers: { range: 'bytes=2-5' } });
  expect([part.status, Buffer.from(await part.arrayBuffer())]).toEqual([206, bytes.subarray(2, 6)]);
  expect((await get(address, { headers: { range: `bytes=${bytes.length}-` } })).status).toBe(416);
  expect(
    (await get(address, { headers: { 'if-none-match': headers.etag ?? '', 'cache-control': 'max-age=0' } }))
      .status,
  ).toBe(304);
  const refused = await get(address, { method: 'POST' });
  expect([refused.status, refused.headers.get('allow')]).toEqual([405, 'GET, HEAD']);
});

test('a PDF may be read within a page of this site and no other, where all else lies in a sandbox', async () => {
  const bytes = readFileSync(join('demo', 'documents', 'winter-tides.pdf'));
  const { address: pdf } = await addMedia(
    small.installation,
    small.people.editor,
    { name: 'tides.pdf' },
    bytes,
  );
  const policy = (await get(pdf)).headers.get('content-security-policy') ?? '';
  expect(policy).not.toContain('sandbox');
  expect(policy).toContain("frame-ancestors 'self'");
  expect(policy).toContain("default-src 'none'");
});

test.each([
  '/media/nothing/here',
  '/media/01a211ae-09db-7716-b71b-8261e62a7f8d/x.png',
  '/media/..%2f..%2fcontent.db/x',
])('at %s is nothing', async (path) => {
  expect((await get(path)).status).toBe(404);
});

test('only sizes and crops that a drawn page asks for are made, or that somebody who works here asks for', async () => {
  const { secret } = small.installation;
  const crop = `${address}?w=320&r=1.5&x=0.2&y=0.8`;
  expect((await get(crop)).status).toBe(404);
  const signed = signAddress(secret, crop);
  for (const forged of [
    `${crop}&s=`,
    `${signed}x`,
    signed.replace('x=0.2', 'x=0.3'),
    signed.replace('w=320', 'w=640'),
  ])
    expect([forged, (await get(forged)).status]).toEqual([forged, 404]);
  expect(made()).toEqual([]);
  const sent = await get(signed);
  expect([sent.status, sent.headers.get('content-type')]).toEqual([200, 'image/webp']);
  expect(await sharp(Buffer.from(await sent.arrayBuffer())).metadata()).toMatchObject({
    width: 320,
    height: 213,
  });
  const { token } = await signIn(
    small.installation,
    { email: 'editor@quillwater.example', password: 'quillwater' },
    'here',
    'jest',
  );
  expect((await get(`${address}?w=640`, { headers: { cookie: `${SESSION_COOKIE}=${token}` } })).status).toBe(
    200,
  );
  expect((await get(signAddress(secret, `${address}?w=333`))).status).toBe(404);
  expect(made()).toHaveLength(2);
});

test('every width that pages offer is made as wide as it says, and none wider than the picture', async () => {
  for (const width of pictureWidths) {
    const sent = await get(signAddress(small.installation.secret, `${address}?w=${width}`));
    const { width: wide } = await sharp(Buffer.from(await sent.arrayBuffer())).metadata();
    expect([width, wide]).toEqual([width, Math.min(width, WIDE)]);
  }
});

test('a picture whose file lies there no more is not found, in no size', async () => {
  const bytes = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#224' } })
    .png()
    .toBuffer();
  const { address: lost, id } = await addMedia(
    small.installation,
    small.people.editor,
    { name: 'lost.png' },
    bytes,
  );
  rmSync(join(small.installation.mediaFolder, id), { recursive: true });
  for (const path of [lost, signAddress(small.installation.secret, `${lost}?w=320`)])
    expect([path, (await get(path)).status]).toEqual([path, 404]);
  // Nothing was begun in its place.
  expect(readdirSync(small.installation.mediaFolder)).not.toContain(id);
});

test('every size in a drawn page is signed, as it is asked for', () => {
  const file = '/media/01a211ae-09db-7716-b71b-8261e62a7f8d/reeds.webp';
  const html = `<img src="${file}?w=960&amp;r=1.5&amp;x=0.5&amp;y=0.25" srcSet="${file}?w=320 320w, ${file}?w=640 640w"><a href="${file}">`;
  const signed = signDrawn('secret', html);
  const asked = [...signed.matchAll(/\/media\/[^"\s,]+\?[^"\s,]+/g)].map(([each]) =>
    each.replaceAll('&amp;', '&'),
  );
  expect(asked).toHaveLength(3);
  expect(asked.every((each) => isSigned('secret', each))).toBe(true);
  expect(asked.some((each) => isSigned('another', each))).toBe(false);
});

test('the made sizes are bounded; the least used go first, also after a start', async () => {
  const { installation } = small;
  const paths = made().map((name) =>
    join(installation.mediaFolder, address.split('/')[2] ?? '', 'sizes', name),
  );
  const [oldest = '', newest = ''] = paths;
  utimesSync(oldest, 1, 1);
  const again = new RenditionStore(installation.mediaFolder, 1024 ** 2);
  expect(await again.has(newest)).toBe(true);
  const tight = new RenditionStore(
    installation.mediaFolder,
    Math.max(...paths.map((path) => statSync(path).size)),
  );
  expect([await tight.has(newest), await tight.has(oldest)]).toEqual([true, false]);
  expect(tight.bytes).toBe(statSync(newest).size);
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(made()).toEqual([basename(newest)]);
});

test('visitors get a picture without the place it was taken at; those who work here get it as it came', async () => {
  const { installation, people } = small;
  const bytes = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#445566' } })
    .withExif({ IFD0: { Artist: 'Juno' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();
  expect((await sharp(bytes).metadata()).exif).toBeDefined();
  const made = await addMedia(installation, people.editor, { name: 'where.jpg' }, bytes);
  const visitors = await get(made.address);
  const seen = Buffer.from(await visitors.arrayBuffer());
  const { exif, width, format } = await sharp(seen).metadata();
  expect([exif, width, format, visitors.headers.get('vary')]).toEqual([undefined, 80, 'jpeg', 'Cookie']);
  const { token } = await signIn(
    installation,
    { email: 'editor@quillwater.example', password: 'quillwater' },
    'here',
    'jest',
  );
  const own = await get(made.address, { headers: { cookie: `${SESSION_COOKIE}=${token}` } });
  expect(Buffer.from(await own.arrayBuffer()).equals(bytes)).toBe(true);
  expect(own.headers.get('cache-control')).toBe('private, no-cache');
});
