import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { smallInstallation, type SmallInstallation } from '../../tests/small-installation';
import { withSpeciesPages } from '../../tests/small-model';
import { newId } from '../core/ids';
import { changeAudience } from '../services/audience';
import { importModel } from '../services/model';
import { comments } from '../services/comments';
import { tidyPart, type TidyPosition } from '../services/long-work/tidy';
import { nowhere } from '../services/redirects';
import { keepAskedAddresses } from '../services/runtime';
import { addPage, publishPage } from '../services/pages';
import { addVisitor, changeVisitor, removeVisitor, visitors } from '../services/visitor-accounts';
import { GET, POST } from './[[...address]]/route';

let small: SmallInstallation;
const friends = newId();
const architect = () => small.people.architect;
/** The cookies that the browser holds. */
let cookie = '';

beforeEach(async () => {
  small = await smallInstallation();
  const { installation } = small;
  cookie = '';
  Object.assign(globalThis, { [Symbol.for('clear-frame.installation')]: Promise.resolve(installation) });
  const accounts = { groups: [{ id: friends, key: 'friends', label: 'Friends' }], open: true as const };
  const settings = { set: { comments: 'open', commentsShown: 'once' } };
  await importModel(installation, { ...withSpeciesPages(), accounts, settings });
  const home = await addPage(installation, architect(), {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  await publishPage(installation, architect(), home.id, home.revision, {});
  const minutes = await addPage(installation, architect(), {
    type: 'plain',
    parent: home.id,
    values: { title: 'Minutes' },
  });
  await publishPage(installation, architect(), minutes.id, minutes.revision, {});
  await changeAudience(installation, architect(), minutes.id, { own: { groups: [friends], asks: true } });
});
afterEach(() => small.close());

const keepCookie = (response: Response): Response => {
  const set = response.headers.get('set-cookie');
  if (set) cookie = set.split(';', 1)[0] ?? '';
  return response;
};
const headers = () => ({ host: 'localhost:4100', cookie, 'x-clear-frame-address': '10.0.0.1' });
const get = async (path: string) =>
  keepCookie(await GET(new Request(`http://localhost:4100${path}`, { headers: headers() })));
/** Sends the first form of a page, as a browser does, with what is written in it. */
async function send(path: string, written: Record<string, string>, more: Record<string, string> = {}) {
  const html = await (await get(path)).text();
  const hidden = [...html.matchAll(/type="hidden" name="(\w+)" value="([^"]*)"/g)].map(
    ([, name = '', value = '']): [string, string] => [name, value],
  );
  const body = new URLSearchParams({ ...Object.fromEntries(hidden), ...written });
  const at = path.split('?', 1)[0] ?? '';
  return keepCookie(
    await POST(
      new Request(`http://localhost:4100${at}`, {
        method: 'POST',
        body,
        headers: { ...headers(), origin: 'http://localhost:4100', ...more },
      }),
    ),
  );
}
/** The link in the letter that was sent last. */
function lettered(): string {
  const [last = ''] = readdirSync(small.installation.outboxFolder)
    .filter((name) => name.endsWith('.eml'))
    .sort()
    .reverse();
  const letter = readFileSync(join(small.installation.outboxFolder, last), 'utf8')
    .replace(/=\r\n/g, '')
    .replaceAll('=3D', '=');
  return /\/-\/password\?word=[\w-]+/.exec(letter)?.[0] ?? '';
}
const choose = (password = 'a heron on one leg', again = password) => send(lettered(), { password, again });
const leads = (response: Response) => [response.status, response.headers.get('location')];

test('who is invited chooses a password, signs in, and sees what is for the group and nobody else sees', async () => {
  const { installation } = small;
  expect(leads(await get('/minutes'))).toEqual([303, '/-/sign-in?back=%2Fminutes']);
  await get('/no-such');
  // What asks to sign in did not lead nowhere.
  await keepAskedAddresses(installation);
  expect((await nowhere(installation, {})).items.map(({ address }) => address)).toEqual(['/no-such']);
  const { visitor, link } = await addVisitor(installation, architect(), {
    email: 'Moss@Quillwater.example',
    groups: [friends],
  });
  expect(link.address).toContain(lettered());
  expect((await choose('short')).status).toBe(422);
  expect((await choose('a heron on one leg', 'a heron on two legs')).status).toBe(422);
  expect(leads(await choose())).toEqual([303, '/']);
  // The word is good once.
  const word = lettered();
  expect((await get('/minutes')).status).toBe(200);
  const signedIn = cookie;
  cookie = '';
  expect((await get(word)).status).toBe(410);
  expect((await get('/minutes')).status).toBe(303);
  expect(
    (await send('/-/sign-in?back=/minutes', { email: 'moss@quillwater.example', password: 'another' }))
      .status,
  ).toBe(422);
  const again = await send('/-/sign-in?back=/minutes', {
    email: ' MOSS@quillwater.example',
    password: 'a heron on one leg',
  });
  expect(leads(again)).toEqual([303, '/minutes']);
  // What is drawn for them is kept by their browser alone, and for everybody else by what they send.
  const [own, others] = [await get('/minutes'), await GET(new Request('http://localhost:4100/'))];
  // It is drawn once for all who may see as much.
  const drawn = installation.rendered.rendered;
  await get('/minutes');
  expect(installation.rendered.rendered).toBe(drawn);
  expect([own.headers.get('cache-control'), own.headers.get('vary')]).toEqual([
    'private, no-cache',
    'Accept-Encoding, Cookie',
  ]);
  expect(others.headers.get('vary')).toContain('Cookie');
  // Out of the group, nothing is seen from the next page on.
  await changeVisitor(installation, architect(), visitor.id, visitor.revision, { groups: [] });
  expect((await get('/minutes')).status).toBe(403);
  cookie = signedIn;
  const { items } = await visitors(installation, { q: 'moss' });
  await removeVisitor(installation, architect(), visitor.id, items[0]?.revision ?? 0);
  expect((await get('/minutes')).status).toBe(303);
});

test('who comes by themselves gets a letter; who has an account already is told the same, and gets another', async () => {
  const { installation } = small;
  expect((await send('/-/join', { email: 'nobody' })).status).toBe(422);
  const first = await send('/-/join', { email: 'fen@quillwater.example' });
  const words = async (response: Response) => /role="status">([^<]*)</.exec(await response.text())?.[1];
  const told = await words(first);
  expect(leads(await choose())).toEqual([303, '/']);
  expect((await visitors(installation, {})).items).toMatchObject([
    { email: 'fen@quillwater.example', confirmed: true, groups: [] },
  ]);
  cookie = '';
  const before = lettered();
  expect(await words(await send('/-/join', { email: 'fen@quillwater.example' }))).toBe(told);
  expect(lettered()).not.toBe(before);
  expect(await words(await send('/-/forgotten', { email: 'never@quillwater.example' }))).toBe(
    await words(await send('/-/forgotten', { email: 'fen@quillwater.example' })),
  );
  expect((await visitors(installation, {})).total).toBe(1);
  // Where accounts are by invitation alone, nobody gets one so.
  await importModel(installation, { ...installation.model.document, accounts: { groups: [] } });
  await send('/-/join', { email: 'other@quillwater.example' });
  expect((await visitors(installation, {})).total).toBe(1);
});

test('a visitor takes out all that is kept, signs out, and erases the account; another site does none of it', async () => {
  const { installation } = small;
  await addVisitor(installation, architect(), { email: 'moss@quillwater.example', groups: [friends] });
  await choose();
  expect(await (await get('/-/data')).json()).toMatchObject({
    account: { email: 'moss@quillwater.example', groups: ['Friends'] },
  });
  const elsewhere = { origin: 'https://elsewhere.example', 'sec-fetch-site': 'cross-site' };
  const foreign = await POST(
    new Request('http://localhost:4100/-/leave', {
      method: 'POST',
      body: new URLSearchParams({ block: 'account', password: 'a heron on one leg' }),
      headers: { ...headers(), ...elsewhere },
    }),
  );
  expect(foreign.status).toBe(403);
  const leave = (password: string) =>
    POST(
      new Request('http://localhost:4100/-/leave', {
        method: 'POST',
        body: new URLSearchParams({ block: 'account', password }),
        headers: { ...headers(), origin: 'http://localhost:4100' },
      }),
    );
  expect((await leave('wrong')).status).toBe(422);
  expect((await visitors(installation, {})).total).toBe(1);
  const gone = await leave('a heron on one leg');
  expect([gone.status, gone.headers.get('set-cookie')]).toEqual([200, expect.stringContaining('Max-Age=0')]);
  expect((await visitors(installation, {})).total).toBe(0);
  expect((await get('/-/data')).status).toBe(401);
  // Led back is nobody to another site.
  expect(await (await get('/-/sign-in?back=//elsewhere.example')).text()).toContain('name="back" value="/"');
});

/** Says something on the first page, a while after it was opened. */
async function say(words: string): Promise<number> {
  const html = await (await get('/')).text();
  const hidden = [...html.matchAll(/type="hidden" name="(comments|stamp)" value="([^"]*)"/g)];
  const body = new FormData();
  for (const [, name = '', value = ''] of hidden) body.set(name, value);
  body.set('name', 'Moss');
  body.set('words', words);
  small.at(small.installation.now() + 60_000);
  const said = { method: 'POST', body, headers: { ...headers(), origin: 'http://localhost:4100' } };
  return (await POST(new Request('http://localhost:4100/', said))).status;
}
const said = async () =>
  (await comments(small.installation, { state: 'shown' })).items.map(({ words }) => words);

test('what is said with an account is taken out and erased with it; what nobody signs in to, or is old, goes by its term', async () => {
  const { installation } = small;
  const { visitor } = await addVisitor(installation, architect(), { email: 'moss@quillwater.example' });
  await choose();
  expect(await say('Heard it by the mere.')).toBe(303);
  expect(await (await get('/-/data')).json()).toMatchObject({
    comments: [{ on: 'Home', name: 'Moss', words: 'Heard it by the mere.' }],
  });
  const of = (await visitors(installation, {})).items.find(({ id }) => id === visitor.id);
  cookie = '';
  expect(await say('So did I.')).toBe(303);
  expect((await said()).sort()).toEqual(['Heard it by the mere.', 'So did I.']);
  await removeVisitor(installation, architect(), visitor.id, of?.revision ?? 0);
  expect(await said()).toEqual(['So did I.']);
  expect(await (await get('/')).text()).not.toContain('by the mere');

  const DAY = 86_400_000;
  const tidied = async () => {
    let position: TidyPosition | undefined;
    do ({ position } = await tidyPart(installation, position));
    while (position);
    return [(await visitors(installation, {})).total, (await said()).length];
  };
  await addVisitor(installation, architect(), { email: 'fen@quillwater.example' });
  small.at(installation.now() + 40 * DAY);
  expect(await tidied()).toEqual([1, 1]);
  await importModel(installation, { ...installation.model.document, terms: { accounts: 30, comments: 60 } });
  expect(await tidied()).toEqual([1, 1]);
  small.at(installation.now() + 30 * DAY);
  expect(await tidied()).toEqual([1, 0]);
  // Accounts are signed in to by the true clock.
  const clock = jest.spyOn(Date, 'now').mockReturnValue(Date.now() + 31 * DAY);
  expect(await tidied()).toEqual([0, 0]);
  clock.mockRestore();
});

test('one address that tries again and again is held back, and whose account it is still gets in', async () => {
  await addVisitor(small.installation, architect(), { email: 'moss@quillwater.example' });
  await choose();
  cookie = '';
  const tried: number[] = [];
  for (let i = 0; i < 9; i += 1)
    tried.push((await send('/-/sign-in', { email: 'moss@quillwater.example', password: `no ${i}` })).status);
  expect([tried[0], tried.at(-1)]).toEqual([422, 429]);
  const own = await send(
    '/-/sign-in',
    { email: 'moss@quillwater.example', password: 'a heron on one leg' },
    { 'x-clear-frame-address': '10.0.0.2' },
  );
  expect(leads(own)).toEqual([303, '/']);
});
