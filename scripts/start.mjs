// Starts Clear Frame on the data folder, whatever it holds. A new one asks for its first architect.
import { build } from './steps/build.mjs';
import { flags } from './steps/flags.mjs';
import { install } from './steps/install.mjs';
import { serveHere } from './steps/serve.mjs';

const { port, host, data } = flags();
await install();
await build();
serveHere({ port, host, data });
