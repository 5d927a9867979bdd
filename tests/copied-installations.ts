import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Makes the installations that unit tests begin with once; every test begins with a copy of one. */
export default function makeInstallations(): void {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-copied-'));
  process.env.CLEAR_FRAME_COPIED = folder;
  execFileSync(process.execPath, ['--import', 'tsx', 'tests/make-installations.ts', folder], {
    env: { ...process.env, NODE_ENV: 'test' },
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
}
