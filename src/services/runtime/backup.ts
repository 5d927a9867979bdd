import { cp, mkdir, mkdtemp, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { create, extract } from 'tar';
import { isJsonObject } from '../../core/json';
import { integrityOf, snapshotInto } from '../../store/snapshot';

const FORMAT = 'clear-frame/backup';
const VERSION = 1;
const databases = ['content.db', 'sessions.db'] as const;
/** What lies in the folder of data beside the databases and cannot be made again. */
const folders = ['media', 'outbox'] as const;

const isThere = (path: string): Promise<boolean> =>
  stat(path).then(
    () => true,
    () => false,
  );

/** What was made of media can be made again. */
const isKept = (path: string): boolean => !/(^|[\\/])sizes([\\/]|$)/.test(path);

/**
 * Keeps an installation in one archive (tar, gzip): both databases, each as it is at one moment, and the
 * media. The server may be running. Media are never changed, and are there before anything names them, so the
 * databases go first.
 */
export async function backUp(folder: string, target: string): Promise<void> {
  if (!(await isThere(join(folder, 'content.db')))) throw new Error(`There is no installation in ${folder}.`);
  if (await isThere(target)) throw new Error(`${target} is there already. Name another file.`);
  await mkdir(dirname(resolve(target)), { recursive: true });
  const inside = await mkdtemp(join(dirname(resolve(target)), '.backup-'));
  try {
    for (const file of databases) await snapshotInto(join(folder, file), join(inside, file));
    const manifest = { format: FORMAT, version: VERSION, made: new Date().toISOString() };
    await writeFile(join(inside, 'manifest.json'), `${JSON.stringify(manifest)}\n`);
    for (const name of folders)
      if (await isThere(join(folder, name)))
        await cp(join(folder, name), join(inside, name), { recursive: true, filter: isKept });
    const half = `${inside}.part`;
    await create({ file: half, cwd: inside, gzip: true, portable: true }, await readdir(inside));
    await rename(half, target);
  } finally {
    await rm(inside, { recursive: true, force: true });
    await rm(`${inside}.part`, { force: true });
  }
}

async function expectBackup(inside: string): Promise<void> {
  const text = await readFile(join(inside, 'manifest.json'), 'utf8').catch(() => '{}');
  const manifest: unknown = JSON.parse(text);
  if (!isJsonObject(manifest) || manifest.format !== FORMAT)
    throw new Error('This is no backup of Clear Frame.');
  if (manifest.version !== VERSION)
    throw new Error(`This backup is of version ${String(manifest.version)}; only ${VERSION} can be read.`);
  for (const file of databases) {
    const wrong = await integrityOf(join(inside, file));
    if (wrong !== undefined) throw new Error(`${file} in the backup is not whole: ${wrong}`);
  }
}

/** Brings an installation back from an archive into an empty folder. What is there already is never overwritten. */
export async function restore(archive: string, folder: string): Promise<void> {
  if ((await readdir(folder).catch(() => [])).length > 0)
    throw new Error(`${folder} is not empty. Restore into a new folder, then start with --data.`);
  await mkdir(dirname(resolve(folder)), { recursive: true });
  const inside = await mkdtemp(join(dirname(resolve(folder)), '.restore-'));
  try {
    await extract({ file: archive, cwd: inside, strict: true });
    await expectBackup(inside);
    await rm(join(inside, 'manifest.json'));
    await rm(folder, { recursive: true, force: true });
    await rename(inside, folder);
  } finally {
    await rm(inside, { recursive: true, force: true });
  }
}
