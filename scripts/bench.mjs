// Measures what grows with the collection, as ratios within one run. Nothing here is a test: see docs/speed.md.
import { build } from './steps/build.mjs';
import { install } from './steps/install.mjs';
import { need } from './steps/run.mjs';

await install();
await build();
await need(
  'Measuring. Filling the three installations takes about ten minutes, the first time.',
  process.execPath,
  ['--import', 'tsx', 'scripts/measure/run.ts'],
  { env: { UV_THREADPOOL_SIZE: '16', NODE_ENV: 'production' } },
);
