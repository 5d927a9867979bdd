import { readdirSync } from 'node:fs';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join, resolve } from 'node:path';
import send from 'send';
import { packingFor, type Packing } from './packing';

const BELOW = '/_next/static/';
const YEAR = 31_536_000_000;
const ends: Record<Packing, string> = { br: 'br', gzip: 'gz' };
const types: Readonly<Record<string, string>> = {
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
};

/**
 * The scripts and styles of the workspaces, as the build packed them: each answer is a file as it lies there.
 * Their names hold what they are, so that browsers keep them for good.
 */
export class BuiltFiles {
  private readonly root: string;
  private readonly names: ReadonlySet<string>;

  /** `folder` is where Next has put what it built. */
  constructor(folder: string) {
    this.root = resolve(folder, 'static');
    this.names = new Set(
      readdirSync(this.root, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map((entry) => join(entry.parentPath, entry.name).slice(this.root.length + 1)),
    );
  }

  /** Answers a request for one of them, where it is packed in a way that the browser takes. */
  serve(request: IncomingMessage, response: ServerResponse, path: string): boolean {
    if (!path.startsWith(BELOW) || (request.method !== 'GET' && request.method !== 'HEAD')) return false;
    const name = path.slice(BELOW.length);
    const type = types[name.slice(name.lastIndexOf('.') + 1)];
    const packing = packingFor(request.headers['accept-encoding'], (each) =>
      this.names.has(`${name}.${ends[each]}`),
    );
    if (!packing || type === undefined) return false;
    send(request, `${name}.${ends[packing]}`, {
      root: this.root,
      maxAge: YEAR,
      immutable: true,
      lastModified: false,
    })
      .on('headers', (sent: ServerResponse) => {
        sent.setHeader('Content-Type', type);
        sent.setHeader('Content-Encoding', packing);
        sent.setHeader('Vary', 'Accept-Encoding');
      })
      .on('error', ({ status = 500 }: { status?: number }) => response.writeHead(status).end())
      .pipe(response);
    return true;
  }
}
