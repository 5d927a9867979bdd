import { sql } from '../../store/sql';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Secret, TOTP } from 'otpauth';
import { isNew, setUp, signIn } from './sign-in';
import { openSessions, personByToken, signOut } from './sessions';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { versions } from '../versions';
import { addEntry, entry } from '../entries/write';
import type { Refusal } from '../runtime/refusal';
import { invite, linkAnswer, sendLink, useLink } from './links';
import { addPerson, allPeople, changePassword, changePerson, letLeave } from './people';
import { askSecondFactor, beginSecondFactor, confirmSecondFactor, endSecondFactor } from './second-factor';

let small: SmallInstallation;
beforeEach(async () => {
  small = await smallInstallation();
});
afterEach(() => small.close());

const enter = (password = 'quillwater', email = 'editor@quillwater.example', address = '127.0.0.1') =>
  signIn(small.installation, { email, password }, address, 'a browser');

test('signs in whoever knows the password, by e-mail in any case', async () => {
  const { token, person } = await enter('quillwater', 'EDITOR@quillwater.example');
  expect(person.role).toBe('editor');
  expect(await personByToken(small.installation, token)).toMatchObject({
    email: 'editor@quillwater.example',
  });
  expect(await personByToken(small.installation, `${token}x`)).toBeUndefined();
});

test('says the same whether the e-mail or the password is wrong', async () => {
  const [password, email] = await Promise.all([
    enter('wrong').catch((error: Error) => error),
    enter('wrong', 'nobody@quillwater.example').catch((error: Error) => error),
  ]);
  expect(password).toEqual(email);
  expect(password).toMatchObject({ status: 401 });
});

test('holds one place back at one account, without keeping others out or its owner elsewhere', async () => {
  for (let i = 0; i < 8; i += 1) await expect(enter('wrong')).rejects.toMatchObject({ status: 401 });
  const refused = await enter().catch((error: Refusal) => error);
  expect(refused).toMatchObject({ status: 429, extra: { retryAfter: expect.any(Number) } });
  expect((await enter('quillwater', 'reviewer@quillwater.example')).person.role).toBe('reviewer');
  expect((await enter('quillwater', 'editor@quillwater.example', '10.1.1.1')).person.role).toBe('editor');
});

test('of forty tries at one moment no more are made than one after the other', async () => {
  const tries = await Promise.all(
    Array.from({ length: 40 }, () => enter('wrong').catch((error: Refusal) => error)),
  );
  expect(tries.filter((each) => 'status' in each && each.status === 401)).toHaveLength(8);
});

test('holds back one place, whatever the account', async () => {
  for (let i = 0; i < 60; i += 1)
    await small.installation.attempts.count('127.0.0.9', `guess${i}@quillwater.example`);
  const late = (address: string) => enter('quillwater', 'reviewer@quillwater.example', address);
  await expect(late('127.0.0.9')).rejects.toMatchObject({ status: 429 });
  expect((await late('127.0.0.1')).person.role).toBe('reviewer');
});

test('a session that is ended opens nothing any more, and only its owner can end it', async () => {
  const [one, other] = [await enter(), await enter()];
  const sessions = (await openSessions(small.installation, one.person)).items;
  expect(sessions.filter(({ here }) => here)).toHaveLength(1);
  const stranger = (await enter('quillwater', 'reviewer@quillwater.example')).person;
  await expect(signOut(small.installation, stranger, other.person.session)).rejects.toMatchObject({
    status: 404,
  });
  await signOut(small.installation, one.person, other.person.session);
  expect(await personByToken(small.installation, other.token)).toBeUndefined();
  expect(await personByToken(small.installation, one.token)).toBeDefined();
});

test('a session ends by itself when it was left alone, and goes on while it is used', async () => {
  const { token, person } = await enter();
  const { token: left, person: other } = await enter();
  const clock = jest.spyOn(Date, 'now');
  try {
    clock.mockReturnValue(person.endsAt - 1);
    const used = await personByToken(small.installation, token);
    clock.mockReturnValue(other.endsAt + 1);
    expect(await personByToken(small.installation, left)).toBeUndefined();
    expect(await personByToken(small.installation, token)).toMatchObject({ id: used?.id });
  } finally {
    clock.mockRestore();
  }
});

