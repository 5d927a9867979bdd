// Asks a filled installation over HTTP what a person's screens ask, at three sizes, and beside it by hand.
import 'reflect-metadata';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { measureBrowser } from './browser';
import { ByHand } from './by-hand';
import { measureCold, measureEditors } from './many';
import { measureModel } from './model';
import { measureMoves } from './moves';
import { measureModelChanges } from './put-in-force';
import { median } from './pairs';
import { questions } from './questions';
import { Served, type Cost } from './served';
import { measureSizes } from './sizes';
import { measureVisits } from './visits';
import { world } from './world';

const SIZES = [1000, 10_000, 100_000];
const LARGEST = 100_000;
const ROUNDS = 12;

interface Asked {
  took: number;
  statements: number;
  rows: number;
  asking: number;
  loop: number;
  byHand: number | undefined;
}

/** What each question costs at one size, by its words. */
async function askAll(served: Served, hand: ByHand): Promise<Map<string, Asked & { aim: number }>> {
  const found = new Map<string, Asked & { aim: number }>();
  for (const { words, aim, ask } of await questions(served)) {
    const costs: Cost[] = [];
    const times: number[] = [];
    await ask(ROUNDS + 1, []);
    await served.health();
    for (let n = 0; n < ROUNDS; n += 1) await ask(n, costs);
    const { loop } = await served.health();
    const byHand = hand.questions[words];
    for (let n = 0; byHand && n < ROUNDS; n += 1) {
      const began = performance.now();
      await byHand(n);
      times.push(performance.now() - began);
    }
    const middle = (of: (cost: Cost) => number) => median(costs.map(of));
    found.set(words, {
      aim,
      took: middle(({ took }) => took),
      statements: middle(({ statements }) => statements),
      rows: middle(({ rows }) => rows),
      asking: middle(({ asking }) => asking),
      loop,
      byHand: byHand && median(times),
    });
  }
  return found;
}

const columns = (words: string, ...cells: string[]) =>
  console.log(`${words.padEnd(42)}${cells.map((cell) => cell.padStart(11)).join('')}`);
const ms = (n: number | undefined) => (n === undefined ? '–' : n.toFixed(n < 10 ? 1 : 0));

async function askAt(size: number): Promise<Map<string, Asked & { aim: number }>> {
  const folder = await world(size);
  const file = join(folder, '..', `by-hand-${size}.db`);
  for (const end of ['', '-wal', '-shm']) rmSync(`${file}${end}`, { force: true });
  cpSync(join(folder, 'content.db'), file);
  const hand = await (await ByHand.open(file)).ready();
  const served = new Served(folder);
  try {
    const ready = await served.ready;
    const rest = (await served.health()).memory;
    const began = performance.now();
    await served.page('/');
    const first = performance.now() - began;
    console.log(
      `${size.toLocaleString('en')} entries: ready after ${ms(ready)} ms (aim 2,000), ${rest.toFixed(0)} MB at rest (aim 200), its first page after ${ms(first)} ms (aim 500)`,
    );
    await served.signIn();
    const asked = await askAll(served, hand);
    if (size === LARGEST) {
      console.log('\nMany at once');
      await measureEditors(served);
      await measureCold(served);
      await measureVisits(served);
      console.log('\nMoving');
      await measureMoves(served);
      console.log('\nIn a browser');
      await measureBrowser(served);
      console.log('\nA model put in force, while somebody saves');
      await measureModelChanges(served);
    }
    return asked;
  } finally {
    await served.stop();
    await hand.close();
    rmSync(file, { force: true });
  }
}

async function main(): Promise<void> {
  const bySize = new Map<number, Map<string, Asked & { aim: number }>>();
  for (const size of SIZES) bySize.set(size, await askAt(size));
  console.log(`\nAt ${LARGEST.toLocaleString('en')} entries, medians of ${ROUNDS}`);
  columns(
    '',
    'ms',
    'aim',
    'asking',
    'by hand',
    'ratio',
    'of asking',
    'growth',
    'statements',
    'rows',
    'loop ms',
  );
  for (const [words, { aim, took, asking, byHand, statements, rows, loop }] of bySize.get(LARGEST) ?? []) {
    const least = bySize.get(SIZES[0] ?? 0)?.get(words)?.took;
    columns(
      words,
      ms(took),
      `${aim}${took > aim ? ' !' : ''}`,
      ms(asking),
      ms(byHand),
      byHand === undefined ? '–' : (took / byHand).toFixed(1),
      byHand === undefined ? '–' : (asking / byHand).toFixed(1),
      least === undefined ? '–' : (took / least).toFixed(1),
      String(statements),
      String(rows),
      ms(loop),
    );
  }
  console.log('\nThe database');
  await measureSizes(join('.cache/measure', `at-work-${LARGEST}`, 'content.db'));
  console.log('\nThe model');
  await measureModel();
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
