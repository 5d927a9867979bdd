import { closeInstallation, sharedInstallation } from './services/runtime/open';
import { randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import next from 'next';
import { type Installation } from './services/runtime/installation';
import { isNew } from './services/people/people';
import { countVisit, keepVisits } from './services/runtime/visits';

/** How often (ms) visits are written down. */
const KEEP_VISITS = 10_000;
/** How long to let what is under way finish when asked to stop. */
const GRACE = 8000;

/** Visitors' pages run nothing but the one script of slides, told by the host that was asked for. */
const visitorPolicy = (host: string | undefined) =>
  `default-src 'none'; script-src ${host && /^[\w.:[\]-]+$/.test(host) ? `${host}/site.js` : "'none'"}; style-src 'self'; img-src 'self' data:; font-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'`;
const benchPolicy = (nonce: string) =>
  `default-src 'self'; script-src 'self' 'nonce-${nonce}' 'strict-dynamic'; style-src 'self' 'nonce-${nonce}'; style-src-attr 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; worker-src 'self' blob:; frame-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`;

const securityHeaders: Record<string, string> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
  'Cross-Origin-Opener-Policy': 'same-origin',
};

/** Answers a visitor from memory, if the page is ready there. */
function fromMemory(
  installation: Installation,
  request: IncomingMessage,
  response: ServerResponse,
  path: string,
): boolean {
  if (request.method !== 'GET' && request.method !== 'HEAD') return false;
  const page = installation.rendered.find(path, installation.now());
  if (!page) return false;
  if (request.method === 'GET') countVisit(installation, page.of);
  const headers: Record<string, string | number> = {
    ...securityHeaders,
    'Content-Security-Policy': visitorPolicy(request.headers.host),
    ETag: page.etag,
    'Cache-Control': 'no-cache',
    Vary: 'Accept-Encoding',
  };
  if (request.headers['if-none-match'] === page.etag) {
    response.writeHead(304, headers).end();
    return true;
  }
  const packed = /\bgzip\b/.test(request.headers['accept-encoding'] ?? '');
  const body = packed ? page.gzip : page.html;
  if (packed) headers['Content-Encoding'] = 'gzip';
  response.writeHead(200, {
    ...headers,
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Length': body.length,
  });
  response.end(request.method === 'HEAD' ? undefined : body);
  return true;
}

/** An address that cannot be read, for which Next would answer with a failure of its own; the visitors' site says it in words. */
const UNREADABLE = '/%00';

function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** What every answer by Next carries; the workspaces also get a nonce for their own scripts and styles. */
function prepare(request: IncomingMessage, response: ServerResponse, path: string): void {
  for (const [name, value] of Object.entries(securityHeaders)) response.setHeader(name, value);
  // Only this server says where a call came from and what may run.
  request.headers['x-clear-frame-address'] = request.socket.remoteAddress ?? '';
  delete request.headers['x-nonce'];
  delete request.headers['content-security-policy'];
  if (path === '/bench' || path.startsWith('/bench/')) {
    const nonce = randomBytes(16).toString('base64');
    request.headers['x-nonce'] = nonce;
    request.headers['content-security-policy'] = benchPolicy(nonce);
    response.setHeader('Content-Security-Policy', benchPolicy(nonce));
  } else if (!path.startsWith('/_next/'))
    response.setHeader('Content-Security-Policy', visitorPolicy(request.headers.host));
}

async function start(): Promise<void> {
  const port = Number(process.env.PORT ?? 4100);
  const installation = await sharedInstallation();
  const app = next({ dev: false, dir: process.cwd(), port, hostname: 'localhost' });
  await app.prepare();
  const handle = app.getRequestHandler();
  const server = createServer((request, response) => {
    const path = (request.url ?? '/').split('?', 1)[0] ?? '/';
    if (fromMemory(installation, request, response, request.url ?? '/')) return;
    if (!isReadable(path)) request.url = UNREADABLE;
    prepare(request, response, path);
    void handle(request, response);
  });
  const keeping = setInterval(() => void keepVisits(installation).catch(console.error), KEEP_VISITS);
  server.listen(port, () => void announce(installation, port));
  const stop = (): void => {
    setTimeout(() => process.exit(0), GRACE).unref();
    clearInterval(keeping);
    server.close(
      () =>
        void keepVisits(installation)
          .catch(console.error)
          .then(() => closeInstallation(installation))
          .then(() => process.exit(0)),
    );
    server.closeIdleConnections();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

async function announce(installation: Installation, port: number): Promise<void> {
  const address = `http://localhost:${port}`;
  const lines = [
    `Clear Frame is ready.`,
    `  The workspaces  ${address}/bench`,
    `  The site        ${address}/`,
  ];
  if (installation.demo)
    lines.push('  Sign in as architect@, editor@ or reviewer@quillwater.example, password quillwater');
  else if (await isNew(installation))
    lines.push(`  Nobody is here yet: ${address}/bench asks for the first architect.`);
  console.log(lines.join('\n'));
}

start().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
