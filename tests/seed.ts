import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Fills the sample reserve once; every file of tests begins with a copy of it. */
export default function seed(): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'clear-frame-seed-'));
  process.env.CLEAR_FRAME_SEED = folder;
  execFileSync(process.execPath, ['--import', 'tsx', 'scripts/seed.ts'], {
    env: { ...process.env, CLEAR_FRAME_DATA: folder, UV_THREADPOOL_SIZE: '16' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  return () => rmSync(folder, { recursive: true, force: true });
}
