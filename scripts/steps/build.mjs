import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compileServer, SERVER } from './compile-server.mjs';
import { packBuilt } from './pack-built.mjs';
import { need } from './run.mjs';
import { thinBuilt } from './thin-built.mjs';

const STAMP = '.next/clear-frame-built';

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

/** A fingerprint of everything the build is made from. Tests are no part of it. */
function fingerprint() {
  const hash = createHash('sha256').update(process.versions.node);
  const files = [
    ...filesBelow('src'),
    ...filesBelow('public'),
    'package-lock.json',
    'next.config.mjs',
    'tsconfig.json',
    'scripts/steps/compile-server.mjs',
    'scripts/steps/pack-built.mjs',
    'scripts/steps/thin-built.mjs',
  ];
  for (const file of files.filter((path) => !/\.test\.tsx?$/.test(path)).sort())
    hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

/** Builds the application, unless what is built was made from just these files. */
export async function build() {
  const wanted = fingerprint();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  await need('Building the application: about a minute.', 'npx', ['--no-install', 'next', 'build'], {
    quiet: true,
    env: { NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  await compileServer();
  await thinBuilt([SERVER]);
  await packBuilt();
  writeFileSync(STAMP, wanted);
}
