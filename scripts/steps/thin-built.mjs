import { readdirSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';

/** What Next has built for the server. */
const BUILT = '.next/server';

/** A character that needs two bytes keeps its whole file in memory with two for each. */
const escaped = (code) =>
  code.replace(/[^\0-\x7f]/g, (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, '0')}`);

/**
 * Chunks of several routes are the same file under several names, each of which would be read, compiled and kept:
 * all but the first of a folder take what that one has.
 */
async function loadOnce(chunks) {
  const first = new Map();
  for (const [file, code] of chunks) {
    const same = `${dirname(file)} ${code}`;
    const one = first.get(same);
    if (one === undefined) first.set(same, file);
    else await writeFile(file, `module.exports=require("./${basename(one)}");`);
  }
}

/**
 * Takes blanks, comments and characters beyond ASCII out of the server's code, and what is there twice. All of it
 * stays in memory as text while the server runs: this saves a third of what that needs. Names stay, for they end
 * up in the OpenAPI document and in traces.
 */
export async function thinBuilt(others) {
  // Asked for only now: a fresh copy has yet to install it when this file is read.
  const { transform } = await import('esbuild');
  const built = readdirSync(BUILT, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.js'))
    .map((entry) => join(entry.parentPath, entry.name));
  const thinned = await Promise.all(
    [...built, ...others].map(async (file) => {
      const { code } = await transform(await readFile(file, 'utf8'), {
        platform: 'node',
        target: 'node20',
        minifyWhitespace: true,
        minifySyntax: true,
        legalComments: 'none',
        lineLimit: 400,
      });
      // esbuild leaves them in regular expressions, where an escape says the same.
      const text = escaped(code);
      await writeFile(file, text);
      return [file, text];
    }),
  );
  const chunks = thinned.filter(
    ([file, text]) => file.includes('chunks') && text.startsWith('module.exports=['),
  );
  await loadOnce(chunks.sort(([a], [b]) => (a < b ? -1 : 1)));
}
