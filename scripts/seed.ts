// Fills the data folder (CLEAR_FRAME_DATA) with the sample in demo/. Run by `npm run demo` where there is no
// database yet.
import { closeInstallation, sharedInstallation } from '../src/services/runtime';
import 'reflect-metadata';
import { fillWithSample, readSample } from '../src/services/ready-made';

async function seed(): Promise<void> {
  const sample = readSample();
  const installation = await sharedInstallation();
  await fillWithSample(installation, sample);
  const count = Object.values(sample.entries).reduce((sum, entries) => sum + entries.length, 0);
  console.log(
    `${count} entries of ${installation.model.contentTypes.length} types, ${sample.listings.length} listings and a tree of pages are in ${process.env.CLEAR_FRAME_DATA ?? 'data'}.`,
  );
  await closeInstallation(installation);
}

seed().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
