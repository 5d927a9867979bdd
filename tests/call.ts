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
  return async (method, path, { as = 'architect', body, raw, bytes, revision, headers = {} } = {}) => {
    const sent = bytes
      ? new Uint8Array(bytes)
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
            : { 'content-type': bytes ? 'application/octet-stream' : 'application/json' }),
          ...(revision === undefined ? {} : { 'if-match': `"${revision}"` }),
          ...headers,
        },
      }),
    );
    const told = await response.text();
    return { status: response.status, headers: response.headers, body: told ? JSON.parse(told) : {} };
  };
}

/** The paths of the faults that were told. */
export const faultPaths = ({ body }: Told): string[] => body.errors.map(({ path }) => path);
