import { ask, Problem, UNREACHABLE, wordsOf } from './ask';

interface Asked {
  url: string;
  method: string | undefined;
  headers: Record<string, string>;
  body: unknown;
}

/** Answers every question with what is given, and tells what was asked. */
function answering(response: Response | Error): Asked[] {
  const asked: Asked[] = [];
  global.fetch = (url, init) => {
    asked.push({
      url: String(url),
      method: init?.method,
      headers: init?.headers as Record<string, string>,
      body: init?.body === undefined ? undefined : JSON.parse(String(init.body)),
    });
    return response instanceof Error ? Promise.reject(response) : Promise.resolve(response);
  };
  return asked;
}

const problem = (status: number, body: object) =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/problem+json' } });
const failure = async (response: Response | Error): Promise<Problem> => {
  answering(response);
  const failed = await ask('overview').catch((error: unknown) => error);
  if (!(failed instanceof Problem)) throw new Error('It should have failed.');
  return failed;
};

test('an operation is asked for at its address, by its method', async () => {
  const asked = answering(Response.json({ id: '1' }));
  await ask('changeEntry', { path: { id: 'a/b' }, revision: 3, body: { values: { size: 4 } } });
  expect(asked).toEqual([
    {
      url: '/api/v1/entries/a%2Fb',
      method: 'PATCH',
      headers: { Accept: 'application/json', 'Content-Type': 'application/json', 'If-Match': '"3"' },
      body: { values: { size: 4 } },
    },
  ]);
});

test('what is not asked for stands in no address', async () => {
  const asked = answering(Response.json({ total: 0, items: [] }));
  await ask('entries', { query: { type: 'species', q: 'bell & heron', limit: 50 } });
  expect(asked[0]).toMatchObject({
    url: '/api/v1/entries?type=species&q=bell+%26+heron&limit=50',
    body: undefined,
  });
  expect(asked[0]?.headers).not.toHaveProperty('If-Match');
});

test('an answer without a body is no fault', async () => {
  answering(new Response(null, { status: 204 }));
  expect(await ask('signOut')).toBeUndefined();
});

test('a refusal comes with its words, its faults and the other version', async () => {
  const told = await failure(
    problem(412, {
      title: 'Somebody else changed this.',
      errors: [{ path: '/values/size', code: 'kind', message: 'This takes a number.' }, 'nonsense'],
      current: { revision: 4 },
    }),
  );
  expect([told.status, told.message, told.faults, told.current]).toEqual([
    412,
    'Somebody else changed this.',
    [{ path: '/values/size', code: 'kind', message: 'This takes a number.' }],
    { revision: 4 },
  ]);
});

test('an answer that is no problem document still says what happened', async () => {
  const told = await failure(
    new Response('<h1>Bad gateway</h1>', { status: 502, statusText: 'Bad Gateway' }),
  );
  expect([told.status, told.message, told.faults]).toEqual([502, 'Bad Gateway', []]);
});

test('a server that does not answer is told apart from one that refuses', async () => {
  const told = await failure(new TypeError('fetch failed'));
  expect([told.status, told.message]).toEqual([0, UNREACHABLE]);
});

test('a question that was given up is no problem', async () => {
  const stop = new AbortController();
  stop.abort();
  answering(new DOMException('aborted', 'AbortError') as unknown as Error);
  await expect(ask('overview', { signal: stop.signal })).rejects.not.toBeInstanceOf(Problem);
  expect(wordsOf('plain words')).toBe('plain words');
});
