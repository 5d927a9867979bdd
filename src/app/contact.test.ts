import { importModel } from '../services/model';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { wideDocument } from '../../tests/wide-model';
import { newId } from '../core/ids';
import type { JsonObject } from '../core/json';
import { CONTACT_BYTES } from '../contract/contact';
import { addPage, changePage, page, publishPage, siteTree } from '../services/pages';
import { addSharedBlock } from '../services/shared';
import { GET, POST } from './[[...address]]/route';

let small: SmallInstallation;
let block: string;
let askingBlock: string;
const [about, aloud, where] = [newId(), newId(), newId()];
/** What the form asks besides, in the order of the page. */
const questions = [
  {
    id: about,
    sort: 'oneOf',
    label: 'About what?',
    choices: ['Birds', 'Paths'],
    needed: true,
    translations: { fr: { label: 'À quel sujet ?', choices: ['Oiseaux'] } },
  },
  { id: aloud, sort: 'yesNo', label: 'Read it aloud' },
  { id: where, sort: 'line', label: 'Where?' },
];
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
  const asking = { ...form, values: { ...form.values, heading: 'Ask us' }, questions };
  await publishPage(
    small.installation,
    architect,
    made.id,
    (
      await changePage(small.installation, architect, made.id, made.revision, {
        slots: { main: [...main, form, asking] },
      })
    ).revision,
    {},
  );
  const standing = ((await page(small.installation, made.id)).slots as { main: JsonObject[] }).main;
  [block = '', askingBlock = ''] = standing.slice(1).map(({ id }) => String(id));
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
  expect(thanked).not.toMatch(/gate@/);
  const formsIn = (html: string) => html.split('<form').length - 1;
  expect(formsIn(thanked)).toBe(1);
  // Thanks are for the one who wrote: the page that is kept for all still has its form.
  const page = await (await GET(new Request('http://localhost:4100/'))).text();
  expect(formsIn(page)).toBe(2);
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

test('a message that is sent twice, at once or one after the other, is one; another is another', async () => {
  const before = letters().length;
  const twice = { ...whole, message: 'The gate was locked.' };
  const asked = { from: '10.1.1.1' };
  const sent = await Promise.all([send(twice, asked), send(twice, asked)]);
  expect([...sent, await send(twice, asked)].map(({ status }) => status)).toEqual([303, 303, 303]);
  expect(letters()).toHaveLength(before + 1);
  await send({ ...twice, message: 'It is open again.' }, asked);
  await send(twice, { from: '10.1.1.2' });
  expect(letters()).toHaveLength(before + 3);
});

test('a browser that does not say where it came from shows it by what the form carried', async () => {
  const before = letters().length;
  const unsaid = (given: object) => {
    const body = new URLSearchParams({ block, ...whole, message: 'Unsaid.', ...given }).toString();
    const headers = {
      host: 'localhost:4100',
      'content-type': 'application/x-www-form-urlencoded',
      'x-clear-frame-address': '10.1.1.3',
    };
    return POST(new Request('http://localhost:4100/', { method: 'POST', body, headers }));
  };
  const html = await (await GET(new Request('http://localhost:4100/'))).text();
  const tokens = [...html.matchAll(/name="token" value="([^"]+)"/g)].map(([, token = '']) => token);
  expect(new Set(tokens).size).toBe(2);
  for (const given of [{}, { token: 'x' }, { token: tokens[1] ?? '' }])
    expect((await unsaid(given)).status).toBe(403);
  expect(letters()).toHaveLength(before);
  expect((await unsaid({ token: tokens[0] ?? '' })).status).toBe(303);
  expect(letters()).toHaveLength(before + 1);
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
  for (let i = 0; i < 10; i += 1)
    expect((await send({ ...whole, message: `It is ${i}.` }, { from: '10.9.9.9' })).status).toBe(303);
  const waits = await send(whole, { from: '10.9.9.9' });
  expect(waits.status).toBe(429);
  expect(await waits.text()).toMatch(/quarter of an hour.*value="Ada Reed"/s);
  expect((await send(whole, { from: '10.9.9.10' })).status).toBe(303);
});

test('what a form asks besides is asked in the language of the page, held to its choices, and told in the letter', async () => {
  const asked = (given: Record<string, string>, path = '/') =>
    send({ ...whole, block: askingBlock, ...given }, { path });
  const before = letters().length;
  const nothing = await asked({ [`answer-${where}`]: 'At the weir' });
  expect(nothing.status).toBe(422);
  const html = await nothing.text();
  expect(html).toMatch(new RegExp(`<select[^>]*name="answer-${about}"[^>]*aria-invalid`));
  expect(html).toContain('value="At the weir"');
  expect((await asked({ [`answer-${about}`]: 'Boats' })).status).toBe(422);
  expect((await asked({ [`answer-${about}`]: 'Birds', [`answer-${aloud}`]: 'perhaps' })).status).toBe(422);
  expect((await asked({ [`answer-${about}`]: 'Birds', [`answer-${where}`]: 'x'.repeat(201) })).status).toBe(
    422,
  );
  expect(letters()).toHaveLength(before);
  const french = await (await GET(new Request('http://localhost:4100/fr'))).text();
  expect(french).toMatch(
    /À quel sujet \?.*<option value="Birds">Oiseaux<\/option><option value="Paths">Paths/s,
  );
  expect((await asked({ [`answer-${about}`]: 'Birds', [`answer-${aloud}`]: 'yes' })).status).toBe(303);
  const letter = letters().at(-1) ?? '';
  expect(letter).toMatch(/About what\?: Birds.*Read it aloud: yes.*Where\?: nothing/s);
});

test('a form among the blocks of a shared one is sent from the page on which that stands', async () => {
  const { architect } = small.people;
  const shared = await addSharedBlock(small.installation, architect, {
    name: 'Ask the gate',
    blocks: [
      { type: 'text', values: { body: 'We read all of it.' } },
      { type: 'contact', values: { heading: 'Ask the gate', to: 'gate@quillwater.example' } },
    ],
    published: true,
  });
  const { pages } = await siteTree(small.installation);
  const home = await page(small.installation, pages[0]?.id ?? '');
  const { main } = home.slots as { main: JsonObject[] };
  const placed = await changePage(small.installation, architect, home.id, home.revision, {
    slots: { main: [...main, { type: 'sharedBlock', values: {}, shared: shared.id }] },
  });
  await publishPage(small.installation, architect, home.id, placed.revision, {});
  const html = await (await GET(new Request('http://localhost:4100/'))).text();
  const [, id = ''] = /name="block" value="([0-9a-f-]{73})"/.exec(html) ?? [];
  const before = letters().length;
  expect((await send({ ...whole, block: id, email: 'nowhere' })).status).toBe(422);
  expect((await send({ ...whole, block: id })).status).toBe(303);
  expect(letters()).toHaveLength(before + 1);
});
