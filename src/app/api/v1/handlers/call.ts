import type { Operation } from '../../../../contract/operations';
import type { Person } from '../../../../services/people';
import type { Installation } from '../../../../services/runtime';
import type { Reply } from '../session-cookie';

/** One call, read and allowed: what a handler needs of it. */
export interface Call<Body, Query> {
  installation: Installation;
  person: Person;
  body: Body;
  query: Query;
  /** A file that was sent as it is. */
  bytes: Buffer;
  /** A piece of the path, by its name in the operation. */
  path(name: string): string;
  /** The revision named by `If-Match`. */
  revision: number;
  /** Where the call came from, and by which browser. */
  from: { address: string; agent: string; secure: boolean };
}

type Handler<O> =
  O extends Operation<infer B, infer Q, infer A>
    ? (call: Call<B, Q>) => Promise<A | Reply<A>> | A | Reply<A>
    : never;

/** What answers each of some operations. A missing one is a type error. */
export type HandlersOf<Operations> = { [K in keyof Operations]: Handler<Operations[K]> };
