import type { JsonObject } from '../../../../../core/json';
import type { FromSample, SampleSource, ToSample } from './sample.worker';

/**
 * Reads a file in a worker and hands over some hundred rows at a time, the next when these are done with; `share` of the
 * file is read by then. Ends early where `signal` stops it, and fails as the reading or `take` does.
 */
export function rowsOfFile(
  source: SampleSource,
  take: (rows: readonly JsonObject[], share: number) => Promise<void>,
  signal: AbortSignal,
): Promise<void> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./sample.worker.ts', import.meta.url), { type: 'module' });
    const end = (settle: () => void) => {
      worker.terminate();
      settle();
    };
    signal.addEventListener('abort', () => end(resolve));
    worker.onmessage = ({ data }: MessageEvent<FromSample>) => {
      if (data.told === 'end') end(resolve);
      if (data.told === 'failed') end(() => reject(new Error(data.words)));
      if (data.told !== 'rows') return;
      take(data.rows, data.share).then(
        () => worker.postMessage({ do: 'next' } satisfies ToSample),
        (error: unknown) => end(() => reject(error instanceof Error ? error : new Error(String(error)))),
      );
    };
    worker.postMessage({ do: 'rows', source } satisfies ToSample);
  });
}
