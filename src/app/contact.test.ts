import { importModel } from '../services/model';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { wideDocument } from '../../tests/wide-model';
import type { JsonObject } from '../core/json';
import { CONTACT_BYTES } from '../contract/contact';
import { addPage, changePage, page, publishPage } from '../services/pages';
import { GET, POST } from './[[...address]]/route';

let small: SmallInstallation;
let block: string;
beforeAll(async () => {
  small = await smallInstallation();
  await importModel(small.installation, wideDocument());
  Object.assign(globalThis, {
    [Symbol.for('clear-frame.installation')]: Promise.resolve(small.installation),
  });
  const { architect } = small.people;
  const made = await addPage(small.installation, architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  const { main } = made.slots as { main: JsonObject[] };
  const form = {
    type: 'contact',
    values: { heading: 'Write to us', to: 'gate@quillwater.example' },
    translations: { fr: { heading: 'Nous écrire' } },
  };
  await publishPage(
    small.installation,
    architect,
    made.id,
    (
      await changePage(small.installation, architect, made.id, made.revision, {
        slots: { main: [...main, form] },
      })
    ).revision,
    {},
  );
  block = String(((await page(small.installation, made.id)).slots as { main: JsonObject[] }).main[1]?.id);
});
afterAll(() => small.close());

const whole = { name: 'Ada Reed', email: 'ada@example.org', message: 'The path is fine.\n\nThank you.' };
let visitors = 0;

/** Sends the form as a browser does, each time from another place unless one is given. */
function send(
  given: Record<string, string>,
  {
    path = '/',
    headers = {},
    from = `10.0.0.${(visitors += 1)}`,
  }: { path?: string; headers?: Record<string, string>; from?: string } = {},
): Promise<Response> {
  return POST(
    new Request(`http://localhost:4100${path}`, {
      method: 'POST',
      body: new URLSearchParams({ block, ...given }).toString(),
      headers: {
        host: 'localhost:4100',
        origin: 'http://localhost:4100',
        'content-type': 'application/x-www-form-urlencoded',
        'x-clear-frame-address': from,
        ...headers,
      },
    }),
  );
}

/** The letters in the outbox, lines put together again. */
function letters(): string[] {
  try {
    return readdirSync(join(small.folder, 'outbox'))
      .sort()
      .map((file) =>
        readFileSync(join(small.folder, 'outbox', file), 'utf8')
          .replace(/=\r?\n/g, '')
          .replace(/\r\n[ \t]/g, ' '),
      );
  } catch {
    return [];
  }
}

test('a message goes to whom the block names, who is shown to no visitor', async () => {
  const sent = await send(whole);
  expect([sent.status, sent.headers.get('location')]).toEqual([303, `/?sent=${block}#b-${block}`]);
  const [letter = ''] = letters().slice(-1);
  expect(letter).toMatch(/^To: gate@quillwater\.example\r?$/m);
  expect(letter).toMatch(/^Reply-To: Ada Reed <ada@example\.org>\r?$/m);
  expect(letter).toContain('The path is fine.');
  const thanked = await (await GET(new Request(`http://localhost:4100/?sent=${block}`))).text();
  expect(thanked).toContain('Thank you. Your message is on its way.');
  expect(thanked).not.toMatch(/gate@|<form/);
  // Thanks are for the one who wrote: the page that is kept for all still has its form.
  const page = await (await GET(new Request('http://localhost:4100/'))).text();
  expect(page).toContain('<form');
  expect(page).not.toMatch(/gate@/);
});

test('what cannot be sent comes back with every word, and says what to fix, in the language of the page', async () => {
  const before = letters().length;
  const refused = await send(
    { name: '"><script>1</script>', email: 'nowhere', message: ' ' },
    { path: '/fr' },
  );
  const html = await refused.text();
  expect(refused.status).toBe(422);
  expect(html).toContain('value="&quot;&gt;&lt;script&gt;1&lt;/script&gt;"');
  expect(html).toMatch(/Nous écrire.*value="nowhere".*Écrivez une adresse.*Ceci est encore vide\./s);
  expect(html).not.toContain('<script');
  expect((await send({ ...whole, message: 'x'.repeat(5001) })).status).toBe(422);
  expect(letters()).toHaveLength(before);
});

test.each([
  ['from another site', {}, { headers: { origin: 'https://else.example' } }, 403],
  ['to a block that is no form', { block: '01a211ae-09db-7716-b71b-8261e62a7f8d' }, {}, 400],
  ['to an address where nothing stands', {}, { path: '/nothing' }, 404],
  ['that is too large', { message: 'x'.repeat(CONTACT_BYTES) }, {}, 413],
  ['in another form than forms have', {}, { headers: { 'content-type': 'application/json' } }, 400],
] as const)('a message %s is not taken', async (_, given, asked, status) => {
  const before = letters().length;
  expect((await send({ ...whole, ...given }, asked)).status).toBe(status);
  expect(letters()).toHaveLength(before);
});

test('no word of a visitor becomes a line of the letter’s head', async () => {
  await send({ ...whole, name: 'Ada\r\nBcc: all@example.org' });
  const [head = ''] =
    letters()
      .at(-1)
      ?.split(/\r?\n\r?\n/) ?? [];
  expect(head).not.toMatch(/^Bcc:/m);
  expect(head).toContain('Ada Bcc: all@example.org');
});

test('what fills in the field out of sight is thanked, and not read', async () => {
  const before = letters().length;
  expect((await send({ ...whole, website: 'https://buy.example' })).status).toBe(303);
  expect(letters()).toHaveLength(before);
});

test('the eleventh message from one place waits, its words kept', async () => {
  for (let i = 0; i < 10; i += 1) expect((await send(whole, { from: '10.9.9.9' })).status).toBe(303);
  const waits = await send(whole, { from: '10.9.9.9' });
  expect(waits.status).toBe(429);
  expect(await waits.text()).toMatch(/quarter of an hour.*value="Ada Reed"/s);
  expect((await send(whole, { from: '10.9.9.10' })).status).toBe(303);
});
