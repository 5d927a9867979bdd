import { personByToken } from '../people/sessions';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { basename, dirname } from 'node:path';
import send from 'send';
import { SESSION_COOKIE } from '../../contract/session-cookie';
import type { Installation } from '../runtime/installation';
import { fileInItsPlace, mediaFile, renditionAsked } from './renditions';
import { isSigned } from './signature';

/** What a file may do where it is opened by itself: nothing. */
const STILL = "default-src 'none'; sandbox";
const PDF = 'application/pdf';
/** What a PDF may: be read here, also within a page of this site. */
const READ = "default-src 'none'; style-src 'unsafe-inline'; object-src 'self'; frame-ancestors 'self'";
const YEAR = 31_536_000_000;
const place = /^\/media\/([0-9a-f-]{36})\/([^/]+)$/;

/** Whether an address is one of a medium. */
export const isMediaPath = (path: string): boolean => path.startsWith('/media/');

function refuse(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, { 'Content-Type': 'text/plain; charset=utf-8' }).end(words);
}

const tokenIn = (request: IncomingMessage): string | undefined =>
  (request.headers.cookie ?? '')
    .split(';')
    .map((piece) => piece.trim().split('='))
    .find(([name]) => name === SESSION_COOKIE)?.[1];

/** Whether somebody asks who works here. */
async function worksHere(installation: Installation, request: IncomingMessage): Promise<boolean> {
  const token = tokenIn(request);
  return token !== undefined && (await personByToken(installation, token)) !== undefined;
}

/** Whether somebody may have a size made: a page that was drawn here signed its address, or they work here. */
async function maySize(installation: Installation, request: IncomingMessage): Promise<boolean> {
  if (isSigned(installation.secret, request.url ?? '')) return true;
  return worksHere(installation, request);
}

/**
 * Sends a medium, or a size of it, as a stream: with its length, its ETag, ranges, and answers to conditional
 * requests (RFC 9110). What stands under an address never changes, so browsers may keep it for good. Visitors get nothing
 * of a picture besides what it shows.
 */
export async function serveMedium(
  installation: Installation,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  response.setHeader('Content-Security-Policy', STILL);
  if (request.method !== 'GET' && request.method !== 'HEAD') {
    response.setHeader('Allow', 'GET, HEAD');
    return refuse(response, 405, 'This can only be read.');
  }
  const { pathname, searchParams } = new URL(request.url ?? '/', 'http://here');
  const [, id = '', file = ''] = place.exec(pathname) ?? [];
  const rendition = renditionAsked(searchParams);
  const isAllowed = rendition === undefined || (rendition !== null && (await maySize(installation, request)));
  // A picture as it came, with the place it was taken at, is for those who work here alone.
  const asItCame = rendition === undefined && (await worksHere(installation, request));
  const found = isAllowed
    ? await mediaFile(
        installation,
        id,
        decodeURIComponent(file),
        rendition ?? (asItCame ? undefined : 'bare'),
        /\bimage\/avif\b/.test(request.headers.accept ?? ''),
      )
    : undefined;
  response.setHeader('Vary', rendition === undefined ? 'Cookie' : 'Accept');
  if (!found) {
    const moved = await fileInItsPlace(installation, id, decodeURIComponent(file));
    if (moved === undefined || moved === pathname) return refuse(response, 404, 'There is no such file.');
    response.writeHead(302, { Location: moved, 'Cache-Control': 'no-cache' }).end();
    return;
  }
  send(request, basename(found.path), {
    root: dirname(found.path),
    maxAge: YEAR,
    immutable: true,
    lastModified: false,
  })
    .on('headers', (sent: ServerResponse) => {
      sent.setHeader('Content-Type', found.mime);
      // The browser's own reader does not begin in a sandbox; what a PDF runs, it runs in that reader.
      if (found.mime === PDF) sent.setHeader('Content-Security-Policy', READ);
      if (asItCame) sent.setHeader('Cache-Control', 'private, no-cache');
    })
    .on('error', ({ status = 500 }: { status?: number }) =>
      refuse(response, status, 'There is no such file.'),
    )
    .pipe(response);
}
