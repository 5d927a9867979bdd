import { closeInstallation, type Installation, openInstallation } from '../src/services/runtime';
import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JsonObject } from '../src/core/json';
import { parseValues } from '../src/core/content/values';
import type { Role } from '../src/core/roles';
import { bringInBulk } from '../src/services/entries';
import type { Person } from '../src/services/people';
import { contentType } from './small-model';

export interface SmallInstallation {
  installation: Installation;
  folder: string;
  people: Record<Role, Person>;
  /** Sets the clock. */
  at(moment: number): void;
  close(): Promise<void>;
}

export const NOON = Date.parse('2026-11-25T12:00:00Z');

/** An installation of its own in a folder of its own, with the small model in force and one person of each role. */
export const smallInstallation = (): Promise<SmallInstallation> => copyOf(madeAs('small'));

/** An installation of its own in a folder of its own with one person of each role, and nothing else. */
export const emptyInstallation = (): Promise<SmallInstallation> => copyOf(madeAs('empty'));

function madeAs(name: string): string {
  const folder = process.env.CLEAR_FRAME_COPIED;
  if (folder === undefined)
    throw new Error('tests/copied-installations.ts makes the installations before all tests.');
  return join(folder, name);
}

async function copyOf(made: string): Promise<SmallInstallation> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  cpSync(made, folder, { recursive: true });
  const people = JSON.parse(readFileSync(join(folder, 'people.json'), 'utf8')) as Record<Role, Person>;
  const installation = await openInstallation(folder);
  let moment = NOON;
  installation.now = () => moment;
  return {
    installation,
    folder,
    people,
    at: (next) => {
      moment = next;
    },
    async close() {
      await closeInstallation(installation);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/**
 * Small installations in which the same was prepared: that is done once in a file of tests, and each begins with a copy of
 * what came of it. What `prepare` notes outside holds for all of them.
 */
export function copiesOfPrepared(
  prepare: (small: SmallInstallation) => Promise<void>,
): () => Promise<SmallInstallation> {
  let folder: Promise<string> | undefined;
  const make = async (): Promise<string> => {
    const small = await smallInstallation();
    await prepare(small);
    await closeInstallation(small.installation);
    return small.folder;
  };
  afterAll(async () => {
    if (folder) rmSync(await folder, { recursive: true, force: true });
  });
  return async () => copyOf(await (folder ??= make()));
}

/** Puts entries in at once, seen by visitors or not. Values are spoken by key. */
export async function fill(
  { installation, people }: SmallInstallation,
  type: string,
  entries: readonly { values: JsonObject; shown?: boolean; starts?: number; ends?: number }[],
): Promise<void> {
  const of = contentType(installation.model, type);
  await bringInBulk(
    installation,
    null,
    of,
    entries.map(({ values, shown = true, starts = NOON - 1000, ends }) => ({
      values: parseValues(of.fields, values, {}, '').values,
      at: NOON - 1000,
      by: people.editor.id,
      stage: 'draft',
      ...(shown ? { shown: { starts, ...(ends === undefined ? {} : { ends }) } } : {}),
    })),
  );
}
