import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import {
  createServer,
  get,
  type IncomingMessage,
  type RequestListener,
  type ServerResponse,
} from 'node:http';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import next from 'next';
import { DurableQueue } from './jobs/durable-queue';
import { Threads } from './jobs/threads';
import { isMediaPath, serveMedium } from './services/media';
import { isNew } from './services/people';
import { putTidying } from './services/long-work';
import { putNextPlaceTaking } from './services/pages';
import { putRecount } from './services/records';
import {
  BuiltFiles,
  callerOf,
  closeInstallation,
  countVisit,
  etagAs,
  etagsOf,
  matchingEtag,
  healthOf,
  type Installation,
  keepAskedAddresses,
  keepSoughtInVain,
  keepVisits,
  log,
  ACCEPTS,
  PACKED,
  packingFor,
  pageHeaders,
  sharedInstallation,
} from './services/runtime';
import { visitorToken } from './services/visitor-accounts';
import { askedAddress, frameSources, toldOfSecurity } from './services/visitor';

/** How often (ms) visits are written down. */
const KEEP_VISITS = 10_000;
/** How often (ms) the planner of the database looks at what has grown. */
const OPTIMIZE_EVERY = 60 * 60_000;
/** How often (ms) it is seen whether nothing is asked, so that a page may be drawn before somebody asks for it. */
const REDRAW_EVERY = 100;
/**
 * How long (ms) a connection waits for its next question: longer than a proxy in front keeps it, which would ask
 * into a closed one.
 */
const KEEP_ALIVE = 75_000;
/** How long to let what is under way finish when asked to stop. */
const GRACE = 8000;

/**
 * Visitors' pages run nothing but their one script, told by the host that was asked for, and show frames of the
 * providers that
 * are kept alone.
 */
const visitorPolicy = (installation: Installation, host: string | undefined) =>
  [
    "default-src 'none'",
    `script-src ${host && /^[\w.:[\]-]+$/.test(host) ? `${host}/site.js` : "'none'"}`,
    "style-src 'self'",
    "img-src 'self' data:",
    "media-src 'self'",
    "font-src 'self'",
    "connect-src 'self'",
    "manifest-src 'self'",
    `frame-src ${frameSources(installation)}`,
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'self'",
  ].join('; ');

const benchPolicy = (nonce: string) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "frame-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

const securityHeaders: Record<string, string> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
  'Cross-Origin-Opener-Policy': 'same-origin',
};

const isReading = ({ method }: IncomingMessage): boolean => method === 'GET' || method === 'HEAD';

/** Answers a visitor from memory, if the page is ready there. */
function fromMemory(installation: Installation, request: IncomingMessage, response: ServerResponse): boolean {
  // Who is signed in is answered by what is kept for those who may see as much.
  if (!isReading(request) || visitorToken(request.headers.cookie)) return false;
  const page = installation.rendered.find(request.url ?? '/', installation.now());
  if (!page) return false;
  if (request.method === 'GET') countVisit(installation, page.of);
  const headers: Record<string, string | number> = {
    ...securityHeaders,
    'Content-Security-Policy': visitorPolicy(installation, request.headers.host),
    ...pageHeaders(page, installation.settings, installation.now(), {
      accounts: installation.model.document.accounts !== undefined,
      audience: undefined,
    }),
  };
  const had = matchingEtag(request.headers['if-none-match'], etagsOf(page));
  if (had !== undefined) {
    response.writeHead(304, { ...headers, ETag: had }).end();
    return true;
  }
  const packing = packingFor(request.headers['accept-encoding'], (each) => page.packed[each] !== undefined);
  const body = (packing && page.packed[packing]) ?? page.html;
  headers.ETag = etagAs(page, packing);
  if (packing) headers['Content-Encoding'] = packing;
  response.writeHead(200, {
    ...headers,
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Length': body.length,
  });
  response.end(request.method === 'HEAD' ? undefined : body);
  return true;
}

/** What is no page of a visitors' site. */
const ownPath = /^\/(?:api|bench|media|_next)(?:\/|$)/;
/** Whether a path can be that of a visitors' page: no page's address has a dot. */
const isPagePath = (path: string): boolean => !ownPath.test(path) && !path.includes('.');
/**
 * An address that cannot be read, for which Next would answer with a failure of its own; the visitors' site
 * says it in words.
 */
const UNREADABLE = '/%00';

