import { expect, test, type APIRequestContext } from '@playwright/test';
import { HtmlValidate } from 'html-validate';
import { eventsOf, faultsOfAtom, faultsOfCalendar, faultsOfJsonFeed } from './feed-check';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

/** How many pages of one kind are looked at. */
const OF_A_KIND = 2;

const get = async (request: APIRequestContext, address: string) => {
  const answer = await request.get(new URL(address, running.address).href);
  return { status: answer.status(), type: answer.headers()['content-type'] ?? '', body: await answer.text() };
};
const found = (text: string, pattern: RegExp): string[] =>
  [...text.matchAll(pattern)].map(([, each = '']) => each.replaceAll('&amp;', '&'));

/** Addresses of every kind of page of the sample: of every language, depth and branch, and those no map names. */
async function everyKind(request: APIRequestContext): Promise<string[]> {
  const parts = found((await get(request, '/sitemap.xml')).body, /<loc>([^<]*)<\/loc>/g);
  const kinds = new Map<string, string[]>();
  for (const part of parts) {
    const { pathname, search } = new URL(part);
    for (const each of found((await get(request, `${pathname}${search}`)).body, /<loc>([^<]*)<\/loc>/g)) {
      const { pathname: path } = new URL(each);
      const pieces = path.split('/');
      const kind = `${pieces[1] ?? ''} ${pieces[2] ?? ''} ${pieces.length > 3 ? pieces.length : ''}`.replace(
        /^(?!fr|cy)(\S*) \S* ?/,
        `$1 ${pieces.length} `,
      );
      kinds.set(kind, [...(kinds.get(kind) ?? []), path]);
    }
  }
  return [
    ...[...kinds.values()].flatMap((all) => all.slice(0, OF_A_KIND)),
    '/species/page/2',
    '/species?group=bird',
    '/?q=reed',
    '/?q=nothingatall',
    '/nowhere',
    '/fr/nowhere',
  ];
}

test('every kind of page is valid HTML, whatever the validator knows of the standard', async ({
  request,
}) => {
  const validator = new HtmlValidate({ extends: ['html-validate:standard'] });
  const addresses = await everyKind(request);
  expect(addresses.length).toBeGreaterThan(30);
  for (const address of addresses) {
    const { body, type } = await get(request, address);
    expect(type).toContain('text/html');
    const { results } = await validator.validateString(body);
    expect
      .soft(
        results.flatMap(({ messages }) =>
          messages.map(({ ruleId, message, selector }) => `${ruleId}: ${message} ${selector ?? ''}`),
        ),
        address,
      )
      .toEqual([]);
  }
});

test('every list is followed to its end in valid feeds; each thing has one id, another in each language', async ({
  request,
}) => {
  const checks = { atom: faultsOfAtom, json: faultsOfJsonFeed, ics: faultsOfCalendar } as const;
  const ids = new Map<string, string>();
  const seen = { atom: 0, json: 0, ics: 0, next: 0, events: 0 };
  for (const address of await everyKind(request)) {
    const { body: html } = await get(request, address);
    const waiting = found(html, /<link rel="alternate" type="(?:application|text)\/[^"]*" href="([^"]*)"/g);
    for (let feed = waiting.shift(); feed !== undefined; feed = waiting.shift()) {
      const { status, body } = await get(request, feed);
      expect(status, feed).toBe(200);
      const kind = (/\.(atom|json|ics)/.exec(feed)?.[1] ?? '') as keyof typeof checks;
      expect(await checks[kind](body), feed).toEqual([]);
      seen[kind] += 1;
      if (kind === 'ics') seen.events += eventsOf(body).length;
      if (kind !== 'atom') continue;
      const [next] = found(body, /<link href="([^"]*)" rel="next"/g);
      if (next !== undefined && seen.next < 20) {
        waiting.push(next);
        seen.next += 1;
      }
      const language = /xml:lang="([^"]*)"/.exec(body)?.[1] ?? '';
      for (const id of found(body, /<id>([^<]*)<\/id>/g)) {
        expect(ids.get(id) ?? language, `${feed} ${id}`).toBe(language);
        ids.set(id, language);
      }
    }
  }
  expect(Math.min(...Object.values(seen)), JSON.stringify(seen)).toBeGreaterThan(0);
  expect(new Set(ids.values()).size).toBeGreaterThan(1);
});
