import { closeInstallation, type Installation, openInstallation } from '../src/services/runtime';
import { beginWith } from '../src/services/model';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JsonObject } from '../src/core/json';
import { parseValues } from '../src/core/content/values';
import type { Role } from '../src/core/roles';
import { bringInBulk } from '../src/services/entries';
import { addPerson, type Person } from '../src/services/people';
import { contentType, smallDocument } from './small-model';

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
export async function smallInstallation(): Promise<SmallInstallation> {
  const small = await emptyInstallation();
  await beginWith(small.installation, smallDocument());
  return small;
}

/** An installation of its own in a folder of its own with one person of each role, and nothing else. */
export async function emptyInstallation(): Promise<SmallInstallation> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const installation = await openInstallation(folder);
  let moment = NOON;
  installation.now = () => moment;
  const make = async (role: Role): Promise<Person> => ({
    ...(await addPerson(installation, {
      name: role,
      email: `${role}@quillwater.example`,
      password: 'quillwater',
      role,
    })),
    session: '',
    endsAt: 0,
  });
  const people = {
    architect: await make('architect'),
    editor: await make('editor'),
    reviewer: await make('reviewer'),
  };
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
