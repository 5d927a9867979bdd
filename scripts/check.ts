import 'reflect-metadata';
import { checkDerived, rebuildDerived } from '../src/services/records';
import { closeInstallation, openInstallation } from '../src/services/runtime';

/**
 * `npm run check -- DATA [--only-tell]`: holds everything that is derived (titles, references, faults, index
 * rows, search)
 * against what is kept, tells what differs, and mends it. The server of that folder must not be running.
 */
async function check(): Promise<void> {
  const [folder] = process.argv.slice(2).filter((word) => !word.startsWith('--'));
  const onlyTell = process.argv.includes('--only-tell');
  if (folder === undefined) throw new Error('Say which folder of data: npm run check -- DATA');
  const installation = await openInstallation(folder);
  try {
    const { records, faults, strays, miscounted } = await checkDerived(installation, !onlyTell);
    for (const { id, title, tables } of faults)
      console.log(`${id}  ${title || '(no title)'}: ${tables.join(', ')}`);
    if (strays > 0 && !onlyTell) await rebuildDerived(installation);
    const wrong = faults.length + strays + miscounted;
    const told =
      wrong === 0
        ? 'all as it should be'
        : `${faults.length} differ, ${strays} rows belong to nothing, ${miscounted} categories are miscounted`;
    console.log(`${records} records: ${told}${wrong > 0 && !onlyTell ? '; mended' : ''}.`);
    if (wrong > 0 && onlyTell) process.exitCode = 1;
  } finally {
    await closeInstallation(installation);
  }
}

check().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
