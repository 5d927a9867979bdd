import autocannon from 'autocannon';
import { fork } from 'node:child_process';
import type { Served } from './served';

const SECONDS = 6;
const PORT = 4189;

const requests = async (url: string): Promise<number> => {
  const {
    requests: { average },
    non2xx,
  } = await autocannon({ url, connections: 10, duration: SECONDS });
  if (non2xx > 0) throw new Error(`${url}: ${non2xx} answers that were no success`);
  return average;
};

/**
 * Requests a second of a page that is ready in memory, and of a bare `node:http` server that answers the same bytes, in
 * turn.
 */
export async function measureVisits(served: Served): Promise<void> {
  const bare = fork('scripts/measure/bare-http.mjs');
  const ready = new Promise((resolve) => bare.once('message', resolve));
  bare.send({ html: await served.page('/list-1'), port: PORT });
  await ready;
  const rates: [number[], number[]] = [[], []];
  for (let i = 0; i < 2; i += 1) {
    rates[0].push(await requests(`${served.origin}/list-1`));
    rates[1].push(await requests(`http://127.0.0.1:${PORT}/`));
  }
  bare.kill();
  const [pages, plain] = rates.map((some) => some.reduce((sum, rate) => sum + rate, 0) / some.length);
  console.log(
    `  pages from memory against a bare node:http: ${((pages ?? 0) / (plain ?? 1)).toFixed(2)} (aim 0.6; ${pages?.toFixed(0)} against ${plain?.toFixed(0)} a second)`,
  );
}
