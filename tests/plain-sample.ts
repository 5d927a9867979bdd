import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import sharp from 'sharp';
import type { Person } from '../src/services/people';
import { fillWithSample } from '../src/services/ready-made/fill';
import { readSample, type Sample } from '../src/services/ready-made/files';
import { closeInstallation, openInstallation, type Installation } from '../src/services/runtime';
import { people } from '../src/store/people';

/** Plain pictures stand in for the drawings where what they show does not matter, each in a colour of its own. */
async function plainPictures(): Promise<Record<string, Buffer>> {
  const made = readdirSync('demo/pictures').map(async (file, i): Promise<[string, Buffer]> => {
    const background = { r: 3 * i, g: 218, b: 211 };
    const plain = sharp({ create: { width: 1200, height: 800, channels: 3, background } });
    return [basename(file, '.svg'), await plain.webp({ effort: 0 }).toBuffer()];
  });
  return Object.fromEntries(await Promise.all(made));
}

/** The sample with plain pictures. */
export const plainSample = async (): Promise<Sample> => ({
  ...readSample(),
  pictures: await plainPictures(),
});

/** An installation with the sample in a folder of its own, and its architect. */
export async function sampleInstallation(): Promise<{
  installation: Installation;
  architect: Person;
  close(): Promise<void>;
}> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const installation = await openInstallation(folder);
  await fillWithSample(installation, await plainSample());
  return {
    installation,
    architect: await architectOf(installation),
    async close() {
      await closeInstallation(installation);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The architect of an installation, as who is signed in. */
export async function architectOf({ content }: Installation): Promise<Person> {
  const architect = (await people(content)).find(({ role }) => role === 'architect');
  if (!architect) throw new Error('There is no architect.');
  return { ...architect, session: '', endsAt: 0 };
}
