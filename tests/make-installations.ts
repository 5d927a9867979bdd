// Makes the installations that unit tests begin with, each in a folder of the one that is named.
import 'reflect-metadata';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Role } from '../src/core/roles';
import { beginWith } from '../src/services/model';
import { addPerson, type Person } from '../src/services/people';
import { closeInstallation, openInstallation, type Installation } from '../src/services/runtime';
import { Database } from '../src/store/database';
import { sql } from '../src/store/sql';
import { smallDocument } from './small-model';

const [, , into = ''] = process.argv;

async function make(name: string, begin: (installation: Installation) => Promise<unknown>): Promise<void> {
  const folder = join(into, name);
  mkdirSync(folder);
  const installation = await openInstallation(folder);
  const add = async (role: Role): Promise<Person> => ({
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
    architect: await add('architect'),
    editor: await add('editor'),
    reviewer: await add('reviewer'),
  };
  await begin(installation);
  await closeInstallation(installation);
  // A new installation knows nothing yet of how its tables grow.
  const content = new Database(join(folder, 'content.db'));
  await content.write((tx) => tx.run(sql`DELETE FROM sqlite_stat1`));
  await content.close();
  writeFileSync(join(folder, 'people.json'), JSON.stringify(people));
}

void (async () => {
  await make('empty', async () => undefined);
  await make('small', (installation) => beginWith(installation, smallDocument()));
})();
