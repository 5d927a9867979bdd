/** The guide to the product, which ships with it, and its pictures. */

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { GuideAnswer } from '../../contract/guide';
import { guideParts } from '../../core/formats/guide';

const DOCS = join(process.cwd(), 'docs');
let read: GuideAnswer | undefined;

/** All parts of the guide, in the order in which they are read. */
export function guide(): GuideAnswer {
  const folder = join(DOCS, 'guide');
  read ??= {
    parts: readdirSync(folder)
      .filter((file) => /^\d.*\.md$/.test(file))
      .sort()
      .flatMap((file) => guideParts(readFileSync(join(folder, file), 'utf8'))),
  };
  return read;
}

/** A picture (PNG) of the guide by its name; nothing where there is none. */
export function guidePicture(name: string): Buffer | undefined {
  if (!/^[a-z-]+$/.test(name)) return undefined;
  try {
    return readFileSync(join(DOCS, 'screenshots', `${name}.png`));
  } catch {
    return undefined;
  }
}
