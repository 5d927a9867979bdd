import type {
  RedirectAnswer,
  RedirectsImport,
  RedirectsImported,
  RedirectPatch,
  NewRedirect,
} from '../../contract/redirects';
import type { Id } from '../../core/ids';
import { forgetNowhere } from '../../store/asked-addresses';
import {
  allRedirects,
  dropRedirect,
  redirect,
  putRedirects,
  saidBy,
  type RedirectRow,
} from '../../store/redirects';
import { expectWithoutLimits, type Person } from '../people/person';
import { inAct } from '../records/act';
import type { Installation } from '../runtime/installation';
import { changedSince, invalidInput, notFound } from '../runtime/refusal';
import { revisionMatches } from '../runtime/revision';
import { answerRedirect } from './list';
import { planRedirects, stateOf, type Planned } from './plan';

/** How often something is planned anew where others changed what is kept meanwhile. */
const MOST_PLANS = 5;

/**
 * Plans what addresses would do beside all other work, and keeps it in one short write; where others were faster, it is
 * planned anew. `judge` refuses a plan. Answers what came of each, and what was kept.
 */
async function keepPlanned(
  installation: Installation,
  person: Person,
  what: string,
  given: readonly NewRedirect[],
  judge: (all: readonly Planned[]) => void,
  instead?: RedirectRow,
): Promise<{ all: Planned[]; kept: RedirectRow[] }> {
  for (let turn = 0; turn < MOST_PLANS; turn += 1) {
    const { planned: all, state } = await planRedirects(installation, given, instead);
    judge(all);
    const keeps = all.flatMap((each) => each.keeps ?? []);
    if (keeps.length === 0) return { all, kept: [] };
    const kept = await inAct(installation, person, async (act) => {
      const before = await allRedirects(act.tx);
      if (stateOf(before) !== state) return undefined;
      const was = new Map(before.map((row) => [row.uuid, row]));
      const rows = keeps.map((row) => ({ ...row, changedAt: act.now, changedBy: act.by }));
      for (const { uuid } of rows) act.touchRedirect(uuid, was.get(uuid));
      await putRedirects(act.tx, rows);
      await act.keep(what);
      return rows;
    });
    if (!kept) continue;
    await nowhereNoMore(installation, kept);
    return { all, kept };
  }
  throw invalidInput([
    { path: '', code: 'busy', message: 'Others change these addresses right now. Try it again.' },
  ]);
}

/** What was said to lead somewhere leads nowhere no more. */
const nowhereNoMore = (installation: Installation, rows: readonly RedirectRow[]): Promise<number> =>
  installation.sessions.write((tx) =>
    forgetNowhere(
      tx,
      rows.map(({ address }) => address),
    ),
  );

const expectFaultless = (all: readonly Planned[]): void => {
  const faults = all.flatMap((each) => each.faults);
  if (faults.length > 0) throw invalidInput(faults);
};

/** Says where an address leads. */
export async function addRedirect(
  installation: Installation,
  person: Person,
  given: NewRedirect,
): Promise<RedirectAnswer> {
  expectWithoutLimits(person, 'keeps old addresses');
  const { kept } = await keepPlanned(
    installation,
    person,
    'said where an old address leads',
    [given],
    (all) => {
      expectFaultless(all);
      if (all.some(({ does }) => does !== 'new'))
        throw invalidInput([
          { path: '/from', code: 'there', message: 'This address is in the list already. Change it there.' },
        ]);
    },
  );
  const [row] = kept;
  if (!row) throw notFound('address');
  return answerRedirect(installation, row.uuid);
}

async function needRead(installation: Installation, id: Id, revision: number): Promise<RedirectRow> {
  const row = await redirect(installation.content, id);
  if (!row) throw notFound('address');
  if (!revisionMatches(row.revision, revision))
    throw changedSince(await answerRedirect(installation, id), {});
  return row;
}

/** Says that an address leads elsewhere than before, or is another one. */
export async function changeRedirect(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
  patch: RedirectPatch,
): Promise<RedirectAnswer> {
  expectWithoutLimits(person, 'keeps old addresses');
  const row = await needRead(installation, id, revision);
  const { from, to, status } = saidBy(row);
  const given = { from, to, status, ...patch };
  // What is gone leads nowhere, whatever it led to before.
  const leads = given.status === 410 && patch.to === undefined ? null : given.to;
  await keepPlanned(
    installation,
    person,
    'changed where an old address leads',
    [
      {
        from: given.from,
        status: given.status,
        ...(leads === null || leads === undefined ? {} : { to: leads }),
      },
    ],
    expectFaultless,
    row,
  );
  return answerRedirect(installation, id);
}

export async function removeRedirect(
  installation: Installation,
  person: Person,
  id: Id,
  revision: number,
): Promise<void> {
  expectWithoutLimits(person, 'keeps old addresses');
  await inAct(installation, person, async (act) => {
    const row = await redirect(act.tx, id);
    if (!row) throw notFound('address');
    if (!revisionMatches(row.revision, revision))
      throw changedSince(await answerRedirect(installation, id), {});
    act.touchRedirect(row.uuid, row);
    await dropRedirect(act.tx, row.uuid);
    await act.keep('took an old address away');
  });
}

/** Takes addresses out of a file: what is refused is told and left, all else kept as one act. A trial keeps nothing. */
export async function importRedirects(
  installation: Installation,
  person: Person,
  { rows, trial }: RedirectsImport,
): Promise<RedirectsImported> {
  expectWithoutLimits(person, 'keeps old addresses');
  const { all, kept } = trial
    ? { all: (await planRedirects(installation, rows)).planned, kept: [] }
    : await keepPlanned(installation, person, 'brought old addresses in', rows, () => undefined);
  return {
    kept: kept.length,
    rows: all.map(({ row, from, does, why }) => ({ row, from, does, ...(why === undefined ? {} : { why }) })),
  };
}
