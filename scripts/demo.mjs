// Starts Clear Frame with the sample reserve. Seeds the data folder if there is nothing in it; --fresh begins anew.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './steps/build.mjs';
import { flags } from './steps/flags.mjs';
import { install } from './steps/install.mjs';
import { need, say } from './steps/run.mjs';
import { serveHere } from './steps/serve.mjs';

const { port, host, data, fresh } = flags();
await install();
await build();
if (fresh)
  await need(
    'Taking the sample of before away.',
    process.execPath,
    ['--import', 'tsx', 'scripts/clear-sample.ts'],
    {
      env: { CLEAR_FRAME_DATA: data },
    },
  );
if (!existsSync(join(data, 'content.db'))) {
  await need(
    'Filling a new database with the sample reserve.',
    process.execPath,
    ['--import', 'tsx', 'scripts/seed.ts'],
    { env: { CLEAR_FRAME_DATA: data } },
  );
}
say('Starting.');
serveHere({ port, host, data });
