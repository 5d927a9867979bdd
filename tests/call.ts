import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { signIn } from '../src/services/people';
import { answer } from '../src/app/api/v1/answer';
import type { Fault } from '../src/core/faults';
import type { JsonObject } from '../src/core/json';
import { roles, type Role } from '../src/core/roles';
import type { SmallInstallation } from './small-installation';

export interface Given {
  as?: Role;
  body?: unknown;
  /** A body that is sent as it stands. */
  raw?: string;
  bytes?: Buffer;
  /** The revision that was read, as its ETag says it. */
  revision?: number;
  headers?: Record<string, string>;
}

export interface Told {
  status: number;
  headers: Headers;
  body: JsonObject & { title: string; errors: Fault[]; id: string; revision: number; items: JsonObject[] };
}

export type Call = (method: string, path: string, given?: Given) => Promise<Told>;

/** How a browser unpacks what is packed. */
const unpacked: Readonly<Record<string, (bytes: Buffer) => Buffer>> = {
  br: brotliDecompressSync,
  gzip: gunzipSync,
};

/** Lets an installation answer in this process, and calls its HTTP interface as each role. */
export async function callsTo({ installation }: SmallInstallation): Promise<Call> {
  Object.assign(globalThis, { [Symbol.for('clear-frame.installation')]: Promise.resolve(installation) });
  const tokens = new Map<Role, string>();
  for (const role of roles)
    tokens.set(
      role,
      (
        await signIn(
          installation,
          { email: `${role}@quillwater.example`, password: 'quillwater' },
          'here',
          'jest',
        )
      ).token,
    );
  return async (method, path, { as = 'architect', body, raw, bytes: file, revision, headers = {} } = {}) => {
    const sent = file
      ? new Uint8Array(file)
      : (raw ?? (body === undefined ? undefined : JSON.stringify(body)));
    const response = await answer(
      new Request(`http://localhost:4100/api/v1${path}`, {
        method,
        ...(sent === undefined ? {} : { body: sent }),
        headers: {
          host: 'localhost:4100',
          cookie: `clear_frame_session=${tokens.get(as) ?? ''}`,
          ...(sent === undefined
            ? {}
            : { 'content-type': file ? 'application/octet-stream' : 'application/json' }),
          ...(revision === undefined ? {} : { 'if-match': `"${revision}"` }),
          ...headers,
        },
      }),
    );
    const bytes = Buffer.from(await response.arrayBuffer());
    const told = unpacked[response.headers.get('x-clear-frame-packed') ?? '']?.(bytes) ?? bytes;
    const words = told.toString();
    return { status: response.status, headers: response.headers, body: words ? JSON.parse(words) : {} };
  };
}

/** The paths of the faults that were told. */
export const faultPaths = ({ body }: Told): string[] => body.errors.map(({ path }) => path);
