import { ACT_HEADER } from '../contract/act-header';
import type { Operation, operations } from '../contract/operations';
import { routes, type OperationName } from '../contract/routes';
import type { Fault } from '../core/faults';
import { isJsonObject, type Json, type JsonObject } from '../core/json';
import { tellAct } from './acts';
import { questionAddress } from './question-address';
import { sessionNow, tellSignedOut } from './signed-out';

type Operations = typeof operations;
export type AnswerOf<K extends OperationName> =
  Operations[K] extends Operation<infer _B, infer _Q, infer A> ? A : never;
type BodyOf<K extends OperationName> =
  Operations[K] extends Operation<infer B, infer _Q, infer _A> ? B : never;
type QueryOf<K extends OperationName> =
  Operations[K] extends Operation<infer _B, infer Q, infer _A> ? Q : never;

export interface Question<K extends OperationName> {
  path?: Record<string, string>;
  query?: QueryOf<K>;
  body?: BodyOf<K>;
  /** The revision that was read, for what is guarded by it. */
  revision?: number;
  signal?: AbortSignal;
}

/** Why the server did not do what was asked: problem details (RFC 9457), or no answer at all (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly faults: readonly Fault[] = [],
    readonly current?: JsonObject,
  ) {
    super(title);
  }
}

export const UNREACHABLE = 'The server does not answer. Nothing you typed is lost; this is tried again.';
const STOPPED = 'It was stopped before all of it was sent.';

const faultsIn = (told: Json | undefined): Fault[] =>
  (Array.isArray(told) ? told : []).flatMap((each) =>
    isJsonObject(each)
      ? [{ path: String(each.path), code: String(each.code), message: String(each.message) }]
      : [],
  );

async function problemOf(response: Response): Promise<Problem> {
  const told: unknown = await response.json().catch(() => ({}));
  if (!isJsonObject(told)) return new Problem(response.status, response.statusText);
  return new Problem(
    response.status,
    typeof told.title === 'string' ? told.title : response.statusText,
    faultsIn(told.errors),
    isJsonObject(told.current) ? told.current : undefined,
  );
}

/** Asks the server for one operation. Throws a `Problem` with words for a person where it is not done. */
export async function ask<K extends OperationName>(
  name: K,
  question: Question<K> = {},
): Promise<AnswerOf<K>> {
  const { body, revision, signal } = question;
  const headers: Record<string, string> = { Accept: 'application/json' };
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  if (revision !== undefined) headers['If-Match'] = `"${revision}"`;
  const session = sessionNow();
  let response: Response;
  try {
    response = await fetch(questionAddress(name, question), {
      method: routes[name].method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new Problem(0, UNREACHABLE);
  }
  if (response.status === 401 && name !== 'signIn') tellSignedOut(session);
  if (!response.ok) throw await problemOf(response);
  tellAct(response);
  // What the server answers is made from the operation's own answer class.
  return (response.status === 204 ? undefined : await response.json()) as AnswerOf<K>;
}

/**
 * Sends a file as it is, with what is said of it in the query. `onShare` is told how much of it is sent, from
 * 0 to 1.
 */
export async function sendFile<K extends OperationName>(
  name: K,
  file: Blob,
  query: QueryOf<K>,
  onShare?: (share: number) => void,
  /** What it is laid in the place of, and at which revision that was read. */
  place?: { id: string; revision: number },
  signal?: AbortSignal,
): Promise<AnswerOf<K>> {
  const address = questionAddress(name, { query, ...(place ? { path: { id: place.id } } : {}) });
  const session = sessionNow();
  // Only this way of asking tells how far the sending is.
  const response = await new Promise<Response>((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(routes[name].method, address);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    if (place) request.setRequestHeader('If-Match', `"${place.revision}"`);
    request.upload.onprogress = ({ loaded, total }) => onShare?.(total > 0 ? loaded / total : 0);
    request.onload = () =>
      resolve(
        new Response(request.responseText, {
          status: request.status,
          headers: {
            'Content-Type': request.getResponseHeader('Content-Type') ?? '',
            [ACT_HEADER]: request.getResponseHeader(ACT_HEADER) ?? '',
          },
        }),
      );
    request.onerror = () => reject(new Problem(0, UNREACHABLE));
    request.onabort = () => reject(new Problem(0, STOPPED));
    signal?.addEventListener('abort', () => request.abort());
    request.send(file);
  });
  if (response.status === 401) tellSignedOut(session);
  if (!response.ok) throw await problemOf(response);
  tellAct(response);
  return (await response.json()) as AnswerOf<K>;
}

/** The words of whatever went wrong. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
