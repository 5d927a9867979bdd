import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JsonObject } from '../src/core/json';
import { readValues } from '../src/core/content/values';
import type { Role } from '../src/core/roles';
import { addInBulk } from '../src/services/bulk-entries';
import { buildHouse, closeHouse, type House } from '../src/services/house';
import { beginWith } from '../src/services/model';
import { addPerson, type Person } from '../src/services/people';
import { contentType, smallDocument } from './small-model';

export interface SmallHouse {
  house: House;
  folder: string;
  people: Record<Role, Person>;
  /** Sets the clock. */
  at(moment: number): void;
  close(): Promise<void>;
}

export const NOON = Date.parse('2026-11-25T12:00:00Z');

/** A house of its own in a folder of its own, with the small model in force and one person of each role. */
export async function smallHouse(): Promise<SmallHouse> {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const house = await buildHouse(folder);
  let moment = NOON;
  house.now = () => moment;
  await beginWith(house, smallDocument());
  const make = async (role: Role): Promise<Person> => ({ ...(await addPerson(house, { name: role, email: `${role}@quillwater.example`, password: 'quillwater', role })), session: '', endsAt: 0 });
  const people = { architect: await make('architect'), editor: await make('editor'), reviewer: await make('reviewer') };
  return {
    house, folder, people,
    at: (next) => { moment = next; },
    async close() {
      await closeHouse(house);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Puts entries in at once, seen by visitors or not. Values are spoken by key. */
export async function fill({ house, people }: SmallHouse, type: string, entries: readonly { values: JsonObject; shown?: boolean; starts?: number; ends?: number }[]): Promise<void> {
  const of = contentType(house.model, type);
  await house.content.write((tx) => addInBulk(tx, house, of, entries.map(({ values, shown = true, starts = NOON - 1000, ends }) => ({
    values: readValues(of.fields, values, {}, '').values, at: NOON - 1000, by: people.editor.id, stage: 'draft', ...(shown ? { shown: { starts, ...(ends === undefined ? {} : { ends }) } } : {}),
  }))));
}
