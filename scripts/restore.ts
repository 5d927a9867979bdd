// `npm run restore -- ARCHIVE [--data FOLDER]`: brings an installation back from an archive into an empty folder.
import { restore } from '../src/services/runtime';
import { wordsAndFolder } from './steps/words-and-folder';

const { words, folder } = wordsAndFolder();
const [archive] = words;

async function run(): Promise<void> {
  if (archive === undefined) throw new Error('Say what from: npm run restore -- ARCHIVE [--data FOLDER]');
  await restore(archive, folder);
  console.log(`${folder} holds what was kept in ${archive}.`);
}

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
