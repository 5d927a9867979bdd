// Checks everything: types, lint with the layers, unit tests, build, end-to-end tests. The last line counts them all.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build } from './steps/build.mjs';
import { install } from './steps/install.mjs';
import { need, run, say } from './steps/run.mjs';

const counts = { passed: 0, failed: 0 };
const RESULTS = 'test-results';

/** One check that only passes or fails. */
async function check(words, command, args) {
  say(words);
  const { code } = await run(command, args, { quiet: true });
  counts[code === 0 ? 'passed' : 'failed'] += 1;
}

/** What is told of the code without running it. */
async function checkText() {
  await check('Checking style and layers.', 'npx', ['--no-install', 'eslint', '.', '--max-warnings', '0']);
  await check('Checking types.', 'npx', ['--no-install', 'tsc', '--noEmit']);
  await check('Checking how the code is set out.', 'npx', [
    '--no-install',
    'prettier',
    '--check',
    '--log-level',
    'warn',
    '.',
  ]);
}

async function unitTests() {
  say('Unit tests.');
  await run('npx', ['--no-install', 'jest', '--json', `--outputFile=${RESULTS}/unit.json`]);
  add(`${RESULTS}/unit.json`, ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites }) => ({
    passed: numPassedTests,
    failed: numFailedTests + numRuntimeErrorTestSuites,
  }));
}

async function needChromium() {
  if (existsSync(process.env.CHROMIUM ?? '/usr/bin/chromium')) return;
  if (process.platform !== 'linux' || !existsSync('/usr/bin/apt-get') || process.getuid?.() !== 0) {
    console.error(
      'The end-to-end tests need chromium. Install it (on Debian: apt-get install chromium), or name it in CHROMIUM.',
    );
    process.exit(1);
  }
  await need('Reading the list of Debian’s packages.', 'apt-get', ['update', '-q'], { quiet: true });
  await need(
    'Installing chromium.',
    'apt-get',
    ['install', '-y', '-q', '--no-install-recommends', 'chromium'],
    { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } },
  );
}

/** What a runner wrote of its tests; a runner that wrote nothing counts as one failure. */
function add(file, read) {
  if (!existsSync(file)) {
    counts.failed += 1;
    return;
  }
  const { passed, failed } = read(JSON.parse(readFileSync(file, 'utf8')));
  counts.passed += passed;
  counts.failed += failed;
}

/** The shared cache that one test puts in front. Where it cannot be had, that test says so and is left out. */
async function haveVarnish() {
  if (existsSync('/usr/sbin/varnishd') || !existsSync('/usr/bin/apt-get') || process.getuid?.() !== 0) return;
  say('Installing a shared cache.');
  const quiet = { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } };
  await run('apt-get', ['update', '-q'], quiet);
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'varnish'], quiet);
}

await install();
rmSync(RESULTS, { recursive: true, force: true });
mkdirSync(RESULTS);
await build();
// Unit tests wait for their disk about half of the time: the checks of the text run beside them.
await Promise.all([checkText(), unitTests()]);
await needChromium();
await haveVarnish();
say('End-to-end tests.');
await run('npx', ['--no-install', 'playwright', 'test']);
add(`${RESULTS}/end-to-end.json`, ({ stats, errors }) => ({
  passed: stats.expected + stats.flaky,
  failed: stats.unexpected + (errors?.length ?? 0),
}));
console.log(`${counts.passed} passed, ${counts.failed} failed`);
process.exit(counts.failed > 0 || counts.passed === 0 ? 1 : 0);
