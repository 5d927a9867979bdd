// Takes the sample out of the data folder (CLEAR_FRAME_DATA), so that it can be filled anew. Run by `npm run
// demo -- --fresh`.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { holdsSample } from '../src/services/runtime';

const folder = process.env.CLEAR_FRAME_DATA ?? 'data';

async function clear(): Promise<void> {
  if (!existsSync(join(folder, 'content.db'))) return;
  const why = await holdsSample(folder);
  if (why !== undefined) throw new Error(`${folder} is left as it is: ${why}`);
  // Only what Clear Frame itself put there.
  for (const file of ['content.db', 'sessions.db', 'in-use.db'])
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(join(folder, file + end), { force: true });
  for (const inside of ['media', 'outbox']) rmSync(join(folder, inside), { recursive: true, force: true });
}

clear().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
