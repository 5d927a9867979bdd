import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, get, type IncomingHttpHeaders } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { BuiltFiles } from './built-files';

const folder = mkdtempSync(join(tmpdir(), 'clear-frame-'));
const script = 'export const words = "reed";'.repeat(60);
mkdirSync(join(folder, 'static', 'chunks'), { recursive: true });
writeFileSync(join(folder, 'secret.js.br'), 'not for everyone');
writeFileSync(join(folder, 'static', 'chunks', 'a.js'), script);
writeFileSync(join(folder, 'static', 'chunks', 'a.js.br'), brotliCompressSync(script));
writeFileSync(join(folder, 'static', 'chunks', 'a.js.gz'), gzipSync(script));
writeFileSync(join(folder, 'static', 'chunks', 'plain.js'), script);

const built = new BuiltFiles(folder);
const server = createServer((request, response) => {
  if (!built.serve(request, response, (request.url ?? '').split('?', 1)[0] ?? ''))
    response.writeHead(418).end();
});
beforeAll(() => new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve)));
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

interface Got {
  status: number | undefined;
  headers: IncomingHttpHeaders;
  body: Buffer;
}

const ask = (path: string, headers: Record<string, string>): Promise<Got> =>
  new Promise((resolve, reject) => {
    const { port } = server.address() as AddressInfo;
    get({ port, path, headers }, (answer) => {
      const pieces: Buffer[] = [];
      answer.on('data', (piece: Buffer) => pieces.push(piece));
      answer.on('end', () =>
        resolve({ status: answer.statusCode, headers: answer.headers, body: Buffer.concat(pieces) }),
      );
    }).on('error', reject);
  });

const unpack = {
  br: (body: Buffer) => brotliDecompressSync(body).toString(),
  gzip: (body: Buffer) => gunzipSync(body).toString(),
};

test.each([
  ['gzip, br', 'br'],
  ['gzip, br;q=0', 'gzip'],
  ['gzip', 'gzip'],
] as const)(
  'to a browser that takes "%s" a script goes out in %s, to be kept for good',
  async (accepted, packing) => {
    const { status, headers, body } = await ask('/_next/static/chunks/a.js?dpl=1', {
      'accept-encoding': accepted,
    });
    expect([status, headers['content-encoding'], headers['content-type']]).toEqual([
      200,
      packing,
      'text/javascript; charset=utf-8',
    ]);
    expect(headers.vary).toBe('Accept-Encoding');
    expect(headers['cache-control']).toContain('immutable');
    expect(unpack[packing](body)).toBe(script);
    const again = await ask('/_next/static/chunks/a.js', {
      'accept-encoding': accepted,
      'if-none-match': headers.etag ?? '',
    });
    expect([again.status, again.body.length]).toEqual([304, 0]);
  },
);

test.each([
  ['/_next/static/chunks/a.js', 'identity'],
  ['/_next/static/chunks/plain.js', 'br'],
  ['/_next/static/chunks/gone.js', 'br'],
  ['/_next/static/../secret.js', 'br'],
  ['/_next/static/%2e%2e/secret.js', 'br'],
  ['/_next/static/chunks/a.js.br', 'br'],
  ['/bench', 'br'],
])(
  'what is not there in a packing, or no file of the build, is left to others: %s as %s',
  async (path, accepted) => {
    expect((await ask(path, { 'accept-encoding': accepted })).status).toBe(418);
  },
);
