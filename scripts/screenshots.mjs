// Remakes the pictures of the main views in docs/screenshots from the sample, on a server of its own.
import { mkdtempSync, mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './steps/build.mjs';
import { install } from './steps/install.mjs';
import { need, say } from './steps/run.mjs';
import { serve } from './steps/serve.mjs';

const PORT = 4187;
const FOLDER = 'docs/screenshots';
const address = `http://localhost:${PORT}`;
/** A second server, on which nothing is yet. */
const NEW_PORT = 4188;
const newAddress = `http://localhost:${NEW_PORT}`;
// A fixed day, so that a picture only changes when its view does.
const NOW = '2026-11-25T10:00:00Z';

await install();
await build();
const data = mkdtempSync(join(tmpdir(), 'clear-frame-'));
await need('Filling a database with the sample.', process.execPath, ['--import', 'tsx', 'scripts/seed.ts'], {
  env: { CLEAR_FRAME_DATA: data, CLEAR_FRAME_NOW: NOW },
  quiet: true,
});

/** A server on a data folder, with what it said when it was ready. */
async function started(port, folder) {
  const server = serve({
    port,
    data: folder,
    env: { CLEAR_FRAME_NOW: NOW },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const said = await new Promise((resolve) => {
    let all = '';
    server.stdout.on('data', (piece) => {
      all += String(piece);
      if (all.includes('is ready') && all.includes('\n  and for this word')) resolve(all);
      else if (all.includes('Sign in as')) resolve(all);
    });
  });
  const stop = async () => {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
    rmSync(folder, { recursive: true, force: true });
  };
  return { said, stop };
}

const sample = await started(PORT, data);

const { chromium } = await import('@playwright/test');
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--lang=en-GB',
  ],
});
mkdirSync(FOLDER, { recursive: true });

/** A page of its own, signed in or not. */
async function open({ who, width = 1280, look = 'light' } = {}) {
  const context = await browser.newContext({
    viewport: { width, height: 800 },
    colorScheme: look,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  });
  const page = await context.newPage();
  await page.clock.setFixedTime(new Date(NOW));
  if (who)
    await page.request.post(`${address}/api/v1/session`, {
      data: { email: `${who}@quillwater.example`, password: 'quillwater' },
    });
  return page;
}

async function shoot(page, name) {
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  say(name);
}

/** The first screen of a new installation. */
async function shootBegin() {
  const blank = await started(NEW_PORT, mkdtempSync(join(tmpdir(), 'clear-frame-')));
  try {
    const architect = await open();
    await architect.request.post(`${newAddress}/api/v1/set-up`, {
      headers: { Origin: newAddress },
      data: {
        site: 'A new site',
        locale: 'en-GB',
        timeZone: 'Europe/London',
        name: 'Odile Larkmoor',
        email: 'architect@quillwater.example',
        password: 'quillwater',
        word: /[a-z0-9]{4}(?:-[a-z0-9]{4}){3}/.exec(blank.said)?.[0] ?? '',
      },
    });
    await architect.goto(`${newAddress}/bench/begin`);
    await shoot(architect, 'begin');
  } finally {
    await blank.stop();
  }
}