test('neither passwords nor tokens are kept as they are', async () => {
  const { token } = await enter();
  const kept = JSON.stringify([
    await small.installation.content.all(sql`SELECT * FROM people`),
    await small.installation.sessions.all(sql`SELECT * FROM sessions`),
  ]);
  expect(kept).not.toContain('"quillwater"');
  expect(kept).toContain('$argon2id$');
  expect(kept).not.toContain(token);
});

test('an e-mail belongs to one person', async () => {
  await expect(
    addPerson(small.installation, {
      name: 'Other',
      email: 'Editor@quillwater.example',
      password: 'quillwater',
      role: 'editor',
    }),
  ).rejects.toMatchObject({ status: 422, faults: [{ path: '/email' }] });
  expect((await allPeople(small.installation)).items).toHaveLength(3);
});

test('the first architect is made once, by who knows the word of the start', async () => {
  const { installation } = small;
  const asked = {
    name: 'Odile',
    email: 'odile@quillwater.example',
    password: 'quillwater',
    site: 'A new reserve',
  };
  const make = (word: string) => setUp(installation, { ...asked, word }, '127.0.0.1', 'a browser');
  expect(await isNew(installation)).toBe(false);
  // As where it was started without anybody.
  const word = 'otter-lamp-boat-sedge';
  installation.firstWord = word;
  await expect(make(word)).rejects.toMatchObject({ status: 409 });
  await installation.content.write((tx) => tx.run(sql`UPDATE people SET left_at = 1`));
  await expect(make('reed-mere-dune-wood')).rejects.toMatchObject({
    status: 422,
    faults: [{ path: '/word' }],
  });
  expect((await make(` ${word.toUpperCase()} `)).person.role).toBe('architect');
  expect(installation.site.label).toBe('A new reserve');
  await expect(make(word)).rejects.toMatchObject({ status: 409 });
});

describe('people', () => {
  const invited = { name: 'Maudie Brack', email: 'maudie@quillwater.example', role: 'editor' as const };
  const wordIn = (address: string) => address.split('/').at(-1) ?? '';

  test('are invited by a link that works once, and lies in the outbox as a letter', async () => {
    const { installation, people } = small;
    const { person, link } = await invite(installation, people.architect, invited);
    expect(person).toMatchObject({ joined: false });
    await expect(enter('', invited.email)).rejects.toMatchObject({ status: 401 });
    expect(link.address).toMatch(/^http:\/\/localhost:4100\/bench\/link\/[a-z0-9-]{29}$/);
    const [letter = ''] = readdirSync(join(small.folder, 'outbox'));
    expect(readFileSync(join(small.folder, 'outbox', letter), 'utf8').replace(/=\r?\n/g, '')).toContain(
      link.address,
    );
    expect(await linkAnswer(installation, wordIn(link.address))).toEqual({
      name: invited.name,
      email: invited.email,
      joined: false,
    });
    const both = await Promise.allSettled(
      [1, 2].map(() => useLink(installation, wordIn(link.address), 'boats and all', 'x')),
    );
    expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect((await enter('boats and all', invited.email)).person.name).toBe('Maudie Brack');
    await expect(linkAnswer(installation, wordIn(link.address))).rejects.toMatchObject({ status: 404 });
  });

  test('may use a link for seven days, and no longer', async () => {
    const { link } = await invite(small.installation, small.people.architect, invited);
    const week = 7 * 86_400_000;
    const clock = jest.spyOn(Date, 'now');
    try {
      const made = Date.parse(link.until) - week;
      clock.mockReturnValue(made + week - 1000);
      expect(await linkAnswer(small.installation, wordIn(link.address))).toMatchObject({ joined: false });
      clock.mockReturnValue(made + week);
      await expect(linkAnswer(small.installation, wordIn(link.address))).rejects.toMatchObject({
        status: 404,
      });
    } finally {
      clock.mockRestore();
    }
  });

  test('get a link for a new password, which ends the sessions they had', async () => {
    const { installation, people } = small;
    const { token } = await enter();
    const { address } = await sendLink(installation, people.architect, people.editor.uuid);
    expect((await enter()).person.role).toBe('editor');
    await useLink(installation, wordIn(address), 'another password', 'x');
    expect(await personByToken(installation, token)).toBeUndefined();
    await expect(enter()).rejects.toMatchObject({ status: 401 });
  });

  test('leave with their name kept and their drafts handed over; the last architect stays', async () => {
    const { installation, people } = small;
    const made = await addEntry(installation, people.editor, {
      type: 'species',
      values: { name: 'Bell heron' },
    });
    const { token } = await enter();
    await letLeave(installation, people.architect, people.editor.uuid, people.reviewer.uuid);
    expect(await personByToken(installation, token)).toBeUndefined();
    await expect(enter()).rejects.toMatchObject({ status: 401 });
    expect((await entry(installation, made.id)).changedBy).toBe('reviewer');
    expect((await versions(installation, made.id, {})).items.map(({ by }) => by)).toEqual([
      'reviewer',
      'editor',
    ]);
    await expect(letLeave(installation, people.architect, people.architect.uuid, undefined)).rejects.toThrow(
      /last architect/,
    );
    await expect(changePerson(installation, people.architect.uuid, { role: 'editor' })).rejects.toThrow(
      /last architect/,
    );
    // The address is free for somebody new.
    await invite(installation, people.architect, { ...invited, email: 'editor@quillwater.example' });
  });

  test('change their own password, and only with the one they have', async () => {
    const { installation, people } = small;
    const [here, there] = [await enter(), await enter()];
    const change = (old: string) =>
      changePassword(installation, here.person, { old, password: 'a better password' });
    await expect(change('wrong')).rejects.toMatchObject({ faults: [{ path: '/old' }] });
    await change('quillwater');
    expect(await personByToken(installation, here.token)).toBeDefined();
    expect(await personByToken(installation, there.token)).toBeUndefined();
    expect(people.editor.email).toBe((await enter('a better password')).person.email);
  });
});

