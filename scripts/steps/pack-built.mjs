import { existsSync, readdirSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** What browsers load of the workspaces, as it was built. */
const BUILT = '.next/static';
/** Smaller files are not worth a packing. */
const LEAST = 1000;

const packings = {
  br: (bytes) => promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
  gz: (bytes) => promisify(gzip)(bytes, { level: 9 }),
};

/** Packs scripts and styles once, as tightly as can be, so that no request waits for it. */
export async function packBuilt() {
  if (!existsSync(BUILT)) return;
  const files = readdirSync(BUILT, { recursive: true })
    .map((name) => join(BUILT, name))
    .filter((name) => /\.(?:js|css)$/.test(name));
  await Promise.all(
    files.map(async (name) => {
      const bytes = await readFile(name);
      if (bytes.length < LEAST) return;
      await Promise.all(
        Object.entries(packings).map(async ([end, pack]) => writeFile(`${name}.${end}`, await pack(bytes))),
      );
    }),
  );
}