try {
  await shootBegin();
  const visitor = await open();
  await visitor.goto(address);
  await shoot(visitor, 'visitor-home');
  await visitor.goto(`${address}/habitats/coast`);
  await shoot(visitor, 'visitor-habitat');
  await visitor.goto(`${address}/fr/species/carr-lantern-moth`);
  await shoot(visitor, 'visitor-entry-french');

  const architect = await open({ who: 'architect' });
  await architect.goto(`${address}/bench/shape/content/event`);
  await architect.getByRole('button', { name: 'Price', exact: true }).click();
  await shoot(architect, 'shape');
  await architect.getByLabel('Must be filled in').check();
  await architect.getByLabel('Most', { exact: true }).fill('150');
  await architect.waitForTimeout(1000);
  await architect.getByRole('main').getByRole('link', { name: 'Change sheet' }).click();
  await architect.getByRole('heading', { name: 'Event: Price must be filled in' }).waitFor();
  await shoot(architect, 'change-sheet');
  await architect.goto(`${address}/bench/shape/placement`);
  await architect.getByRole('gridcell', { name: /^Home may hold Section/ }).click();
  await shoot(architect, 'placement');
  await architect.goto(`${address}/bench/shape/style`);
  await architect.getByText('On a real page').waitFor();
  await shoot(architect, 'style');
  await architect.goto(`${address}/bench/shape/schemes/habitat`);
  await architect.getByRole('treeitem', { name: /^Open water/ }).click();
  await shoot(architect, 'categories');
  await architect.goto(`${address}/bench/map`);
  await architect.getByRole('link', { name: /^What's on/ }).click();
  await architect.getByRole('heading', { name: 'To come' }).waitFor();
  await shoot(architect, 'map');
  await architect.getByRole('link', { name: /^Species index/ }).click();
  await architect.getByRole('heading', { level: 1, name: 'Species index' }).waitFor();
  await architect.getByRole('button', { name: 'Compare', exact: true }).click();
  await architect.getByRole('cell', { name: /%/ }).first().waitFor();
  await shoot(architect, 'compare');

  const editor = await open({ who: 'editor' });
  await editor.goto(`${address}/bench/write/species`);
  await shoot(editor, 'write-table');
  await editor.goto(`${address}/bench/write/media?sort=picture`);
  await editor.getByRole('button', { name: /^Whistling fen duck/ }).click();
  await editor.getByRole('img', { name: /whistling fen duck/i }).waitFor();
  await shoot(editor, 'media');
  await editor.goto(`${address}/bench/write/event?q=second`);
  await editor.getByRole('link', { name: 'A second boat' }).click();
  await editor.getByText('Before it can go out').waitFor();
  await shoot(editor, 'write-entry');
  await editor.goto(`${address}/bench/arrange`);
  await editor.getByRole('link', { name: 'Getting here' }).click();
  await editor.getByRole('heading', { level: 1, name: 'Getting here' }).first().waitFor();
  await editor.locator('[data-slot="aside"] section.block').first().click();
  await shoot(editor, 'arrange');

  // A note, work that is given, and a change of a species, so that there is something to see to and to compare.
  const api = `${address}/api/v1`;
  const json = async (request) => (await request).json();
  const { items: species } = await json(editor.request.get(`${api}/entries?type=species&q=alder`));
  const [siskling] = species;
  const { values, revision } = await json(editor.request.get(`${api}/entries/${siskling.id}`));
  await editor.request.patch(`${api}/entries/${siskling.id}`, {
    headers: { 'If-Match': `"${revision}"` },
    data: {
      values: {
        rarity: 'rare',
        summary: `${values.summary.replace('restless', 'noisy')} It rests with its wings swept forward.`,
      },
    },
  });
  await editor.request.post(`${api}/records/${siskling.id}/notes`, {
    data: { path: '/values/summary', quote: 'noisy', words: 'Restless is what they are. Are they noisy?' },
  });
  const { person } = await json(editor.request.get(`${api}/session`));
  const { items: events } = await json(editor.request.get(`${api}/entries?type=event&q=lantern`));
  await editor.request.put(`${api}/records/${events[0].id}/given`, {
    data: { to: person.id, day: '2026-12-03', words: 'The new price, before the letter goes out.' },
  });
  await editor.goto(`${address}/bench/write/history/${siskling.id}`);
  await editor.getByRole('row', { name: /^Summary/ }).waitFor();
  await shoot(editor, 'history');
  await editor.goto(`${address}/bench/today`);
  await shoot(editor, 'today');

  const reviewer = await open({ who: 'reviewer', look: 'dark' });
  await reviewer.goto(`${address}/bench/release`);
  await shoot(reviewer, 'release-dark');
  const narrow = await open({ who: 'editor', width: 390 });
  await narrow.goto(`${address}/bench/write/event?q=lantern`);
  await narrow.getByRole('link', { name: 'Lantern walk' }).click();
  await narrow.getByRole('heading', { level: 1, name: 'Lantern walk' }).waitFor();
  await shoot(narrow, 'write-entry-narrow');
} finally {
  await browser.close();
  await sample.stop();
}
