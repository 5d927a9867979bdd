import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { need, say } from './run.mjs';

const STAMP = 'node_modules/.cache/clear-frame/installed';

function has(command) {
  try {
    execFileSync(command, ['--version'], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
}

/** What compiling sqlite3 needs and this machine lacks, in words; nothing where it can be compiled. */
function lacking() {
  const tools = [
    ['a C++ compiler', ['c++', 'g++', 'clang++']],
    ['make', ['make']],
    ['Python 3', ['python3', 'python']],
  ];
  return process.platform === 'win32'
    ? []
    : tools.filter(([, commands]) => !commands.some(has)).map(([words]) => words);
}

/** Installs the packages, unless those of this lock file are installed already. */
export async function install() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Clear Frame needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const wanted = createHash('sha256')
    .update(readFileSync('package-lock.json'))
    .update(process.versions.modules)
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  const missing = lacking();
  if (missing.length > 0) {
    console.error(
      `sqlite3 is compiled on this machine, and for that it lacks ${missing.join(', ')}. On Debian: apt-get install build-essential python3. Then run this again.`,
    );
    process.exit(1);
  }
  await need(
    'Installing packages. The first time, sqlite3 is compiled: about three minutes.',
    'npm',
    ['ci', '--no-audit', '--no-fund', '--loglevel=error'],
    { quiet: true },
  );
  mkdirSync('node_modules/.cache/clear-frame', { recursive: true });
  writeFileSync(STAMP, wanted);
  say('Packages are installed.');
}
