import autocannon from 'autocannon';
import { spawn } from 'node:child_process';

const PORT = 4188;
const SECONDS = 6;
/** A file that goes out as it lies on the disk, about as large as the page. */
const FILE = '/fonts/hanken-grotesk-latin-ext-wght-normal.woff2';

const requests = async (path: string): Promise<number> => {
  const {
    requests: { average },
    non2xx,
  } = await autocannon({ url: `http://localhost:${PORT}${path}`, connections: 10, duration: SECONDS });
  if (non2xx > 0) throw new Error(`${path}: ${non2xx} answers that were no success`);
  return average;
};

/**
 * Requests a second of a listing page that is ready in memory, and of a plain file through the same server,
 * in turn.
 */
export async function measureVisits(
  folder: string,
  letGo: () => Promise<void>,
): Promise<{ pages: number; files: number }> {
  await letGo();
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server.ts'], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      PORT: String(PORT),
      CLEAR_FRAME_DATA: folder,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
    },
  });
  await new Promise<void>((resolve) =>
    server.stdout.on('data', (piece: Buffer) => {
      if (piece.toString().includes('is ready')) resolve();
    }),
  );
  try {
    await fetch(`http://localhost:${PORT}/`);
    const pages: number[] = [];
    const files: number[] = [];
    for (let i = 0; i < 2; i += 1) {
      pages.push(await requests('/'));
      files.push(await requests(FILE));
    }
    const mean = (rates: number[]) => rates.reduce((sum, rate) => sum + rate, 0) / rates.length;
    return { pages: mean(pages), files: mean(files) };
  } finally {
    const ended = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await ended;
  }
}
