// `npm run backup -- TARGET [--data FOLDER]`: keeps an installation in one archive, also while its server runs.
import { backUp } from '../src/services/runtime';
import { wordsAndFolder } from './steps/words-and-folder';

const { words, folder } = wordsAndFolder();
const [target] = words;

async function run(): Promise<void> {
  if (target === undefined) throw new Error('Say where to: npm run backup -- TARGET [--data FOLDER]');
  await backUp(folder, target);
  console.log(`${folder} is kept in ${target}.`);
}

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
