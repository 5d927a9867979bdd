// Begins a thread: from here on it reads TypeScript, as the server itself does.
import { createRequire } from 'node:module';
import { register } from 'tsx/cjs/api';

register();
createRequire(import.meta.url)('./beside.worker.ts');
