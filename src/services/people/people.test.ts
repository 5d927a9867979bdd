import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { addPerson, allPeople, isNew, openSessions, personByToken, setUp, signIn, signOut } from './people';

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

test('limits attempts for one e-mail, without keeping others out', async () => {
  for (let i = 0; i < 8; i += 1) await expect(enter('wrong')).rejects.toMatchObject({ status: 401 });
  await expect(enter()).rejects.toMatchObject({ status: 429 });
  expect((await enter('quillwater', 'reviewer@quillwater.example')).person.role).toBe('reviewer');
});

test('limits attempts from one place, whatever the e-mail', async () => {
  for (let i = 0; i < 30; i += 1)
    await enter('wrong', `guess${i}@quillwater.example`, '127.0.0.9').catch(() => undefined);
  await expect(enter('quillwater', 'reviewer@quillwater.example', '127.0.0.9')).rejects.toMatchObject({
    status: 429,
  });
  expect((await enter('quillwater', 'reviewer@quillwater.example', '127.0.0.1')).person.role).toBe(
    'reviewer',
  );
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

test('neither passwords nor tokens are kept as they are', async () => {
  const { token } = await enter();
  const kept = JSON.stringify([
    await small.installation.content.all('SELECT * FROM people'),
    await small.installation.sessions.all('SELECT * FROM sessions'),
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

test('the first architect is made once', async () => {
  expect(await isNew(small.installation)).toBe(false);
  await expect(
    setUp(
      small.installation,
      { name: 'Mallory', email: 'm@quillwater.example', password: 'quillwater', site: 'Mine' },
      'a browser',
    ),
  ).rejects.toMatchObject({ status: 409 });
  await small.installation.content.write((tx) => tx.run('UPDATE people SET left_at = 1'));
  expect(
    (
      await setUp(
        small.installation,
        { name: 'Odile', email: 'odile@quillwater.example', password: 'quillwater', site: 'A new reserve' },
        'a browser',
      )
    ).person.role,
  ).toBe('architect');
  expect(small.installation.site.label).toBe('A new reserve');
});
