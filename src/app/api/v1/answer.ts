import { createHash } from 'node:crypto';
import {
  ALL_GROUPS,
  ANY_REVISION,
  cacheGroups,
  changedSince,
  costHeader,
  matchingEtag,
  inRequest,
  revisionMatches,
  MOST_GROUPS,
  ACCEPTS,
  pack,
  PACKED,
  packingFor,
  type Packing,
  type Installation,
  log,
  Refusal,
  type RequestContext,
  sharedInstallation,
} from '../../../services/runtime';
import { ACT_HEADER } from '../../../contract/act-header';
import { parseInput } from '../../../contract/parse-input';
import { SESSION_COOKIE } from '../../../contract/session-cookie';
import { pointer } from '../../../core/faults';
import { may, whoMay } from '../../../core/roles';
import type { OperationName } from '../../../contract/routes';
import { asksSecondFactor, type Person, personByToken } from '../../../services/people';
import { isFromHere } from '../../same-origin';
import { bodyOf, fileOf } from './body';
import { handlers, type Call } from './handlers';
import { matchOperation, type Matched } from './match-operation';
import { Reply } from './session-cookie';

/** Nobody on the way packs an answer otherwise than its ETag says. */
const NO_STORE = { 'Cache-Control': 'no-store, no-transform' };

const retryAfter = ({ extra }: Refusal): Record<string, string> =>
  'retryAfter' in extra ? { 'Retry-After': String(extra.retryAfter) } : {};

/** In which forms a patch is taken (RFC 5789, 3.1). */
const acceptPatch = { 'Accept-Patch': 'application/merge-patch+json, application/json' };

/** What an address takes: what is read of it can be asked for without its body too. */
const methodsAt = (allowed: readonly string[]): string[] => [
  ...allowed.flatMap((method) => (method === 'GET' ? ['GET', 'HEAD'] : [method])),
  'OPTIONS',
];

/** Tells what an address takes, and a patch in which forms. */
const taken = (allowed: readonly string[]): Record<string, string> => ({
  Allow: methodsAt(allowed).join(', '),
  ...(allowed.includes('PATCH') ? acceptPatch : {}),
});

function problem(refusal: Refusal, more: Record<string, string> = {}): Response {
  const body = {
    type: 'about:blank',
    title: refusal.title,
    status: refusal.status,
    errors: refusal.faults,
    ...refusal.extra,
  };
  return new Response(JSON.stringify(body), {
    status: refusal.status,
    headers: { ...NO_STORE, 'Content-Type': 'application/problem+json', ...retryAfter(refusal), ...more },
  });
}

function cookieOf(request: Request): string | undefined {
  for (const piece of (request.headers.get('cookie') ?? '').split(';')) {
    const [name, value] = piece.trim().split('=');
    if (name === SESSION_COOKIE && value) return value;
  }
  return undefined;
}

/** Who is signed in, by the cookie of a request. */
export async function personOfRequest(
  installation: Installation,
  request: Request,
): Promise<Person | undefined> {
  const token = cookieOf(request);
  return token === undefined ? undefined : personByToken(installation, token);
}

async function personOf(installation: Installation, request: Request): Promise<Person> {
  const person = await personOfRequest(installation, request);
  if (!person) throw new Refusal(401, 'Sign in first.');
  return person;
}

/** An ETag that was given out here: the revision, and what else was told with it. */
const givenOut = /^(?:W\/)?"(\d{1,15})(?:-[\w-]{1,40})?"$/;

/**
 * The revision that a writer read (RFC 9110, 13.1.1): `*` minds none, and of several the newest, since what is kept is
 * never older than what was given out.
 */
function revisionOf(request: Request): number {
  const said = request.headers.get('if-match')?.trim();
  if (said === undefined)
    throw new Refusal(428, "Send If-Match with the ETag you read, so that nobody else's change is lost.");
  if (said === '*') return ANY_REVISION;
  const revisions = said.split(',').flatMap((each) => {
    const [, revision] = givenOut.exec(each.trim()) ?? [];
    return revision === undefined ? [] : [Number(revision)];
  });
  if (revisions.length === 0) throw new Refusal(412, 'This If-Match is no ETag that was given out here.');
  return Math.max(...revisions);
}