/** Whether every escape in a path stands for a character. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

const answer = (response: ServerResponse, status: number, words: string, more: Record<string, string> = {}) =>
  void response
    .writeHead(status, { ...securityHeaders, 'Content-Type': 'text/plain; charset=utf-8', ...more })
    .end(`${words}\n`);

const loop = monitorEventLoopDelay({ resolution: 5 });

/**
 * The longest (ms) that anything waited for the event loop since this was asked last, the memory (MB), how many pages
 * were drawn so far and how many wait to be drawn again, where it is measured.
 */
function healthHeader({ settings, rendered }: Installation): Record<string, string> {
  if (!settings.measured) return {};
  loop.enable();
  const longest = loop.max / 1e6;
  loop.reset();
  return {
    'Server-Timing': `loop;dur=${longest.toFixed(1)}, memory;dur=${process.memoryUsage.rss() / 2 ** 20}, drawn;dur=${rendered.rendered}, waiting;dur=${rendered.waits}`,
  };
}

/** Answers what no page or operation needs to see. */
function answeredHere(
  installation: Installation,
  request: IncomingMessage,
  response: ServerResponse,
  path: string,
): boolean {
  if (request.method === 'TRACE' || request.method === 'TRACK' || request.method === 'CONNECT')
    answer(response, 405, 'This is not done here.', { Allow: 'GET, HEAD, POST, PUT, PATCH, DELETE' });
  else if (!isReadable(path) && ownPath.test(path)) answer(response, 400, 'This address cannot be read.');
  else if (path === '/healthz') answer(response, 200, 'alive', healthHeader(installation));
  else if (path === '/.well-known/security.txt' && installation.settings.securityContact !== '')
    answer(response, 200, toldOfSecurity(installation)?.trimEnd() ?? '');
  else if (path === '/readyz')
    void healthOf(installation).then(({ ready, words }) => answer(response, ready ? 200 : 503, words));
  else return false;
  return true;
}

/**
 * Leaves the packing of an answer to its route, which packs each page once and under an ETag of its own. Next,
 * which would
 * pack it again, is not told that it may; and since it takes the name of a packing off, that goes by another name.
 */
function packsItself({ headers }: IncomingMessage, response: ServerResponse): void {
  headers[ACCEPTS] = headers['accept-encoding'] ?? '';
  delete headers['accept-encoding'];
  const setHeader = response.setHeader.bind(response);
  response.setHeader = (name, value) =>
    setHeader(name.toLowerCase() === PACKED ? 'Content-Encoding' : name, value);
}

/** Documents that stay as they are with each version of the product, and are packed by Next. */
const documents = ['/api/v1/openapi.json', '/api/v1/model/schema'];
const packedByApi = (path: string): boolean => path.startsWith('/api/v1/') && !documents.includes(path);
const packedByItself = (path: string): boolean =>
  isPagePath(path) || packedByApi(path) || path.startsWith('/bench/model/');

/** What every answer by Next carries; the workspaces also get a nonce for their own scripts and styles. */
function prepare(
  installation: Installation,
  request: IncomingMessage,
  response: ServerResponse,
  path: string,
): void {
  for (const [name, value] of Object.entries(securityHeaders)) response.setHeader(name, value);
  // Only this server says where a call came from and what may run.
  const { address, secure, host } = callerOf(request, installation.settings.proxies);
  request.headers['x-clear-frame-address'] = address;
  request.headers['x-clear-frame-secure'] = secure ? 'yes' : 'no';
  request.headers['x-clear-frame-host'] = host ?? '';
  delete request.headers['x-nonce'];
  // Pages, answers of the interface and the model pack themselves: an ETag for each packing is nothing that Next would give.
  request.headers[ACCEPTS] = '';
  if (packedByItself(path)) packsItself(request, response);
  delete request.headers['content-security-policy'];
  if (path === '/bench' || path.startsWith('/bench/')) {
    const nonce = randomBytes(16).toString('base64');
    request.headers['x-nonce'] = nonce;
    request.headers['content-security-policy'] = benchPolicy(nonce);
    response.setHeader('Content-Security-Policy', benchPolicy(nonce));
  } else if (!path.startsWith('/_next/'))
    response.setHeader('Content-Security-Policy', visitorPolicy(installation, host));
}

/** How long (ms) a start waits for the first page. */
const WARM_WITHIN = 10_000;

/**
 * Answers the first page of visitors once, so that the code for it is read and the page is in memory: the first who asked
 * would wait half a second for that. At a port of its own, since whoever finds the door open expects to be served.
 */
