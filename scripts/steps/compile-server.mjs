/** Where the compiled server lies. */
export const SERVER = '.next/clear-frame/server.cjs';

/** What stays as it is installed: what is native, what reads its own files, and what few starts need. */
const external = ['next', 'sqlite3', 'sequelize', 'sharp', '@node-rs/argon2', 'pino', 'umzug', 'nodemailer'];

const both = {
  bundle: true,
  platform: 'node',
  target: 'node20',
  keepNames: true,
  external,
  logLevel: 'warning',
};

/** Compiles the server and its thread ahead, so that a start reads two files in place of hundreds. */
export async function compileServer() {
  // Asked for only now: a fresh copy has yet to install it when this file is read.
  const { build } = await import('esbuild');
  await build({
    ...both,
    entryPoints: ['src/server.ts'],
    outfile: SERVER,
    format: 'cjs',
    define: { 'import.meta.url': 'importMetaUrl' },
    banner: { js: "const importMetaUrl = require('node:url').pathToFileURL(__filename).href;" },
  });
  // Beside the server under the name by which it begins the thread.
  await build({
    ...both,
    entryPoints: ['src/jobs/beside.worker.ts'],
    outfile: '.next/clear-frame/beside.mjs',
    format: 'esm',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
}
