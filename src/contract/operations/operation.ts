import type { Act } from '../../core/roles';
import { routes, type OperationName } from '../routes';
import type { ClassConstructor } from 'class-transformer';

/**
 * One thing that can be asked over HTTP: what goes in, what comes out, and who may. Routes and OpenAPI are
 * made from it.
 */
export interface Operation<Body extends object = object, Query extends object = object, Answer = unknown> {
  id: OperationName;
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** Below `/api/v1`. */
  path: string;
  summary: string;
  /** What the person must be allowed; `anyone` needs no sign-in. */
  act: Act | 'anyone';
  body?: ClassConstructor<Body>;
  query?: ClassConstructor<Query>;
  answer?: ClassConstructor<Answer>;
  /** The most bytes its body may have, where that is not the usual. */
  mostBytes?: number;
  /** Takes a file as it is for its body, instead of JSON. */
  bytes?: boolean;
  status?: 200 | 201 | 204;
  /** Needs `If-Match` with the revision that was read. */
  guarded?: boolean;
}

class Nothing {}

type Told<B extends object, Q extends object, A> = Omit<Operation<B, Q, A>, 'id' | 'method' | 'path'>;

/** An operation with the route of its name. */
export const define = <B extends object = Nothing, Q extends object = Nothing, A = void>(
  id: OperationName,
  told: Told<B, Q, A>,
): Operation<B, Q, A> => ({ id, ...routes[id], ...told });
