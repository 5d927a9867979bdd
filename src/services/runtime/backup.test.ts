import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { create, extract } from 'tar';
import { smallInstallation } from '../../../tests/small-installation';
import { addEntry, entry, publishEntry } from '../entries/write';
import { mediaFile } from '../media/renditions';
import { addMedia } from '../media/uploads';
import { signIn } from '../people/sign-in';
import { personByToken } from '../people/sessions';
import { checkDerived } from '../records/check';
import { backUp, restore } from './backup';
import { closeInstallation, openInstallation } from './open';

let away: string;
beforeEach(() => {
  away = mkdtempSync(join(tmpdir(), 'clear-frame-'));
});
afterEach(() => rmSync(away, { recursive: true, force: true }));

test('what is kept while the server runs comes back whole: content, people, sessions and media', async () => {
  const small = await smallInstallation();
  const { installation, people } = small;
  const bird = await addEntry(installation, people.editor, {
    type: 'species',
    values: { name: 'Bell heron' },
  });
  await publishEntry(installation, people.editor, bird.id, 1, {});
  const paper = Buffer.from('%PDF-1.4\nreeds\n%%EOF\n');
  const medium = await addMedia(installation, people.editor, { name: 'reeds.pdf' }, paper);
  const { token } = await signIn(
    installation,
    { email: people.editor.email, password: 'quillwater' },
    'here',
    'jest',
  );
  const archive = join(away, 'kept.tgz');
  const writing = addEntry(installation, people.editor, { type: 'species', values: { name: 'Oak owl' } });
  await backUp(small.folder, archive);
  await writing;
  await expect(backUp(small.folder, archive)).rejects.toThrow(/there already/);
  await small.close();

  const folder = join(away, 'back');
  await restore(archive, folder);
  const back = await openInstallation(folder);
  expect(await entry(back, bird.id)).toMatchObject({ title: 'Bell heron', state: 'published' });
  expect(await personByToken(back, token)).toMatchObject({ email: people.editor.email });
  const file = await mediaFile(back, medium.id, 'reeds.pdf', undefined);
  expect(readFileSync(file?.path ?? '')).toEqual(paper);
  expect((await checkDerived(back, false)).faults).toEqual([]);
  await closeInstallation(back);
  await expect(restore(archive, folder)).rejects.toThrow(/not empty/);
});

test('a backup in which a database is torn is told, and nothing is brought back', async () => {
  const small = await smallInstallation();
  const archive = join(away, 'kept.tgz');
  await backUp(small.folder, archive);
  await small.close();
  const inside = join(away, 'inside');
  mkdirSync(inside);
  await extract({ file: archive, cwd: inside });
  const content = join(inside, 'content.db');
  const bytes = readFileSync(content);
  writeFileSync(content, bytes.fill(7, 8192, 16_384));
  const torn = join(away, 'torn.tgz');
  await create({ file: torn, cwd: inside, gzip: true }, readdirSync(inside));
  const folder = join(away, 'back');
  await expect(restore(torn, folder)).rejects.toThrow('content.db in the backup is not whole');
  expect(existsSync(folder)).toBe(false);
});

test('what is no backup changes nothing', async () => {
  const archive = join(away, 'other.tgz');
  writeFileSync(archive, 'no archive');
  await expect(restore(archive, join(away, 'back'))).rejects.toThrow();
  await expect(backUp(join(away, 'nothing'), join(away, 'x.tgz'))).rejects.toThrow(/no installation/);
});
