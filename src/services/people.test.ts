import { smallHouse, type SmallHouse } from '../../tests/small-house';
import { addPerson, allPeople, isNew, openSessions, personByToken, setUp, signIn, signOut } from './people';

let small: SmallHouse;
beforeEach(async () => { small = await smallHouse(); });
afterEach(() => small.close());

const enter = (password = 'quillwater', email = 'editor@quillwater.example', address = '127.0.0.1') => signIn(small.house, { email, password }, address, 'a browser');

test('signs in whoever knows the password, by e-mail in any case', async () => {
  const { token, person } = await enter('quillwater', 'EDITOR@quillwater.example');
  expect(person.role).toBe('editor');
  expect(await personByToken(small.house, token)).toMatchObject({ email: 'editor@quillwater.example' });
  expect(await personByToken(small.house, `${token}x`)).toBeUndefined();
});

test('says the same whether the e-mail or the password is wrong', async () => {
  const [password, email] = await Promise.all([enter('wrong').catch((error: Error) => error), enter('wrong', 'nobody@quillwater.example').catch((error: Error) => error)]);
  expect(password).toEqual(email);
  expect(password).toMatchObject({ status: 401 });
});

test('limits attempts for one e-mail, without keeping others out', async () => {
  for (let i = 0; i < 8; i += 1) await expect(enter('wrong')).rejects.toMatchObject({ status: 401 });
  await expect(enter()).rejects.toMatchObject({ status: 429 });
  expect((await enter('quillwater', 'reviewer@quillwater.example')).person.role).toBe('reviewer');
});

test('limits attempts from one place, whatever the e-mail', async () => {
  for (let i = 0; i < 30; i += 1) await enter('wrong', `guess${i}@quillwater.example`, '127.0.0.9').catch(() => undefined);
  await expect(enter('quillwater', 'reviewer@quillwater.example', '127.0.0.9')).rejects.toMatchObject({ status: 429 });
  expect((await enter('quillwater', 'reviewer@quillwater.example', '127.0.0.1')).person.role).toBe('reviewer');
});

test('a session that is ended opens nothing any more, and only its owner can end it', async () => {
  const [one, other] = [await enter(), await enter()];
  const sessions = (await openSessions(small.house, one.person)).items;
  expect(sessions.filter(({ here }) => here)).toHaveLength(1);
  const stranger = (await enter('quillwater', 'reviewer@quillwater.example')).person;
  await expect(signOut(small.house, stranger, other.person.session)).rejects.toMatchObject({ status: 404 });
  await signOut(small.house, one.person, other.person.session);
  expect(await personByToken(small.house, other.token)).toBeUndefined();
  expect(await personByToken(small.house, one.token)).toBeDefined();
});

test('neither passwords nor tokens are kept as they are', async () => {
  const { token } = await enter();
  const kept = JSON.stringify([await small.house.content.all('SELECT * FROM people'), await small.house.sessions.all('SELECT * FROM sessions')]);
  expect(kept).not.toContain('"quillwater"');
  expect(kept).toContain('$argon2id$');
  expect(kept).not.toContain(token);
});

test('an e-mail belongs to one person', async () => {
  await expect(addPerson(small.house, { name: 'Other', email: 'Editor@quillwater.example', password: 'quillwater', role: 'editor' })).rejects.toMatchObject({ status: 422, faults: [{ path: '/email' }] });
  expect((await allPeople(small.house)).items).toHaveLength(3);
});

test('the first architect is made once', async () => {
  expect(await isNew(small.house)).toBe(false);
  await expect(setUp(small.house, { name: 'Mallory', email: 'm@quillwater.example', password: 'quillwater', site: 'Mine' }, 'a browser')).rejects.toMatchObject({ status: 409 });
  await small.house.content.write((tx) => tx.run('UPDATE people SET left_at = 1'));
  expect((await setUp(small.house, { name: 'Odile', email: 'odile@quillwater.example', password: 'quillwater', site: 'A new reserve' }, 'a browser')).person.role).toBe('architect');
  expect(small.house.site.label).toBe('A new reserve');
});
