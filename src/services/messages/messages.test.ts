import fc from 'fast-check';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { smallInstallation, type SmallInstallation } from '../../../tests/small-installation';
import { wideDocument } from '../../../tests/wide-model';
import type { JsonObject } from '../../core/json';
import type { VisitorPage } from '../../core/site/visitor-page';
import { tidyPart, type TidyPosition } from '../long-work/tidy';
import { sql } from '../../store/sql';
import { visitorByUuid } from '../../store/visitors';
import { importModel } from '../model';
import { addPage, changePage, page as pageOf, publishPage } from '../pages';
import { asVisitor, takeMessage, visit } from '../visitor';
import { addVisitor, removeVisitor, takenOut } from '../visitor-accounts';
import { eraseMessage, messages } from '.';

let small: SmallInstallation;
let page: VisitorPage;
let block: string;
beforeAll(async () => {
  small = await smallInstallation();
  const { installation, people } = small;
  mkdirSync(installation.outboxFolder, { recursive: true });
  await importModel(installation, { ...wideDocument(), accounts: { groups: [] }, terms: { messages: 30 } });
  const home = await addPage(installation, people.architect, {
    type: 'home',
    parent: null,
    values: { title: 'Home' },
  });
  const { main } = home.slots as { main: JsonObject[] };
  const form = { type: 'contact', values: { heading: 'Write to us', to: 'gate@quillwater.example' } };
  const placed = await changePage(installation, people.architect, home.id, home.revision, {
    slots: { main: [...main, form] },
  });
  await publishPage(installation, people.architect, home.id, placed.revision, {});
  const standing = ((await pageOf(installation, home.id)).slots as { main: JsonObject[] }).main;
  block = String(standing.at(-1)?.id);
  const found = await asVisitor(installation, undefined, (seen) => visit(seen, '/'));
  if (found.found !== 'page') throw new Error('The page is not there.');
  ({ page } = found);
});
afterAll(() => small.close());

/** The numbers of the messages whose letters lie in the outbox; letters about accounts are `account`. */
const lying = (): string[] =>
  readdirSync(small.installation.outboxFolder)
    .filter((file) => file.endsWith('.eml'))
    .map((file) => readFileSync(join(small.installation.outboxFolder, file), 'utf8'))
    .map((letter) => /Message (\d+)\./.exec(letter)?.[1] ?? 'account')
    .sort();
const listed = async (email?: string) =>
  (await messages(small.installation, { limit: 200, ...(email ? { email } : {}) })).items;
/** A visitor as they are when they are signed in. */
const signedIn = async (id: string) => {
  const visitor = await visitorByUuid(small.installation.sessions, id);
  return visitor && { visitor, groups: [], token: 'token' };
};

let sent = 0;
async function write(email: string, visitor: number | null): Promise<string> {
  const number = String((sent += 1));
  const state = await takeMessage(
    small.installation,
    page,
    {
      block,
      given: { name: 'Moss', email, message: `Message ${number}.` },
      answers: {},
      faults: {},
      byMachine: false,
    },
    `10.0.${sent}.1`,
    visitor,
  );
  expect(state?.sent).toBe(true);
  return number;
}

/** Whoever writes: two who have accounts, and somebody under one of their addresses who is not signed in. */
const writers = ['moss', 'fen', 'nobody'] as const;
const acts = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: fc.record({ act: fc.constant('write'), who: fc.constantFrom(...writers) }) },
    { weight: 1, arbitrary: fc.record({ act: fc.constant('leave'), who: fc.constantFrom(...writers) }) },
    { weight: 1, arbitrary: fc.record({ act: fc.constant('erase'), who: fc.constantFrom(...writers) }) },
  ),
  { maxLength: 12 },
);

test('what is erased with an account, or one by one, lies nowhere; all else lies where it lay, and is taken out', async () => {
  const { installation, people } = small;
  let run = 0;
  await fc.assert(
    fc.asyncProperty(acts, async (asked) => {
      run += 1;
      const addresses = { moss: `moss${run}@quillwater.example`, fen: `fen${run}@quillwater.example` };
      const before = lying();
      const accounts = new Map<string, string>();
      for (const who of ['moss', 'fen'] as const)
        accounts.set(
          who,
          (await addVisitor(installation, people.architect, { email: addresses[who] })).visitor.id,
        );
      const kept: { who: string; number: string }[] = [];
      for (const { act, who } of asked) {
        const account = accounts.get(who);
        const asking = account === undefined ? undefined : await signedIn(account);
        if (act === 'write') {
          const email = who === 'fen' ? addresses.fen : addresses.moss;
          // Whoever left writes like anybody else.
          const by = asking ? who : 'nobody';
          kept.push({ who: by, number: await write(email, asking?.visitor.id ?? null) });
        } else if (act === 'leave' && asking && account) {
          await removeVisitor(installation, people.architect, account, asking.visitor.revision);
          accounts.delete(who);
          kept.splice(0, kept.length, ...kept.filter((message) => message.who !== who));
        } else if (act === 'erase') {
          // The newest that came from the first address, whoever wrote it.
          const [newest] = await listed(addresses.moss.toUpperCase());
          if (!newest) continue;
          const had = lying();
          await eraseMessage(installation, people.architect, newest.id);
          const has = lying();
          const gone = had.filter((number) => number !== 'account' && !has.includes(number));
          expect(gone).toHaveLength(1);
          kept.splice(0, kept.length, ...kept.filter(({ number }) => number !== gone[0]));
        }
      }
      const account = [...accounts.keys()].map(() => 'account');
      expect(lying()).toEqual([...before, ...account, ...kept.map(({ number }) => number)].sort());
      for (const [who, id] of accounts) {
        const asking = await signedIn(id);
        const out = asking && (await takenOut(installation, asking));
        const own = kept.filter((message) => message.who === who);
        expect(out?.messages).toMatchObject(
          own.reverse().map(({ number }) => ({ from: 'Home', message: `Message ${number}.`, name: 'Moss' })),
        );
      }
      // Of what nobody owns the words are in the letter alone.
      const owned = kept.filter(({ who }) => who !== 'nobody').length;
      const rows = await installation.sessions.all<{ said: string | null }>(
        sql`SELECT said FROM visitor_letters WHERE page IS NOT NULL AND email IN (${addresses.moss}, ${addresses.fen})`,
      );
      expect(rows).toHaveLength(kept.length);
      expect(rows.filter(({ said }) => said !== null)).toHaveLength(owned);
    }),
    { numRuns: 12 },
  );
});

test('a message is erased by those alone who keep accounts, and goes with its letter when its term is over', async () => {
  const { installation, people } = small;
  await write('ada@quillwater.example', null);
  const [own] = await listed('ada@quillwater.example');
  expect(own).toMatchObject({ page: 'Home', withAccount: false });
  await expect(
    eraseMessage(installation, people.architect, '01a211ae-09db-7716-b71b-8261e62a7f8d'),
  ).rejects.toMatchObject({ status: 404 });
  small.at(installation.now() + 31 * 86_400_000);
  let position: TidyPosition | undefined;
  do ({ position } = await tidyPart(installation, position));
  while (position);
  expect([await listed(), lying()]).toEqual([[], []]);
});