async function warm(respond: RequestListener, { rendered }: Installation): Promise<void> {
  const server = createServer(respond).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const at = server.address();
  const headers = { 'x-clear-frame-redraws': rendered.redrawing };
  try {
    if (typeof at !== 'object' || at === null) throw new Error('There is no port to ask at.');
    const { port } = at;
    await new Promise<void>((resolve, reject) => {
      const asked = { port, headers, agent: false, signal: AbortSignal.timeout(WARM_WITHIN) };
      get(asked, (answered) => answered.resume().once('end', resolve).once('error', reject)).once(
        'error',
        reject,
      );
    });
  } catch (error) {
    log.error({ error }, 'The first page is not drawn beforehand.');
  } finally {
    server.close();
    server.closeAllConnections();
  }
}

async function start(): Promise<void> {
  const installation = await sharedInstallation();
  installation.beside = new Threads();
  const queue = new DurableQueue(installation);
  installation.queue = queue;
  const { port, host } = installation.settings;
  const app = next({ dev: false, dir: process.cwd(), port, hostname: 'localhost' });
  await app.prepare();
  const handle = app.getRequestHandler();
  const built = new BuiltFiles('.next');
  let underWay = 0;
  const respond: RequestListener = (request, response) => {
    const path = (request.url ?? '/').split('?', 1)[0] ?? '/';
    underWay += 1;
    response.once('close', () => (underWay -= 1));
    if (isReading(request) && !ownPath.test(path))
      request.url = askedAddress(installation, request.url ?? '/');
    if (fromMemory(installation, request, response)) return;
    if (answeredHere(installation, request, response, path)) return;
    if (!isReadable(path)) request.url = UNREADABLE;
    prepare(installation, request, response, path);
    if (built.serve(request, response, path)) return;
    const failed = (error: unknown) => {
      log.error({ error, path }, 'A request failed.');
      if (!response.headersSent) answer(response, 500, 'Something went wrong here.');
    };
    if (isMediaPath(path)) void serveMedium(installation, request, response).catch(failed);
    else void handle(request, response).catch(failed);
  };
  await warm(respond, installation);
  // Long work goes on once all is there that visitors wait for.
  await queue.begin();
  // What a process that ended had noted, but not put into the queue any more.
  await putRecount(installation);
  await putTidying(installation);
  await putNextPlaceTaking(installation);
  const server = createServer(respond);
  server.keepAliveTimeout = KEEP_ALIVE;
  const redraw = async () => {
    if (underWay > 0) return;
    const here = host === '0.0.0.0' ? '127.0.0.1' : host === '::' ? '[::1]' : host;
    const headers = { 'x-clear-frame-redraws': installation.rendered.redrawing };
    await installation.rendered.drawNext(async (address) => {
      const drawn = await fetch(`http://${here}:${port}${address}`, { headers, redirect: 'manual' });
      await drawn.arrayBuffer();
    });
  };
  const redrawing = setInterval(
    () => void redraw().catch((error: unknown) => log.error({ error }, 'A page is not drawn again.')),
    REDRAW_EVERY,
  );
  const keep = () =>
    Promise.all([
      keepVisits(installation),
      keepSoughtInVain(installation),
      keepAskedAddresses(installation),
    ]).catch((error: unknown) => log.error({ error }, 'Visits wait.'));
  const keeping = setInterval(() => void keep(), KEEP_VISITS);
  const optimizing = setInterval(
    () =>
      void installation.content.optimize().catch((error: unknown) => log.error({ error }, 'Not optimized.')),
    OPTIMIZE_EVERY,
  );
  server.listen(port, host, () => void announce(installation));
  const stop = (): void => {
    setTimeout(() => process.exit(0), GRACE).unref();
    clearInterval(keeping);
    clearInterval(redrawing);
    clearInterval(optimizing);
    server.close(
      () =>
        void keep()
          .then(() => closeInstallation(installation))
          .then(() => process.exit(0)),
    );
    server.closeIdleConnections();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

async function announce(installation: Installation): Promise<void> {
  const { address, host, isAddressTold } = installation.settings;
  const lines = [
    `Clear Frame is ready.`,
    `  The workspaces  ${address}/bench`,
    `  The site        ${address}/`,
  ];
  if (installation.demo) {
    lines.push('  Sign in as architect@, editor@ or reviewer@quillwater.example, password quillwater');
    if (host !== '127.0.0.1')
      lines.push(`  Careful: it listens on ${host}, and the passwords of the sample are known to everyone.`);
  } else if (await isNew(installation))
    lines.push(
      `  Nobody is here yet: ${address}/bench asks for the first architect,`,
      `  and for this word           ${installation.firstWord ?? ''}`,
    );
  // What search engines and readers of feeds are told would lead to this machine alone.
  if (!isAddressTold && host !== '127.0.0.1')
    lines.push(`  Say by CLEAR_FRAME_ADDRESS where visitors find the site: others are told ${address}.`);
  console.log(lines.join('\n'));
}

start().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