/** What somebody may do who has no second factor yet where everyone needs one. */
const free: ReadonlySet<OperationName> = new Set([
  'session',
  'signOut',
  'sessions',
  'endSession',
  'changePassword',
  'beginSecondFactor',
  'confirmSecondFactor',
]);

async function callOf(
  request: Request,
  { operation, pieces }: Matched,
  installation: Installation,
): Promise<Call<unknown, unknown>> {
  const url = new URL(request.url);
  const nobody = {} as Person;
  const person = operation.act === 'anyone' ? nobody : await personOf(installation, request);
  if (operation.act !== 'anyone' && !may(person.role, operation.act)) {
    throw new Refusal(
      403,
      `Only ${whoMay(operation.act)
        .map((role) => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role}`)
        .join(' or ')} may do this.`,
    );
  }
  if (
    operation.act !== 'anyone' &&
    !free.has(operation.id) &&
    !person.guarded &&
    (await asksSecondFactor(installation))
  )
    throw new Refusal(403, 'Everyone needs a second factor here. Set one up first, under your name.', [
      { path: '', code: 'second-factor', message: 'Everyone needs a second factor here.' },
    ]);
  const query = operation.query
    ? parseInput(operation.query, Object.fromEntries(url.searchParams))
    : {
        value: {},
        faults: [...url.searchParams.keys()].map((key) => ({
          path: pointer('', key),
          code: 'unknown',
          message: `"${key}" means nothing here.`,
        })),
      };
  if (query.faults.length > 0)
    throw new Refusal(400, query.faults[0]?.message ?? 'What was asked cannot be read.', query.faults);
  const revision = operation.guarded ? revisionOf(request) : 0;
  const body = await bodyOf(request, operation, installation);
  if (body.faults.length > 0)
    throw new Refusal(400, body.faults[0]?.message ?? 'What was sent cannot be read.', body.faults);
  return {
    installation,
    person,
    revision,
    query: query.value,
    body: body.value,
    bytes: operation.bytes ? await fileOf(request) : Buffer.alloc(0),
    path: (name) => pieces.get(name) ?? '',
    from: {
      address: request.headers.get('x-clear-frame-address') ?? '',
      agent: request.headers.get('user-agent') ?? '',
      secure: request.headers.get('x-clear-frame-secure') === 'yes',
    },
  };
}

/** How long (in letters) an answer is at least that is packed for the way. */
const LEAST_PACKED = 1024;

/**
 * The ETag of an answer: the revision or number of what it tells, by which it is changed, where it has one, and all that
 * is told, since that may change where the thing itself does not; and how it is packed, since its bytes differ by that
 * (RFC 9110, 8.8.1).
 */
function etagOf(answer: unknown, text: string, packing: Packing | undefined): string {
  const hash = createHash('sha256').update(text).digest('base64url').slice(0, 16);
  const told = packing ? `${hash}-${packing}` : hash;
  if (typeof answer !== 'object' || answer === null) return `"${told}"`;
  const revision = 'number' in answer ? answer.number : 'revision' in answer ? answer.revision : undefined;
  return typeof revision === 'number' ? `"${revision}-${told}"` : `"${told}"`;
}

/** What a shared cache on the way is to drop, where a change came by it (RFC 9875, 3). */
function toDrop(renewed: ReadonlySet<string>): Record<string, string> {
  if (renewed.size === 0) return {};
  const ids = renewed.size > MOST_GROUPS ? [ALL_GROUPS] : [...renewed];
  return { 'Cache-Group-Invalidation': cacheGroups(ids) };
}

/** The act that a call kept, by its id and what it was, so that it can be taken back. */
const actHeader = (act: RequestContext['acts'][number] | undefined): Record<string, string> =>
  act ? { [ACT_HEADER]: `${act.id} ${encodeURIComponent(act.what)}` } : {};

/** The operation's own classes read the body and the query, so the handler of the same name gets what it asks for. */
const handlerOf = (name: OperationName) => handlers[name] as (call: Call<unknown, unknown>) => unknown;

/** What a patch that says nothing leaves as it is: what can be read at its path, held against the revision that was read. */
async function unchanged(
  call: Call<unknown, unknown>,
  { operation }: Matched,
  path: string,
): Promise<object | undefined> {
  const { method, guarded } = operation;
  if (method !== 'PATCH' || !guarded || Object.keys(call.body as object).length > 0) return undefined;
  const reading = matchOperation('GET', path);
  if ('allow' in reading) return undefined;
  const current = (await handlerOf(reading.name)(call)) as { revision: number };
  if (!revisionMatches(current.revision, call.revision)) throw changedSince(current, {});
  return current;
}

/** Answers one call to `/api/v1`. */
export async function answer(request: Request): Promise<Response> {
  try {
    const path = new URL(request.url).pathname.replace(/^\/api\/v1/, '');
    const isReading = request.method === 'GET' || request.method === 'HEAD';
    const matched = matchOperation(isReading ? 'GET' : request.method, path);
    if ('allow' in matched) {
      if (matched.allow.length === 0) throw new Refusal(404, 'There is nothing at this address.');
      if (request.method === 'OPTIONS')
        return new Response(null, { status: 204, headers: taken(matched.allow) });
      return problem(
        new Refusal(405, `This address takes ${methodsAt(matched.allow).join(', ')}.`),
        taken(matched.allow),
      );
    }
    if (!isReading && !isFromHere(request))
      throw new Refusal(403, 'Changes are only taken from this site itself.');
    const installation = await sharedInstallation();
    const call = await callOf(request, matched, installation);
    const handle = async () => (await unchanged(call, matched, path)) ?? handlerOf(matched.name)(call);
    const { done, acts, renewed, cost } = await inRequest(async (context) => ({
      done: await (isReading ? installation.turnover.read(handle) : handle()),
      acts: context.acts,
      renewed: context.renewed,
      cost: costHeader(context, installation.settings),
    }));
    const [given, cookie] = done instanceof Reply ? [done.answer as unknown, done.cookie] : [done, undefined];
    const headers = {
      ...NO_STORE,
      ...(cookie ? { 'Set-Cookie': cookie } : {}),
      ...actHeader(acts.at(-1)),
      ...toDrop(renewed),
      ...cost,
    };
    const status = matched.operation.status ?? 200;
    if (status === 204) return new Response(null, { status, headers });
    const text = JSON.stringify(given);
    const packing =
      text.length < LEAST_PACKED
        ? undefined
        : packingFor(request.headers.get(ACCEPTS) ?? undefined, () => true);
    const representation = {
      ...headers,
      Vary: 'Accept-Encoding',
      ETag: etagOf(given, text, packing),
    };
    if (isReading && matchingEtag(request.headers.get('if-none-match'), [representation.ETag]))
      return new Response(null, { status: 304, headers: representation });
    const bytes = packing ? new Uint8Array(await pack[packing](Buffer.from(text))) : text;
    return new Response(request.method === 'HEAD' ? null : bytes, {
      status,
      headers: {
        ...representation,
        ...(packing ? { [PACKED]: packing } : {}),
        'Content-Type': 'application/json',
      },
    });
  } catch (error) {
    if (error instanceof Refusal)
      return problem(error, error.status === 415 && request.method === 'PATCH' ? acceptPatch : {});
    // Nobody waits for the answer any more, and what was sent is not whole: that is no fault of ours.
    if (request.signal.aborted) return problem(new Refusal(400, 'What was sent broke off.'));
    log.error({ error, method: request.method }, 'A call failed.');
    return problem(
      new Refusal(500, 'Something went wrong here. Nothing was changed; what you typed is still with you.'),
    );
  }
}
