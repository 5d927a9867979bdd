import type { IncomingMessage } from 'node:http';

/** Where a call came from, and by what it reached the outermost server that is trusted. */
export interface Caller {
  address: string;
  secure: boolean;
  host: string | undefined;
}

const listed = (header: string | string[] | undefined): string[] =>
  [header ?? []]
    .flat()
    .join(',')
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean);

/**
 * Who calls. Each trusted proxy puts the address it was called from at the end of `X-Forwarded-For`, so with
 * `proxies` of them
 * the caller stands that many places from the end; whatever stands before was said by the caller and proves nothing.
 */
export function callerOf(request: Pick<IncomingMessage, 'headers' | 'socket'>, proxies: number): Caller {
  const { headers, socket } = request;
  const own = socket.remoteAddress ?? '';
  if (proxies === 0) return { address: own, secure: false, host: headers.host };
  const way = listed(headers['x-forwarded-for']);
  const address = way.at(-proxies) ?? way[0] ?? own;
  const secure = listed(headers['x-forwarded-proto']).at(-1) === 'https';
  return { address, secure, host: listed(headers['x-forwarded-host']).at(-1) ?? headers.host };
}