describe('a second factor', () => {
  const codeOf = (secret: string, at = Date.now()) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: at });
  const withCode = (code: string) =>
    signIn(
      small.installation,
      { email: 'editor@quillwater.example', password: 'quillwater', code },
      '127.0.0.1',
      'x',
    );

  test('is asked for beside the password; each code and each recovery word works once', async () => {
    const { installation, people } = small;
    const { secret, address } = await beginSecondFactor(installation, people.editor);
    expect(address).toMatch(/^otpauth:\/\/totp\//);
    await expect(
      confirmSecondFactor(installation, people.editor, { secret, code: '000000' }),
    ).rejects.toMatchObject({ faults: [{ path: '/code' }] });
    const { words } = await confirmSecondFactor(installation, people.editor, {
      secret,
      code: codeOf(secret, Date.now() - 30_000),
    });
    await expect(enter()).rejects.toMatchObject({ status: 401, faults: [{ code: 'second-factor' }] });
    await expect(withCode(codeOf(secret, Date.now() - 30_000))).rejects.toMatchObject({
      faults: [{ code: 'wrong' }],
    });
    const code = codeOf(secret);
    const both = await Promise.allSettled([withCode(code), withCode(code)]);
    expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect((await withCode(words[0] ?? '')).person.role).toBe('editor');
    await expect(withCode(words[0] ?? '')).rejects.toMatchObject({ status: 401 });
    expect(JSON.stringify(await installation.content.all(sql`SELECT * FROM people`))).not.toContain(words[1]);
  });

  test('stays where everyone needs one', async () => {
    const { installation, people } = small;
    const { secret } = await beginSecondFactor(installation, people.editor);
    await confirmSecondFactor(installation, people.editor, { secret, code: codeOf(secret) });
    await askSecondFactor(installation, true);
    await expect(endSecondFactor(installation, people.editor, 'quillwater')).rejects.toThrow(
      /Everyone needs/,
    );
    await askSecondFactor(installation, false);
    await expect(endSecondFactor(installation, people.editor, 'wrong')).rejects.toMatchObject({
      status: 422,
    });
    await endSecondFactor(installation, people.editor, 'quillwater');
    expect((await enter()).person.role).toBe('editor');
  });
});
