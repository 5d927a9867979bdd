import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface Running {
  address: string;
  data: string;
  /** What the server said when it started. */
  said: string;
  /** Stops it in the middle of whatever it does, as a power cut would, and starts it again on the same data. */
  killAndRestart(): Promise<void>;
  /** Stops it as a power cut would. */
  kill(): Promise<void>;
  start(): Promise<void>;
  stop(): Promise<void>;
}

/** A port that nobody listens on. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, () => {
      const at = probe.address();
      probe.close(() => resolve(typeof at === 'object' && at ? at.port : 0));
    });
  });

function listening(server: ChildProcess): Promise<string> {
  return new Promise((resolve, reject) => {
    let heard = '';
    const hear = (piece: Buffer) => {
      heard += piece.toString();
      if (/Clear Frame is ready[\s\S]*\n$/.test(heard)) resolve(heard);
    };
    server.stdout?.on('data', hear);
    server.stderr?.on('data', hear);
    server.on('exit', (code) => reject(new Error(`The server ended with ${code}.\n${heard}`)));
  });
}

/** A server of its own on data of its own: the sample reserve, or nothing yet. */
export async function serve({
  sample = true,
  measured = false,
  env: more = {},
}: { sample?: boolean; measured?: boolean; env?: Record<string, string> } = {}): Promise<Running> {
  const data = mkdtempSync(join(tmpdir(), 'clear-frame-'));
  const port = await freePort();
  const env = {
    ...process.env,
    CLEAR_FRAME_DATA: data,
    PORT: String(port),
    NODE_ENV: 'production' as const,
    UV_THREADPOOL_SIZE: '16',
    CLEAR_FRAME_MEASURED: measured ? 'yes' : '',
    NEXT_TELEMETRY_DISABLED: '1',
    ...more,
  };
  const seed = process.env.CLEAR_FRAME_SEED;
  if (sample && seed === undefined) throw new Error('tests/seed.ts fills the sample before all tests.');
  if (sample && seed !== undefined) cpSync(seed, data, { recursive: true });
  let server: ChildProcess | undefined;
  const gone = async (signal: 'SIGKILL' | 'SIGTERM') => {
    const ending = server;
    if (!ending || ending.exitCode !== null || ending.signalCode !== null) return;
    const ended = new Promise((resolve) => ending.once('exit', resolve));
    ending.kill(signal);
    await ended;
  };
  const running: Running = {
    address: `http://localhost:${port}`,
    data,
    said: '',
    async start() {
      const started = spawn(process.execPath, ['.next/clear-frame/server.cjs'], {
        env,
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      server = started;
      running.said = await listening(started);
    },
    kill: () => gone('SIGKILL'),
    async killAndRestart() {
      await gone('SIGKILL');
      await running.start();
    },
    async stop() {
      await gone('SIGTERM');
      rmSync(data, { recursive: true, force: true });
    },
  };
  await running.start();
  return running;
}
