import { readdirSync } from 'node:fs';
import { basename } from 'node:path';
import sharp from 'sharp';
import { readSample, type Sample } from '../src/services/ready-made/files';

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
