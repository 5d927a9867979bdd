import {
  costHeader,
  inRequest,
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

const NO_STORE = { 'Cache-Control': 'no-store' };

const retryAfter = ({ extra }: Refusal): Record<string, string> =>
  'retryAfter' in extra ? { 'Retry-After': String(extra.retryAfter) } : {};

function problem(refusal: Refusal): Response {
  const body = {
    type: 'about:blank',
    title: refusal.title,
    status: refusal.status,
    errors: refusal.faults,
    ...refusal.extra,
  };
  return new Response(JSON.stringify(body), {
    status: refusal.status,
    headers: { ...NO_STORE, 'Content-Type': 'application/problem+json', ...retryAfter(refusal) },
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

function revisionOf(request: Request): number {
  const given = request.headers.get('if-match');
  if (given === null)
    throw new Refusal(428, "Send If-Match with the ETag you read, so that nobody else's change is lost.");
  const found = /^(?:W\/)?"(\d{1,15})"$/.exec(given.trim());
  if (!found) throw new Refusal(412, 'This If-Match is no ETag that was given out here.');
  return Number(found[1]);
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

/** The ETag of what was answered: its revision, or its number. */
function etagOf(answer: unknown): Record<string, string> {
  if (typeof answer !== 'object' || answer === null) return {};
  const revision = 'number' in answer ? answer.number : 'revision' in answer ? answer.revision : undefined;
  return typeof revision === 'number' ? { ETag: `"${revision}"` } : {};
}

/** The act that a call kept, by its id and what it was, so that it can be taken back. */
const actHeader = (act: RequestContext['acts'][number] | undefined): Record<string, string> =>
  act ? { [ACT_HEADER]: `${act.id} ${encodeURIComponent(act.what)}` } : {};

/** Answers one call to `/api/v1`. */
export async function answer(request: Request): Promise<Response> {
  try {
    const path = new URL(request.url).pathname.replace(/^\/api\/v1/, '');
    const matched = matchOperation(request.method, path);
    if ('allow' in matched) {
      if (matched.allow.length === 0) throw new Refusal(404, 'There is nothing at this address.');
      const refused = problem(new Refusal(405, `This address takes ${matched.allow.join(', ')}.`));
      refused.headers.set('Allow', matched.allow.join(', '));
      return refused;
    }
    if (request.method !== 'GET' && !isFromHere(request))
      throw new Refusal(403, 'Changes are only taken from this site itself.');
    const installation = await sharedInstallation();
    const call = await callOf(request, matched, installation);
    // The operation's own classes read the body and the query, so the handler of the same name gets what it asks for.
    const handler = handlers[matched.name] as (call: Call<unknown, unknown>) => unknown;
    const handle = async () => handler(call);
    const { done, acts, cost } = await inRequest(async (context) => ({
      done: await (request.method === 'GET' ? installation.turnover.read(handle) : handle()),
      acts: context.acts,
      cost: costHeader(context, installation.settings),
    }));
    const [given, cookie] = done instanceof Reply ? [done.answer as unknown, done.cookie] : [done, undefined];
    const headers = {
      ...NO_STORE,
      ...etagOf(given),
      ...(cookie ? { 'Set-Cookie': cookie } : {}),
      ...actHeader(acts.at(-1)),
      ...cost,
    };
    const status = matched.operation.status ?? 200;
    return status === 204
      ? new Response(null, { status, headers })
      : new Response(JSON.stringify(given), {
          status,
          headers: { ...headers, 'Content-Type': 'application/json' },
        });
  } catch (error) {
    if (error instanceof Refusal) return problem(error);
    // Nobody waits for the answer any more, and what was sent is not whole: that is no fault of ours.
    if (request.signal.aborted) return problem(new Refusal(400, 'What was sent broke off.'));
    log.error({ error, method: request.method }, 'A call failed.');
    return problem(
      new Refusal(500, 'Something went wrong here. Nothing was changed; what you typed is still with you.'),
    );
  }
}
